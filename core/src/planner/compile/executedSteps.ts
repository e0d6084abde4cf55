import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { afterNth } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import type { Mode } from '../engine/engineModel.ts';
import { newMode } from '../engine/layouts.ts';
import { type Need, type Placement, type Problem, type Step } from '../model/model.ts';
import type { Grid } from './grid.ts';
import type { StationResource } from './stationResources.ts';
import type { Modes } from './modes.ts';
import { wetWorkLeft } from './wetWorkLeft.ts';

/** Where what has begun stands. Running steps are asked for one after another, since each takes a place. */
export class ExecutedSteps {
  readonly #problem: Problem;
  readonly #grid: Grid;
  readonly #modes: Modes;
  readonly #standing = new Map<string, number>();

  constructor(problem: Problem, grid: Grid, modes: Modes) {
    this.#problem = problem;
    this.#grid = grid;
    this.#modes = modes;
  }

  /**
   * Where something that happened or is under way stands; a running step lasts at least until now.
   * @param kept where it is frozen, though it has not begun
   * @param stood stations it stood on, when known (from the plan it was started under)
   */
  standing(step: Step, kept: Placement | null, stood: readonly string[]): { placement: Placement; mode: Mode } {
    const { start, end, by } = kept ? { ...kept, by: kept.people } : this.#happened(step);
    const resources = step.needs.map((need, i) => {
      const known = this.#modes.resources.find((s) => s.station.id === stood[i] && s.station.kind === need.kind);
      return known ?? this.#freest(need);
    });
    const found = resources.filter((s): s is StationResource => s !== undefined);
    if (step.state.kind === 'started')
      for (const s of found) this.#standing.set(s.station.id, (this.#standing.get(s.station.id) ?? 0) + 1);
    const product = step.product === null ? null : (this.#modes.products.get(step.product) ?? null);
    const isWhole = found.length === resources.length;
    // A kind of station that is no longer there: take the first climate, so that drying still has an answer.
    const climates = this.#modes.climatesOf(isWhole ? step.needs : [], isWhole ? found : []);
    const crew = this.#modes.persons.flatMap((p, i) => (by.includes(p.id) ? [i] : []));
    const tool = step.tool === null ? null : (this.#modes.tools.get(step.tool) ?? null);
    const placement: Placement = {
      start,
      end,
      people: by,
      stations: resources.map((s) => s?.station.id ?? ''),
      dry: product ? this.#modes.films.air(climates, product, step.thickness ?? 1).stages(end) : {},
    };
    const place = isWhole
      ? this.#modes.placeOf(step, found, tool)
      : this.#modes.placeOf({ ...step, needs: [] }, [], tool);
    return { placement, mode: newMode({ ...place, checks: [], weather: null }, [crew], 1, []) };
  }

  #happened(step: Step): { start: Instant; end: Instant; by: readonly string[] } {
    const { state } = step;
    if (state.kind === 'planned') throw new RangeError(`${step.id} has not begun`);
    if (state.kind === 'done') return { start: state.from, end: state.until, by: state.by };
    const left = wetWorkLeft(this.#problem, step);
    if (!left) return { start: state.at, end: this.#runningEnd(step, state.at, state.by), by: state.by };
    const { finisher } = left;
    if (!finisher) return { start: state.at, end: Math.max(state.at, left.at), by: state.by };
    const soonest = Math.ceil(this.#problem.now / GRID_MINUTES) * GRID_MINUTES;
    const minutes = Math.ceil(left.left_minutes / finisher.skills[step.skill]! / GRID_MINUTES) * GRID_MINUTES;
    return { start: state.at, end: soonest + minutes, by: [...state.by, finisher.id] };
  }

  #freest(need: Need): StationResource | undefined {
    const room = (s: StationResource) => s.station.capacity - (this.#standing.get(s.station.id) ?? 0);
    return this.#modes.resources.filter((s) => s.station.kind === need.kind).sort((a, b) => room(b) - room(a))[0];
  }

  /** When a running step ends: its own minutes over open time if it may be split, and never before now. */
  #runningEnd(step: Step, at: Instant, by: readonly string[]): Instant {
    const { now } = this.#problem;
    const crew = this.#modes.persons.flatMap((p, i) =>
      by.includes(p.id) ? [{ p, row: this.#modes.people[i]!.open }] : [],
    );
    const speed = Math.min(1e9, ...crew.map((c) => c.p.skills[step.skill] ?? 1));
    const slots = Math.ceil(step.work_minutes / (crew.length > 0 ? speed : 1) / GRID_MINUTES - 1e-9);
    const minutes = slots * GRID_MINUTES;
    const soonest = Math.ceil(now / GRID_MINUTES) * GRID_MINUTES;
    if (!step.splittable || at + minutes <= now) return Math.max(at + minutes, soonest);
    const { origin, slots: known } = this.#grid;
    const from = Math.max(at, this.#grid.now);
    const left = Math.ceil((at + minutes - from) / GRID_MINUTES);
    const hours = intersect(
      crew.map((c) => c.row),
      known,
    );
    const end = afterNth(hours, this.#grid.floor(from), left);
    return Math.max(origin + (end < 0 ? known : end) * GRID_MINUTES, soonest);
  }
}
