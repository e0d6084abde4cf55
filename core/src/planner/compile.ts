import { daylight } from '../calendar/daylight.ts';
import { type Hours, openIntervals } from '../calendar/hours.ts';
import type { Interval } from '../calendar/intervals.ts';
import type { DryingLimits } from '../drying/dryingCurve.ts';
import { type Product, STAGES } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import { type Air, airOf, keepsLimits } from './air.ts';
import { afterNth, type Bits, bitRow, setRange } from './engine/bits.ts';
import { intersect } from './engine/calendars.ts';
import {
  type Check,
  CLASH,
  type Clash,
  type EngineModel,
  type EnginePerson,
  type EnginePiece,
  type EngineStep,
  type Film,
  LIFT,
  type Pred,
  SPAN,
  type Span,
  type Take,
  type Way,
} from './engine/engineModel.ts';
import { newFloor } from './engine/floor.ts';
import { type Line, newLine, rowFor } from './engine/line.ts';
import { type Turns, newTurns } from './engine/turns.ts';
import { inLinkOrder } from './linkOrder.ts';
import {
  GRID_MINUTES,
  type Need,
  type Person,
  type PieceToPlan,
  type Placement,
  type Plan,
  type Problem,
  type Station,
  type Step,
  type Tool,
} from './model.ts';
import { stockTimes } from './stockTimes.ts';
import { PLANNING_DEFAULTS } from './taste.ts';
import { costOfLoad, urgency } from './urgency.ts';

/** A workshop's problem as the engine sees it, with the way back. */
export type CompiledProblem = {
  readonly problem: Problem;
  readonly origin: Instant;
  readonly model: EngineModel;
  /** Steps and pieces by their numbers in the model; pieces by id, steps so that each comes after those it waits for. */
  readonly steps: readonly Step[];
  readonly pieces: readonly PieceToPlan[];
  readonly indexOf: ReadonlyMap<string, number>;
  readonly people: readonly Person[];
  /** Stations of each `Way.place`, in the order of the step's needs. */
  readonly places: readonly (readonly string[])[];
  /** Where steps that are done or running stand, to the minute. */
  readonly fixed: ReadonlyMap<string, Placement>;
};

const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
  [...list].sort((a, b) => (a.id < b.id ? -1 : 1));

/** Places of planned steps that stay as they are. */
export type Frozen = ReadonlyMap<string, Placement>;
const NOT_FROZEN: Frozen = new Map();

/** A film that stays where the piece stands, so that dust raised there would land on it. */
export const isWetInPlace = (step: Step) => step.product !== null && step.needs.some((n) => n.span === 'both');

/**
 * Lays a problem out on the five-minute grid.
 * @param previous only tells where steps under way stand
 * @param frozen planned steps that stay where they are, as if they had begun
 * Cost: O((people + stations) * slots + steps)
 */
export function compileProblem(problem: Problem, previous: Plan | null, frozen: Frozen = NOT_FROZEN): CompiledProblem {
  const grid = new Grid(problem);
  const pieces = byId(problem.pieces);
  const steps: Step[] = [];
  const pieceOf: number[] = [];
  const own = pieces.map((piece, k) =>
    inLinkOrder(piece.steps).map((s) => {
      pieceOf.push(k);
      return steps.push(s) - 1;
    }),
  );
  const indexOf = new Map(steps.map((s, i) => [s.id, i]));
  const shop = new Places(problem, grid);
  const fixed = new Map<string, Placement>();
  const fixedWays = new Map<string, Way>();
  for (const s of steps) {
    const kept = frozen.get(s.id);
    if (s.state.kind === 'planned' && !kept) continue;
    const at = shop.standing(s, kept ?? null, previous?.steps[s.id]?.stations ?? []);
    fixed.set(s.id, at.placement);
    fixedWays.set(s.id, at.way);
  }
  const stock = stockTimes(problem, previous);
  const loads = new Map<string, number>();
  const loadOf = (s: Step) => {
    const key = s.load ?? null;
    if (key === null) return -1;
    if (!loads.has(key)) loads.set(key, loads.size);
    return loads.get(key)!;
  };
  const engineSteps = steps.map((s, i): EngineStep => {
    const piece = pieces[pieceOf[i]!]!;
    const at = fixed.get(s.id);
    const way = fixedWays.get(s.id);
    const links = s.after.filter((l) => indexOf.has(l.step));
    let earliest = Math.max(problem.now, piece.arrival, s.pin.notBefore ?? 0, s.pin.at ?? 0, stock.get(s.id) ?? 0);
    let latest = Infinity;
    const preds: Pred[] = [];
    for (const l of links) {
      const was = fixed.get(l.step);
      if (!was) {
        preds.push({
          step: indexOf.get(l.step)!,
          stage: l.from === 'end' ? -1 : STAGES.indexOf(l.from),
          min_minutes: l.min_minutes,
          minSlots: Math.ceil(l.min_minutes / GRID_MINUTES),
          maxSlots: l.max_minutes === null ? Infinity : Math.floor(l.max_minutes / GRID_MINUTES),
        });
        continue;
      }
      const dries = steps[indexOf.get(l.step)!]!.product !== null;
      const from = l.from === 'end' ? was.end : (was.dry[l.from] ?? (dries ? Number.POSITIVE_INFINITY : was.end));
      earliest = Math.max(earliest, from + l.min_minutes);
      if (l.max_minutes !== null) latest = Math.min(latest, was.end + l.max_minutes);
    }
    const windows = links.filter((l) => l.max_minutes !== null);
    return {
      piece: pieceOf[i]!,
      work_minutes: s.work_minutes,
      slots: Math.ceil(s.work_minutes / GRID_MINUTES - 1e-9),
      split: s.splittable && s.hands > 0,
      ways: way ? [way] : shop.waysOf(s),
      hold: 0,
      cure: 0,
      doneStage: s.product === null ? -1 : STAGES.indexOf('travel'),
      preds,
      clashes: clashesOf(s, own[pieceOf[i]!]!, steps),
      earliest: earliest === Number.POSITIVE_INFINITY ? grid.slots + 1 : grid.ceil(earliest),
      latest: latest === Infinity ? Infinity : grid.rawFloor(latest),
      rescue_minutes:
        windows.length > 0 && windows.every((l) => l.rescue) ? Math.max(...windows.map((l) => l.rescue!.minutes)) : -1,
      isPinned: s.pin.at !== undefined,
      home: null,
      group: loadOf(s),
      fixed: at
        ? {
            start: grid.floor(at.start),
            end: grid.ceil(at.end),
            hold: grid.ceil(Math.max(at.end, at.dry.handle ?? at.end)),
            done:
              s.product !== null && at.dry.travel === undefined
                ? grid.slots
                : grid.ceil(Math.max(at.end, at.dry.travel ?? 0)),
          }
        : null,
    };
  });
  const enginePieces = pieces.map((p, k): EnginePiece => {
    return {
      steps: own[k]!,
      release: grid.ceil(p.arrival),
      due: p.due === null ? Infinity : grid.rawFloor(p.due),
      floor: p.floor_units ?? 0,
      // Away only once its date has come, also when that is between two slots.
      staysUntil: p.due !== null && p.staysUntilDue === true ? grid.ceil(p.due) : 0,
      isHere: p.arrival <= problem.now,
      rank: p.told ? 1 : 0,
      ...urgency(p, problem.taste ?? PLANNING_DEFAULTS.taste),
    };
  });
  const standing = pieces.reduce((n, p) => n + (p.floor_units ?? 0), 0);
  const floorUnits = problem.floor_units ?? null;
  const floor = floorUnits !== null && standing > floorUnits ? newFloor(grid.slots, floorUnits) : null;
  return {
    problem,
    origin: grid.origin,
    model: {
      slots: grid.slots,
      people: shop.people,
      lines: shop.lines,
      turns: shop.turns,
      floor,
      steps: engineSteps,
      pieces: enginePieces,
      loadCost: costOfLoad(problem.taste ?? PLANNING_DEFAULTS.taste),
    },
    steps,
    pieces,
    indexOf,
    people: shop.persons,
    places: shop.places,
    fixed,
  };
}

function clashesOf(s: Step, own: readonly number[], steps: readonly Step[]): Clash[] {
  const out: Clash[] = [];
  for (const i of own) {
    const other = steps[i]!;
    if (other === s) continue;
    if (s.moves || other.moves || other.zones.some((z) => s.zones.includes(z))) out.push({ step: i, kind: CLASH.work });
    if (s.dusty && isWetInPlace(other)) out.push({ step: i, kind: CLASH.underWet });
    if (other.dusty && isWetInPlace(s)) out.push({ step: i, kind: CLASH.wetOver });
  }
  return out;
}

/** Instants to slots and rows of open hours. */
class Grid {
  readonly origin: Instant;
  readonly slots: number;
  readonly until: Instant;
  readonly #problem: Problem;

  constructor(problem: Problem) {
    this.#problem = problem;
    this.origin = Math.floor(problem.now / GRID_MINUTES) * GRID_MINUTES;
    this.slots = Math.max(1, Math.floor((problem.horizon - this.origin) / GRID_MINUTES));
    this.until = this.origin + this.slots * GRID_MINUTES;
  }
  rawFloor(at: Instant): number {
    return Math.floor((at - this.origin) / GRID_MINUTES);
  }
  floor(at: Instant): number {
    return Math.min(this.slots, Math.max(0, this.rawFloor(at)));
  }
  ceil(at: Instant): number {
    return Math.max(0, Math.ceil((at - this.origin) / GRID_MINUTES));
  }
  /** A slot is open only when all of it is: spans that start off the grid are rounded inward. */
  rowOf(spans: readonly Interval[]): Bits {
    const row = bitRow(this.slots);
    for (const s of spans) setRange(row, this.ceil(s.from), Math.min(this.slots, Math.max(0, this.rawFloor(s.until))));
    return row;
  }
  hours(hours: Hours): Bits {
    return this.rowOf(openIntervals(hours, this.#problem.timeZone, this.origin, this.until));
  }
}

/** The lines of one station: its room, and what is wet or raised in its air. */
type Spot = {
  readonly station: Station;
  readonly room: Line;
  readonly open: Bits | null;
  readonly wet: Line;
  /** Wet films that were brushed: spray settles on them, while films that were sprayed belong to the same round. */
  readonly brushed: Line;
  readonly dust: Line;
  readonly spray: Line;
};
type ToolLine = {
  readonly tool: Tool;
  readonly line: Line | null;
  readonly turns: Turns | null;
  readonly open: Bits | null;
};
/** More than can ever be beside one another: asking for all of it asks for none. */
const NONE = 60_000;

/** People, stations and tools as lines, and every way of staffing and placing a step. */
class Places {
  readonly persons: readonly Person[];
  readonly people: readonly EnginePerson[];
  readonly lines: Line[] = [];
  readonly turns: Turns[] = [];
  readonly places: string[][] = [];
  readonly #problem: Problem;
  readonly #grid: Grid;
  readonly #air: Air;
  readonly #spots: readonly Spot[];
  readonly #tools: ReadonlyMap<string, ToolLine>;
  readonly #products: ReadonlyMap<string, Product>;
  readonly #ways = new Map<string, readonly Way[]>();
  readonly #films = new Map<string, Film>();
  readonly #keeps = new Map<string, Bits>();
  readonly #calendars = new Map<string, Bits>();
  readonly #standing = new Map<string, number>();
  readonly #always: Bits;
  /** When noise is allowed; null: always. */
  readonly #noise: Bits | null;

  constructor(problem: Problem, grid: Grid) {
    this.#problem = problem;
    this.#grid = grid;
    this.#air = airOf(problem);
    this.#products = new Map(problem.products.map((p) => [p.id, p]));
    this.#always = bitRow(grid.slots);
    setRange(this.#always, 0, grid.slots);
    this.#noise = problem.noiseHours ? grid.hours(problem.noiseHours) : null;
    this.persons = byId(problem.people);
    this.people = this.persons.map((p) => ({
      open: grid.hours(p.hours),
      free: bitRow(grid.slots),
      idle: bitRow(grid.slots),
    }));
    const sun =
      problem.sun && problem.stations.some((s) => s.daylight)
        ? grid.rowOf(daylight(problem.sun, grid.origin, grid.until))
        : null;
    const line = (capacity: number) => {
      const made = newLine(grid.slots, capacity);
      this.lines.push(made);
      return made;
    };
    const isDusty = problem.pieces.some((p) => p.steps.some((s) => s.dusty || s.sprayed));
    const unused = newLine(0, NONE);
    this.#spots = byId(problem.stations).map((station) => {
      const rows = [station.hours && grid.hours(station.hours), station.daylight ? sun : null].filter(
        (r) => r !== null,
      );
      return {
        station,
        room: line(station.capacity),
        open: rows.length > 0 ? intersect(rows, grid.slots) : null,
        wet: isDusty ? line(NONE) : unused,
        brushed: isDusty ? line(NONE) : unused,
        dust: isDusty ? line(NONE) : unused,
        spray: isDusty ? line(NONE) : unused,
      };
    });
    this.#tools = new Map(
      byId(problem.tools).map((tool) => {
        const gap = Math.ceil((tool.cleanout_minutes ?? 0) / GRID_MINUTES);
        const turns = gap > 0 ? newTurns(tool.capacity, gap) : null;
        if (turns) this.turns.push(turns);
        return [
          tool.id,
          {
            tool,
            line: turns && tool.capacity === 1 ? null : line(tool.capacity),
            turns,
            open: tool.hours ? grid.hours(tool.hours) : null,
          },
        ];
      }),
    );
  }

  /** Every way of doing a step: the faster crews first, then by id; empty when nobody or nowhere fits. */
  waysOf(step: Step): readonly Way[] {
    const key = JSON.stringify([
      step.hands,
      step.skill,
      step.pin.person ?? null,
      step.needs,
      step.tool,
      step.product,
      step.dusty,
      step.sprayed ?? false,
      step.noisy ?? false,
      step.thickness ?? 1,
      step.splittable,
    ]);
    let ways = this.#ways.get(key);
    if (!ways) this.#ways.set(key, (ways = this.#newWays(step)));
    return ways;
  }

  #newWays(step: Step): Way[] {
    const tool = step.tool === null ? null : this.#tools.get(step.tool);
    if (tool === undefined) return [];
    let choices: Spot[][] = [[]];
    for (const need of step.needs) {
      const fits = this.#spots.filter((s) => s.station.kind === need.kind && s.station.capacity >= need.units);
      choices = choices.flatMap((chosen) => fits.map((s) => [...chosen, s]));
    }
    const paces = this.#crewsOf(step);
    return choices.flatMap((spots) => {
      const place = this.#placeOf(step, spots, tool);
      return paces.map(([speed, crews]): Way => ({
        ...place,
        crews,
        speed,
        calendars: step.splittable ? crews.map((c) => this.#calendar(step, spots, tool, c)) : [],
      }));
    });
  }

  #crewsOf(step: Step): [number, number[][]][] {
    if (step.hands === 0) return [[1, [[]]]];
    const able = this.persons
      .map((p, i) => ({ i, id: p.id, speed: p.skills[step.skill] ?? 0 }))
      .filter((p) => p.speed > 0);
    let crews = able.map((p) => [p]);
    if (step.hands === 2) crews = able.flatMap((a, n) => able.slice(n + 1).map((b) => [a, b]));
    if (step.pin.person !== undefined) crews = crews.filter((c) => c.some((p) => p.id === step.pin.person));
    const paces = new Map<number, number[][]>();
    for (const crew of crews) {
      const speed = Math.min(...crew.map((p) => p.speed));
      paces.set(speed, [...(paces.get(speed) ?? []), crew.map((p) => p.i)]);
    }
    return [...paces].sort((a, b) => b[0] - a[0]);
  }

  #placeOf(step: Step, spots: readonly Spot[], tool: ToolLine | null): Omit<Way, 'crews' | 'speed' | 'calendars'> {
    const product = step.product === null ? null : (this.#products.get(step.product) ?? null);
    const climates = this.#climatesOf(step.needs, spots);
    const worked = spots.filter((_, i) => step.needs[i]!.span !== 'wet');
    const takes: Take[] = [];
    const checks: Check[] = [];
    step.needs.forEach((need, i) => {
      const span = SPAN[need.span];
      takes.push({ line: spots[i]!.room, units: need.units, span });
      checks.push({ bits: rowFor(spots[i]!.room, need.units), span, kind: LIFT.space });
    });
    if (tool?.line) {
      takes.push({ line: tool.line, units: 1, span: SPAN.work });
      checks.push({ bits: rowFor(tool.line, 1), span: SPAN.work, kind: LIFT.tool });
    }
    if (product?.limits) {
      const laid = spots[0]?.station.climate;
      if (laid !== undefined)
        checks.push({ bits: this.#keepsRow(laid, product.limits), span: SPAN.work, kind: LIFT.air });
      for (const c of climates)
        checks.push({ bits: this.#keepsRow(c, product.limits), span: SPAN.wet, kind: LIFT.air });
    }
    for (const s of worked)
      if (s.station.guard)
        checks.push({ bits: this.#keepsRow(s.station.climate, s.station.guard), span: SPAN.work, kind: LIFT.air });
    this.#besides(step, spots, takes, checks);
    const rows = [...worked.map((s) => s.open), tool?.open ?? null, step.noisy ? this.#noise : null].filter(
      (r) => r !== null,
    );
    return {
      place: this.#remember(spots.map((s) => s.station.id)),
      open: rows.length > 0 ? intersect(rows, this.#grid.slots) : this.#always,
      takes,
      checks,
      turns: tool?.turns ?? null,
      film: product && this.#film(product, climates, step.thickness ?? 1),
    };
  }

  /** Dust and spray against what is wet in the same air. */
  #besides(step: Step, spots: readonly Spot[], takes: Take[], checks: Check[]): void {
    if (!this.#problem.pieces.length || this.#spots.every((s) => s.wet.slots === 0)) return;
    const film = step.product !== null;
    const near = (a: Spot) => this.#spots.filter((b) => a === b || isBeside(a.station, b.station));
    step.needs.forEach((need, i) => {
      const spot = spots[i]!;
      const none = (line: Line, span: Span) => checks.push({ bits: rowFor(line, NONE), span, kind: LIFT.dust });
      if (need.span !== 'wet') {
        if (step.dusty) takes.push({ line: spot.dust, units: 1, span: SPAN.work });
        if (step.sprayed) takes.push({ line: spot.spray, units: 1, span: SPAN.work });
        for (const b of near(spot)) {
          if (step.dusty) none(b.wet, SPAN.work);
          if (step.sprayed) none(b.brushed, SPAN.work);
        }
      }
      if (!film) return;
      const span = need.span === 'work' ? SPAN.work : need.span === 'wet' ? SPAN.setting : SPAN.sticky;
      takes.push({ line: spot.wet, units: 1, span });
      if (!step.sprayed) takes.push({ line: spot.brushed, units: 1, span });
      for (const b of near(spot)) {
        none(b.dust, span);
        if (!step.sprayed) none(b.spray, span);
      }
    });
  }

  #calendar(step: Step, spots: readonly Spot[], tool: ToolLine | null, crew: readonly number[]): Bits {
    const worked = spots.filter((s, i) => step.needs[i]!.span !== 'wet' && s.open);
    const key = [
      crew.join('+'),
      worked.map((s) => s.station.id).join('+'),
      tool?.open ? tool.tool.id : '',
      step.noisy && this.#noise ? 'noisy' : '',
    ].join('|');
    let c = this.#calendars.get(key);
    if (!c) {
      const rows = [
        ...crew.map((p) => this.people[p]!.open),
        ...worked.map((s) => s.open),
        tool?.open ?? null,
        step.noisy ? this.#noise : null,
      ];
      this.#calendars.set(key, (c = intersect(rows, this.#grid.slots)));
    }
    return c;
  }

  /** Climates a film dries in: where it stands wet, else where it was laid, else the first place there is. */
  #climatesOf(needs: readonly Need[], spots: readonly Spot[]): string[] {
    const wet = spots.filter((_, i) => needs[i]!.span !== 'work');
    const chosen = wet.length > 0 ? wet : spots.length > 0 ? spots : this.#spots.slice(0, 1);
    return [...new Set(chosen.map((s) => s.station.climate))];
  }

  #keepsRow(climate: string, limits: DryingLimits): Bits {
    const key = `${climate}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
    let row = this.#keeps.get(key);
    if (row) return row;
    const air = this.#problem.climates[climate]!;
    const hours = air.temperature_c.length;
    row = bitRow(this.#grid.slots);
    for (let k = 0; k < this.#grid.slots;) {
      // Before the first and after the last known hour the nearest one stands for the rest.
      const hour = Math.floor((this.#grid.origin + k * GRID_MINUTES - air.from) / 60);
      const h = Math.min(hours - 1, Math.max(0, hour));
      const next = hour < 0 ? air.from : hour >= hours ? Infinity : air.from + (hour + 1) * 60;
      const until = Math.min(this.#grid.slots, Math.max(k + 1, Math.ceil((next - this.#grid.origin) / GRID_MINUTES)));
      if (keepsLimits(air, h, limits)) setRange(row, k, until);
      k = until;
    }
    this.#keeps.set(key, row);
    return row;
  }

  /** A product drying in some climates; each answer is worked out once and kept. */
  #film(product: Product, climates: readonly string[], thickness: number): Film {
    const key = `${product.id}|${thickness}|${climates.join('|')}`;
    let film = this.#films.get(key);
    if (film) return film;
    const { slots, origin } = this.#grid;
    const drying = this.#air(climates, product, thickness);
    const known: (Int32Array | undefined)[] = [];
    const minutes = (stage: number, end: number): number => {
      // Kept with one added, so that a fresh row, all 0, is one that knows nothing yet.
      const row = (known[stage] ??= new Int32Array(slots + 1));
      if (end > slots) return NEVER;
      let at = row[end]!;
      if (at === 0) {
        const found = drying.to(STAGES[stage]!, origin + end * GRID_MINUTES) - origin;
        at = row[end] = Math.min(NEVER, found) + 1;
      }
      return at - 1;
    };
    const [touch, handle, recoat] = [STAGES.indexOf('touch'), STAGES.indexOf('handle'), STAGES.indexOf('recoat')];
    film = {
      minutes,
      stages: (end) => drying.stages(origin + end * GRID_MINUTES),
      touch: (end) => Math.ceil(minutes(touch, end) / GRID_MINUTES),
      handle: (end) => Math.ceil(minutes(handle, end) / GRID_MINUTES),
      key: (end) => Math.ceil(minutes(recoat, end) / GRID_MINUTES),
    };
    this.#films.set(key, film);
    return film;
  }

  #remember(stations: string[]): number {
    const known = this.places.findIndex((p) => p.join('|') === stations.join('|'));
    return known >= 0 ? known : this.places.push(stations) - 1;
  }

  /**
   * Where something that happened or is under way stands; a running step lasts at least until now.
   * @param kept where it is frozen, though it has not begun
   * @param stood stations it stood on, when known (from the plan it was started under)
   */
  standing(step: Step, kept: Placement | null, stood: readonly string[]): { placement: Placement; way: Way } {
    const { start, end, by } = kept ? { ...kept, by: kept.people } : this.#happened(step);
    const spots = step.needs.map((need, i) => {
      const known = this.#spots.find((s) => s.station.id === stood[i] && s.station.kind === need.kind);
      return known ?? this.#freest(need);
    });
    const found = spots.filter((s): s is Spot => s !== undefined);
    if (step.state.kind === 'started')
      for (const s of found) this.#standing.set(s.station.id, (this.#standing.get(s.station.id) ?? 0) + 1);
    const product = step.product === null ? null : (this.#products.get(step.product) ?? null);
    const isWhole = found.length === spots.length;
    // A kind of station that is no longer there: take the first climate, so that drying still has an answer.
    const climates = this.#climatesOf(isWhole ? step.needs : [], isWhole ? found : []);
    const crew = this.persons.flatMap((p, i) => (by.includes(p.id) ? [i] : []));
    const tool = step.tool === null ? null : (this.#tools.get(step.tool) ?? null);
    const placement: Placement = {
      start,
      end,
      people: by,
      stations: spots.map((s) => s?.station.id ?? ''),
      dry: product ? this.#air(climates, product, step.thickness ?? 1).stages(end) : {},
    };
    const place = isWhole ? this.#placeOf(step, found, tool) : this.#placeOf({ ...step, needs: [] }, [], tool);
    return { placement, way: { ...place, crews: [crew], speed: 1, calendars: [], checks: [] } };
  }

  #happened(step: Step): { start: Instant; end: Instant; by: readonly string[] } {
    const { state } = step;
    if (state.kind === 'planned') throw new RangeError(`${step.id} has not begun`);
    return state.kind === 'done'
      ? { start: state.from, end: state.until, by: state.by }
      : { start: state.at, end: this.#runningEnd(step, state.at, state.by), by: state.by };
  }

  #freest(need: Need): Spot | undefined {
    const room = (s: Spot) => s.station.capacity - (this.#standing.get(s.station.id) ?? 0);
    return this.#spots.filter((s) => s.station.kind === need.kind).sort((a, b) => room(b) - room(a))[0];
  }

  /** When a running step ends: its own minutes over open time if it may be split, and never before now. */
  #runningEnd(step: Step, at: Instant, by: readonly string[]): Instant {
    const { now } = this.#problem;
    const crew = this.persons.flatMap((p, i) => (by.includes(p.id) ? [{ p, row: this.people[i]!.open }] : []));
    const speed = Math.min(1e9, ...crew.map((c) => c.p.skills[step.skill] ?? 1));
    const slots = Math.ceil(step.work_minutes / (crew.length > 0 ? speed : 1) / GRID_MINUTES - 1e-9);
    const minutes = slots * GRID_MINUTES;
    const soonest = Math.ceil(now / GRID_MINUTES) * GRID_MINUTES;
    if (!step.splittable || at + minutes <= now) return Math.max(at + minutes, soonest);
    const { origin } = this.#grid;
    const left = Math.ceil((at + minutes - Math.max(at, origin)) / GRID_MINUTES);
    const { slots: known } = this.#grid;
    const hours = intersect(
      crew.map((c) => c.row),
      known,
    );
    const end = afterNth(hours, this.#grid.floor(at), left);
    return Math.max(origin + (end < 0 ? known : end) * GRID_MINUTES, soonest);
  }
}

const NEVER = 0x7ffffffe;
const isBeside = (a: Station, b: Station) => (a.beside?.includes(b.id) ?? false) || (b.beside?.includes(a.id) ?? false);
