import type { Instant } from '../../quantities/units.ts';
import type { PieceToPlan, Problem } from '../model/model.ts';
import type { WithinPiece } from './engineSteps.ts';
import { Grid } from './grid.ts';
import { Modes } from './modes.ts';
import { type StationResources, stationResourcesOf } from './stationResources.ts';

/** What of a compiled problem follows from the shop and the day alone: calendars, places, tools, modes and drying films. */
export type ShopResources = {
  /** Where slot 0 of all rows begins. */
  readonly origin: Instant;
  readonly stationResources: StationResources;
  readonly modes: Modes;
  /** What steps of a piece are to one another, as it was found for the piece last. */
  readonly withinPieces: WeakMap<PieceToPlan, WithinPiece>;
};

export function shopResources(problem: Problem): ShopResources {
  const grid = new Grid(problem);
  const stationResources = stationResourcesOf(problem, grid);
  const modes = new Modes(problem, grid, stationResources);
  return { origin: grid.origin, stationResources, modes, withinPieces: new WeakMap() };
}

/**
 * Keeps the resources of one shop between its problems, while they are the same. A schedule clears what it books when it is
 * made, so there may be one at a time.
 */
export class ResourceCache {
  #kept: { readonly problem: Problem; readonly resources: ShopResources } | null = null;

  resourcesOf(problem: Problem): ShopResources {
    if (!this.#kept || !isSameShop(this.#kept.problem, problem))
      this.#kept = { problem, resources: shopResources(problem) };
    return this.#kept.resources;
  }
}

/** Whether everything rows and modes are made of is the very same, and `next` ends with the same slot. */
function isSameShop(kept: Problem, next: Problem): boolean {
  const places = Object.keys(next.climates);
  return (
    kept.now <= next.now &&
    kept.horizon === next.horizon &&
    kept.timeZone === next.timeZone &&
    kept.noiseHours === next.noiseHours &&
    kept.sun === next.sun &&
    isSame(kept.people, next.people) &&
    isSame(kept.stations, next.stations) &&
    isSame(kept.tools, next.tools) &&
    isSame(kept.products, next.products) &&
    places.length === Object.keys(kept.climates).length &&
    places.every((id) => kept.climates[id] === next.climates[id]) &&
    isDusty(kept) === isDusty(next)
  );
}

const isSame = (a: readonly unknown[], b: readonly unknown[]) => a.length === b.length && a.every((x, i) => x === b[i]);
const isDusty = (p: Problem) => p.pieces.some((piece) => piece.steps.some((s) => s.dusty || s.sprayed));
