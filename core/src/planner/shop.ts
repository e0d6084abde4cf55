import { openIntervals } from '../calendar/hours.ts';
import type { Interval } from '../calendar/intervals.ts';
import type { Climate } from '../climate/climate.ts';
import { type DryingCurve, type DryingLimits, dryAt, dryingCurve } from '../drying/dryingCurve.ts';
import { type Product, STAGES, type Stage } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import {
  GRID_MINUTES,
  type Person,
  type Placement,
  type Problem,
  type Station,
  type Step,
  type Tool,
} from './model.ts';

/**
 * The problem laid out on a grid of 5-minute slots from `origin`: when each person and station is open (1) and
 * how much of it is taken. One typed array per resource, indexed by slot; scanning them beats interval lists.
 */
export type ShopFloor = {
  readonly origin: Instant;
  readonly slots: number;
  /** First slot in which something new may start. */
  readonly firstFree: number;
  readonly people: readonly PersonLine[];
  readonly stations: readonly StationLine[];
  readonly tools: ReadonlyMap<string, ToolLine>;
  readonly products: ReadonlyMap<string, Product>;
  readonly air: Air;
};
/** `nextOpen`: for each slot the first one at or after it that is open, `slots` if none; jumps over nights at once. */
export type PersonLine = {
  readonly person: Person;
  readonly open: Uint8Array;
  readonly nextOpen: Int32Array;
  readonly busy: Uint8Array;
};
export type StationLine = {
  readonly station: Station;
  readonly open: Uint8Array | null;
  readonly nextOpen: Int32Array | null;
  readonly used: Uint16Array;
};
export type ToolLine = { readonly tool: Tool; readonly used: Uint16Array };

/** The first slot at or after one that breaks (`nextBad`) or keeps (`nextGood`) the limits; `slots` if none. */
export type AirLine = { readonly nextBad: (slot: number) => number; readonly nextGood: (slot: number) => number };

/** Climate as the planner asks about it; each answer is worked out once and kept. */
export type Air = {
  /** Where the product's limits are kept and broken. */
  limitsIn(climate: string, product: Product): AirLine;
  /** When a film laid at `end` in any of `climates` (the slowest counts) reaches each stage. */
  dryStages(climates: readonly string[], product: Product, end: Instant): Partial<Record<Stage, Instant>>;
  dryTo(climates: readonly string[], product: Product, stage: Stage, end: Instant): Instant;
};

/** Lays the problem out. Cost: O((people + stations) * slots). */
export function layOut(problem: Problem): ShopFloor {
  const origin = Math.floor(problem.now / GRID_MINUTES) * GRID_MINUTES;
  const slots = Math.max(1, Math.floor((problem.horizon - origin) / GRID_MINUTES));
  const until = origin + slots * GRID_MINUTES;
  const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  const open = (spans: readonly Interval[]) => {
    const line = new Uint8Array(slots);
    // A slot is open only when all of it is: hours that start off the grid are rounded inward.
    for (const s of spans)
      line.fill(1, Math.ceil((s.from - origin) / GRID_MINUTES), Math.floor((s.until - origin) / GRID_MINUTES));
    return line;
  };
  return {
    origin,
    slots,
    firstFree: Math.ceil((problem.now - origin) / GRID_MINUTES),
    people: byId(problem.people).map((person) => {
      const line = open(openIntervals(person.hours, problem.timeZone, origin, until));
      return { person, open: line, nextOpen: nextOpen(line), busy: new Uint8Array(slots) };
    }),
    stations: byId(problem.stations).map((station) => {
      const line = station.hours && open(openIntervals(station.hours, problem.timeZone, origin, until));
      return { station, open: line, nextOpen: line && nextOpen(line), used: new Uint16Array(slots) };
    }),
    tools: new Map(problem.tools.map((tool) => [tool.id, { tool, used: new Uint16Array(slots) }])),
    products: new Map(problem.products.map((p) => [p.id, p])),
    air: airOf(problem, origin, slots),
  };
}

function nextOpen(open: Uint8Array): Int32Array {
  const next = new Int32Array(open.length + 1).fill(open.length);
  for (let k = open.length - 1; k >= 0; k--) next[k] = open[k] ? k : next[k + 1]!;
  return next;
}

/** Empties every line, so that another order can be tried on the same layout. */
export function clear(floor: ShopFloor): void {
  for (const p of floor.people) p.busy.fill(0);
  for (const s of floor.stations) s.used.fill(0);
  for (const t of floor.tools.values()) t.used.fill(0);
}

/** Books (`sign` 1) or frees (-1) what a placed step takes; what lies outside the layout is ignored. */
export function book(floor: ShopFloor, step: Step, at: Placement, sign: 1 | -1): void {
  const from = slotFloor(floor, at.start);
  const until = slotCeil(floor, at.end);
  const wetUntil = slotCeil(floor, Math.max(at.end, at.dry.handle ?? at.end));
  for (const line of floor.people) if (at.people.includes(line.person.id)) add(line.busy, from, until, sign);
  step.needs.forEach((need, i) => {
    const line = floor.stations.find((s) => s.station.id === at.stations[i]);
    if (line)
      add(line.used, need.span === 'wet' ? until : from, need.span === 'work' ? until : wetUntil, sign * need.units);
  });
  const tool = step.tool === null ? undefined : floor.tools.get(step.tool);
  if (tool) add(tool.used, from, until, sign);
}

export const slotFloor = (floor: ShopFloor, at: Instant) =>
  Math.min(floor.slots, Math.max(0, Math.floor((at - floor.origin) / GRID_MINUTES)));
export const slotCeil = (floor: ShopFloor, at: Instant) =>
  Math.min(floor.slots, Math.max(0, Math.ceil((at - floor.origin) / GRID_MINUTES)));

function add(line: Uint8Array | Uint16Array, from: number, until: number, amount: number): void {
  for (let k = from; k < until; k++) line[k]! += amount;
}

function airOf(problem: Problem, origin: Instant, slots: number): Air {
  const curves = new Map<string, DryingCurve>();
  const lines = new Map<string, AirLine>();
  const limitsOf = (p: Product) => p.limits ?? { minTemperature_c: 0, maxHumidity_pct: 100 };
  // Asked many thousand times: found by product and place without building a key.
  const curveOf = new Map<Product, Map<string, DryingCurve>>();
  const lineOf = new Map<Product, Map<string, AirLine>>();
  const kept = <T>(cache: Map<Product, Map<string, T>>, climate: string, p: Product, make: () => T): T => {
    let byPlace = cache.get(p);
    if (!byPlace) cache.set(p, (byPlace = new Map<string, T>()));
    let found = byPlace.get(climate);
    if (found === undefined) byPlace.set(climate, (found = make()));
    return found;
  };
  const newCurve = (climate: string, p: Product) => {
    const limits = limitsOf(p);
    const key = `${climate}|${p.chemistry}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
    let c = curves.get(key);
    if (!c) curves.set(key, (c = dryingCurve(problem.climates[climate]!, p.chemistry, limits)));
    return c;
  };
  const dryTo: Air['dryTo'] = (climates, p, stage, end) => {
    let at = end;
    for (const c of climates)
      at = Math.max(
        at,
        dryAt(
          kept(curveOf, c, p, () => newCurve(c, p)),
          p.chemistry,
          p.stages_minutes[stage],
          end,
        ),
      );
    return at;
  };
  return {
    dryTo,
    dryStages: (climates, p, end) => {
      const dry: Partial<Record<Stage, Instant>> = {};
      for (const stage of STAGES) {
        const at = dryTo(climates, p, stage, end);
        if (at !== Number.POSITIVE_INFINITY) dry[stage] = at; // a stage past the known climate is left out
      }
      return dry;
    },
    limitsIn: (climate, p) => kept(lineOf, climate, p, () => newLine(climate, p)),
  };
  function newLine(climate: string, p: Product): AirLine {
    const limits = limitsOf(p);
    const key = `${climate}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
    let line = lines.get(key);
    if (!line) lines.set(key, (line = airLine(problem.climates[climate]!, limits, origin, slots)));
    return line;
  }
}

/** Kept by the hour, since the air is the same within one: a twelfth of the slots to fill for each product and place. */
function airLine(air: Climate, limits: DryingLimits, origin: Instant, slots: number): AirLine {
  const hours = air.temperature_c.length;
  const nextBad = new Int32Array(hours + 1).fill(hours);
  const nextGood = new Int32Array(hours + 1).fill(hours);
  for (let h = hours - 1; h >= 0; h--) {
    const broken = air.temperature_c[h]! < limits.minTemperature_c || air.humidity_pct[h]! > limits.maxHumidity_pct;
    nextBad[h] = broken ? h : nextBad[h + 1]!;
    nextGood[h] = broken ? nextGood[h + 1]! : h;
  }
  const at = (next: Int32Array) => (slot: number) => {
    if (slot >= slots) return slots;
    // Before the first and after the last known hour the nearest one stands for the rest.
    const h = Math.min(hours - 1, Math.max(0, Math.floor((origin + slot * GRID_MINUTES - air.from) / 60)));
    const found = next[h]!;
    if (found === h) return slot;
    if (found === hours) return slots;
    return Math.min(slots, Math.ceil((air.from + found * 60 - origin) / GRID_MINUTES));
  };
  return { nextBad: at(nextBad), nextGood: at(nextGood) };
}
