import type { Instant } from '../quantities/units.ts';
import type { Portion } from '../products/portions.ts';
import { catalogueOf } from '../products/library.ts';
import { canFor, shelfDemand, type ShelfPaint } from '../workshop/shelf.ts';
import type { Plan } from '../planner/model/model.ts';
import type { Shop, ShopPiece, ShopStep } from '../workshop/workshop.ts';
import { type HandItem, handsOf } from './hands.ts';

/** One paint or product somebody needs that day, all their coats of it together. */
export type CupToLay = {
  readonly product: string;
  readonly colour: string | null;
  /** The can it comes from; null: none is on the shelf. */
  readonly can: ShelfPaint | null;
  readonly portions: readonly Portion[];
  /** What the can will be short of by then, in litres; 0: enough, or nothing is known of it. */
  readonly short_litres: number;
  readonly coats: number;
};
/** A thing to lay ready, with the pieces it is for of which nobody has said that it is there. */
export type ThingToLay = { readonly item: HandItem; readonly steps: number; readonly missingFor: readonly string[] };
export type PersonsTable = {
  readonly person: string;
  readonly steps: readonly { readonly piece: string; readonly step: string; readonly at: Instant }[];
  readonly cups: readonly CupToLay[];
  readonly things: readonly ThingToLay[];
};

/** What a piece says lies ready, by the ids of its consumables. */
type Laid = ShopPiece & { readonly atHand: readonly string[] };
type Asked = { readonly shop: Shop; readonly pieces: readonly Laid[]; readonly plan: Plan };

/** Under which consumable of a piece a thing is counted; undefined: it is worn or kept, not used up. */
export function consumableOf({ kind, id }: HandItem): string | undefined {
  if (kind === 'paper') return `abrasive-${id.slice(1)}`;
  if (kind === 'applicator') return id.startsWith('roller ') ? 'roller-sleeves' : 'brushes';
  if (id === 'tape') return 'tape';
  return kind === 'cloth' && id !== 'tack' ? 'rags' : undefined;
}

/**
 * What has to lie ready between two instants, by person: cups, one brush a colour, papers, cloths, covers, and what is missing.
 * Who has nothing to do is left out.
 */
export function layingOut({ shop, pieces, plan }: Asked, from: Instant, until: Instant): PersonsTable[] {
  const products = catalogueOf(shop.products);
  const toolName = (id: string) => shop.tools.find((t) => t.id === id)?.name ?? id;
  const short = new Map(
    shelfDemand(shop, pieces, plan).flatMap((d) => (d.short ? [[d.paint.id, d.short] as const] : [])),
  );
  const jobs = pieces
    .filter((p) => p.active)
    .flatMap((piece) => piece.steps.map((step) => ({ piece, step, at: plan.steps[step.id] })))
    .flatMap(({ piece, step, at }) =>
      at && step.hands > 0 && step.state.kind !== 'done' && at.start >= from && at.start < until
        ? [{ piece, step, at }]
        : [],
    )
    .sort((a, b) => a.at.start - b.at.start);
  return shop.people.flatMap(({ id: person }) => {
    const own = jobs.filter((j) => j.at.people.includes(person));
    if (own.length === 0) return [];
    const cups = new Map<string, CupToLay>();
    const things = new Map<string, ThingToLay>();
    for (const { piece, step, at } of own) {
      const { pour, items } = handsOf(step, products, toolName);
      if (pour) {
        const key = `${pour.product} ${pour.colour ?? ''}`;
        const can = canFor(shop.paints, step) ?? null;
        const lacks = can && short.get(can.id);
        const short_litres = lacks && lacks.at <= at.end ? lacks.litres : 0;
        cups.set(key, poured(cups.get(key), { ...pour, can, short_litres, coats: 1 }));
      }
      for (const item of items) things.set(item.id, laid(things.get(item.id), item, piece));
    }
    const steps = own.map(({ piece, step, at }) => ({ piece: piece.id, step: step.id, at: at.start }));
    return [{ person, steps, cups: [...cups.values()], things: [...things.values()] }];
  });
}

function poured(before: CupToLay | undefined, more: CupToLay): CupToLay {
  if (!before) return more;
  return {
    ...before,
    coats: before.coats + 1,
    short_litres: Math.max(before.short_litres, more.short_litres),
    portions: summed([...before.portions, ...more.portions]),
  };
}

function summed(portions: readonly Portion[]): Portion[] {
  const byName = new Map<string, number>();
  for (const p of portions) byName.set(p.name, (byName.get(p.name) ?? 0) + p.litres);
  return [...byName].map(([name, litres]) => ({ name, litres }));
}

function laid(before: ThingToLay | undefined, item: HandItem, piece: Laid): ThingToLay {
  const consumable = consumableOf(item);
  const isMissing = consumable !== undefined && !piece.atHand.includes(consumable);
  const missing = new Set(before?.missingFor);
  if (isMissing) missing.add(piece.id);
  return { item, steps: (before?.steps ?? 0) + 1, missingFor: [...missing] };
}

/** When work next begins after an instant on another day than its own: the first step planned then. Null: nothing is. */
export function nextWorkAfter(pieces: readonly ShopPiece[], plan: Plan, endOfDay: Instant): Instant | null {
  const starts = pieces
    .filter((p) => p.active)
    .flatMap((p) => p.steps)
    .flatMap((s: ShopStep) => {
      const at = plan.steps[s.id];
      return at && s.hands > 0 && s.state.kind === 'planned' && at.start >= endOfDay ? [at.start] : [];
    });
  return starts.length === 0 ? null : Math.min(...starts);
}
