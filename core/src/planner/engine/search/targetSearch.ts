import { LatestStarts } from '../bounds/latestStarts.ts';
import type { OwnHours } from '../bounds/ownHours.ts';
import { linkBound } from '../bounds/doneBound.ts';
import { CostBound } from '../schedule/costBound.ts';
import { loadsCost, pieceCost } from '../schedule/cost.ts';
import { doneSlot, type PartialSchedule } from '../schedule/partialSchedule.ts';
import { IncrementalSgs } from '../schedule/incrementalSgs.ts';
import type { Scratch } from '../schedule/serialSgs.ts';
import { tiedFollowers } from '../schedule/followers.ts';
import { doneByApparentTardiness, elapsedWork } from '../schedule/apparentTardiness.ts';
import { waitFor } from './waitFor.ts';

/** What a whole plan is made from: steps are placed in the order of their latest starts, each as early as it can. */
type Aim = {
  /** Slot in which each piece is to be done, from which its steps' latest starts follow. */
  readonly targets: Float64Array;
  /** By step: slots by which its latest start is taken to be later. */
  readonly bias: Float64Array;
  /** By piece: slot before which it is not begun, so that others may have the floor. */
  readonly notBefore: Float64Array;
};

/** What was late in the plan made from an aim. */
type Lateness = {
  readonly aim: Aim;
  /** By piece: what it costs above the least. */
  readonly excess: Float64Array;
  /** By step: slots by which it begins after its latest start. */
  readonly behind: Float64Array;
};

/** Of a plan that people have seen. */
type Seen = {
  /** What of the cost of all pieces together is not to be saved, so that no plan may get worse for it. */
  readonly sure: number;
  /** Tries of the first search. */
  readonly tries: number;
};

/**
 * Searches the dates at which pieces are to be done instead of the plan itself: one number a piece says what is urgent in each
 * hour of weeks. What is easy for a person to say ("the chest by Friday, then the desk can wait") makes a good plan at once, and
 * a date moved by a day another altogether, which moving a few pieces hardly ever finds.
 * Field terms: serial schedule generation by latest start (Kolisch 1996); search in problem space (Storer, Wu & Vaccari 1992);
 * simulated annealing
 */
export class TargetSearch {
  readonly #b: PartialSchedule;
  readonly #group: readonly number[];
  readonly #r: () => number;
  readonly #sgs: IncrementalSgs;
  readonly #leastCosts: Float64Array;
  readonly #latestStarts: LatestStarts;
  readonly #earliestDone: Float64Array;
  readonly #latest: Float64Array;
  readonly #sure: number;
  /** Slots that go by with the work of each piece; null: dates alone say where the search begins. */
  readonly #elapsed: Float64Array | null;
  readonly #steps: number[];
  readonly #isSorted: Uint8Array;
  /** By step: those that a short window ties to it. */
  readonly #tied: readonly (readonly number[])[];
  readonly #order: number[] = [];
  /** The order of the plan that is gone on from. */
  readonly #orderHere: number[] = [];
  /** The plan that is gone on from. */
  #here: Lateness | null = null;
  /** The plan made last; null: it could not be made. */
  #last: Lateness | null = null;
  /** Of what a piece is late, the share by which its date gets sooner in each correction of a plan people have seen. */
  #share = 0;
  #cost = Infinity;
  #best = Infinity;
  #tries = 0;
  #length: number;
  /** How often each plan it begins from is corrected. */
  #corrections = 0;

  /**
   * @param group pieces that are placed anew, in every try all of them
   * @param leastCosts what each piece costs at best
   * @param seen missing: nobody has seen a plan yet
   */
  constructor(
    b: PartialSchedule,
    hours: OwnHours,
    scratch: Scratch,
    group: readonly number[],
    r: () => number,
    leastCosts: Float64Array,
    seen?: Seen,
  ) {
    const { model } = b;
    this.#b = b;
    this.#group = group;
    this.#r = r;
    // Looser than by the hours of each step, but ready at once; most tries are given up early by either.
    this.#sgs = new IncrementalSgs(b, scratch, group, new CostBound(b, linkBound(model)), leastCosts);
    this.#leastCosts = leastCosts;
    this.#latestStarts = new LatestStarts(model, hours);
    this.#earliestDone = Float64Array.from(model.pieces, (_, k) => this.#latestStarts.earliestDone(k));
    this.#latest = new Float64Array(model.steps.length);
    this.#isSorted = new Uint8Array(model.steps.length);
    this.#steps = group.flatMap((k) => model.pieces[k]!.steps.filter((i) => !model.steps[i]!.fixed));
    this.#tied = tiedFollowers(model);
    this.#sure = seen?.sure ?? 0;
    this.#elapsed = seen ? elapsedWork(model) : null;
    this.#length = Math.min(seen?.tries ?? Infinity, TRIES_PER_STEP * this.#steps.length);
  }

  /**
   * From other dates altogether, and for longer than the time before.
   * @param isCorrected of plans nobody has seen: what is late in those it begins from is corrected again and again, unless there
   * is but one piece, whose steps all have the same date
   * @returns what the pieces cost now
   */
  begin(isCorrected = false): number {
    if (this.#tries > 0) this.#length *= LONGER;
    this.#tries = 0;
    this.#corrections = this.#elapsed ? CORRECTIONS_SEEN : isCorrected && this.#group.length > 1 ? CORRECTIONS : 0;
    this.#here = null;
    this.#last = null;
    this.#sgs.begin();
    this.#cost = Infinity;
    return this.#groupCost();
  }

  get isSpent(): boolean {
    return this.#tries >= this.#length;
  }

  /** One more plan. @returns its cost; Infinity, with some of the pieces placed in part, when it is too dear to go on with */
  try(): number {
    const isStart = this.#tries < this.#starts || !this.#here;
    const cost = isStart ? this.#start() : this.#move(this.#here!);
    this.#tries++;
    if (cost < this.#best) this.#best = cost;
    return cost;
  }

  /** Tries before the best of them is gone on from. */
  get #starts(): number {
    if (this.#elapsed) return SEEN_STARTS * (1 + CORRECTIONS_SEEN);
    return this.#corrections > 0 ? STARTS_SHARE * this.#length : STARTS;
  }

  /** A plan of its own now and then, and what is late in it corrected again and again. */
  #start(): number {
    const last = this.#tries % (1 + this.#corrections) > 0 ? this.#last : null;
    const aim = last ? this.#corrected(last) : this.#anyAim();
    this.#sort(aim);
    // Only of a whole plan it is known what is late in it.
    const cost = this.#build(aim, this.#corrections > 0 ? Infinity : this.#cost);
    if (!last && this.#elapsed) this.#share = LEAST_SHARE + (1 - LEAST_SHARE) * this.#r();
    this.#last = cost < Infinity ? this.#latenessOf(aim) : null;
    if (this.#last && cost < this.#cost) this.#goOnFrom(this.#last, cost);
    return cost;
  }

  #corrected(last: Lateness): Aim {
    // Sooner dates pay only in plans people have seen, where few are made (docs/decisions/0026).
    const { targets } = this.#elapsed ? this.#withSoonerDates(last, this.#share) : last.aim;
    const { bias } = this.#withUrgentSteps(last);
    return { ...last.aim, targets, bias };
  }

  /** One near the plan that is gone on from, which is so from then on unless it is worse by more than is let pass. */
  #move(from: Lateness): number {
    const hottest = this.#best < Infinity ? HEAT * Math.max(0, this.#best - this.#sure) : 0;
    const heat = hottest * (1 - this.#tries / this.#length) ** 2;
    const aim = this.#otherAim(from);
    const most = this.#cost - heat * Math.log(1 - this.#r());
    const cost = this.#build(aim, most);
    if (cost <= most) this.#goOnFrom(this.#latenessOf(aim), cost);
    return cost;
  }

  #goOnFrom(lateness: Lateness, cost: number): void {
    this.#cost = cost;
    this.#here = lateness;
    this.#orderHere.splice(0, this.#orderHere.length, ...this.#order);
  }

  /** What is late in the plan made last, by its dates alone. */
  #latenessOf(aim: Aim): Lateness {
    const { start, model } = this.#b;
    const excess = new Float64Array(model.pieces.length);
    for (const k of this.#group) excess[k] = pieceCost(this.#b, k) - this.#leastCosts[k]!;
    const behind = new Float64Array(model.steps.length);
    this.#latestStarts.write(this.#group, aim.targets, behind);
    for (const i of this.#steps) behind[i] = Math.max(0, start[i]! - behind[i]!);
    return { aim, excess, behind };
  }

  /**
   * The same with sooner dates for pieces that were late, so that all of theirs is more urgent.
   * See docs/decisions/0025. Field term: squeaky wheel optimization (Joslin & Clements 1999)
   * @param share of what they are late
   * @param isBlamed which of them; missing: all
   */
  #withSoonerDates({ aim, excess }: Lateness, share: number, isBlamed: () => boolean = () => true): Aim {
    const { pieces } = this.#b.model;
    const targets = aim.targets.slice();
    for (const k of this.#group) {
      const { due, lateCost } = pieces[k]!;
      const late_slots = due < Infinity ? excess[k]! / lateCost : 0;
      // Less than a slot is time in the shop, not lateness.
      if (late_slots >= 1 && isBlamed()) targets[k]! -= share * late_slots;
    }
    return { ...aim, targets };
  }

  /**
   * The same with steps more urgent that fell behind their latest starts, and not all of their piece with them.
   * See docs/decisions/0026.
   * @param isBlamed which of them; missing: all
   */
  #withUrgentSteps({ aim, behind }: Lateness, isBlamed: () => boolean = () => true): Aim {
    const r = this.#r;
    const bias = aim.bias.slice();
    for (const i of this.#steps) if (behind[i]! > 0 && isBlamed()) bias[i]! -= r() * Math.min(MOST_SOONER, behind[i]!);
    return { ...aim, bias };
  }

  /** One near that places steps in another order, so that another plan may come of it; leaves that order in `#order`. */
  #otherAim(from: Lateness): Aim {
    for (let n = 1; ; n++) {
      const aim = this.#nearAim(from);
      this.#sort(aim);
      const isOther =
        this.#order.some((i, q) => i !== this.#orderHere[q]) ||
        aim.notBefore.some((s, k) => s !== from.aim.notBefore[k]);
      if (isOther || n === MOST_PROPOSED) return aim;
    }
  }

  /** Places all steps in `#order`. */
  #build({ targets, notBefore }: Aim, most: number): number {
    const isPlaced = this.#sgs.place({ order: this.#order, leaves: targets, notBefore }, most);
    return isPlaced ? this.#groupCost() : Infinity;
  }

  #groupCost(): number {
    let sum = loadsCost(this.#b);
    for (const k of this.#group) sum += pieceCost(this.#b, k);
    return sum;
  }

  /** Steps by their latest start, each after those it waits for. */
  #sort({ targets, bias }: Aim): void {
    const steps = this.#steps;
    const key = this.#latest;
    this.#latestStarts.write(this.#group, targets, key);
    for (const i of steps) key[i]! += bias[i]!;
    // They are nearly in this order from the try before.
    for (let q = 1; q < steps.length; q++) {
      const i = steps[q]!;
      let at = q;
      for (; at > 0 && key[steps[at - 1]!]! > key[i]!; at--) steps[at] = steps[at - 1]!;
      steps[at] = i;
    }
    this.#isSorted.fill(0);
    this.#order.length = 0;
    for (const i of steps) this.#take(i);
  }

  #take(i: number): void {
    if (this.#isSorted[i] === 1) return;
    this.#isSorted[i] = 1;
    const { steps } = this.#b.model;
    for (const p of steps[i]!.preds) if (!steps[p.step]!.fixed) this.#take(p.step);
    this.#order.push(i);
    // What a window ties to it comes at once: placed much later it would be pushed out of it, and all between be placed again.
    for (const f of this.#tied[i]!) if (this.#isFollower(f)) this.#take(f);
  }

  /** Whether a step of these pieces is still to come, and all it waits for is there. */
  #isFollower(f: number): boolean {
    const { steps } = this.#b.model;
    return (
      !steps[f]!.fixed &&
      this.#isSorted[f] === 0 &&
      steps[f]!.preds.every((p) => steps[p.step]!.fixed || this.#isSorted[p.step] === 1)
    );
  }

  /**
   * Each piece by its date, or as soon as it can be where that is over; in every second start by what its lateness costs over its
   * work, where dates may be over for most. But for the first of both more or less so.
   */
  #anyAim(): Aim {
    const { pieces, slots, steps } = this.#b.model;
    const r = this.#r;
    const start = Math.floor(this.#tries / (1 + this.#corrections));
    const isFirst = this.#elapsed ? this.#tries % (1 + this.#corrections) === 0 : this.#tries === 0;
    const isNarrow = !this.#elapsed && this.#corrections > 0 && this.#here !== null;
    const spread = isFirst ? 0 : isNarrow ? NARROW_SPREAD : START_SPREAD;
    const byWorth =
      this.#elapsed && start % 2 === 1
        ? doneByApparentTardiness(this.#b.model, this.#group, this.#elapsed, isFirst ? 2 : 0.5 * 10 ** r())
        : null;
    return {
      targets: Float64Array.from(pieces, (p, k) =>
        byWorth
          ? Math.max(byWorth[k]!, this.#earliestDone[k]!) + (r() - 0.5) * spread * WORTH_SPREAD
          : Math.max(Math.min(p.due, slots), this.#earliestDone[k]!) + (r() - 0.5) * spread,
      ),
      bias: new Float64Array(steps.length),
      notBefore: new Float64Array(pieces.length),
    };
  }

  /** One that differs a little: some dates sooner or later, or some steps more or less urgent than their date says. */
  #nearAim(here: Lateness): Aim {
    const { floor } = this.#b.model;
    const r = this.#r;
    const isBlamed = () => r() < BLAMED_SHARE;
    if (this.#elapsed && r() < URGENT_SHARE) return this.#withUrgentSteps(here, isBlamed);
    if (this.#elapsed && r() < CORRECTED_SHARE) return this.#withSoonerDates(here, r(), isBlamed);
    const from = here.aim;
    const aim = { targets: from.targets.slice(), bias: from.bias.slice(), notBefore: from.notBefore.slice() };
    if (r() < BIAS_SHARE || this.#group.length === 1) this.#moveSteps(aim.bias);
    else for (let n = 1 + Math.floor(r() * 2.5); n > 0; n--) this.#moveDate(aim.targets);
    if (floor && this.#group.length > 1) this.#letWait(aim.notBefore);
    return aim;
  }

  #moveSteps(bias: Float64Array): void {
    const r = this.#r;
    for (let n = 1 + Math.floor(r() * 3); n > 0; n--) {
      const own = this.#b.model.pieces[this.#anyPiece()]!.steps;
      const i = own[Math.floor(r() * own.length)]!;
      bias[i] = r() < BACK_SHARE ? 0 : bias[i]! + (r() - 0.5) * BIAS_SPREAD;
    }
  }

  #moveDate(targets: Float64Array): void {
    const r = this.#r;
    const k = this.#anyPiece();
    const done = r() < KEPT_SHARE ? this.#doneNow(k) : 0;
    if (done > 0) targets[k] = done;
    else targets[k]! += (r() - 0.5) * r() * TARGET_SPREAD;
  }

  /** When the plan made last has a piece done; 0: it was given up before. */
  #doneNow(k: number): number {
    const b = this.#b;
    let done = 0;
    for (const i of b.model.pieces[k]!.steps) {
      if (b.start[i]! < 0) return 0;
      done = Math.max(done, doneSlot(b, i));
    }
    return done;
  }

  /** Now and then has one piece wait until another leaves the floor, or wait no more. */
  #letWait(notBefore: Float64Array): void {
    if (this.#r() < WAIT_NO_MORE) notBefore[this.#anyPiece()] = 0;
    if (this.#r() > WAIT_SHARE) return;
    const other = this.#anyPiece();
    waitFor(this.#b.model, notBefore, this.#anyPiece(), other);
  }

  /** A piece, half of the time the likelier the dearer it is in the plan that is gone on from. */
  #anyPiece(): number {
    const r = this.#r;
    const excess = this.#here!.excess;
    let x = r() < DEAR_SHARE ? r() * excess.reduce((n, e) => n + e, 0) : 0;
    if (x > 0)
      for (const k of this.#group) {
        x -= excess[k]!;
        if (x <= 0) return k;
      }
    return this.#group[Math.floor(r() * this.#group.length)]!;
  }
}

/** Tries anywhere before the best of them is gone on from; where they are corrected, how often each, and what share of all tries. */
const STARTS = 10;
const CORRECTIONS = 29;
const STARTS_SHARE = 0.11;
/** Where people have seen a plan: by dates and by worth, each corrected so often, dates by at least so much of what is late. */
const SEEN_STARTS = 2;
const CORRECTIONS_SEEN = 9;
const LEAST_SHARE = 0.6;
/** How often there steps that are behind are made more urgent instead of anything moved, or else dates of pieces that are late. */
const URGENT_SHARE = 0.2;
const CORRECTED_SHARE = 0.3;
/** How likely each of what is late then is. */
const BLAMED_SHARE = 0.5;
/** A day: what is weeks behind is not more urgent for it. */
const MOST_SOONER = 288;
/** Days by which dates differ there, in slots. */
const START_SPREAD = 600;
/** Less where corrections are to tell what has to be otherwise, once there is a plan for which the floor is not too full. */
const NARROW_SPREAD = 200;
/** Less where they are by their worth already. */
const WORTH_SPREAD = 0.2;
/** Changes proposed at most until one changes the order. */
const MOST_PROPOSED = 20;
/** Tries of the first search for each step that is placed, and how much longer each next search is. */
const TRIES_PER_STEP = 10;
const LONGER = 1.3;
/** Share of the cost by which a plan may be worse and still be gone on from, less and less. */
const HEAT = 0.1;
/** How often single steps are moved and not dates; how far at most, and how often back to where their date has them. */
const BIAS_SHARE = 0.4;
const BIAS_SPREAD = 60;
const BACK_SHARE = 0.3;
/** A date is moved by up to a day, or to when the piece was done the last time. */
const TARGET_SPREAD = 576;
const KEPT_SHARE = 0.3;
/** How often what is moved is of a piece that costs much. */
const DEAR_SHARE = 0.5;
const WAIT_SHARE = 0.15;
const WAIT_NO_MORE = 0.2;
