import { blockersOf } from './blockers.ts';
import { Excess } from './excess.ts';
import type { PartialSchedule } from '../schedule/partialSchedule.ts';
import { latenessCost, loadsCost, pieceCost } from '../schedule/cost.ts';
import { type Arc, criticalArcs } from './criticalArcs.ts';
import { stayOf } from '../schedule/serialSgs.ts';
import type { Search } from './search.ts';

/** Pieces on time are looked at too: their going sooner is a gain, and makes room. */
const ON_TIME_INTEREST = 1;

/** What each piece costs as it stands, and when it is worked on. */
export class Neighbourhood {
  readonly movable: readonly number[];
  readonly cost: Float64Array;
  readonly #b: PartialSchedule;
  readonly #isFresh: boolean;
  readonly #canMove: Uint8Array;
  /** What there is to gain, where it is known; else what each piece costs, lateness twice. */
  readonly excess: Excess | null;
  readonly #interest: Float64Array;
  /** Pieces are picked for what is to be gained at this level and those below it. */
  level = 0;
  readonly #from: Int32Array;
  readonly #until: Int32Array;
  /** When it leaves the floor. */
  readonly #gone: Int32Array;
  /** By piece: the arcs on its path in the plan as it is, as far as they were asked for. */
  readonly #arcs: (readonly Arc[] | null)[];

  /**
   * @param search pieces that stay as they are; what each piece costs at best, which is looked at in a plan people have seen; and
   * whether nobody has
   */
  constructor(b: PartialSchedule, { frozen, leastCosts, isFresh }: Pick<Search, 'frozen' | 'leastCosts' | 'isFresh'>) {
    this.#b = b;
    this.#isFresh = isFresh === true;
    this.excess = leastCosts && !isFresh ? new Excess(b.model, leastCosts) : null;
    const { pieces, steps } = b.model;
    this.cost = new Float64Array(pieces.length);
    this.#canMove = new Uint8Array(pieces.length);
    this.#interest = new Float64Array(pieces.length);
    this.#from = new Int32Array(pieces.length);
    this.#until = new Int32Array(pieces.length);
    this.#gone = new Int32Array(pieces.length);
    this.#arcs = pieces.map(() => null);
    this.movable = pieces
      .map((_, k) => k)
      .filter((k) => !frozen?.[k] && pieces[k]!.steps.some((i) => !steps[i]!.fixed));
    for (const k of this.movable) this.#canMove[k] = 1;
    for (let k = 0; k < pieces.length; k++) this.note(k);
  }

  note(k: number): void {
    this.#arcs.fill(null);
    const stay = stayOf(this.#b, k);
    this.#from[k] = stay.from;
    this.#until[k] = stay.done;
    this.#gone[k] = stay.until;
    const cost = pieceCost(this.#b, k);
    this.cost[k] = cost;
    const late = latenessCost(this.#b, k);
    this.#interest[k] = late + ON_TIME_INTEREST * cost;
    if (this.#canMove[k]) this.excess?.note(k, cost, late);
  }

  /** Now and then a first slot: when another leaves the floor, or later than now, so that others may have the floor. */
  later(k: number, r: () => number): number {
    if (r() > LATER_SHARE) return 0;
    if (r() < 0.5) return this.#gone[this.movable[Math.floor(r() * this.movable.length)]!]!;
    const { due } = this.#b.model.pieces[k]!;
    const room =
      (this.#until[k]! - this.#from[k]!) / 2 + Math.max(0, Math.min(due, this.#b.model.slots) - this.#until[k]!);
    return this.#from[k]! + Math.floor(r() ** 2 * room);
  }

  /** A slot in or a little before the time a dear piece is worked on. */
  slotOf(r: () => number): number {
    const k = this.dear(r);
    const long = this.#until[k]! - this.#from[k]!;
    return Math.max(0, Math.floor(this.#from[k]! + (1.5 * r() - 0.5) * long));
  }

  /** What can be moved costs this, trays with it. */
  total(): number {
    return this.movable.reduce((n, k) => n + this.cost[k]!, loadsCost(this.#b));
  }

  /** A piece that costs much, and some that are in its way: those that block it, or are worked on at the same time. */
  group(r: () => number, most: number): number[] {
    const seed = this.dear(r);
    const out = [seed];
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
    const k = this.dear(r);
    // Of several paths that are as long now and then another is looked at.
    const arcs = (r() < OTHER_PATH ? null : this.#arcs[k]) ?? this.#arcsOf(k, r);
    this.#arcs[k] = arcs;
    if (arcs.length === 0) return null;
    const arc = arcs[Math.floor(r() * arcs.length)]!;
    return { arc, group: [...new Set([steps[arc.second]!.piece, steps[arc.first]!.piece])] };
  }

  #arcsOf(k: number, r: () => number): readonly Arc[] {
    const { steps } = this.#b.model;
    return criticalArcs(this.#b, k, r, this.#isFresh).filter(
      (a) => this.#canMove[steps[a.first]!.piece] && this.#canMove[steps[a.second]!.piece],
    );
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

  /** A piece, the likelier the more there is to gain by moving it. */
  dear(r: () => number): number {
    const { movable, excess, level } = this;
    const gain = (k: number) => (excess ? 1 + excess.from(level, k) : this.#interest[k]!);
    if (r() < 0.15) return movable[Math.floor(r() * movable.length)]!;
    let sum = 0;
    for (const k of movable) sum += gain(k);
    let x = r() * sum;
    for (const k of movable) {
      x -= gain(k);
      if (x <= 0) return k;
    }
    return movable.at(-1)!;
  }
}
/** How often a piece is begun later than it could be. */
const LATER_SHARE = 0.1;
/** How often the path that decides when a piece is done is looked for anew in the same plan. */
const OTHER_PATH = 0.1;
