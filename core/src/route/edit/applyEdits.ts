import type { Product } from '../../products/product.ts';
import { LOSS } from '../build/coats.ts';
import { spec, type StepSpec } from '../build/spec.ts';
import { sanded } from '../act.ts';
import type { StruckStep, Zone } from '../piece.ts';
import { DUST, NIGHT } from '../rules/rule.ts';
import { baseKey, type RouteEdit, type Unused } from './routeEdit.ts';

export type Edited = {
  readonly specs: readonly StepSpec[];
  readonly struck: readonly StruckStep[];
  readonly unused: readonly Unused[];
};
type Done = { readonly specs: readonly StepSpec[]; readonly struck?: StruckStep } | string;
type Shop = { readonly zones: readonly Zone[]; readonly products: ReadonlyMap<string, Product> };

const MOST_COATS = 12;
/** What is taken for sanding that names no paper. Common practice. */
const OWN_GRIT = 220;

/** Makes the changes one after the other; one that no longer fits is left out and told. */
export function applyEdits(specs: readonly StepSpec[], edits: readonly RouteEdit[], shop: Shop): Edited {
  let now = specs;
  const struck: StruckStep[] = [];
  const unused: Unused[] = [];
  for (const edit of edits) {
    const done = applyOne(now, edit, shop);
    if (typeof done === 'string') unused.push({ edit, why: done });
    else {
      now = done.specs;
      if (done.struck) struck.push(done.struck);
    }
  }
  return { specs: now, struck, unused };
}

function applyOne(specs: readonly StepSpec[], e: RouteEdit, shop: Shop): Done {
  switch (e.op) {
    case 'strike':
      return withStep(specs, e.step, (s) => strike(specs, s, e.why));
    case 'add':
      return add(specs, e, shop);
    case 'move':
      return withStep(specs, e.step, (s) => move(specs, s, e.after));
    case 'product':
      return withStep(specs, e.step, (s) =>
        shop.products.has(e.product)
          ? { specs: replaced(specs, s, { product: e.product }) }
          : 'This product is not in the list any more.',
      );
    case 'can':
      return withStep(specs, e.step, (s) =>
        !shop.products.has(e.product)
          ? 'This product is not in the list any more.'
          : s.coat === null
            ? 'It lays no coat.'
            : { specs: replaced(specs, s, { product: e.product, colour: e.colour }) },
      );
    case 'zones':
      return withStep(specs, e.step, (s) => {
        const zones = s.zones.filter((z) => e.zones.includes(z));
        return zones.length === 0 ? 'None of its zones are on this piece.' : { specs: replaced(specs, s, { zones }) };
      });
    case 'method':
      return withStep(specs, e.step, (s) => ({ specs: replaced(specs, s, methodChange(s, e.method)) }));
    case 'film':
      return withStep(specs, e.step, (s) =>
        s.coat === null ? 'It leaves no coat.' : { specs: replaced(specs, s, { thickness: e.thickness }) },
      );
    case 'coats':
      return coats(specs, e.series, e.count);
    case 'minutes':
      return withStep(specs, e.step, (s) => ({ specs: replaced(specs, s, { minutes: e.minutes }) }));
    case 'split':
      return withStep(specs, e.step, (s) => split(specs, s, shop.zones));
    case 'wait':
      return withStep(specs, e.step, (s) => lengthen(specs, s, e.minutes));
    case 'hold':
      return withStep(specs, e.before, (s) => ({ specs: hold(specs, s, e) }));
    case 'redo':
      return withStep(specs, e.step, (s) => ({ specs: redo(specs, s, e.round) }));
    case 'block':
      return withStep(specs, e.step, (s) =>
        s.coat === null ? 'It leaves no coat that could bleed.' : { specs: block(specs, s, e.round) },
      );
  }
}

function withStep(specs: readonly StepSpec[], key: string, change: (s: StepSpec) => Done): Done {
  const s = specs.find((x) => x.key === key);
  return s ? change(s) : 'That step is not in this route.';
}

const replaced = (specs: readonly StepSpec[], s: StepSpec, more: Partial<StepSpec>) =>
  specs.map((x) => (x === s ? { ...x, ...more } : x));
const insertedAfter = (specs: readonly StepSpec[], s: StepSpec, more: readonly StepSpec[]) => {
  const at = specs.indexOf(s);
  return [...specs.slice(0, at + 1), ...more, ...specs.slice(at + 1)];
};

/** A step and what has no sense without it. */
function family(specs: readonly StepSpec[], key: string): Set<string> {
  const gone = new Set([key]);
  for (let grew = true; grew;) {
    grew = false;
    for (const s of specs)
      if (s.with !== null && gone.has(s.with) && !gone.has(s.key)) {
        gone.add(s.key);
        grew = true;
      }
  }
  return gone;
}

function strike(specs: readonly StepSpec[], s: StepSpec, why: string): Done {
  const gone = family(specs, s.key);
  return {
    specs: specs.filter((x) => !gone.has(x.key)),
    struck: { key: s.key, title: s.title, why, caution: s.caution, lost: s.reason },
  };
}

function add(specs: readonly StepSpec[], { after, step: own }: RouteEdit & { op: 'add' }, shop: Shop): Done {
  if (specs.some((s) => s.key === own.key)) return 'A step with this key is there already.';
  const at = after === null ? 0 : specs.findIndex((s) => s.key === after) + 1;
  if (after !== null && at === 0) return 'The step it should follow is not in this route.';
  const known = own.zones.filter((z) => shop.zones.some((x) => x.id === z));
  if (known.length === 0) return 'None of its zones are on this piece.';
  const neighbour = specs[Math.max(0, at - 1)]!;
  const made = spec({
    key: own.key,
    title: own.title,
    reason: 'Added by hand.',
    rule: 'own',
    authority: 'own',
    phase: neighbour.phase,
    acts: own.acts ?? (own.dusty ? sanded('dull', OWN_GRIT) : []),
    zones: known,
    minutes: own.minutes,
    hands: own.hands,
    skill: own.skill,
    product: own.product,
    coat: own.coat,
    colour: own.colour,
    group: own.coat === null ? null : shop.zones.find((z) => z.id === known[0])!.group,
    method: own.coat === null ? null : 'brush',
    splittable: own.coat === null,
    dusty: own.dusty,
    caution: own.dusty ? DUST : null,
    needs: standsLike(specs, own.coat !== null),
    window: own.wait_minutes > 0 ? { of: null, min: own.wait_minutes, max: null } : null,
  });
  return { specs: [...specs.slice(0, at), made, ...specs.slice(at)] };
}

/** Where the piece stands for such a step: as its other coats, or its other bench work. */
function standsLike(specs: readonly StepSpec[], isCoat: boolean): StepSpec['needs'] {
  const like = specs.find((s) => (isCoat ? s.coat !== null && s.tool === null : s.coat === null) && s.needs.length > 0);
  return like?.needs ?? specs.find((s) => s.needs.length > 0)?.needs ?? [];
}

function move(specs: readonly StepSpec[], s: StepSpec, after: string | null): Done {
  if (after !== null && family(specs, s.key).has(after)) return 'It cannot stand behind a step that belongs to it.';
  const rest = specs.filter((x) => x !== s);
  const at = after === null ? 0 : rest.findIndex((x) => x.key === after) + 1;
  if (after !== null && at === 0) return 'The step it should follow is not in this route.';
  return { specs: [...rest.slice(0, at), s, ...rest.slice(at)] };
}

function methodChange(s: StepSpec, method: NonNullable<StepSpec['method']>): Partial<StepSpec> {
  const sprays = method === 'spray';
  return {
    method,
    loss: LOSS[method],
    tool: sprays ? 'sprayer' : s.tool === 'sprayer' ? null : s.tool,
    skill: sprays ? 'spray' : s.skill === 'spray' ? 'paint' : s.skill,
    needs: s.needs.map((n) =>
      sprays && n.kind === 'bench'
        ? { ...n, kind: 'spray' as const }
        : !sprays && n.kind === 'spray'
          ? { ...n, kind: 'bench' as const }
          : n,
    ),
  };
}

function coats(specs: readonly StepSpec[], series: string, count: number): Done {
  const all = specs.filter((s) => s.series?.id === series);
  const last = all.at(-1);
  if (!last) return 'There are no such coats in this route.';
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_COATS)) return `Enter 1 to ${MOST_COATS} coats.`;
  if (count < all.length) {
    const gone = new Set(all.slice(count).flatMap((s) => [...family(specs, s.key)]));
    // What stood behind a coat that goes stands behind the last that stays.
    const kept = all[count - 1]!.key;
    return { specs: specs.filter((s) => !gone.has(s.key)).map((s) => retargeted(s, gone, kept)) };
  }
  const more = Array.from({ length: count - all.length }, (_, i) => ({
    ...last,
    key: `${series}-${all.length + i + 1}`,
    reason: 'One more coat, as its painter wants it.',
    authority: 'own' as const,
    also: [],
    window: null,
  }));
  return { specs: insertedAfter(specs, last, more) };
}

function retargeted(s: StepSpec, gone: ReadonlySet<string>, to: string): StepSpec {
  const window = s.window?.of != null && gone.has(s.window.of) ? { ...s.window, of: to } : s.window;
  const also = s.also.map((l) => (gone.has(l.step) ? { ...l, step: to } : l));
  const belongs = s.with !== null && gone.has(s.with) ? to : s.with;
  return { ...s, window, also, with: belongs };
}

function split(specs: readonly StepSpec[], s: StepSpec, zones: readonly Zone[]): Done {
  const own = zones.filter((z) => s.zones.includes(z.id)).sort((a, b) => b.area_m2 - a.area_m2);
  if (own.length < 2) return 'It has one zone only; two people would stand in each other’s way.';
  if (specs.some((x) => x.key === `${s.key}-b`)) return 'It is split for two people already.';
  const total = own.reduce((n, z) => n + z.area_m2, 0);
  const first: string[] = [];
  const second: string[] = [];
  let [a, b] = [0, 0];
  // Largest first to whoever has less: the two halves come out about even.
  for (const z of own) {
    if (a <= b) {
      first.push(z.id);
      a += z.area_m2;
    } else {
      second.push(z.id);
      b += z.area_m2;
    }
  }
  const things = s.zones.filter((z) => !own.some((o) => o.id === z));
  const half = (key: string, list: string[], share: number): StepSpec => ({
    ...s,
    key,
    title: `${s.title} (${list.flatMap((z) => own.find((o) => o.id === z)?.name.toLowerCase() ?? []).join(', ')})`,
    series: null,
    zones: list,
    minutes: s.minutes * share,
  });
  const halves = [half(s.key, [...first, ...things], a / total), half(`${s.key}-b`, second, b / total)];
  return { specs: specs.flatMap((x) => (x === s ? halves : [x])) };
}

function lengthen(specs: readonly StepSpec[], s: StepSpec, minutes: number): Done {
  const before = specs.slice(0, specs.indexOf(s)).findLast((x) => x.zones.some((z) => s.zones.includes(z)));
  if (!before) return 'Nothing goes before it on its zones.';
  const link = { step: before.key, from: 'end' as const, min_minutes: minutes, max_minutes: null };
  return { specs: replaced(specs, s, { also: [...s.also.filter((l) => l.step !== before.key), link] }) };
}

function hold(specs: readonly StepSpec[], waiting: StepSpec, e: RouteEdit & { op: 'hold' }): StepSpec[] {
  const made = spec({
    key: e.key,
    title: e.title,
    reason: 'Someone else has to answer or deliver first.',
    rule: 'own',
    authority: 'own',
    phase: waiting.phase,
    zones: [],
    minutes: 0,
    hands: 0,
    skill: waiting.skill,
    // Only the order matters to the hold; drying is still asked for by the step itself.
    also: before(specs, waiting).map((b) => ({ step: b.key, from: 'end', min_minutes: 0, max_minutes: null })),
  });
  const at = specs.indexOf(waiting);
  const held = {
    ...waiting,
    also: [...waiting.also, { step: e.key, from: 'end' as const, min_minutes: 0, max_minutes: null }],
  };
  return [...specs.slice(0, at), made, held, ...specs.slice(at + 1)];
}

/** The last step before this one on each of its zones. */
function before(specs: readonly StepSpec[], s: StepSpec): StepSpec[] {
  const earlier = specs.slice(0, specs.indexOf(s));
  return [...new Set(s.zones.flatMap((z) => earlier.findLast((x) => x.zones.includes(z)) ?? []))];
}

function redo(specs: readonly StepSpec[], failed: StepSpec, round: number): StepSpec[] {
  const again = `${baseKey(failed.key)}-again-${round}`;
  const repeat: StepSpec = {
    ...failed,
    key: again,
    title: `${failed.title}, again`,
    series: null,
    reason: 'It failed the first time and is done again.',
    also: [],
    window: null,
    with: null,
  };
  const sand = spec({
    key: `${baseKey(failed.key)}-sandback-${round}`,
    title: 'Sand back the failed coat',
    acts: sanded('level', OWN_GRIT),
    reason: 'Let it harden overnight, then sand back to a sound surface.',
    rule: failed.rule,
    authority: failed.authority,
    phase: failed.phase,
    zones: failed.zones,
    minutes: failed.minutes,
    skill: 'prep',
    splittable: true,
    dusty: true,
    caution: DUST,
    needs: failed.needs.filter((n) => n.kind !== 'rack').map((n) => ({ ...n, span: 'work' })),
    also: [{ step: failed.key, from: 'end', min_minutes: NIGHT, max_minutes: null }],
  });
  const more = failed.coat === null ? [repeat] : [sand, repeat];
  const at = specs.indexOf(failed);
  return insertedAfter(specs, failed, more).map((s, i) =>
    i > at + more.length ? retargeted(s, new Set([failed.key]), again) : s,
  );
}

function block(specs: readonly StepSpec[], failed: StepSpec, round: number): StepSpec[] {
  return insertedAfter(specs, failed, [
    {
      ...failed,
      key: `${baseKey(failed.key)}-block-${round}`,
      title: 'Block the bleed-through with shellac primer',
      series: null,
      reason: 'Dye or tannin came through: one more coat of shellac primer holds it back.',
      coat: 'primer',
      colour: '#e9e4d6',
      product: 'shellac-primer',
      method: 'brush',
      tool: null,
      skill: 'paint',
      also: [],
      window: null,
      with: null,
    },
  ]);
}
