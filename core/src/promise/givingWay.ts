import {
  type Demand,
  DISJUNCTION,
  type EngineStep,
  type Mode,
  RELAXATION,
  SPAN,
  type Span,
} from '../planner/engine/engineModel.ts';
import { type CumulativeProfile, takenIn } from '../planner/engine/resources/cumulativeProfile.ts';
import { ownStayFrom } from '../planner/engine/schedule/ownRoom.ts';
import type { PartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';
import { spanEnd } from '../planner/engine/schedule/spans.ts';
import { type Expectations, partOf } from './expectations.ts';
import type { StillToCome } from './stillToCome.ts';

/** What may not be in use beside a way to do a step, over which span of it. */
type Clash = { readonly profile: CumulativeProfile; readonly span: Span };
/**
 * What a way to do a step needs that others may have, what of its own may not be beside others, and bits of its places, of which there
 * are so many, and of its air.
 */
type Needs = {
  readonly demands: readonly Demand[];
  readonly clashes: readonly Clash[];
  readonly raises: readonly CumulativeProfile[];
  readonly places: number;
  readonly air: number;
};

/**
 * Bits of a word: where there is more to tell apart, some share one. Of places a bit in common is a reason to look and no more; of more
 * than 32 people two with one bit count as the same, so that a step may give way to what somebody else is to do.
 */
const BITS = 32;
const bit = (n: number): number => 1 << (n % BITS);

/**
 * Who would have to give way to a step that has lost its place, or could go sooner: those others that are expected where it would go. What
 * somebody else could do as well counts too: a re-plan leaves it where it is and with whom.
 */
export class GivingWay {
  readonly #b: PartialSchedule;
  readonly #toCome: StillToCome;
  readonly #expectations: Expectations;
  /** By step: its piece, and its place in the route of it. */
  readonly #piece: Int32Array;
  readonly #rank: Int32Array;
  /** Profiles that can be short, and those that are only never to be beside another. */
  readonly #short: readonly CumulativeProfile[];
  readonly #beside: readonly CumulativeProfile[];
  /** By step: how it was planned to be done, and bits of who and of what is in use then. */
  readonly #ways: readonly Mode[];
  readonly #hands: Int32Array;
  readonly #places: Int32Array;
  readonly #air: Int32Array;
  readonly #needs = new Map<Mode, Needs>();
  /** By step: what it needs as it was planned. */
  readonly #planned: Needs[] = [];
  /** By demand of a way to do a step: units that it and what is expected beside it take. */
  readonly #taken: number[] = [];

  constructor(b: PartialSchedule, toCome: StillToCome, expectations: Expectations) {
    this.#b = b;
    this.#toCome = toCome;
    this.#expectations = expectations;
    const { steps, pieces, profiles } = b.model;
    // Room for as many as there are is never short.
    this.#short = profiles.filter((p) => p.capacity < steps.length);
    this.#beside = profiles.filter((p) => p.capacity >= steps.length);
    this.#piece = Int32Array.from(steps, (s) => s.piece);
    this.#rank = new Int32Array(steps.length);
    for (const p of pieces) p.steps.forEach((i, n) => (this.#rank[i] = n));
    this.#ways = steps.map((s, j) => s.modes[toCome.mode[j]!]!);
    this.#hands = new Int32Array(steps.length);
    this.#places = new Int32Array(steps.length);
    this.#air = new Int32Array(steps.length);
    for (const i of toCome.order) {
      const how = this.#ways[i]!;
      this.#planned[i] = this.#needsOf(how);
      this.#hands[i] = bitsOfCrew(how.crews[toCome.crew[i]!]!);
      this.#places[i] = bitsOf(how.demands, this.#short);
      this.#air[i] = bitsOf(how.demands, this.#beside);
    }
  }

  /**
   * When a step that has lost its place, or could go sooner, may have what was found for it if nobody gives way who does not have to: no
   * people, tools and places are expected elsewhere before it is over, and no dust beside what is wet. To what could go sooner nobody at all
   * gives way; to what has lost its place, who has lost theirs later, and who is less urgent than a told date it misses.
   * @returns the slot it was found for, or the one in which all that was in its way is over
   */
  freeFor(i: number, isSooner: boolean): number {
    const { steps, slots } = this.#b.model;
    const { start, end } = this.#toCome;
    const { at, turn, first, next } = this.#expectations;
    const { found } = this.#b;
    const step = steps[i]!;
    const how = step.modes[found.mode]!;
    const needs = this.#needsOf(how);
    const hands = bitsOfCrew(how.crews[found.crew]!);
    const free = Math.min(Math.max(found.end, found.hold), slots);
    const isToldLate = !isSooner && this.#expectations.isToldLate(step.piece);
    const lastTurn = isSooner ? Infinity : turn[i]!;
    for (let k = 0; k < needs.demands.length; k++) this.#taken[k] = needs.demands[k]!.units;
    let last = found.start;
    for (let part = partOf(found.start); part <= partOf(free - 1); part++)
      for (let j = first[part]!; j >= 0; j = next[j]!) {
        const from = at[j]!;
        if (from < found.start || from >= free || j === i || turn[j]! > lastTurn) continue;
        const isSamePiece = this.#piece[j] === step.piece;
        // What has lost its place is placed before what comes later in its route.
        if (!isSooner && isSamePiece && this.#rank[j]! > this.#rank[i]!) continue;
        const isUsed = ((this.#places[j]! & needs.places) | (this.#air[j]! & needs.air)) !== 0;
        const isTaken = isUsed && this.#isPlaceTaken(i, j, how, needs, from, free);
        const isBusy =
          !isTaken && from < found.end && ((this.#hands[j]! & hands) !== 0 || isSetUpFor(how, this.#ways[j]!));
        if (!isBusy && !isTaken && !(isSamePiece && this.#isApart(step, j, how, from, free))) continue;
        if (isToldLate && this.#isMoreUrgent(step.piece, this.#piece[j]!)) continue;
        last = Math.max(last, found.start + 1, from + end[j]! - start[j]!);
      }
    return last;
  }

  /** Told dates before others, and the earliest of them first. */
  #isMoreUrgent(piece: number, than: number): boolean {
    const [a, b] = [this.#b.model.pieces[piece]!, this.#b.model.pieces[than]!];
    return a.rank > b.rank || (a.rank === b.rank && a.due < b.due);
  }

  /** Whether what a step uses, expected in a slot, cannot be used in a way found for another; counts what it takes. */
  #isPlaceTaken(i: number, j: number, how: Mode, { demands, clashes }: Needs, from: number, free: number): boolean {
    const { end } = this.#b.found;
    const { steps } = this.#b.model;
    const other = this.#planned[j]!;
    let isTaken = false;
    for (const c of clashes)
      if (other.raises.includes(c.profile) && from < spanEnd(c.span, how, end, free)) isTaken = true;
    for (const d of other.demands) {
      // Where its piece stands already it takes no more room.
      if (d.isRoom && (this.#piece[j] === this.#piece[i] || this.#stands(steps[j]!, d, from))) continue;
      for (let k = 0; k < demands.length; k++) {
        const own = demands[k]!;
        if (own.profile !== d.profile || from >= spanEnd(own.span, how, end, free)) continue;
        this.#taken[k]! += d.units;
        const taken = takenIn(d.profile, from) + this.#taken[k]!;
        if (taken > d.profile.capacity && !(own.isRoom && this.#stands(steps[i]!, own, from))) isTaken = true;
      }
    }
    return isTaken;
  }

  #stands(step: EngineStep, room: Demand, slot: number): boolean {
    return ownStayFrom(this.#b, step, room, slot) >= 0;
  }

  /** Whether two steps of one piece may not be done at once, or the one not on the wet film of the other. */
  #isApart(step: EngineStep, j: number, how: Mode, from: number, free: number): boolean {
    const { end } = this.#b.found;
    return step.disjunctions.some(
      ({ step: other, kind }) =>
        other === j &&
        from < spanEnd(kind === DISJUNCTION.wetOver && how.film ? SPAN.sticky : SPAN.work, how, end, free),
    );
  }

  #needsOf(mode: Mode): Needs {
    let known = this.#needs.get(mode);
    if (!known) {
      const demands = mode.demands.filter((d) => this.#short.includes(d.profile));
      // A row that must be clear of dust, or of what is wet, says so of what is taken of one profile.
      const clear = mode.checks.filter((c) => c.kind === RELAXATION.dust);
      const clashes = clear.flatMap(({ bits, span }) =>
        this.#beside.filter((p) => p.fits.includes(bits)).map((profile) => ({ profile, span })),
      );
      const raises = mode.demands.map((d) => d.profile).filter((p) => this.#beside.includes(p));
      known = { demands, clashes, raises, places: bitsOf(demands, this.#short), air: bitsOf(clashes, this.#beside) };
      this.#needs.set(mode, known);
    }
    return known;
  }
}

/** A bit for each profile of a list that is in use. */
function bitsOf(
  used: readonly { readonly profile: CumulativeProfile }[],
  profiles: readonly CumulativeProfile[],
): number {
  return used.reduce(
    (all, { profile }) => (profiles.includes(profile) ? all | bit(profiles.indexOf(profile)) : all),
    0,
  );
}

const bitsOfCrew = (crew: readonly number[]): number => crew.reduce((all, p) => all | bit(p), 0);

/** Whether two ways to do a step set up the same tool. */
const isSetUpFor = (one: Mode, other: Mode): boolean => one.setups !== null && one.setups === other.setups;
