import { isSet } from '../resources/bits.ts';
import type { CumulativeProfile } from '../resources/cumulativeProfile.ts';
import { type EngineModel, SPAN } from '../engineModel.ts';
import { type HeadsAndTails, leastSlots } from './headsAndTails.ts';

/** A part of the work of a step that is not fixed, or the stay of a piece on the floor, and what it takes of the pools. */
export type Load = {
  readonly piece: number;
  /** Below 0: the stay of the piece. */
  readonly step: number;
  /** None of it is before this slot. */
  readonly from: number;
  /** Slots of its step that are worked before it and after it. */
  readonly before: number;
  readonly after: number;
  readonly pools: readonly number[];
  /** Slots times units, beside each pool. */
  readonly units: readonly number[];
};

/** Field terms: renewable resources by time buckets */
export type Workload = {
  /** What work competes for: by stretch of time, the slots times units there are. */
  readonly pools: readonly Float64Array[];
  readonly loads: readonly Load[];
  /** First slot of each stretch, and the slot after the last. */
  readonly edges: Int32Array;
};

/** All work that is not fixed, and the hours there are for it. The schedule is empty but for what is fixed. */
export function workloadOf(model: EngineModel, alone: HeadsAndTails): Workload {
  const edges = stretchesOf(model);
  const always = (units: number) => Float64Array.from(edges.subarray(1), (end, b) => units * (end - edges[b]!));
  const pools: Float64Array[] = [];
  /** By step: what each of its slots takes. */
  const uses: { pool: number; units: number }[][] = model.steps.map(() => []);
  for (const { who, steps } of crewsOf(model)) {
    for (const i of steps) uses[i]!.push({ pool: pools.length, units: fewestHands(model, i) });
    pools.push(hoursOf(model, who, edges));
  }
  for (const [profile, demands] of placesOf(model)) {
    for (const { step, units } of demands) uses[step]!.push({ pool: pools.length, units });
    pools.push(always(profile.capacity));
  }
  const loads = uses.flatMap((own, i) => partsOf(model, i, alone.start[i]!, own));
  if (model.floor) {
    loads.push(...staysOf(model, alone, pools.length));
    pools.push(always(model.floor.capacity));
  }
  return { pools, loads, edges };
}

/** Half an hour in which somebody is there, and later on longer ones: what is weeks away need not be known as well. */
function stretchesOf({ people, slots }: EngineModel): Int32Array {
  const edges = [0];
  let open = 0;
  let before = 0;
  for (let s = 0; s < slots; s++) {
    if (people.length > 0 && !people.some((p) => isSet(p.open, s))) continue;
    if (open - before >= Math.max(SHORTEST_SLOTS, GROWTH * open)) {
      edges.push(s);
      before = open;
    }
    open++;
  }
  return Int32Array.from([...edges, slots]);
}
const SHORTEST_SLOTS = 6;
const GROWTH = 0.08;

/** The work of a step in parts, so that of long work not all can be at its end. */
function partsOf(
  model: EngineModel,
  step: number,
  from: number,
  uses: readonly { readonly pool: number; readonly units: number }[],
): Load[] {
  const { piece } = model.steps[step]!;
  const slots = leastSlots(model, step);
  const taken = uses.filter((u) => u.units > 0);
  if (taken.length === 0) return [];
  const count = Math.ceil(slots / PART_SLOTS);
  const endOf = (n: number) => Math.round((slots * n) / count);
  return Array.from({ length: count }, (_, n) => ({
    piece,
    step,
    from,
    before: endOf(n),
    after: slots - endOf(n + 1),
    pools: taken.map((u) => u.pool),
    units: taken.map((u) => u.units * (endOf(n + 1) - endOf(n))),
  }));
}
/** An hour. */
const PART_SLOTS = 12;

/** Every set of people that alone can do something, with all work that only they can do; and all work for all of them. */
function crewsOf(model: EngineModel): { readonly who: ReadonlySet<number>; readonly steps: readonly number[] }[] {
  const sets = new Map<string, { readonly who: ReadonlySet<number>; readonly steps: number[] }>();
  const setOf = (people: readonly number[]) => {
    const key = people.join();
    if (!sets.has(key)) sets.set(key, { who: new Set(people), steps: [] });
    return sets.get(key)!;
  };
  setOf(model.people.map((_, p) => p));
  model.steps.forEach((step, i) => {
    const who = [...new Set(step.modes.flatMap((w) => w.crews.flat()))].sort((a, b) => a - b);
    if (!step.fixed && step.slots > 0 && who.length > 0) setOf(who).steps.push(i);
  });
  return [...sets.values()].map(({ who }) => ({
    who,
    steps: [...sets.values()].filter((s) => [...s.who].every((p) => who.has(p))).flatMap((s) => s.steps),
  }));
}

const fewestHands = (model: EngineModel, i: number) =>
  Math.min(...model.steps[i]!.modes.flatMap((w) => w.crews.map((c) => c.length)));

function hoursOf(model: EngineModel, who: ReadonlySet<number>, edges: Int32Array): Float64Array {
  const room = new Float64Array(edges.length - 1);
  for (const p of who) {
    const { free } = model.people[p]!;
    for (let b = 0; b < room.length; b++)
      for (let s = edges[b]!; s < edges[b + 1]!; s++) if (isSet(free, s)) room[b]!++;
  }
  return room;
}

/** Workplaces and tools that some steps cannot do without. */
function placesOf(model: EngineModel): Map<CumulativeProfile, { readonly step: number; readonly units: number }[]> {
  const places = new Map<CumulativeProfile, { step: number; units: number }[]>();
  model.steps.forEach(({ fixed, modes, sharesRoomWith }, step) => {
    if (fixed || modes.length !== 1) return;
    for (const { profile, units, span, isRoom } of modes[0]!.demands) {
      // What steps of one piece take of a room at the same time counts once.
      if (isRoom && sharesRoomWith.length > 0) continue;
      if (span === SPAN.wet || span === SPAN.setting || span === SPAN.sticky) continue;
      if (!places.has(profile)) places.set(profile, []);
      places.get(profile)!.push({ step, units });
    }
  });
  return places;
}

/** The floor, from the first step of each piece to its last: its longest chain at least. */
function staysOf(model: EngineModel, { start, tail }: HeadsAndTails, pool: number): Load[] {
  return model.pieces.flatMap((p, piece): Load[] => {
    // What stands here takes its floor whether it fits or not.
    if (p.floor === 0 || p.isHere || p.steps.some((i) => model.steps[i]!.fixed)) return [];
    const stay = p.steps.reduce((most, i) => Math.max(most, leastSlots(model, i) + tail[i]!), 0);
    const from = p.steps.reduce((first, i) => Math.min(first, start[i]!), Infinity);
    return [{ piece, step: -1, from, before: 0, after: 0, pools: [pool], units: [p.floor * stay] }];
  });
}
