import { type Board, put } from './board.ts';
import { pieceCost, UNPLACED } from './cost.ts';
import { liftPiece, NO_ROOM, placePiece, TOO_LATE, type Scratch, stayOf, takeFloor } from './place.ts';

/** A repeatable stream of numbers in [0, 1). Source: mulberry32, public domain. */
export function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export type Search = {
  /** Stops when this many pieces were placed again, or when `isOver` says so. */
  readonly evaluations: number;
  readonly isOver: () => boolean;
  readonly seed: number;
  /** Pieces that must stay as they are. */
  readonly frozen?: Uint8Array;
  readonly onBetter?: (cost: number) => void;
};

/**
 * Large neighbourhood search: takes a few pieces that get in each other's way off the board and puts them back in
 * another order; what is not better is undone. The board never ends worse than it was.
 * @returns pieces placed again
 */
export function improve(b: Board, scratch: Scratch, search: Search): number {
  const { model } = b;
  const n = model.pieces.length;
  const r = randomFrom(search.seed);
  const cost = new Float64Array(n);
  const from = new Int32Array(n);
  const until = new Int32Array(n);
  const note = (k: number) => {
    const stay = stayOf(b, k);
    from[k] = stay.from;
    until[k] = stay.done;
    cost[k] = pieceCost(b, k);
  };
  for (let k = 0; k < n; k++) note(k);
  const movable = model.pieces
    .map((_, k) => k)
    .filter((k) => !search.frozen?.[k] && model.pieces[k]!.steps.some((i) => !model.steps[i]!.fixed));
  if (movable.length === 0) return 0;
  let total = cost.reduce((s, c) => s + c, 0);
  let done = 0;
  const saved = new Saved(model.steps.length);
  while (done < search.evaluations && !search.isOver()) {
    const seedPiece = pickLate(b, movable, cost, r);
    const group = neighbours(b, seedPiece, movable, from, until, 1 + Math.floor(r() * 5), r);
    saved.keep(b, group);
    let before = 0;
    for (const k of group) before += cost[k]!;
    for (const k of group) liftPiece(b, k);
    order(b, group, r);
    let after = 0;
    let ok = true;
    for (const k of group) {
      const left = before - after;
      const limit = limitFor(b, k, left);
      const out = placePiece(b, scratch, k, model.pieces[k]!.steps, limit);
      done++;
      if (out === TOO_LATE || (out === NO_ROOM && !scratch.left)) {
        ok = false;
        break;
      }
      after += pieceCost(b, k);
      if (after > before) {
        ok = false;
        break;
      }
    }
    if (ok && after <= before) {
      for (const k of group) note(k);
      if (after < before) {
        total += after - before;
        search.onBetter?.(total);
      }
      continue;
    }
    for (const k of group) liftPiece(b, k);
    saved.restore(b);
    for (const k of group) takeFloor(b, k, true);
  }
  return done;
}

/** Last slot in which a piece may be done to cost no more than `most`. */
function limitFor(b: Board, k: number, most: number): number {
  if (most >= UNPLACED) return Infinity;
  const p = b.model.pieces[k]!;
  const onTime = Math.max(0, p.due - p.release) * p.flowCost;
  if (most < onTime || p.due === Infinity) return p.release + Math.floor(most / p.flowCost);
  return Math.max(p.due, p.release) + Math.floor((most - onTime) / (p.lateCost + p.flowCost));
}

function pickLate(b: Board, movable: readonly number[], cost: Float64Array, r: () => number): number {
  if (r() < 0.3) return movable[Math.floor(r() * movable.length)]!;
  let sum = 0;
  for (const k of movable) sum += cost[k]!;
  let x = r() * sum;
  for (const k of movable) {
    x -= cost[k]!;
    if (x <= 0) return k;
  }
  return movable.at(-1)!;
}

function neighbours(
  b: Board,
  seed: number,
  movable: readonly number[],
  from: Int32Array,
  until: Int32Array,
  count: number,
  r: () => number,
): number[] {
  const out = [seed];
  const near = movable.filter((k) => k !== seed && from[k]! < until[seed]! && from[seed]! < until[k]!);
  while (out.length <= count && near.length > 0) out.push(near.splice(Math.floor(r() * near.length), 1)[0]!);
  return out;
}

/** Puts the group in the order it is tried in: mostly the dearest first, sometimes any. */
function order(b: Board, group: number[], r: () => number): void {
  const kind = r();
  const key = (k: number) => {
    const p = b.model.pieces[k]!;
    if (kind < 0.35) return r();
    if (kind < 0.6) return p.due * (0.8 + 0.4 * r());
    if (kind < 0.8) return -p.lateCost * (0.5 + r());
    return k === group[0] ? -1 : r();
  };
  const keys = new Map(group.map((k) => [k, key(k)]));
  group.sort((x, y) => keys.get(x)! - keys.get(y)! || x - y);
}

/** Where steps stood before a move, to put them back. */
class Saved {
  readonly #steps: Int32Array;
  readonly #at: Int32Array;
  #count = 0;
  constructor(steps: number) {
    this.#steps = new Int32Array(steps);
    this.#at = new Int32Array(steps * 5);
  }
  keep(b: Board, group: readonly number[]): void {
    this.#count = 0;
    for (const k of group)
      for (const i of b.model.pieces[k]!.steps) {
        if (b.model.steps[i]!.fixed || b.start[i]! < 0) continue;
        const o = this.#count * 5;
        this.#steps[this.#count++] = i;
        this.#at[o] = b.start[i]!;
        this.#at[o + 1] = b.end[i]!;
        this.#at[o + 2] = b.hold[i]!;
        this.#at[o + 3] = b.way[i]!;
        this.#at[o + 4] = b.crew[i]!;
      }
  }
  restore(b: Board): void {
    for (let c = 0; c < this.#count; c++) {
      const o = c * 5;
      const at = this.#at;
      put(b, this.#steps[c]!, at[o]!, at[o + 1]!, at[o + 2]!, at[o + 3]!, at[o + 4]!);
    }
  }
}
