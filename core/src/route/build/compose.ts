import { productById } from '../../products/library.ts';
import { PHASES, type Zone } from '../piece.ts';
import type { Effect, Rule, StepWish } from '../rules/rule.ts';
import { canTakeLook, looksOf } from '../finish.ts';
import type { Precedence } from '../rules/precedence.ts';
import { does } from '../act.ts';
import { coatSpecs } from './coats.ts';
import { Facts, type LookAsked, partsFor, type RouteInput, touches } from './facts.ts';
import { wishesInLots } from './lots.ts';
import { withMixing } from './mixing.ts';
import { groundSpecs, stripSpecs, washSpecs } from './prepare.ts';
import type { Part } from './parts.ts';
import type { Choice, Slots } from './sheet.ts';
import { spec, type StepSpec } from './spec.ts';

export type Composed = {
  readonly specs: readonly StepSpec[];
  readonly notes: readonly string[];
  /** Rules that applied, in order. */
  readonly fired: readonly string[];
  /** Pairs of rules that spoke for the same choice and of which neither is the stronger: a fault in the rules. */
  readonly ties: readonly string[];
};

type Wanted = { readonly wish: StepWish; readonly zones: Set<string>; readonly rule: Rule; readonly facts: Facts };
/** What the rules said, gathered before any step is made. */
type Sheet = {
  readonly chosen: Map<string, Record<string, Choice>>;
  readonly wanted: Map<string, Wanted>;
  readonly warnings: { readonly effect: Effect & { do: 'warn' }; readonly zones: readonly string[] | null }[];
  readonly waits: (Effect & { do: 'wait' })[];
  readonly notes: Set<string>;
  readonly fired: Set<string>;
  readonly ties: Set<string>;
  readonly precedence: Precedence;
};

/** Asks every rule of every part it is about, then writes the steps they ask for in the order of work. */
export function compose(
  input: RouteInput,
  zones: readonly Zone[],
  rules: readonly Rule[],
  precedence: Precedence,
): Composed {
  const parts = partsFor(input, zones);
  const sheet: Sheet = {
    chosen: new Map(parts.map((p) => [p.id, {}])),
    wanted: new Map(),
    warnings: [],
    waits: [],
    notes: new Set(),
    fired: new Set(),
    ties: new Set(),
    precedence,
  };
  const all = parts.map((p) => new Facts(input, zones, parts, p, sheet.chosen));
  const looks = asked(input, zones, parts, sheet);
  for (const block of blocks(rules))
    for (const f of block.of === 'piece' ? all.slice(0, 1) : block.of === 'part' ? [null] : looks)
      for (const rule of block.rules)
        for (const of of f ? [f] : all) {
          if (!rule.applies(of)) continue;
          sheet.fired.add(rule.id);
          for (const e of typeof rule.does === 'function' ? rule.does(of) : rule.does) take(sheet, rule, of, e);
        }
  const specs = [
    ...wishesInLots([...sheet.wanted.values()].map((w) => ({ wish: w.wish, spec: wishSpec(w, sheet) }))),
    ...washSpecs(all),
    ...stripSpecs(all),
    ...groundSpecs(all),
    ...coatSpecs(all, sheet.notes),
  ];
  const ordered = withMixing(inOrder(specs), input.means.products ?? productById);
  return {
    specs: ordered.map((s) => finished(s, sheet, ordered)),
    notes: [...sheet.notes],
    fired: [...sheet.fired],
    ties: [...sheet.ties],
  };
}

type Block = { readonly of: Rule['of']; readonly rules: readonly Rule[] };
/** Neighbours that are asked of looks are asked look by look, so that looks stand in the order they are wanted in. */
function blocks(rules: readonly Rule[]): Block[] {
  const made: { of: Rule['of']; rules: Rule[] }[] = [];
  for (const rule of rules) {
    const last = made.at(-1);
    if (rule.of === 'look' && last?.of === 'look') last.rules.push(rule);
    else made.push({ of: rule.of, rules: [rule] });
  }
  return made;
}

/** The looks that are wanted, each with the part it is mainly on; one whose zones are not on this piece is left out. */
function asked(input: RouteInput, zones: readonly Zone[], parts: readonly Part[], sheet: Sheet): Facts[] {
  const counts = new Map<string, number>();
  return looksOf(input.brief).flatMap((look) => {
    const on = parts.filter((p) => touches(look, p) && canTakeLook(p.treatment.kind, look.kind));
    const main = on[0];
    if (!main) return [];
    const n = (counts.get(look.kind) ?? 0) + 1;
    counts.set(look.kind, n);
    const own = look.zones;
    const lookAsked: LookAsked = {
      look,
      parts: on,
      zones: on.flatMap((p) => (own ? p.zones.filter((z) => own.includes(z)) : p.zones)),
      suffix: n === 1 ? '' : `-${n}`,
    };
    return [new Facts(input, zones, parts, main, sheet.chosen, lookAsked)];
  });
}

function take(sheet: Sheet, rule: Rule, f: Facts, e: Effect): void {
  switch (e.do) {
    case 'choose': {
      const slots = sheet.chosen.get(f.part.id)!;
      const now = slots[e.slot];
      const wins = now ? sheet.precedence.stronger(rule.id, now.rule) : rule.id;
      const isSame = now && JSON.stringify(now.value) === JSON.stringify(e.value);
      if (now && wins === null && !isSame && now.rule !== rule.id) sheet.ties.add(`${e.slot}: ${now.rule}, ${rule.id}`);
      const value =
        e.slot === 'primer' && now ? morePrimer(now as Choice<'primer'>, e.value as Slots['primer']) : e.value;
      if (now && wins === now.rule && now.rule !== rule.id) {
        if (value !== e.value) slots[e.slot] = { ...now, value };
        return;
      }
      slots[e.slot] = {
        value,
        reason: rule.reason,
        rule: rule.id,
        authority: rule.authority,
      };
      return;
    }
    case 'step': {
      const zones = e.step.zones ?? f.asked?.zones ?? f.part.zones;
      const known = sheet.wanted.get(e.step.key);
      if (known) for (const z of zones) known.zones.add(z);
      else sheet.wanted.set(e.step.key, { wish: e.step, zones: new Set(zones), rule, facts: f });
      return;
    }
    case 'warn':
      sheet.warnings.push({ effect: e, zones: rule.of === 'piece' ? null : (f.asked?.zones ?? f.part.zones) });
      return;
    case 'wait':
      sheet.waits.push(e);
      return;
    case 'note':
      sheet.notes.add(e.words);
  }
}

/** Two reasons for the same primer: the one that asks for more coats is heard, whichever is stronger. */
function morePrimer(now: Choice<'primer'>, asked: Slots['primer']): Slots['primer'] {
  const same = now.value.product === asked.product && now.value.coats > 0 && asked.coats > 0;
  return same ? { ...asked, coats: Math.max(now.value.coats, asked.coats) } : asked;
}

function wishSpec({ wish, zones, rule, facts: f }: Wanted, sheet: Sheet): StepSpec {
  const list = [...zones];
  const [start, perM2 = 0, perPart = 0, perPiece = 0] = wish.minutes;
  const minutes = start + perM2 * f.worth(list) + perPart * f.loose + perPiece * Math.max(0, f.pieces - 1);
  const isAlone = wish.hands === 2 && f.input.means.people < 2;
  if (isAlone) sheet.notes.add(`“${wish.title}” takes two people: ask for a second pair of hands.`);
  const stands = wish.stands ?? (wish.product && wish.coat ? 'wet' : 'bench');
  return spec({
    key: wish.key,
    title: wish.title,
    reason: wish.reason ?? rule.reason,
    rule: rule.id,
    authority: rule.authority,
    phase: wish.phase,
    acts: wish.acts ?? [],
    zones: list,
    minutes,
    skill: wish.skill,
    group: wish.coat ? f.part.group : null,
    coat: wish.coat ?? null,
    colour: wish.colour ?? null,
    method: wish.method ?? null,
    ...(wish.thickness === undefined ? {} : { thickness: wish.thickness }),
    ...(wish.water_pct === undefined ? {} : { water_pct: wish.water_pct }),
    hands: isAlone ? 1 : (wish.hands ?? 1),
    splittable: wish.splittable ?? false,
    dusty: wish.dusty ?? false,
    needs: stands === 'none' || wish.hands === 0 ? [] : stands === 'wet' ? f.wetNeeds(list, 'bench') : f.benchWork,
    product: wish.product ?? null,
    ...(wish.mixes === undefined ? {} : { mixes: wish.mixes }),
    caution: wish.caution ?? null,
    outcomes: wish.outcomes ?? [],
    loss: wish.loss ?? 0.1,
    window: wish.window ?? null,
    with: wish.with ?? null,
    place: wish.place ?? null,
    series: wish.series ? { id: wish.series, before: wish.title, behind: '' } : null,
    also: wish.afterToo ? [{ step: wish.afterToo, from: 'end', min_minutes: 0, max_minutes: null }] : [],
  });
}

/** By phase, within a phase as given; then those with a place of their own are put beside their neighbour. */
function inOrder(specs: readonly StepSpec[]): StepSpec[] {
  const rank = new Map(PHASES.map((p, i) => [p, i]));
  const free = specs.filter((s) => s.place === null);
  const ordered = free
    .map((s, i) => ({ s, i }))
    .sort((a, b) => rank.get(a.s.phase)! - rank.get(b.s.phase)! || a.i - b.i)
    .map(({ s }) => s);
  for (const s of specs.filter((x) => x.place !== null)) {
    const [key, offset] = 'after' in s.place! ? [s.place.after, 1] : [s.place!.before, 0];
    const at = ordered.findIndex((o) => o.key === key);
    // Steps already placed behind the same neighbour stay in front of this one.
    const behind = (o: StepSpec | undefined) => o?.place && 'after' in o.place && o.place.after === key;
    let to = at + offset;
    if (at >= 0 && offset === 1) while (behind(ordered[to])) to++;
    if (at >= 0) ordered.splice(to, 0, s);
    else ordered.splice(endOfPhase(ordered, rank.get(s.phase)!, rank), 0, s);
  }
  return ordered;
}

function endOfPhase(ordered: readonly StepSpec[], phase: number, rank: ReadonlyMap<string, number>): number {
  const later = ordered.findIndex((o) => rank.get(o.phase)! > phase);
  return later === -1 ? ordered.length : later;
}

function finished(s: StepSpec, sheet: Sheet, all: readonly StepSpec[]): StepSpec {
  const cautions = sheet.warnings
    .filter((w) => does(s, ...w.effect.on) && (w.zones === null || w.zones.some((z) => s.zones.includes(z))))
    .map((w) => w.effect.words);
  const waits = sheet.waits
    .filter((w) => w.step === s.key && all.some((o) => o.key === w.after))
    .map((w) => ({ step: w.after, from: 'end' as const, min_minutes: w.minutes, max_minutes: null }));
  const also = [...s.also, ...waits, ...afterTheDust(s, all)];
  if (cautions.length === 0 && also.length === s.also.length) return s;
  return { ...s, caution: [...new Set([s.caution, ...cautions].filter(Boolean))].join(' ') || null, also };
}

/** What is done inside at the end waits for the last dust and the last coat, though it touches none of their zones. */
function afterTheDust(s: StepSpec, all: readonly StepSpec[]): StepSpec['also'] {
  if (s.phase !== 'inside') return [];
  const before = all.slice(0, all.indexOf(s));
  const last = [before.findLast((o) => o.dusty), before.findLast((o) => o.coat !== null && o.group !== 'inside')];
  return [...new Set(last)].flatMap((o) =>
    o ? [{ step: o.key, from: o.product === null ? 'end' : 'handle', min_minutes: 0, max_minutes: null } as const] : [],
  );
}
