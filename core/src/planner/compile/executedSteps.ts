import type { Instant } from '../../quantities/units.ts';
import { afterNth } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import type { Way } from '../engine/engineModel.ts';
import { GRID_MINUTES, type Need, type Placement, type Problem, type Step } from '../model/model.ts';
import type { Grid } from './grid.ts';
import type { Spot } from './stationResources.ts';
import type { Ways } from './modes.ts';

/** Where what has begun stands. Running steps are asked for one after another, since each takes a place. */
export class Begun {
  readonly #problem: Problem;
  readonly #grid: Grid;
  readonly #ways: Ways;
  readonly #standing = new Map<string, number>();

  constructor(problem: Problem, grid: Grid, ways: Ways) {
    this.#problem = problem;
    this.#grid = grid;
    this.#ways = ways;
  }

  /**
   * Where something that happened or is under way stands; a running step lasts at least until now.
   * @param kept where it is frozen, though it has not begun
   * @param stood stations it stood on, when known (from the plan it was started under)
   */
  standing(step: Step, kept: Placement | null, stood: readonly string[]): { placement: Placement; way: Way } {
    const { start, end, by } = kept ? { ...kept, by: kept.people } : this.#happened(step);
    const spots = step.needs.map((need, i) => {
      const known = this.#ways.spots.find((s) => s.station.id === stood[i] && s.station.kind === need.kind);
      return known ?? this.#freest(need);
    });
    const found = spots.filter((s): s is Spot => s !== undefined);
    if (step.state.kind === 'started')
      for (const s of found) this.#standing.set(s.station.id, (this.#standing.get(s.station.id) ?? 0) + 1);
    const product = step.product === null ? null : (this.#ways.products.get(step.product) ?? null);
    const isWhole = found.length === spots.length;
    // A kind of station that is no longer there: take the first climate, so that drying still has an answer.
    const climates = this.#ways.climatesOf(isWhole ? step.needs : [], isWhole ? found : []);
    const crew = this.#ways.persons.flatMap((p, i) => (by.includes(p.id) ? [i] : []));
    const tool = step.tool === null ? null : (this.#ways.tools.get(step.tool) ?? null);
    const placement: Placement = {
      start,
      end,
      people: by,
      stations: spots.map((s) => s?.station.id ?? ''),
      dry: product ? this.#ways.films.air(climates, product, step.thickness ?? 1).stages(end) : {},
    };
    const place = isWhole
      ? this.#ways.placeOf(step, found, tool)
      : this.#ways.placeOf({ ...step, needs: [] }, [], tool);
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
    return this.#ways.spots.filter((s) => s.station.kind === need.kind).sort((a, b) => room(b) - room(a))[0];
  }

  /** When a running step ends: its own minutes over open time if it may be split, and never before now. */
  #runningEnd(step: Step, at: Instant, by: readonly string[]): Instant {
    const { now } = this.#problem;
    const crew = this.#ways.persons.flatMap((p, i) =>
      by.includes(p.id) ? [{ p, row: this.#ways.people[i]!.open }] : [],
    );
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
