import { type HeadsAndTails, headsAndTailsOf, leastSlots } from './headsAndTails.ts';
import { isSet } from '../resources/bits.ts';
import { type EngineModel, SPAN } from '../engineModel.ts';
import { costOfDone } from '../schedule/cost.ts';

/** What a piece costs when it is wholly done in a slot; never less for a later one. */
export type CostOfDone = (model: EngineModel, piece: number, done: number) => number;

const wholeCost: CostOfDone = (model, piece, done) => costOfDone(model.pieces[piece]!, done);

/**
 * A cost that no plan of the model can be below: each piece alone in the shop with what is fixed, and the work of all of
 * them on the scarcest hands, workplace or floor, spread over the hours there are. Windows, set-ups and the order on a
 * bench are left out, so the true optimum may be well above it.
 * @param rounds how often the prices of the hours are mended; 0: every piece alone only
 * Field terms: critical-path bound; Lagrangian bound of a preemptive transportation relaxation, the cost of a
 * piece spread evenly over its units of work (after the mean busy times of Goemans 1997)
 */
export function lowerBound(model: EngineModel, rounds: number, costOf: CostOfDone = wholeCost): number {
  const headsAndTails = headsAndTailsOf(model);
  let best = 0;
  for (let k = 0; k < model.pieces.length; k++) best += costOf(model, k, headsAndTails.done[k]!);
  if (rounds === 0) return best;
  for (const pool of [
    ...crewPools(model, headsAndTails),
    ...linePools(model, headsAndTails),
    ...floorPool(model, headsAndTails),
  ])
    best = Math.max(best, priced(model, pool, headsAndTails.done, rounds, costOf));
  return best;
}

/** Work that must be fitted into the same hours: so many units of a piece, none before `from`, the piece done `tail` later. */
type Load = { readonly piece: number; readonly units: number; readonly from: number; readonly tail: number };
type Pool = { readonly loads: readonly Load[]; readonly room: Float64Array; readonly width: number };

/** Hands: for every set of people that alone can do something, all work that only they can do. */
function crewPools(model: EngineModel, headsAndTails: HeadsAndTails): Pool[] {
  const sets = new Map<string, { who: Set<number>; steps: number[] }>();
  model.steps.forEach((step, i) => {
    if (step.fixed || step.slots === 0) return;
    const who = new Set(step.modes.flatMap((w) => w.crews.flat()));
    if (who.size === 0) return;
    const key = [...who].sort((a, b) => a - b).join();
    if (!sets.has(key)) sets.set(key, { who, steps: [] });
    sets.get(key)!.steps.push(i);
  });
  const everyone = { who: new Set(model.people.map((_, p) => p)), steps: [] };
  return [...sets.values(), everyone].map(({ who }) => {
    const within = [...sets.values()].filter((s) => [...s.who].every((p) => who.has(p))).flatMap((s) => s.steps);
    const loads = within.map((i) => {
      const hands = Math.min(...model.steps[i]!.modes.flatMap((w) => w.crews.map((c) => c.length)));
      return loadOf(model, headsAndTails, i, hands * leastSlots(model, i));
    });
    const width = widthOf(model);
    const room = new Float64Array(Math.ceil(model.slots / width));
    // The schedule is empty but for what is fixed.
    for (const p of who) {
      const { free } = model.people[p]!;
      for (let t = 0; t < model.slots; t++) if (isSet(free, t)) room[Math.floor(t / width)]!++;
    }
    return { loads, room, width };
  });
}

/** Workplaces and tools that some steps cannot do without. */
function linePools(model: EngineModel, headsAndTails: HeadsAndTails): Pool[] {
  const loads = new Map<(typeof model.profiles)[number], Load[]>();
  model.steps.forEach((step, i) => {
    if (step.fixed || step.modes.length !== 1) return;
    for (const t of step.modes[0]!.demands) {
      if (t.span === SPAN.wet || t.span === SPAN.setting || t.span === SPAN.sticky) continue;
      if (!loads.has(t.profile)) loads.set(t.profile, []);
      loads.get(t.profile)!.push(loadOf(model, headsAndTails, i, t.units * leastSlots(model, i)));
    }
  });
  const width = widthOf(model);
  return [...loads].map(([profile, own]) => ({
    loads: own,
    width,
    room: new Float64Array(Math.ceil(model.slots / width)).fill(profile.capacity * width),
  }));
}

/** The floor, from the first step of each piece to its last: its longest chain at least. */
function floorPool(model: EngineModel, headsAndTails: HeadsAndTails): Pool[] {
  if (!model.floor) return [];
  const width = widthOf(model);
  const loads = model.pieces.flatMap((p, piece): Load[] => {
    // What stands here takes its floor whether it fits or not.
    if (p.floor === 0 || p.isHere || p.steps.some((i) => model.steps[i]!.fixed)) return [];
    const stay = p.steps.reduce((most, i) => Math.max(most, leastSlots(model, i) + headsAndTails.tail[i]!), 0);
    const from = p.steps.reduce((first, i) => Math.min(first, headsAndTails.start[i]!), Infinity);
    return [{ piece, units: p.floor * stay, from, tail: 0 }];
  });
  const room = new Float64Array(Math.ceil(model.slots / width)).fill(model.floor.capacity * width);
  return [{ loads, room, width }];
}

const loadOf = (model: EngineModel, headsAndTails: HeadsAndTails, i: number, units: number): Load => ({
  piece: model.steps[i]!.piece,
  units,
  from: headsAndTails.start[i]!,
  tail: headsAndTails.tail[i]!,
});

/** Slots that are counted together; fewer, wider ones for long plans. */
const widthOf = (model: EngineModel) => Math.max(1, Math.ceil(model.slots / MOST_BUCKETS));
const MOST_BUCKETS = 600;

/** Prices for the hours that make it dear to want the same ones; any prices give a bound, mending them raises it. */
function priced(
  model: EngineModel,
  { loads, room, width }: Pool,
  headsAndTails: Float64Array,
  rounds: number,
  costOf: CostOfDone,
): number {
  const units = new Float64Array(model.pieces.length);
  for (const l of loads) units[l.piece]! += l.units;
  let rest = 0;
  for (let k = 0; k < model.pieces.length; k++) if (units[k] === 0) rest += costOf(model, k, headsAndTails[k]!);
  const active = loads.filter((l) => l.units > 0);
  const price = new Float64Array(room.length);
  const costs = active.map((l) => {
    const first = Math.min(room.length - 1, Math.floor(l.from / width));
    const row = new Float64Array(room.length - first);
    for (let b = first; b < room.length; b++)
      row[b - first] =
        costOf(model, l.piece, Math.max(headsAndTails[l.piece]!, Math.max(l.from, b * width) + 1 + l.tail)) /
        units[l.piece]!;
    // A step may have no place at all, which costs at least what being done at the very end does.
    return { first, row, units: l.units, never: costOf(model, l.piece, model.slots) / units[l.piece]! };
  });
  let best = 0;
  let step = 1;
  for (let round = 0; round <= rounds; round++) {
    const used = new Float64Array(room.length);
    let value = rest;
    for (const { first, row, units: n, never } of costs) {
      let least = never;
      let at = -1;
      for (let b = 0; b < row.length; b++) {
        const c = row[b]! + price[first + b]!;
        if (c >= least) continue;
        least = c;
        at = first + b;
      }
      value += n * least;
      if (at >= 0) used[at]! += n;
    }
    let square = 0;
    for (let b = 0; b < room.length; b++) {
      value -= price[b]! * room[b]!;
      const over = used[b]! - room[b]!;
      if (over > 0 || price[b]! > 0) square += over * over;
    }
    if (value > best) best = value;
    else if (round > 0) step *= 0.85;
    if (square === 0) break;
    const length = (step * (4 * best + 1 - value)) / square;
    for (let b = 0; b < room.length; b++) {
      const over = used[b]! - room[b]!;
      if (over > 0 || price[b]! > 0) price[b] = Math.max(0, price[b]! + length * over);
    }
  }
  return best;
}
