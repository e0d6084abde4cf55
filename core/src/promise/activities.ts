import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Draft } from '../planner/build/draft.ts';
import type { Film } from '../planner/engine/engineModel.ts';
import type { Bits } from '../planner/engine/resources/bits.ts';
import { intersect } from '../planner/engine/resources/calendars.ts';

/** What one step of the plan waits for in a run, by the numbers of the steps before it. */
export type Activity = {
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

/** Stations by number, as activities name them. */
export const placesOf = (draft: Draft) => draft.compiled.problem.stations;

/** What is still to be done of a plan, in the order of its starts. */
export function activitiesOf(draft: Draft): Activity[] {
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

/** Which activities wait for each, by its number; for how many each waits; and the activity of each step. */
export type Precedence = {
  readonly counts: Int32Array;
  readonly after: readonly (readonly number[])[];
  readonly activityOf: readonly (Activity | undefined)[];
};

export function precedenceOf(activities: readonly Activity[], steps: number): Precedence {
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
