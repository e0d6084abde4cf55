import { tailsOf } from './alone.ts';
import { blockersOf } from './blockers.ts';
import { type Arc, criticalArcs } from './critical.ts';
import { type Board, lift, put, wishOf } from './board.ts';
import { latenessCost, pieceCost, UNPLACED } from './cost.ts';
import {
  giveFloorBack,
  liftPiece,
  NO_ROOM,
  placePiece,
  placeTogether,
  type Scratch,
  stayOf,
  takeFloor,
  TOO_LATE,
} from './place.ts';

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
  /** Only what is better is taken: for a few tries at a plan that is to stay what it is. */
  readonly isCalm?: boolean;
  /** What each piece costs at best, from `leastCosts`; missing: nothing. */
  readonly leastCosts?: Float64Array;
  readonly onBetter?: (cost: number) => void;
};

/**
 * Large neighbourhood search: takes a few pieces that get in each other's way off the board and puts them back in
 * another order, whole or step by step among one another; what is not better is undone. The board never ends worse than
 * it was.
 * @returns pieces placed again
 */
export function improve(b: Board, scratch: Scratch, search: Search): number {
  const { model } = b;
  const r = randomFrom(search.seed);
  const state = new State(b, search.frozen);
  if (state.movable.length === 0) return 0;
  let done = 0;
  let total = state.total();
  let best = total;
  let roundBest = Infinity;
  const saved = new Saved(model.steps.length);
  const bestBoard = new Saved(model.steps.length);
  const all = model.pieces.map((_, k) => k);
  const arcShare = model.pieces.length === 1 ? ARC_SHARE_OF_ONE : ARC_SHARE;
  const least = search.leastCosts ?? new Float64Array(model.pieces.length);
  scratch.tail = tailsOf(model);
  bestBoard.keep(b, all);
  const cooling = new Cooling(search.isCalm ? 0 : best / model.pieces.length ** 1.5, model.steps.length);
  while (done < search.evaluations && !search.isOver()) {
    if (cooling.isNewRound(done)) {
      const isStuck = best > roundBest - 1e-6 && !search.isCalm;
      roundBest = best;
      if (total > best) restoreAll(b, all, bestBoard, state);
      total = best;
      if (isStuck) {
        kick(b, scratch, state, r);
        total = state.total();
      }
    }
    const arc = r() < arcShare ? state.arc(r) : null;
    const group = arc?.group ?? state.group(r);
    saved.keep(b, group);
    let before = 0;
    for (const k of group) before += state.cost[k]!;
    const most = before - cooling.temperature * Math.log(1 - r());
    const isMixed = group.length === 1 || r() < MIXED_SHARE;
    const sequence = arc ? turned(b, group, arc.arc) : isMixed ? mixed(b, group, r) : null;
    const wished = arc || r() > WISH_SHARE ? [] : wishes(b, group, r);
    if (model.floor && !arc) for (const k of group) scratch.notBefore[k] = state.later(k, r);
    for (const k of group) giveFloorBack(b, k);
    for (const i of sequence ?? group.flatMap((k) => model.pieces[k]!.steps)) if (!model.steps[i]!.fixed) lift(b, i);
    const after = sequence
      ? together(b, scratch, group, sequence, most, least)
      : oneByOne(b, scratch, group, most, least, r);
    if (model.floor) for (const k of group) scratch.notBefore[k] = 0;
    for (const i of wished) b.wish[i] = -1;
    done += group.length;
    if (after <= most) {
      for (const k of group) state.note(k);
      total += after - before;
      if (total < best - 1e-6) {
        best = total;
        bestBoard.keep(b, all);
        search.onBetter?.(best);
      }
      continue;
    }
    for (const k of group) liftPiece(b, k);
    saved.restore(b);
    for (const k of group) takeFloor(b, k, true);
  }
  if (total > best) restoreAll(b, all, bestBoard, state);
  return done;
}

/** How often two steps on a critical path change places instead of a group of pieces being placed anew. */
const ARC_SHARE = 0.15;
/** In one piece alone that is half of all there is to try. */
const ARC_SHARE_OF_ONE = 0.5;
/** How often a group is placed step by step among one another, and not one piece after another. */
const MIXED_SHARE = 0.5;
/** How often a step of the group is given another hand or place than the soonest. */
const WISH_SHARE = 0.3;

/**
 * Begins again from somewhere else: pieces one after another in a random order, for when everything near the best plan has
 * been tried. Pieces that find no place then are left to the search.
 */
function kick(b: Board, scratch: Scratch, state: State, r: () => number): void {
  const { pieces } = b.model;
  for (const k of state.movable) liftPiece(b, k);
  const keys = new Map(state.movable.map((k) => [k, Math.min(pieces[k]!.due, 1e7) * (0.3 + r())]));
  const order = [...state.movable].sort((x, y) => keys.get(x)! - keys.get(y)! || x - y);
  for (const k of order) placePiece(b, scratch, k, pieces[k]!.steps, Infinity);
  for (const k of order) state.note(k);
}

function restoreAll(b: Board, all: readonly number[], from: Saved, state: State): void {
  for (const k of all) liftPiece(b, k);
  from.restore(b);
  for (const k of all) {
    takeFloor(b, k, true);
    state.note(k);
  }
}

/**
 * How much worse a move may be and still be taken: much at the beginning of a round, next to nothing at its end. Each
 * round begins from the best board and is longer than the one before.
 * Field term: simulated annealing with restarts (Kirkpatrick, Gelatt & Vecchi 1983)
 */
class Cooling {
  temperature: number;
  readonly #hottest: number;
  #length: number;
  #begun = 0;
  /** The first round is nearly cold, since there may be no time for a second; each is hotter than the one before. */
  #heat = FIRST_HEAT;

  constructor(share: number, steps: number) {
    this.#length = Math.max(SHORTEST, ROUND_PER_STEP * steps);
    this.#hottest = HOTTEST * share;
    this.temperature = this.#hottest * this.#heat;
  }

  isNewRound(done: number): boolean {
    let share = (done - this.#begun) / this.#length;
    const isNew = share >= 1;
    if (isNew) {
      this.#begun = done;
      this.#length *= LONGER;
      this.#heat = Math.min(1, this.#heat * HOTTER);
      share = 0;
    }
    this.temperature = this.#hottest * this.#heat * COLDEST ** share;
    return isNew;
  }
}
/** Pieces placed again in the first round: at least so many, and more where there is more to place. */
const SHORTEST = 500;
const ROUND_PER_STEP = 2.5;
const LONGER = 1.5;
/** Share of what a piece costs on average, less where there are many; and how far that falls in a round. */
const HOTTEST = 0.06;
const COLDEST = 0.002;
const FIRST_HEAT = 0.05;
const HOTTER = 3;

/** Pieces on time are looked at too: their going sooner is a gain, and makes room. */
const ON_TIME_INTEREST = 1;

/** What each piece costs as it stands, and when it is worked on. */
class State {
  readonly movable: readonly number[];
  readonly cost: Float64Array;
  readonly #b: Board;
  readonly #canMove: Uint8Array;
  /** What there is to gain: lateness, and a little of the time in the shop. */
  readonly #excess: Float64Array;
  readonly #from: Int32Array;
  readonly #until: Int32Array;
  /** When it leaves the floor. */
  readonly #gone: Int32Array;

  constructor(b: Board, frozen: Uint8Array | undefined) {
    this.#b = b;
    const { pieces, steps } = b.model;
    this.cost = new Float64Array(pieces.length);
    this.#canMove = new Uint8Array(pieces.length);
    this.#excess = new Float64Array(pieces.length);
    this.#from = new Int32Array(pieces.length);
    this.#until = new Int32Array(pieces.length);
    this.#gone = new Int32Array(pieces.length);
    this.movable = pieces
      .map((_, k) => k)
      .filter((k) => !frozen?.[k] && pieces[k]!.steps.some((i) => !steps[i]!.fixed));
    for (const k of this.movable) this.#canMove[k] = 1;
    for (let k = 0; k < pieces.length; k++) this.note(k);
  }

  note(k: number): void {
    const stay = stayOf(this.#b, k);
    this.#from[k] = stay.from;
    this.#until[k] = stay.done;
    this.#gone[k] = stay.until;
    const cost = pieceCost(this.#b, k);
    this.cost[k] = cost;
    this.#excess[k] = latenessCost(this.#b, k) + ON_TIME_INTEREST * cost;
  }

  /** Now and then a first slot later than now: a piece begun just in time leaves the floor to others. */
  later(k: number, r: () => number): number {
    if (r() > 0.1) return 0;
    const { due } = this.#b.model.pieces[k]!;
    const room =
      (this.#until[k]! - this.#from[k]!) / 2 + Math.max(0, Math.min(due, this.#b.model.slots) - this.#until[k]!);
    return this.#from[k]! + Math.floor(r() ** 2 * room);
  }

  total(): number {
    return this.cost.reduce((n, c) => n + c, 0);
  }

  /** A piece that costs much, and some that are in its way: those that block it, or are worked on at the same time. */
  group(r: () => number): number[] {
    const seed = this.#dear(r);
    const out = [seed];
    const most = 1 + Math.floor(r() * 2);
    if (r() < 0.7)
      for (const k of blockersOf(this.#b, seed, r))
        if (out.length <= most && !out.includes(k) && this.#canMove[k]) out.push(k);
    if (this.#b.model.floor && r() < 0.5) this.#addFloorMates(out, most, r);
    if (out.length === 1 || r() < 0.3) {
      const near = this.movable.filter(
        (k) => !out.includes(k) && this.#from[k]! < this.#until[seed]! && this.#from[seed]! < this.#until[k]!,
      );
      while (out.length <= most && near.length > 0) out.push(near.splice(Math.floor(r() * near.length), 1)[0]!);
    }
    return out;
  }

  /** Two steps on the path that decides when a dear piece is done, and the pieces they belong to. */
  arc(r: () => number): { readonly arc: Arc; readonly group: number[] } | null {
    const { steps } = this.#b.model;
    const arcs = criticalArcs(this.#b, this.#dear(r), r).filter(
      (a) => this.#canMove[steps[a.first]!.piece] && this.#canMove[steps[a.second]!.piece],
    );
    if (arcs.length === 0) return null;
    const arc = arcs[Math.floor(r() * arcs.length)]!;
    return { arc, group: [...new Set([steps[arc.second]!.piece, steps[arc.first]!.piece])] };
  }

  /** Pieces that stand on the floor just before this one comes. */
  #addFloorMates(out: number[], most: number, r: () => number): void {
    const at = this.#from[out[0]!]! - 1;
    const { pieces } = this.#b.model;
    const mates = this.movable.filter(
      (k) => !out.includes(k) && pieces[k]!.floor > 0 && this.#from[k]! <= at && at < this.#gone[k]!,
    );
    while (out.length <= most && mates.length > 0) out.push(mates.splice(Math.floor(r() * mates.length), 1)[0]!);
  }

  #dear(r: () => number): number {
    const { movable } = this;
    const excess = this.#excess;
    if (r() < 0.15) return movable[Math.floor(r() * movable.length)]!;
    let sum = 0;
    for (const k of movable) sum += excess[k]!;
    let x = r() * sum;
    for (const k of movable) {
      x -= excess[k]!;
      if (x <= 0) return k;
    }
    return movable.at(-1)!;
  }
}

/** Places whole pieces one after another. @returns their cost, or Infinity once it is sure to be more than `before` */
function oneByOne(
  b: Board,
  scratch: Scratch,
  group: number[],
  before: number,
  least: Float64Array,
  r: () => number,
): number {
  order(b, group, r);
  let after = 0;
  let others = 0;
  for (const k of group) others += least[k]!;
  for (const k of group) {
    others -= least[k]!;
    const out = placePiece(b, scratch, k, b.model.pieces[k]!.steps, limitFor(b, k, before - after - others));
    if (out === TOO_LATE || (out === NO_ROOM && !scratch.left)) return Infinity;
    after += pieceCost(b, k);
    if (after + others > before) return Infinity;
  }
  return after;
}

/** Places the steps of all pieces among one another. @returns their cost, or Infinity when one does not fit */
function together(
  b: Board,
  scratch: Scratch,
  group: readonly number[],
  sequence: readonly number[],
  before: number,
  least: Float64Array,
): number {
  let all = 0;
  for (const k of group) all += least[k]!;
  for (const k of group) scratch.limit[k] = limitFor(b, k, before - (all - least[k]!));
  if (!placeTogether(b, scratch, group, sequence)) return Infinity;
  let after = 0;
  for (const k of group) after += pieceCost(b, k);
  return after;
}

/** The steps of a group in the order they start now, with a few of them sooner than before. */
function mixed(b: Board, group: readonly number[], r: () => number): number[] {
  const { pieces, steps } = b.model;
  const keys = new Map<number, number>();
  const jolt = r() < 0.5 ? 0 : r() * 60;
  for (const k of group)
    for (const i of pieces[k]!.steps)
      if (!steps[i]!.fixed) keys.set(i, b.start[i]! + (jolt > 0 ? (r() - 0.5) * jolt : 0));
  const all = [...keys.keys()];
  // Some steps jump the queue; what they wait for goes with them, since order keeps to the links.
  const jumps = 1 + Math.floor(r() * 3);
  for (let n = 0; n < jumps; n++) {
    const i = all[Math.floor(r() * all.length)]!;
    keys.set(i, keys.get(i)! - r() * 200);
  }
  return inKeyOrder(b, keys);
}

/** Steps by their keys, each after those it waits for. */
function inKeyOrder(b: Board, keys: ReadonlyMap<number, number>): number[] {
  const { steps } = b.model;
  const out: number[] = [];
  const seen = new Set<number>();
  const visit = (i: number) => {
    if (seen.has(i)) return;
    seen.add(i);
    for (const p of steps[i]!.preds) if (keys.has(p.step)) visit(p.step);
    out.push(i);
  };
  for (const i of [...keys.keys()].sort((x, y) => keys.get(x)! - keys.get(y)! || x - y)) visit(i);
  return out;
}

/** Another hand or place for one or two steps than they have: what is soonest for a step need not be best for the rest. */
function wishes(b: Board, group: readonly number[], r: () => number): number[] {
  const { pieces, steps } = b.model;
  const out: number[] = [];
  for (let n = 1 + Math.floor(r() * 2); n > 0; n--) {
    const own = pieces[group[Math.floor(r() * group.length)]!]!.steps;
    const i = own[Math.floor(r() * own.length)]!;
    const { ways, fixed } = steps[i]!;
    if (fixed || ways.length === 0) continue;
    const way = Math.floor(r() * ways.length);
    const { crews } = ways[way]!;
    if (ways.length === 1 && crews.length < 2) continue;
    b.wish[i] = wishOf(way, Math.floor(r() * crews.length));
    out.push(i);
  }
  return out;
}

/** The steps of a group from the first of the arc on, in the order they start now, but the second before it. */
function turned(b: Board, group: readonly number[], { first, second }: Arc): number[] {
  const from = b.start[first]!;
  const keys = new Map<number, number>();
  for (const k of group)
    for (const i of b.model.pieces[k]!.steps)
      if (!b.model.steps[i]!.fixed && b.start[i]! >= from) keys.set(i, b.start[i]!);
  keys.set(second, from - 0.5);
  return inKeyOrder(b, keys);
}

/** Last slot in which a piece may be done to cost no more than `most`. */
function limitFor(b: Board, k: number, most: number): number {
  if (most >= UNPLACED) return Infinity;
  const p = b.model.pieces[k]!;
  const onTime = Math.max(0, p.due - p.release) * p.flowCost;
  if (most < onTime || p.due === Infinity) return p.release + Math.floor(most / p.flowCost);
  return Math.max(p.due, p.release) + Math.floor((most - onTime) / (p.lateCost + p.flowCost));
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
