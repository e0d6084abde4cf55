import { calendarBound, linkBound } from '../bounds/doneBound.ts';
import { aloneInShop } from '../bounds/latestStarts.ts';
import { OwnHours } from '../bounds/ownHours.ts';
import { CostBound } from '../schedule/costBound.ts';
import { type PartialSchedule, remove, modeLockOf } from '../schedule/partialSchedule.ts';
import { anyPriority, PrioritySearch, nearPriority, type Trial } from './prioritySearch.ts';
import { Annealing } from './annealing.ts';
import { LEVELS } from './excess.ts';
import { isFree, lighterPieces, partialPieces } from './selectPieces.ts';
import { HeatLevels } from './heatLevels.ts';
import { loadsCost, pieceCost, UNPLACED } from '../schedule/cost.ts';
import { ParallelSgs } from '../schedule/parallelSgs.ts';
import { KeyedSteps } from './keyedSteps.ts';
import { shuffledOrder, placeOneByOne, placeInterleaved, orderWithArcSwapped, lockModes } from './moves.ts';
import { Neighbourhood } from './neighbourhood.ts';
import { releaseFloor, removePiece, type Scratch } from '../schedule/serialSgs.ts';
import { randomFrom } from './random.ts';
import { PieceOrderSearch } from './pieceOrderSearch.ts';
import { TabuSearch } from './tabuSearch.ts';
import { TargetSearch } from './targetSearch.ts';
import { Snapshot } from '../schedule/snapshot.ts';

export type Search = {
  /** Stops when this many pieces were placed again, or when `isOver` says so. */
  readonly evaluations: number;
  readonly isOver: () => boolean;
  readonly seed: number;
  /** Pieces that must stay as they are, in the schedule or out of it. */
  readonly frozen?: Uint8Array;
  /** Only what is better is taken: for a few tries at a plan that is to stay what it is. */
  readonly isDescentOnly?: boolean;
  /** Nobody has seen the plan: the search begins with plans of its own instead of the one in the schedule. */
  readonly isFresh?: boolean;
  /** Dates are missed, for which a wholly other plan is worth a look before what is near. */
  readonly isLate?: boolean;
  /** Whole plans by other dates that are made before moves; missing: none, but of fresh plans as many as pay. */
  readonly dateTries?: number;
  /**
   * What each piece costs at best, from `leastCosts`, which no plan can save; missing: nothing. With it, what weighs a
   * thousandfold is searched in turn in a plan that people have seen.
   */
  readonly leastCosts?: Float64Array;
};

/**
 * Large neighbourhood search: takes a few pieces that get in each other's way out of the schedule and puts them back in
 * another order, whole or step by step among one another; what is not better is undone. When rounds of that brought nothing,
 * a plan nobody has seen is begun again from another altogether. The schedule never ends worse than it was.
 * @returns pieces placed again
 */
export function improve(b: PartialSchedule, scratch: Scratch, search: Search): number {
  const run = new Run(b, scratch, search);
  return run.neighbourhood.movable.length === 0 ? 0 : run.go();
}

class Run {
  readonly neighbourhood: Neighbourhood;
  readonly #b: PartialSchedule;
  readonly #scratch: Scratch;
  readonly #search: Search;
  readonly #r: () => number;
  readonly #parallelSgs: ParallelSgs;
  readonly #all: readonly number[];
  readonly #least: Float64Array;
  readonly #costBound: CostBound;
  readonly #before: Snapshot;
  readonly #keyed: KeyedSteps;
  readonly #shares: Shares;
  readonly #bestSchedule: Snapshot;
  readonly #targetSearch: TargetSearch | null;
  readonly #tabuSearch: TabuSearch | null;
  /** Where people have seen the plan, and it is known what could be saved. */
  readonly #heatLevels: HeatLevels | null;
  /** The priority that brought the best plan of the priority search. */
  #trial: Trial | null = null;
  #done = 0;
  /** How often dates were searched. */
  #searches = 0;
  #total: number;
  #best: number;

  constructor(b: PartialSchedule, scratch: Scratch, search: Search) {
    const { model } = b;
    this.#b = b;
    this.#scratch = scratch;
    this.#search = search;
    this.#r = randomFrom(search.seed);
    this.neighbourhood = new Neighbourhood(b, search);
    const isSmall = model.steps.length <= MOST_SHIFTED;
    const isByHours = isSmall && (search.isFresh || search.evaluations >= LEAST_FOR_CALENDARS);
    const hours = isByHours || search.dateTries ? new OwnHours(model) : null;
    scratch.bound = hours && isByHours ? calendarBound(model, hours) : linkBound(model);
    this.#costBound = new CostBound(b, scratch.bound);
    this.#parallelSgs = new ParallelSgs(b, scratch, () => aloneInShop(model, hours ?? undefined));
    this.#all = model.pieces.map((_, k) => k);
    this.#least = search.leastCosts ?? new Float64Array(model.pieces.length);
    this.#before = new Snapshot(model.steps.length);
    this.#keyed = new KeyedSteps(model.steps);
    this.#bestSchedule = new Snapshot(model.steps.length);
    this.#bestSchedule.keep(b, this.#all);
    this.#total = this.#best = this.neighbourhood.total();
    const { movable, excess } = this.neighbourhood;
    this.#targetSearch = hours && (search.isFresh || search.dateTries) ? this.#targetSearchBy(hours) : null;
    this.#tabuSearch =
      search.isFresh && this.#targetSearch && movable.length === 1
        ? new TabuSearch(b, scratch, movable[0]!, this.#least, this.#costBound, this.#r)
        : null;
    this.#heatLevels = excess && !search.isFresh && !search.isDescentOnly ? new HeatLevels(excess) : null;
    this.#shares = this.#sharesOf();
  }

  /** Dates of all pieces that have a place: what has none now would have none in any of these plans. */
  #targetSearchBy(hours: OwnHours): TargetSearch | null {
    const { model, start } = this.#b;
    const { isFresh, dateTries } = this.#search;
    const group = this.neighbourhood.movable.filter((k) => model.pieces[k]!.steps.every((i) => start[i]! >= 0));
    if (group.length === 0 || group.length > MOST_DATES) return null;
    const seen =
      isFresh || dateTries === undefined
        ? undefined
        : { tries: dateTries, sure: group.reduce((n, k) => n + this.#least[k]!, 0) };
    return new TargetSearch(this.#b, hours, this.#scratch, group, this.#r, this.#least, seen);
  }

  #sharesOf(): Shares {
    const isOne = this.#b.model.pieces.length === 1;
    if (this.#heatLevels) return isOne ? { ...SHARES.seen, arc: SHARES.one.arc } : SHARES.seen;
    if (isOne) return SHARES.one;
    return this.#search.isFresh && this.#targetSearch ? SHARES.few : SHARES.many;
  }

  go(): number {
    const { model } = this.#b;
    const { isFresh, isLate, dateTries } = this.#search;
    // A knot is mostly either found soon or not at all: short cycles first, and each a little longer.
    let length = Math.max(SHORTEST_CYCLE, CYCLE_PER_STEP * model.steps.length);
    for (let cycle = 0; !this.#isOver(); cycle++, length *= LONGER_CYCLE) {
      // Every fourth time from another plan altogether, else from the best so far.
      const isAnew = isFresh && (cycle < 2 || cycle % ANEW === 0);
      const isByDates = isAnew || (dateTries !== undefined && cycle % ANEW === 0);
      if (isByDates && this.#targetSearch) this.#searchTargets(this.#targetSearch);
      else if (isByDates || (isLate && cycle === 0)) this.#searchPriorities();
      if (!isAnew) this.#restoreBest();
      if (this.#heatLevels && cycle % ANEW === 0) this.#searchOrders();
      // By whom and where a step is done is changed by moves only, so that they have every fourth cycle.
      if (this.#tabuSearch && cycle % ANEW < ANEW - 1) {
        this.#swapArcs(this.#tabuSearch);
        continue;
      }
      const [shortest, perStep] = this.#heatLevels ? ROUND_SEEN : ROUND;
      const round = Math.max(shortest, perStep * model.steps.length);
      this.#anneal(new Annealing(this.#hottest(cycle), round, this.#done), isFresh ? length : Infinity);
    }
    this.#restoreBest();
    return this.#done;
  }

  /** Swaps of steps on the critical path of the only piece until many brought nothing, and goes on from the best of that. */
  #swapArcs(tabuSearch: TabuSearch): void {
    tabuSearch.begin();
    const top = new Snapshot(this.#b.model.steps.length);
    top.keep(this.#b, this.#all);
    let least = this.#total;
    for (let fruitless = 0; fruitless < MOST_FRUITLESS_SWAPS && !this.#isOver(); fruitless++) {
      const tried = tabuSearch.next(least);
      if (tried === 0) break;
      this.#done += tried;
      for (const k of this.neighbourhood.movable) this.neighbourhood.note(k);
      this.#total = this.neighbourhood.total();
      if (this.#total >= least - 1e-6) continue;
      least = this.#total;
      fruitless = 0;
      top.keep(this.#b, this.#all);
      this.#keepBest();
    }
    this.#restore(top);
  }

  /** By how much a move may be worse at the beginning of a round. */
  #hottest(cycle: number): number {
    if (this.#heatLevels) return this.#nextLevel(this.#heatLevels);
    if (this.#search.isDescentOnly) return 0;
    const most = MOST_HEAT[Math.abs(this.#search.seed + cycle) % MOST_HEAT.length]!;
    const heat = Math.min(most, HEAT / this.#b.model.pieces.length ** 1.5);
    // Steps without a place and lost pins are no measure of how much worse a date may get for a while.
    return heat * (this.#best % UNPLACED);
  }

  #nextLevel(levels: HeatLevels): number {
    const hottest = levels.next();
    this.neighbourhood.level = levels.level;
    return hottest;
  }

  /** Rounds of moves, each from the best plan since the cycle began, until one brings nothing. */
  #anneal(annealing: Annealing, length: number): void {
    const until = this.#done + length;
    const top = new Snapshot(this.#b.model.steps.length);
    top.keep(this.#b, this.#all);
    let least = this.#total;
    let roundLeast = Infinity;
    let fruitless = 0;
    while (!this.#isOver()) {
      if (annealing.isNewRound(this.#done)) {
        if (this.#done > until) return;
        if (this.#total > least) this.#restore(top);
        fruitless = least > roundLeast - 1e-6 ? fruitless + 1 : 0;
        if (fruitless >= (this.#heatLevels ? MOST_FRUITLESS * LEVELS : MOST_FRUITLESS)) return;
        roundLeast = least;
        if (this.#heatLevels) annealing.hottest = this.#nextLevel(this.#heatLevels);
      }
      this.#move(annealing.temperature);
      if (this.#total >= least - 1e-6) continue;
      least = this.#total;
      top.keep(this.#b, this.#all);
    }
  }

  #isOver = () => this.#done >= this.#search.evaluations || this.#search.isOver();

  /** Makes the plan anew by other dates again and again and goes on from the best of those. */
  #searchTargets(targetSearch: TargetSearch): void {
    // What is a matter of packing opens by corrections, whom to let wait by chance: by turns, and the seed says which first.
    const others = this.#total - targetSearch.begin((this.#search.seed + this.#searches++) % 2 === 0);
    this.#tryAll(targetSearch, Infinity, () => others + targetSearch.try());
  }

  /** Goes on from the best of the plans that are made until nothing more is to be expected. */
  #tryAll(plans: { readonly isSpent: boolean }, most: number, make: () => number): void {
    const top = new Snapshot(this.#b.model.steps.length);
    let least = Infinity;
    for (let tries = 0; tries < most && !plans.isSpent && !this.#isOver(); tries++) {
      this.#total = make();
      this.#done += this.neighbourhood.movable.length;
      if (this.#total < least) {
        least = this.#total;
        top.keep(this.#b, this.#all);
      }
      this.#keepBest();
    }
    this.#restore(least < Infinity ? top : this.#bestSchedule);
  }

  /** Other orders of the pieces, of those with lighter dates first; goes on from the best plan. */
  #searchOrders(): void {
    const { model } = this.#b;
    const partial = new Set(partialPieces(this.#b));
    const free = this.neighbourhood.movable.filter((k) => isFree(model, k) && !partial.has(k));
    const lighter = lighterPieces(model, free);
    const share = ORDERS_SHARE * (this.#search.evaluations - this.#done);
    const until = this.#done + share;
    if (lighter.length < free.length) this.#searchOrder(lighter, this.#done + share / 2);
    this.#searchOrder(free, until);
  }

  #searchOrder(group: readonly number[], until: number): void {
    if (group.length < 2) return;
    const others = this.#total - loadsCost(this.#b) - group.reduce((n, k) => n + this.neighbourhood.cost[k]!, 0);
    const orders = new PieceOrderSearch(this.#b, this.#scratch, group, this.#least, this.#r);
    const before = this.#done;
    while (this.#done < until && !orders.isSpent && !this.#isOver()) {
      this.#total = others + orders.try();
      this.#done = before + orders.placed;
      this.#keepBest();
    }
    this.#restore(this.#bestSchedule);
  }

  /** Makes the plan anew by one priority after another and goes on from the best of those. */
  #searchPriorities(): void {
    const { movable } = this.neighbourhood;
    const prioritySearch = new PrioritySearch(this.#b, this.#scratch, this.#parallelSgs, movable, this.#r);
    // Not a share of the budget: with a larger one the search does the same and goes on, so that it is never worse.
    const mostSeen = Math.min(MOST_TRIES_SEEN, MOST_STEPS_SEEN / this.#b.model.steps.length);
    this.#tryAll(prioritySearch, this.#search.isFresh ? Infinity : mostSeen, () =>
      prioritySearch.try(() => {
        for (const k of movable) this.neighbourhood.note(k);
        return this.neighbourhood.total();
      }),
    );
    this.#trial = prioritySearch.best;
  }

  /** Some pieces taken off and put back in one of several ways. */
  #move(temperature: number): void {
    const b = this.#b;
    const r = this.#r;
    const { isDescentOnly } = this.#search;
    const { redo, shift, arc, parallel } = this.#shares;
    const { neighbourhood } = this;
    if (!isDescentOnly && r() < redo) return this.#redo(temperature);
    if (!isDescentOnly && b.model.steps.length <= MOST_SHIFTED && r() < shift) return this.#shift(temperature);
    const swapped = r() < arc ? neighbourhood.arc(r) : null;
    if (swapped)
      return this.#try(swapped.group, temperature, (most) =>
        this.#interleave(swapped.group, orderWithArcSwapped(b, this.#keyed, swapped.group, swapped.arc), most),
      );
    if (!isDescentOnly && r() < parallel) {
      const group = neighbourhood.group(r, 2 + Math.floor(r() * PARALLEL_MOST));
      return this.#try(group, temperature, (most) => this.#dispatch(group, anyPriority(b, group, r), most));
    }
    const group = neighbourhood.group(r, 1 + Math.floor(r() * 2));
    this.#try(group, temperature, (most) => this.#placedAnew(group, most));
  }

  /** One step sooner or later than it is, and all that starts from there on placed anew in the order it has. */
  #shift(temperature: number): void {
    const b = this.#b;
    const r = this.#r;
    const { steps, pieces } = b.model;
    const own = pieces[this.neighbourhood.dear(r)]!.steps.filter((i) => !steps[i]!.fixed && b.start[i]! >= 0);
    const i = own[Math.floor(r() * own.length)];
    if (i === undefined) return;
    const far = FARTHEST * r() ** 2;
    const to = b.start[i]! + (r() < SOONER_SHARE ? -far : far);
    // Not below 0, where what has no place would seem to stand.
    const from = Math.max(0, Math.min(b.start[i]!, to));
    const isLater = (j: number) => !steps[j]!.fixed && b.start[j]! >= from;
    const group = this.neighbourhood.movable.filter((k) => pieces[k]!.steps.some(isLater));
    for (const k of group) for (const j of pieces[k]!.steps) if (isLater(j)) this.#keyed.set(j, b.start[j]!);
    this.#keyed.set(i, to - 0.5);
    const sequence = this.#keyed.takeInOrder();
    const kept = r() < KEPT_SHARE ? sequence.filter((j) => j !== i) : [];
    for (const j of kept) b.modeLock[j] = modeLockOf(b.mode[j]!, b.crew[j]!);
    this.#try(group, temperature, (most) => this.#interleave(group, sequence, most));
    for (const j of kept) b.modeLock[j] = -1;
  }

  /** Everything from a slot on placed by priority anew, by a priority near the one that brought the best plan or by any. */
  #redo(temperature: number): void {
    const b = this.#b;
    const r = this.#r;
    const { steps, pieces } = b.model;
    const from = this.neighbourhood.slotOf(r);
    const isLater = (i: number) => !steps[i]!.fixed && b.start[i]! >= from;
    const group = this.neighbourhood.movable.filter((k) => pieces[k]!.steps.some(isLater));
    if (group.length < 2) return;
    const trial = this.#trial && r() < REDO_NEAR ? nearPriority(b, this.#trial, group, r) : anyPriority(b, group, r);
    this.#try(group, temperature, (most) => this.#dispatch(group, trial, most, isLater));
  }

  /** Places a group anew; undone when it is worse by more than the temperature lets pass. */
  #try(group: readonly number[], temperature: number, place: (most: number) => number): void {
    const b = this.#b;
    const { cost } = this.neighbourhood;
    this.#before.keep(b, group);
    const before = group.reduce((n, k) => n + cost[k]!, loadsCost(b));
    const most = before - temperature * Math.log(1 - this.#r());
    const pieces = place(most);
    this.#done += group.length;
    const after = pieces === Infinity ? Infinity : pieces + loadsCost(b);
    if (after > most) {
      this.#before.replace(b, group);
      return;
    }
    for (const k of group) this.neighbourhood.note(k);
    this.#total += after - before;
    this.#keepBest();
  }

  #placedAnew(group: number[], most: number): number {
    const b = this.#b;
    const r = this.#r;
    const scratch = this.#scratch;
    const isMixed = group.length === 1 || r() < this.#shares.mixed;
    const sequence = isMixed ? shuffledOrder(b, this.#keyed, group, r) : null;
    const locked = r() < MODE_LOCK_SHARE ? lockModes(b, group, r) : [];
    if (b.model.floor) for (const k of group) scratch.notBefore[k] = this.neighbourhood.later(k, r);
    const joining = b.loads && r() < JOIN_SHARE ? this.#join(group) : -1;
    if (!sequence) for (const k of group) removePiece(b, k);
    const after = sequence
      ? this.#interleave(group, sequence, most)
      : placeOneByOne(b, scratch, group, most, this.#least, r);
    if (b.model.floor) for (const k of group) scratch.notBefore[k] = 0;
    for (const i of locked) b.modeLock[i] = -1;
    if (joining >= 0) scratch.joinAt[joining] = 0;
    return after;
  }

  /** Has one step wait to share a tray that is in use then. @returns the step, or -1 */
  #join(group: readonly number[]): number {
    const { steps, pieces } = this.#b.model;
    const coats = group.flatMap((k) => pieces[k]!.steps.filter((i) => steps[i]!.group >= 0 && !steps[i]!.fixed));
    const i = coats[Math.floor(this.#r() * coats.length)];
    if (i === undefined) return -1;
    this.#scratch.joinAt[i] = this.#b.loads!.someEnd(steps[i]!.group, this.#r);
    return i;
  }

  #interleave(group: readonly number[], sequence: readonly number[], most: number): number {
    for (const k of group) releaseFloor(this.#b, k);
    for (const i of sequence) if (!this.#b.model.steps[i]!.fixed) remove(this.#b, i);
    return placeInterleaved(this.#b, this.#scratch, group, sequence, most, this.#least, this.#costBound);
  }

  /** @param isMoved which of their steps are placed anew; missing: all */
  #dispatch(group: readonly number[], priority: Trial, most: number, isMoved?: (i: number) => boolean): number {
    const b = this.#b;
    for (const k of group) {
      releaseFloor(b, k);
      for (const i of b.model.pieces[k]!.steps) if (isMoved ? isMoved(i) : !b.model.steps[i]!.fixed) remove(b, i);
    }
    const left = this.#parallelSgs.run(group, priority, most);
    if (!left || left.length > 0) return Infinity;
    return group.reduce((n, k) => n + pieceCost(b, k), 0);
  }

  #keepBest(): void {
    if (this.#total >= this.#best - 1e-6) return;
    this.#best = this.#total;
    this.#bestSchedule.keep(this.#b, this.#all);
  }

  #restoreBest(): void {
    if (this.#total > this.#best) this.#restore(this.#bestSchedule);
  }

  #restore(from: Snapshot): void {
    from.replace(this.#b, this.#all);
    for (const k of this.#all) this.neighbourhood.note(k);
    this.#total = this.neighbourhood.total();
  }
}

/** How often each kind of move is tried, where those before it in this list were not. */
type Shares = {
  /** Everything from some slot on is placed by a priority anew. */
  readonly redo: number;
  /** One step is moved among all others. */
  readonly shift: number;
  /** Two steps on a critical path change places. */
  readonly arc: number;
  /** A group of pieces is placed by a priority. */
  readonly parallel: number;
  /** Of the other groups: placed step by step among one another, and not one piece after another. */
  readonly mixed: number;
};
/**
 * Of few pieces nobody has seen yet, by what each kind of move won in a second (docs/decisions/0028); of many; of one alone, where
 * half of all there is to try are swaps; and of a plan people have seen, whose steps stay rather where they are.
 */
const SHARES = {
  few: { redo: 0.06, shift: 0.3, arc: 0.8, parallel: 0.03, mixed: 0.9 },
  many: { redo: 0.06, shift: 0.3, arc: 0.15, parallel: 0.2, mixed: 0.5 },
  one: { redo: 0.06, shift: 0.3, arc: 0.5, parallel: 0.2, mixed: 0.5 },
  seen: { redo: 0.005, shift: 0.3, arc: 0.15, parallel: 0.02, mixed: 0.5 },
} as const;
/** Share of the whole cost by which a move may be worse, less where there are many pieces. */
const HEAT = 1.5;
/** More than this is never let pass: little and much in turn, since some knots open only hot and others only cold; the seed says which first. */
const MOST_HEAT = [0.01, 0.07, 0.03];
/** Whole plans tried before what is near, where people have seen one: so many, and fewer where there is much to place. */
const MOST_TRIES_SEEN = 10;
const MOST_STEPS_SEEN = 4000;
/** Pieces placed again before a search of fresh plans begins anew. */
const SHORTEST_CYCLE = 4000;
const CYCLE_PER_STEP = 40;
const LONGER_CYCLE = 1.3;
/** Of the later cycles every so many-th begins from a plan of its own, the others from the best so far. */
const ANEW = 4;
/** With fewer pieces to place again, knowing the hours after each step costs more than it saves. */
const LEAST_FOR_CALENDARS = 3000;
/** With more pieces there are too many dates to search, and what shares a set-up of a tool is found by priorities instead. */
const MOST_DATES = 20;
/** Of what is left of a search, share that goes into other orders of the pieces. */
const ORDERS_SHARE = 0.4;
/** Rounds that may bring nothing before the search begins anew; so many of each level where levels take turns. */
const MOST_FRUITLESS = 2;
/** Swaps on the critical path of the only piece that may bring nothing before the search begins anew. */
const MOST_FRUITLESS_SWAPS = 1000;
/** How often a step of the group is given another hand or place than the soonest. */
const MODE_LOCK_SHARE = 0.3;
/** Pieces placed again in the first round of moves: at least so many, and more where there is more to place; few where levels take turns. */
const ROUND = [500, 2.5] as const;
const ROUND_SEEN = [200, 0.5] as const;
/** How often everything from some slot on is placed anew by a priority near the best one, and not by any. */
const REDO_NEAR = 0.5;
/** With more steps none is moved alone: all that is placed anew with it takes too long. */
const MOST_SHIFTED = 300;
/** How far one step is moved at most, how often sooner, and how often all others keep their hands and places. */
const FARTHEST = 600;
const SOONER_SHARE = 0.7;
const KEPT_SHARE = 0.6;
/** How often a coat waits to share a tray, where trays are counted. */
const JOIN_SHARE = 0.2;
/** How much larger a group is that is placed by a priority. */
const PARALLEL_MOST = 4;
