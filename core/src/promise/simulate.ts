import { GRID_MINUTES } from '../calendar/grid.ts';
import { STAGES } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import { afterNth, type Bits, firstRun, nextSet } from '../planner/engine/resources/bits.ts';
import { intersect } from '../planner/engine/resources/calendars.ts';
import type { Film } from '../planner/engine/engineModel.ts';
import { randomFrom } from '../planner/engine/search/random.ts';
import { queryPlan } from '../planner/explain/planQuery.ts';
import type { Draft } from '../planner/build/draft.ts';
import { type Plan, type Problem } from '../planner/model/model.ts';
import { factor, type Uncertainty, USUAL_UNCERTAINTY } from './chances.ts';

/** When each piece was ready in each run, sorted; Infinity where a run went past what is known. */
export type Simulation = ReadonlyMap<string, Float64Array>;

/** What one step of the plan waits for in a run, by the numbers of the steps before it. */
type Activity = {
  readonly i: number;
  readonly piece: number;
  readonly planned: number;
  readonly work: number;
  readonly split: boolean;
  /** Whoever can do it in its place, the planned crew first, with the hours they share. */
  readonly crews: readonly { readonly people: readonly number[]; readonly calendar: Bits }[];
  /** Its places: their number, how many units, and whether from the start of work and through drying. */
  readonly places: readonly {
    readonly place: number;
    readonly units: number;
    readonly isWork: boolean;
    readonly isWet: boolean;
  }[];
  readonly tool: number;
  readonly film: Film | null;
  /** Number of its product on its piece: they dry well or badly together. */
  readonly batch: number;
  readonly isCoat: boolean;
  readonly links: readonly {
    readonly of: number;
    readonly stage: number;
    readonly min: number;
    readonly max: number;
  }[];
  readonly rescue: number;
  readonly earliest: number;
};

const TRAVEL = STAGES.indexOf('travel');
const HANDLE = STAGES.indexOf('handle');

/**
 * Runs a plan many times with work, drying, rework and absence as they may turn out. People follow the plan's order: who
 * is done early goes on early, and whoever has to wait waits; nothing is planned anew meanwhile.
 * Field terms: Monte Carlo, discrete-event simulation of a fixed order
 * Cost: O(runs * steps)
 */
export function simulate(
  problem: Problem,
  plan: Plan,
  runs: number,
  seed: number,
  uncertainty: Uncertainty = USUAL_UNCERTAINTY,
): Simulation {
  const draft = queryPlan(problem, plan);
  const { compiled } = draft;
  const activities = activitiesOf(draft);
  const batches = activities.reduce((n, a) => Math.max(n, a.batch + 1), 0);
  const n = compiled.steps.length;
  const { slots } = compiled.model;
  const end = new Float64Array(n);
  const wet = new Float64Array(n);
  const plannedEnd = Float64Array.from(draft.schedule.end);
  const drying = new Float64Array(batches);
  const away = new Map<number, boolean>();
  const links = linksOf(activities, n);
  const waitsFor = new Int32Array(activities.length);
  const queue = new Queue(activities.length);
  const free = new Float64Array(compiled.people.length);
  const toolFree = new Float64Array(problem.tools.length);
  const { freeAtFirst, poolAtFirst } = atFirst(draft);
  const pools = poolAtFirst.map((p) => Float64Array.from(p));
  const results = compiled.pieces.map(() => new Float64Array(runs));
  const r = randomFrom(seed);
  for (let run = 0; run < runs; run++) {
    for (let k = 0; k < batches; k++) drying[k] = factor(uncertainty.drying, r);
    away.clear();
    free.set(freeAtFirst);
    toolFree.fill(0);
    pools.forEach((pool, k) => pool.set(poolAtFirst[k]!));
    const isAway = (person: number, slot: number): boolean => {
      const key = person * 4000 + (Math.floor((compiled.origin + slot * GRID_MINUTES) / 1440) % 4000);
      let is = away.get(key);
      if (is === undefined) away.set(key, (is = r() < uncertainty.absence));
      return is;
    };
    const done = new Float64Array(compiled.pieces.length);
    compiled.steps.forEach((s, i) => {
      const at = compiled.model.steps[i]!.fixed;
      if (!at) return;
      end[i] = at.end;
      wet[i] = at.hold;
      const piece = compiled.model.steps[i]!.piece;
      done[piece] = Math.max(done[piece]!, s.product === null ? at.end : at.done);
    });
    const dryAt = (a: Activity, stage: number): number => {
      const from = end[a.i]!;
      if (!a.film || from > slots) return from;
      // Dry for so long at the air of its own time, longer or shorter as this batch goes.
      const planned = a.film.minutes(stage, Math.floor(from)) / GRID_MINUTES - Math.floor(from);
      return from + planned * Math.max(1, drying[a.batch]!);
    };
    // Whoever is ready first goes first, as in a workshop; those ready at once in the order of the plan.
    queue.clear();
    waitsFor.set(links.counts);
    const readyOf = (a: Activity): { from: number; latest: number } => {
      // Whatever it waits for that was done early lets it begin as much earlier, and no more.
      let early = 0;
      for (const l of a.links) early = Math.max(early, plannedEnd[l.of]! - end[l.of]!);
      let from = Math.max(a.planned - early, a.earliest);
      let latest = Infinity;
      for (const l of a.links) {
        const other = links.activityOf[l.of];
        const base = l.stage < 0 || !other ? end[l.of]! : dryAt(other, l.stage);
        from = Math.max(from, base + l.min);
        latest = Math.min(latest, end[l.of]! + l.max);
      }
      return { from, latest };
    };
    activities.forEach((a, k) => {
      if (waitsFor[k] === 0) queue.push(readyOf(a).from, k);
    });
    for (let k = queue.pop(); k >= 0; k = queue.pop()) {
      const a = activities[k]!;
      const { from: ready, latest } = readyOf(a);
      let from = ready;
      for (const p of a.places) if (p.isWork) from = Math.max(from, pools[p.place]![p.units - 1]!);
      if (a.tool >= 0) from = Math.max(from, toolFree[a.tool]!);
      let work = a.work * factor(uncertainty.work, r);
      if (from > latest) work += a.rescue;
      if (a.isCoat && r() < uncertainty.rework) work = work * 2 + reworkWait(a);
      end[a.i] = workedUntil(a, Math.ceil(from), Math.max(1, Math.ceil(work)), slots, free, isAway);
      wet[a.i] = dryAt(a, HANDLE);
      for (const p of a.places) leave(pools[p.place]!, p.units, p.isWet ? wet[a.i]! : end[a.i]!);
      if (a.tool >= 0) toolFree[a.tool] = end[a.i]!;
      done[a.piece] = Math.max(done[a.piece]!, a.film ? dryAt(a, TRAVEL) : end[a.i]!);
      for (const next of links.after[k]!)
        if (--waitsFor[next]! === 0) queue.push(readyOf(activities[next]!).from, next);
    }
    done.forEach((at, k) => {
      results[k]![run] = at > slots ? Infinity : compiled.origin + Math.ceil(at) * GRID_MINUTES;
    });
  }
  const out = new Map<string, Float64Array>();
  compiled.pieces.forEach((p, k) => {
    if (plan.ready[p.id] !== undefined) out.set(p.id, results[k]!.sort());
  });
  return out;
}

/** A failed coat is let dry and sanded before it is done again: hours of working time. */
const reworkWait = (a: Activity) => (a.film ? 36 : 12);

/** For each act, which acts wait for it, and for how many each waits; and the act of each step. */
function linksOf(
  activities: readonly Activity[],
  steps: number,
): { counts: Int32Array; after: number[][]; activityOf: (Activity | undefined)[] } {
  const activityOf: (Activity | undefined)[] = Array.from({ length: steps });
  const number = new Map(activities.map((a, k) => [a.i, k]));
  for (const a of activities) activityOf[a.i] = a;
  const counts = new Int32Array(activities.length);
  const after = activities.map(() => [] as number[]);
  activities.forEach((a, k) => {
    for (const of of new Set(a.links.map((l) => l.of))) {
      const before = number.get(of);
      if (before === undefined) continue;
      counts[k]!++;
      after[before]!.push(k);
    }
  });
  return { counts, after, activityOf };
}

/** Numbers by when they are due, the smallest first; of equal ones the smaller number. Field term: binary heap */
class Queue {
  readonly #at: Float64Array;
  readonly #who: Int32Array;
  #size = 0;

  constructor(most: number) {
    this.#at = new Float64Array(most + 1);
    this.#who = new Int32Array(most + 1);
  }
  clear(): void {
    this.#size = 0;
  }
  push(at: number, who: number): void {
    let k = this.#size++;
    while (k > 0) {
      const up = (k - 1) >> 1;
      if (!this.#isBefore(at, who, up)) break;
      this.#at[k] = this.#at[up]!;
      this.#who[k] = this.#who[up]!;
      k = up;
    }
    this.#at[k] = at;
    this.#who[k] = who;
  }
  /** -1 when it is empty. */
  pop(): number {
    if (this.#size === 0) return -1;
    const first = this.#who[0]!;
    const at = this.#at[--this.#size]!;
    const who = this.#who[this.#size]!;
    let k = 0;
    for (let child = 1; child < this.#size; child = 2 * k + 1) {
      if (child + 1 < this.#size && this.#isBefore(this.#at[child + 1]!, this.#who[child + 1]!, child)) child++;
      if (!this.#isBefore(this.#at[child]!, this.#who[child]!, -1, at, who)) break;
      this.#at[k] = this.#at[child]!;
      this.#who[k] = this.#who[child]!;
      k = child;
    }
    this.#at[k] = at;
    this.#who[k] = who;
    return first;
  }
  #isBefore(at: number, who: number, k: number, otherAt = this.#at[k]!, otherWho = this.#who[k]!): boolean {
    return at < otherAt || (at === otherAt && who < otherWho);
  }
}

/**
 * Slot in which work begun at or after `from` ends, by the crew that can begin first; the planned one if it can. It is begun
 * when as much as was planned fits their hours; days on which one of them is away are lost. A coat that takes longer is
 * finished all the same, other work within reason.
 */
function workedUntil(
  a: Activity,
  from: number,
  work: number,
  slots: number,
  free: Float64Array,
  isAway: (p: number, slot: number) => boolean,
): number {
  const planned = Math.max(1, Math.ceil(a.work));
  if (a.crews[0]!.people.length === 0) return from + a.work;
  let best = slots;
  let chosen: Activity['crews'][number] | null = null;
  for (const crew of a.crews) {
    let at = from;
    for (const p of crew.people) at = Math.max(at, Math.ceil(free[p]!));
    if (at >= best) continue;
    const start = begin(a, crew, at, planned, slots, isAway);
    if (start >= best) continue;
    best = start;
    chosen = crew;
  }
  if (!chosen) return slots + 1;
  const end = endOf(a, chosen.calendar, best, planned, work, slots);
  for (const p of chosen.people) free[p] = end;
  return end;
}

function begin(
  a: Activity,
  crew: Activity['crews'][number],
  from: number,
  planned: number,
  slots: number,
  isAway: (p: number, slot: number) => boolean,
): number {
  for (let at = from, tries = 0; tries < 40; tries++) {
    const start = a.split ? nextSet(crew.calendar, at, slots) : firstRun(crew.calendar, at, planned, slots);
    if (start >= slots || !crew.people.some((p) => isAway(p, start))) return start;
    at = (Math.floor(start / DAY_SLOTS) + 1) * DAY_SLOTS;
  }
  return slots;
}

function endOf(a: Activity, calendar: Bits, start: number, planned: number, work: number, slots: number): number {
  if (!a.split) return start + work;
  const over = Math.max(0, work - planned);
  const inHours = over > OVERTIME_SLOTS ? work : Math.min(work, planned);
  const end = afterNth(calendar, start, inHours);
  return end < 0 ? slots + 1 : end + (work - inHours);
}

/** Units of a place are taken by whoever comes next, those free first; kept sorted by when they are free. */
function leave(pool: Float64Array, units: number, at: number): void {
  for (let n = 0; n < units && n < pool.length; n++) pool[n] = Math.max(pool[n]!, at);
  pool.sort();
}

const DAY_SLOTS = 1440 / GRID_MINUTES;
/** Work that could be left for tomorrow is finished today when no more than this is left. */
const OVERTIME_SLOTS = 6;

const placesOf = (draft: Draft) => draft.compiled.problem.stations;

/** When people and units of places are free of what is done or under way. */
function atFirst(draft: Draft): { freeAtFirst: Float64Array; poolAtFirst: Float64Array[] } {
  const { compiled } = draft;
  const freeAtFirst = new Float64Array(compiled.people.length);
  const stations = placesOf(draft);
  const poolAtFirst = stations.map((s) => new Float64Array(s.capacity));
  compiled.steps.forEach((step, i) => {
    const at = compiled.model.steps[i]!.fixed;
    const mode = compiled.model.steps[i]!.modes[0];
    if (!at || !mode) return;
    for (const p of mode.crews[0] ?? []) freeAtFirst[p] = Math.max(freeAtFirst[p]!, at.end);
    compiled.places[mode.place]?.forEach((id, n) => {
      const k = stations.findIndex((s) => s.id === id);
      const need = step.needs[n];
      if (k >= 0 && need && at.hold > 0) leave(poolAtFirst[k]!, need.units, need.span === 'work' ? at.end : at.hold);
    });
  });
  return { freeAtFirst, poolAtFirst };
}

function activitiesOf(draft: Draft): Activity[] {
  const { compiled, schedule } = draft;
  const { model } = compiled;
  const batches = new Map<string, number>();
  const calendars = new Map<string, Bits>();
  const planned = compiled.steps
    .map((_, i) => i)
    .filter((i) => !model.steps[i]!.fixed && schedule.start[i]! >= 0)
    .sort((x, y) => schedule.start[x]! - schedule.start[y]! || x - y);
  const placeIndex = new Map(placesOf(draft).map((s, n) => [s.id, n]));
  const toolIndex = new Map(compiled.problem.tools.map((t, n) => [t.id, n]));
  return planned.map((i): Activity => {
    const engine = model.steps[i]!;
    const step = compiled.steps[i]!;
    const mode = engine.modes[schedule.mode[i]!]!;
    const plannedCrew = mode.crews[schedule.crew[i]!]!;
    const crews = [plannedCrew, ...mode.crews.filter((c) => c !== plannedCrew)].map((people) => {
      const key = `${people.join('+')}|${mode.place}|${step.noisy ? 'noisy' : ''}|${step.tool ?? ''}`;
      let calendar = calendars.get(key);
      if (!calendar) {
        const rows = [mode.open, ...people.map((p) => model.people[p]!.open)];
        calendars.set(key, (calendar = intersect(rows, model.slots)));
      }
      return { people, calendar };
    });
    const batchKey = `${engine.piece}|${step.product ?? ''}`;
    if (!batches.has(batchKey)) batches.set(batchKey, batches.size);
    return {
      i,
      piece: engine.piece,
      planned: schedule.start[i]!,
      work: step.work_minutes / mode.speed / GRID_MINUTES,
      split: step.splittable,
      crews,
      places: compiled.places[mode.place]!.map((id, n) => ({
        place: placeIndex.get(id)!,
        units: step.needs[n]!.units,
        isWork: step.needs[n]!.span !== 'wet',
        isWet: step.needs[n]!.span !== 'work',
      })),
      tool: step.tool === null ? -1 : (toolIndex.get(step.tool) ?? -1),
      film: mode.film,
      batch: batches.get(batchKey)!,
      isCoat: step.product !== null,
      links: engine.preds.map((p) => ({
        of: p.step,
        stage: p.stage,
        min: p.min_minutes / GRID_MINUTES,
        max: p.maxSlots,
      })),
      rescue: Math.max(0, engine.rescue_minutes) / GRID_MINUTES,
      earliest: engine.earliest,
    };
  });
}

/** Share of runs in which a piece was ready by an instant. */
export function chanceBy(sorted: Float64Array, at: Instant): number {
  let lo = 0;
  let hi = sorted.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (sorted[mid]! <= at) lo = mid + 1;
    else hi = mid;
  }
  return sorted.length === 0 ? 0 : lo / sorted.length;
}
