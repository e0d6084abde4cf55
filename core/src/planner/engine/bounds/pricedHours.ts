/** What work takes of the pools, in slots times units; the two rows go together. */
type Uses = { readonly pools: readonly number[]; readonly units: readonly number[] };

/**
 * A piece by when it is done and which hours its work takes. Each entry of the three rows is some work in some stretch of time
 * and what the piece costs at least once that was so; the cheapest first.
 */
export type PricedPiece = {
  readonly work: readonly Uses[];
  readonly workOf: Int32Array;
  readonly stretchOf: Int32Array;
  readonly costOf: Float64Array;
  /** What it costs with some of its work left undone. */
  readonly never: number;
};

/** Rows by pool and stretch of time. */
type Rows = readonly Float64Array[];

/**
 * A cost that nothing can be below, by prices for the hours: each piece is done when that costs least, the piece itself and the
 * cheapest hours until then together, as if it were alone with these prices; what hours there are is taken off at their price.
 * Any prices give a bound; those of hours wanted by too many are raised, others lowered.
 * @param pools slots times units there are in each stretch
 * @param upper what some plan costs
 * Cost: O(rounds * entries of all pieces)
 * Field terms: Lagrangian relaxation of the resource constraints (as Möhring, Schulz, Stork and Uetz 2003), deflected subgradient
 * steps after Polyak 1969 and Camerini, Fratta and Maffioli 1975
 */
export function pricedHours(pieces: readonly PricedPiece[], pools: Rows, rounds: number, upper: number): number {
  const most = pieces.reduce((n, p) => Math.max(n, p.work.length), 0);
  const prices = pools.map((room) => new Float64Array(room.length));
  const used = pools.map((room) => new Float64Array(room.length));
  const direction = pools.map((room) => new Float64Array(room.length));
  const cheapest = new Cheapest(most, prices, used);
  let best = 0;
  let step = 1;
  let sinceGain = 0;
  for (let round = 0; round <= rounds; round++) {
    for (const row of used) row.fill(0);
    let value = 0;
    for (const piece of pieces) value += cheapest.of(piece);
    for (let p = 0; p < pools.length; p++)
      for (let b = 0; b < pools[p]!.length; b++) value -= prices[p]![b]! * pools[p]![b]!;
    sinceGain = value > best * (1 + LEAST_GAIN) ? 0 : sinceGain + 1;
    if (sinceGain === PATIENCE) {
      step *= SHORTER;
      sinceGain = 0;
    }
    best = Math.max(best, value);
    const square = turn(direction, prices, used, pools);
    if (square === 0 || best >= upper) break;
    const length = (step * (upper - value)) / square;
    prices.forEach((row, p) => {
      for (let b = 0; b < row.length; b++) row[b] = Math.max(0, row[b]! + length * direction[p]![b]!);
    });
  }
  return best;
}
const LEAST_GAIN = 1e-4;
/** After so many rounds in which nothing is won steps get shorter. */
const PATIENCE = 8;
const SHORTER = 0.6;
/** How much of the last direction is kept: hours beside each other are dear by turns else. */
const KEPT = 0.3;

/** Where prices had better go. @returns the square of its length */
function turn(direction: Rows, prices: Rows, used: Rows, pools: Rows): number {
  let square = 0;
  for (let p = 0; p < pools.length; p++)
    for (let b = 0; b < pools[p]!.length; b++) {
      const d = KEPT * direction[p]![b]! + used[p]![b]! - pools[p]![b]!;
      // What is free cannot become cheaper.
      direction[p]![b] = d > 0 || prices[p]![b]! > 0 ? d : 0;
      square += direction[p]![b]! ** 2;
    }
  return square;
}

/** When one piece is done and worked on at least cost, with the prices there are. */
class Cheapest {
  readonly #prices: Rows;
  readonly #used: Rows;
  readonly #least: Float64Array;
  readonly #stretch: Int32Array;

  constructor(most: number, prices: Rows, used: Rows) {
    this.#prices = prices;
    this.#used = used;
    this.#least = new Float64Array(most);
    this.#stretch = new Int32Array(most);
  }

  /** What the piece then costs, hours and all; the hours it takes are added to those used. */
  of(piece: PricedPiece): number {
    const last = this.#lastEntry(piece);
    if (last < 0) return piece.never;
    this.#least.fill(Infinity);
    for (let e = 0; e <= last; e++) {
      const w = piece.workOf[e]!;
      const price = this.#priceOf(piece.work[w]!, piece.stretchOf[e]!);
      if (price >= this.#least[w]!) continue;
      this.#least[w] = price;
      this.#stretch[w] = piece.stretchOf[e]!;
    }
    let cost = piece.costOf[last]!;
    piece.work.forEach(({ pools, units }, w) => {
      cost += this.#least[w]!;
      for (let u = 0; u < pools.length; u++) this.#used[pools[u]!]![this.#stretch[w]!]! += units[u]!;
    });
    return cost;
  }

  /** The entry with whose cost, and the hours of those before it, the piece costs least; below 0: undone is cheaper. */
  #lastEntry({ work, workOf, stretchOf, costOf, never }: PricedPiece): number {
    this.#least.fill(Infinity);
    let missing = work.length;
    let hours = 0;
    let best = never;
    let last = -1;
    for (let e = 0; e < workOf.length && costOf[e]! < best; e++) {
      const w = workOf[e]!;
      const price = this.#priceOf(work[w]!, stretchOf[e]!);
      const before = this.#least[w]!;
      if (price >= before) continue;
      this.#least[w] = price;
      if (before === Infinity) missing--;
      hours += before === Infinity ? price : price - before;
      if (missing > 0 || costOf[e]! + hours >= best) continue;
      best = costOf[e]! + hours;
      last = e;
    }
    return last;
  }

  #priceOf({ pools, units }: Uses, stretch: number): number {
    let price = 0;
    for (let u = 0; u < pools.length; u++) price += units[u]! * this.#prices[pools[u]!]![stretch]!;
    return price;
  }
}
