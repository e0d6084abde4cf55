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
export type PersonLine = { readonly person: Person; readonly open: Uint8Array; readonly busy: Uint8Array };
export type StationLine = { readonly station: Station; readonly open: Uint8Array | null; readonly used: Uint16Array };
export type ToolLine = { readonly tool: Tool; readonly used: Uint16Array };

/** For each slot the first one at or after it that breaks (`nextBad`) or keeps (`nextGood`) the limits; `slots` if none. */
export type AirLine = { readonly nextBad: Int32Array; readonly nextGood: Int32Array };

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
    people: byId(problem.people).map((person) => ({
      person,
      open: open(openIntervals(person.hours, problem.timeZone, origin, until)),
      busy: new Uint8Array(slots),
    })),
    stations: byId(problem.stations).map((station) => ({
      station,
      open: station.hours && open(openIntervals(station.hours, problem.timeZone, origin, until)),
      used: new Uint16Array(slots),
    })),
    tools: new Map(problem.tools.map((tool) => [tool.id, { tool, used: new Uint16Array(slots) }])),
    products: new Map(problem.products.map((p) => [p.id, p])),
    air: airOf(problem, origin, slots),
  };
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
  const curve = (climate: string, p: Product) => {
    const limits = limitsOf(p);
    const key = `${climate}|${p.chemistry}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
    let c = curves.get(key);
    if (!c) curves.set(key, (c = dryingCurve(problem.climates[climate]!, p.chemistry, limits)));
    return c;
  };
  const dryTo: Air['dryTo'] = (climates, p, stage, end) => {
    let at = end;
    for (const c of climates) at = Math.max(at, dryAt(curve(c, p), p.chemistry, p.stages_minutes[stage], end));
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
    limitsIn: (climate, p) => {
      const limits = limitsOf(p);
      const key = `${climate}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
      let line = lines.get(key);
      if (!line) lines.set(key, (line = airLine(problem.climates[climate]!, limits, origin, slots)));
      return line;
    },
  };
}

function airLine(air: Climate, limits: DryingLimits, origin: Instant, slots: number): AirLine {
  const nextBad = new Int32Array(slots + 1).fill(slots);
  const nextGood = new Int32Array(slots + 1).fill(slots);
  const hourOf = (k: number) =>
    Math.min(air.temperature_c.length - 1, Math.max(0, Math.floor((origin + k * GRID_MINUTES - air.from) / 60)));
  let hour = -1;
  let broken = false;
  for (let k = slots - 1; k >= 0; k--) {
    const h = hourOf(k);
    if (h !== hour) {
      broken = air.temperature_c[h]! < limits.minTemperature_c || air.humidity_pct[h]! > limits.maxHumidity_pct;
      hour = h;
    }
    nextBad[k] = broken ? k : nextBad[k + 1]!;
    nextGood[k] = broken ? nextGood[k + 1]! : k;
  }
  return { nextBad, nextGood };
}
