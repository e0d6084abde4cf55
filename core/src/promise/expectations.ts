import { DISJUNCTION, type Mode, SPAN, type Span } from '../planner/engine/engineModel.ts';
import type { CumulativeProfile } from '../planner/engine/resources/cumulativeProfile.ts';
import { type PartialSchedule, spanEnd } from '../planner/engine/schedule/partialSchedule.ts';
import type { StillToCome } from './stillToCome.ts';

/** What may not be in use beside a way to do a step, over which span of it. */
type Clash = { readonly profile: CumulativeProfile; readonly span: Span };

/**
 * When people in the shop expect each step that is still to come, while a plan is lived through: as planned, or as much later
 * as what it waits for came out. Nobody books it anew; it is what a step that has lost its place has to respect.
 */
export class Expectations {
  readonly #b: PartialSchedule;
  readonly #toCome: StillToCome;
  readonly #begun: Uint8Array;
  /** By step: slot in which it is expected to begin. */
  readonly #at: Int32Array;
  /** By step: its place in the route of its piece. */
  readonly #rank: Int32Array;
  readonly #clashes = new Map<Mode, readonly Clash[]>();
  /** All before this place in the order of the plan have begun. */
  #first = 0;

  /** @param begun by step: 1 once it has */
  constructor(b: PartialSchedule, toCome: StillToCome, begun: Uint8Array) {
    this.#b = b;
    this.#toCome = toCome;
    this.#begun = begun;
    this.#at = toCome.start.slice();
    this.#rank = new Int32Array(b.model.steps.length);
    for (const p of b.model.pieces) p.steps.forEach((i, n) => (this.#rank[i] = n));
  }

  /** All as planned. */
  begin(): void {
    this.#at.set(this.#toCome.start);
    this.#first = 0;
  }

  /** A step is expected in a slot, and what waits for it as much later as that makes it. */
  expect(i: number, at: number): void {
    if (this.#at[i] === at) return;
    this.#at[i] = at;
    for (const { step, lag } of this.#toCome.followers[i]!)
      if (!this.#begun[step]) this.expect(step, Math.max(this.#toCome.start[step]!, at + lag));
  }

  /** Whether a piece is expected to miss its date. */
  isLate(piece: number): boolean {
    const { pieces, slots } = this.#b.model;
    const { due, steps } = pieces[piece]!;
    const { start, end, number } = this.#toCome;
    return due < slots && steps.some((i) => number[i]! >= 0 && this.#at[i]! + end[i]! - start[i]! > due);
  }

  /**
   * When a step may have what was found for it, although others are expected there before it is over: people, tools and places
   * they need at the same time, and dust beside what is wet.
   * @param most so many of those others would give way
   * @returns the slot it was found for, or the one in which no more than that are still in its way
   */
  freeFor(i: number, most: number): number {
    const { start: at } = this.#b.found;
    const ends = this.#inTheWay(i);
    if (ends.length <= most) return at;
    ends.sort((x, y) => x - y);
    return Math.max(at + 1, ends[ends.length - most - 1]!);
  }

  /** Ends of what is expected and cannot be beside the step as it was found. */
  #inTheWay(i: number): number[] {
    const { steps, slots } = this.#b.model;
    const { order, start, end, mode, crew } = this.#toCome;
    const { found } = this.#b;
    const how = steps[i]!.modes[found.mode]!;
    const people = how.crews[found.crew]!;
    const free = Math.min(Math.max(found.end, found.hold), slots);
    const untilOf = (span: Span) => spanEnd(span, how, found.end, free);
    const clashes = this.#clashesOf(how);
    const taken = new Map<CumulativeProfile, number>();
    const ends: number[] = [];
    while (this.#first < order.length && this.#begun[order[this.#first]!]) this.#first++;
    for (let n = this.#first; n < order.length && start[order[n]!]! < free; n++) {
      const j = order[n]!;
      const from = this.#at[j]!;
      if (this.#begun[j] || from < found.start || from >= free) continue;
      // What comes later in the route of a piece is placed round what comes sooner.
      if (steps[j]!.piece === steps[i]!.piece && this.#rank[j]! >= this.#rank[i]!) continue;
      const other = steps[j]!.modes[mode[j]!]!;
      const isSame =
        from < found.end &&
        ((how.setups !== null && other.setups === how.setups) ||
          other.crews[crew[j]!]!.some((p) => people.includes(p)));
      const isApart =
        steps[j]!.piece === steps[i]!.piece &&
        steps[i]!.disjunctions.some(
          ({ step, kind }) =>
            step === j && from < untilOf(kind === DISJUNCTION.wetOver && how.film ? SPAN.sticky : SPAN.work),
        );
      const isBeside = clashes.some(
        ({ profile, span }) => from < untilOf(span) && other.demands.some((d) => d.profile === profile),
      );
      let isTooMuch = false;
      for (const own of how.demands)
        for (const { profile, units } of other.demands) {
          if (profile !== own.profile || from >= untilOf(own.span)) continue;
          const all = (taken.get(profile) ?? own.units) + units;
          taken.set(profile, all);
          if (all > profile.capacity) isTooMuch = true;
        }
      if (isSame || isApart || isBeside || isTooMuch) ends.push(from + end[j]! - start[j]!);
    }
    return ends;
  }

  /** A row that must be clear all the while says so of what is taken of one profile. */
  #clashesOf(mode: Mode): readonly Clash[] {
    let known = this.#clashes.get(mode);
    if (!known) {
      const { profiles } = this.#b.model;
      known = mode.checks.flatMap(({ bits, span }) =>
        profiles.filter((p) => p.fits.includes(bits)).map((profile) => ({ profile, span })),
      );
      this.#clashes.set(mode, known);
    }
    return known;
  }
}
