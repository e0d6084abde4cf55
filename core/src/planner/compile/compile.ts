import type { Instant } from '../../quantities/units.ts';
import { engineSteps, type FixedSteps, type NumberedSteps } from './engineSteps.ts';
import { ExecutedSteps } from './executedSteps.ts';
import { Grid } from './grid.ts';
import type { Modes } from './modes.ts';
import { type ShopResources, shopResources } from './shopResources.ts';
import type { EngineModel, EnginePiece, Mode } from '../engine/engineModel.ts';
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

/**
 * Lays a problem out on the five-minute grid, in stages: numbers for steps and pieces, the resources of stations and tools,
 * the execution modes, what has begun, and from these the engine's steps and pieces.
 * @param previous only tells where steps under way stand
 * @param frozen planned steps that stay where they are, as if they had begun
 * @param resources of the shop, when they are known already
 * Cost: O((people + stations) * slots + steps)
 */
export function compileProblem(
  problem: Problem,
  previous: Plan | null,
  frozen: Frozen = NOT_FROZEN,
  resources: ShopResources = shopResources(problem),
): CompiledProblem {
  const { stationResources, modes, withinPieces } = resources;
  const grid = new Grid(problem, resources.origin);
  const numbered = numberedSteps(problem);
  const { steps, pieces, indexOf } = numbered;
  const fixed = fixedSteps(problem, grid, modes, steps, previous, frozen);
  return {
    problem,
    origin: grid.origin,
    model: {
      slots: grid.slots,
      now: grid.first,
      people: modes.people,
      profiles: stationResources.profiles,
      setups: stationResources.setups,
      floor: scarceFloor(problem, pieces, grid),
      steps: engineSteps({
        problem,
        grid,
        modes,
        numbered,
        fixed,
        stock: stockTimes(problem, previous),
        withinPieces,
      }),
      pieces: enginePieces(problem, numbered, grid),
      loadCost: costOfLoad(problem.preferences ?? PLANNING_DEFAULTS.preferences),
    },
    steps,
    pieces,
    indexOf,
    people: modes.persons,
    places: modes.places,
    fixed: fixed.placements,
  };
}

/** Pieces by id, steps so that each comes after those it waits for: input order changes nothing. */
function numberedSteps(problem: Problem): NumberedSteps {
  const pieces = byId(problem.pieces);
  const steps: Step[] = [];
  const pieceOf: number[] = [];
  const own = pieces.map((piece, k) =>
    inLinkOrder(piece.steps).map((s) => {
      pieceOf.push(k);
      return steps.push(s) - 1;
    }),
  );
  return { steps, pieces, pieceOf, own, indexOf: new Map(steps.map((s, i) => [s.id, i])) };
}

/** Where what has begun, and what is frozen, stands, and by which mode. */
function fixedSteps(
  problem: Problem,
  grid: Grid,
  modes: Modes,
  steps: readonly Step[],
  previous: Plan | null,
  frozen: Frozen,
): FixedSteps {
  const executed = new ExecutedSteps(problem, grid, modes);
  const placements = new Map<string, Placement>();
  const modeOf = new Map<string, Mode>();
  for (const s of steps) {
    const kept = frozen.get(s.id);
    if (s.state.kind === 'planned' && !kept) continue;
    const at = executed.standing(s, kept ?? null, previous?.steps[s.id]?.stations ?? []);
    placements.set(s.id, at.placement);
    modeOf.set(s.id, at.mode);
  }
  return { placements, modeOf };
}

/** The floor as a resource; null when all that could stand on it fits at once. */
function scarceFloor(problem: Problem, pieces: readonly PieceToPlan[], grid: Grid) {
  const standing = pieces.reduce((n, p) => n + (p.floor_units ?? 0), 0);
  const units = problem.floor_units ?? null;
  return units !== null && standing > units ? newFloor(grid.slots, units) : null;
}

const enginePieces = (problem: Problem, { pieces, own }: NumberedSteps, grid: Grid): EnginePiece[] =>
  pieces.map((p, k) => ({
    steps: own[k]!,
    release: grid.ceil(p.arrival),
    due: p.due === null ? Infinity : grid.rawFloor(p.due),
    floor: p.floor_units ?? 0,
    // Away only once its date has come, also when that is between two slots.
    staysUntil: p.due !== null && p.staysUntilDue === true ? grid.ceil(p.due) : 0,
    isHere: p.arrival <= problem.now,
    rank: p.promised ? 1 : 0,
    ...urgency(p, problem.preferences ?? PLANNING_DEFAULTS.preferences),
  }));
