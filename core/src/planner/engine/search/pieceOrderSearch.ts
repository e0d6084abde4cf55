import { loadsCost, pieceCost } from '../schedule/cost.ts';
import { doneSlot, type PartialSchedule } from '../schedule/partialSchedule.ts';
import { placePiece, removePiece, type Scratch } from '../schedule/serialSgs.ts';

/**
 * Searches the order in which pieces are placed, each whole and as early as it can: who goes first says more about when
 * everything is ready than where a step stands, and to let one piece go after another moves all that comes between. What two orders begin
 * with stays placed. See docs/decisions/0034.
 * Field terms: serial schedule generation over a list of jobs; local search with insertions and swaps
 */
export class PieceOrderSearch {
  readonly #b: PartialSchedule;
  readonly #scratch: Scratch;
  readonly #leastCosts: Float64Array;
  readonly #r: () => number;
  /** By piece: what it costs in the schedule as it was placed last. */
  readonly #costs: Float64Array;
  /** Pieces that stand as an order had them, from its first on. */
  readonly #standing: number[] = [];
  /** The best order, and what it costs. */
  #order: readonly number[];
  #cost = Infinity;
  #sinceBetter = 0;
  #placed = 0;

  /**
   * Takes the pieces out of the schedule and begins with the order in which they were done there.
   * @param group pieces that are all placed
   * @param leastCosts what each piece costs at best
   */
  constructor(
    b: PartialSchedule,
    scratch: Scratch,
    group: readonly number[],
    leastCosts: Float64Array,
    r: () => number,
  ) {
    this.#b = b;
    this.#scratch = scratch;
    this.#leastCosts = leastCosts;
    this.#r = r;
    this.#costs = new Float64Array(b.model.pieces.length);
    const done = new Map(group.map((k) => [k, Math.max(...b.model.pieces[k]!.steps.map((i) => doneSlot(b, i)))]));
    this.#order = [...group].sort((x, y) => done.get(x)! - done.get(y)! || x - y);
    for (const k of group) removePiece(b, k);
  }

  /** Nothing better for so long that nothing more is to be expected. */
  get isSpent(): boolean {
    const n = this.#order.length;
    return this.#sinceBetter > PATIENCE * n * (n - 1);
  }

  /** Pieces placed in all. */
  get placed(): number {
    return this.#placed;
  }

  /** One more order. @returns what its pieces cost; Infinity, with some of them placed, when it is dearer than the best */
  try(): number {
    const order = [...this.#order];
    const isFirst = this.#cost === Infinity;
    const changes = isFirst ? 0 : this.#r() < FAR_SHARE ? CHANGES_FAR : 1;
    for (let c = changes; c > 0; c--) changeOne(order, this.#r);
    const cost = this.#place(order, this.#cost);
    this.#sinceBetter = cost < this.#cost - LEAST_GAIN ? 0 : this.#sinceBetter + 1;
    // One as good as the best is gone on from as well, so that what is level is left.
    if (cost <= this.#cost) {
      this.#order = order;
      this.#cost = cost;
    }
    return cost;
  }

  #place(order: readonly number[], most: number): number {
    const b = this.#b;
    const standing = this.#standing;
    const cost = this.#costs;
    const least = this.#leastCosts;
    let same = 0;
    while (same < standing.length && standing[same] === order[same]) same++;
    while (standing.length > same) removePiece(b, standing.pop()!);
    let sum = order.reduce((n, k, at) => n + (at < same ? cost[k]! : least[k]!), 0);
    for (const k of order.slice(same)) {
      placePiece(b, this.#scratch, k, b.model.pieces[k]!.steps, Infinity);
      standing.push(k);
      this.#placed++;
      cost[k] = pieceCost(b, k);
      sum += cost[k] - least[k]!;
      if (sum > most) return Infinity;
    }
    return sum + loadsCost(b);
  }
}

/** One piece goes to another place in the order, or changes places with another. */
function changeOne(order: number[], r: () => number): void {
  const n = order.length;
  const from = Math.floor(r() * n);
  const other = Math.floor(r() * (n - 1));
  const to = other < from ? other : other + 1;
  if (r() < SWAP_SHARE) [order[from], order[to]] = [order[to]!, order[from]!];
  else order.splice(to, 0, ...order.splice(from, 1));
}
const SWAP_SHARE = 0.5;
/** Now and then one farther away is tried. */
const FAR_SHARE = 0.1;
const CHANGES_FAR = 3;
/** Tries without anything better, for each pair of pieces either way. */
const PATIENCE = 4;
/** Costs are sums in which the last digits are rounded. */
const LEAST_GAIN = 1e-6;
