import { doneAt } from '../model/doneAt.ts';
import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { STAGES } from '../../products/product.ts';
import { ExecutedSteps } from './executedSteps.ts';
import { Grid } from './grid.ts';
import { stationResourcesOf } from './stationResources.ts';
import { Modes } from './modes.ts';
import {
  DISJUNCTION,
  type Disjunction,
  type EngineModel,
  type EnginePiece,
  type EngineStep,
  type Pred,
  type Mode,
} from '../engine/engineModel.ts';
import { newFloor } from '../engine/resources/floor.ts';
import { inLinkOrder } from '../model/linkOrder.ts';
import { type Person, type PieceToPlan, type Placement, type Plan, type Problem, type Step } from '../model/model.ts';
import { byId } from '../model/byId.ts';
import { stockTimes } from './stockTimes.ts';
import { PLANNING_DEFAULTS } from '../model/preferences.ts';
import { costOfLoad, urgency } from './pieceWeights.ts';

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
  /** Stations of each `Mode.place`, in the order of the step's needs. */
  readonly places: readonly (readonly string[])[];
  /** Where steps that are done or running stand, to the minute. */
  readonly fixed: ReadonlyMap<string, Placement>;
};

/** Places of planned steps that stay as they are. */
export type Frozen = ReadonlyMap<string, Placement>;
const NOT_FROZEN: Frozen = new Map();

/** A film that stays where the piece stands, so that dust raised there would land on it. */
const isWetInPlace = (step: Step) => step.product !== null && step.needs.some((n) => n.span === 'both');

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
  const stationResources = stationResourcesOf(problem, grid);
  const modes = new Modes(problem, grid, stationResources);
  const executed = new ExecutedSteps(problem, grid, modes);
  const fixed = new Map<string, Placement>();
  const fixedModes = new Map<string, Mode>();
  for (const s of steps) {
    const kept = frozen.get(s.id);
    if (s.state.kind === 'planned' && !kept) continue;
    const at = executed.standing(s, kept ?? null, previous?.steps[s.id]?.stations ?? []);
    fixed.set(s.id, at.placement);
    fixedModes.set(s.id, at.mode);
  }
  const stock = stockTimes(problem, previous);
  const loads = new Map<string, number>();
  const loadOf = (s: Step) => {
    const key = s.load ?? null;
    if (key === null) return -1;
    if (!loads.has(key)) loads.set(key, loads.size);
    return loads.get(key)!;
  };
  const slotOf = (at: Instant) => (at === Number.POSITIVE_INFINITY ? grid.slots + 1 : grid.ceil(at));
  const engineSteps = steps.map((s, i): EngineStep => {
    const piece = pieces[pieceOf[i]!]!;
    const at = fixed.get(s.id);
    const mode = fixedModes.get(s.id);
    const links = s.after.filter((l) => indexOf.has(l.step));
    let earliest = Math.max(problem.now, piece.arrival, s.pin.notBefore ?? 0, stock.get(s.id) ?? 0);
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
      modes: mode ? [mode] : modes.modesOf(s),
      hold: 0,
      cure: 0,
      doneStage: s.product === null ? -1 : STAGES.indexOf('travel'),
      preds,
      disjunctions: disjunctionsOf(s, own[pieceOf[i]!]!, steps),
      earliest: slotOf(Math.max(earliest, s.pin.at ?? 0)),
      unpinned: slotOf(earliest),
      pinSlot: s.pin.at !== undefined && s.pin.at >= earliest ? slotOf(s.pin.at) : -1,
      latest: latest === Infinity ? Infinity : grid.rawFloor(latest),
      rescue_minutes:
        windows.length > 0 && windows.every((l) => l.rescue) ? Math.max(...windows.map((l) => l.rescue!.minutes)) : -1,
      baseline: null,
      group: loadOf(s),
      fixed: at
        ? {
            start: grid.floor(at.start),
            end: grid.ceil(at.end),
            hold: grid.ceil(Math.max(at.end, at.dry.handle ?? at.end)),
            done: Math.min(grid.slots, grid.ceil(doneAt(s, at))),
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
      rank: p.promised ? 1 : 0,
      ...urgency(p, problem.preferences ?? PLANNING_DEFAULTS.preferences),
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
      people: modes.people,
      profiles: stationResources.profiles,
      setups: stationResources.setups,
      floor,
      steps: engineSteps,
      pieces: enginePieces,
      loadCost: costOfLoad(problem.preferences ?? PLANNING_DEFAULTS.preferences),
    },
    steps,
    pieces,
    indexOf,
    people: modes.persons,
    places: modes.places,
    fixed,
  };
}

function disjunctionsOf(s: Step, own: readonly number[], steps: readonly Step[]): Disjunction[] {
  const out: Disjunction[] = [];
  for (const i of own) {
    const other = steps[i]!;
    if (other === s) continue;
    if (s.moves || other.moves || other.zones.some((z) => s.zones.includes(z)))
      out.push({ step: i, kind: DISJUNCTION.work });
    if (s.dusty && isWetInPlace(other)) out.push({ step: i, kind: DISJUNCTION.underWet });
    if (other.dusty && isWetInPlace(s)) out.push({ step: i, kind: DISJUNCTION.wetOver });
  }
  return out;
}
