import type { EngineModel } from '../engineModel.ts';
import { type CalendarBound, calendarBound } from './doneBound.ts';
import { type HeadsAndTails, headsAndTailsOf } from './headsAndTails.ts';
import { OwnHours } from './ownHours.ts';
import { type PricedPiece, pricedHours } from './pricedHours.ts';
import { type Load, type Workload, workloadOf } from './workload.ts';

/** What a piece costs when it is wholly done in a slot; never less for a later one. */
export type CostOfDone = (piece: number, done: number) => number;

/** Work of a piece in some stretch of time, and when the piece is done at best if it is; the soonest first. */
type Entries = {
  readonly loads: readonly Load[];
  readonly workOf: Int32Array;
  readonly stretchOf: Int32Array;
  readonly done: Int32Array;
};

/**
 * What no plan of the model can be below: each piece alone in the shop with what is fixed, and all of their work in the hours
 * of hands, workplaces and floor there are. Windows, set-ups, the order on a bench and what is held while it dries are left
 * out, and work may be broken anywhere, so that the true optimum may be well above it.
 */
export class LowerBound {
  readonly #model: EngineModel;
  readonly #alone: HeadsAndTails;
  #entries: readonly Entries[] | null = null;
  #workload: Workload | null = null;

  /** Empties the schedule of the model. */
  constructor(model: EngineModel) {
    this.#model = model;
    this.#alone = headsAndTailsOf(model);
  }

  /** Slot before which a piece is not done, alone in the shop. */
  doneAlone(piece: number): number {
    return Math.min(this.#alone.done[piece]!, this.#model.slots);
  }

  /** Each piece as if no other were there. */
  alone(costOf: CostOfDone): number {
    return this.#model.pieces.reduce((sum, _, k) => sum + costOf(k, this.doneAlone(k)), 0);
  }

  /**
   * All of them in the hours there are.
   * @param upper what some plan costs
   * @param rounds how often the prices of hours are mended
   * Cost: O(parts of work * stretches of time) once, and in each round
   */
  together(costOf: CostOfDone, upper: number, rounds: number): number {
    const alone = this.alone(costOf);
    if (alone >= upper) return alone;
    this.#workload ??= workloadOf(this.#model, this.#alone);
    this.#entries ??= entriesOf(this.#model, this.#workload, (k) => this.doneAlone(k));
    let rest = 0;
    const pieces: PricedPiece[] = [];
    this.#entries.forEach(({ loads, workOf, stretchOf, done }, k) => {
      const least = costOf(k, this.doneAlone(k));
      // A step may have no place at all, which costs at least what being done at the very end does.
      const never = costOf(k, this.#model.slots);
      if (loads.length === 0 || least >= never) rest += least;
      else
        pieces.push({ work: loads, workOf, stretchOf, never, costOf: Float64Array.from(done, (at) => costOf(k, at)) });
    });
    return Math.max(alone, rest + pricedHours(pieces, this.#workload.pools, rounds, upper - rest));
  }
}

function entriesOf(model: EngineModel, workload: Workload, doneAlone: (piece: number) => number): Entries[] {
  const hours = new OwnHours(model);
  const bound = calendarBound(model, hours);
  const byPiece: Load[][] = model.pieces.map(() => []);
  for (const load of workload.loads) byPiece[load.piece]!.push(load);
  return byPiece.map((loads, k) => {
    const keys = loads.flatMap((load, w) =>
      optionsOf(load, workload, hours, bound, model.slots).map(
        ({ done, stretch }) => (Math.max(done, doneAlone(k)) * MOST + w) * MOST + stretch,
      ),
    );
    bound.forget();
    // As plain numbers: the soonest done first.
    const sorted = Float64Array.from(keys).sort();
    return {
      loads,
      workOf: Int32Array.from(sorted, (key) => Math.floor(key / MOST) % MOST),
      stretchOf: Int32Array.from(sorted, (key) => key % MOST),
      done: Int32Array.from(sorted, (key) => Math.floor(key / MOST ** 2)),
    };
  });
}
/** More than a piece has loads and a plan stretches; three such numbers go into one that is exact. */
const MOST = 4096;

/** In which stretches a load may be, and when its piece is done at best if some of it is there. */
function optionsOf(
  { step, from, before, after, pools: own }: Load,
  { pools, edges }: Workload,
  hours: OwnHours,
  bound: CalendarBound,
  slots: number,
) {
  const out: { done: number; stretch: number }[] = [];
  const first = step < 0 ? from + 1 : hours.endAfter(step, from);
  const soonest = before > 0 ? hours.worked(step, from, before) : from;
  for (let stretch = 0; stretch + 1 < edges.length; stretch++) {
    const at = Math.max(soonest, edges[stretch]!);
    if (at >= edges[stretch + 1]! || own.some((p) => pools[p]![stretch] === 0)) continue;
    const end = step < 0 ? at + 1 : Math.max(first, hours.worked(step, at, 1 + after));
    const done = end > slots ? Infinity : step < 0 ? end : bound.ended(step, end);
    if (done >= slots) break;
    out.push({ done, stretch });
  }
  return out;
}
