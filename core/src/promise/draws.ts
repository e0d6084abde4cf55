import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Draft } from '../planner/build/draft.ts';
import type { PartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';
import type { Uncertainty } from '../planner/model/uncertainty.ts';
import { factors } from './chances.ts';

const WEEK_SLOTS = (7 * 1440) / GRID_MINUTES;
/** A failed coat is let dry and sanded before it is done again: working time. */
const REWORK_MINUTES = 180;
/** Who falls ill is away for one, two or three days, as often the one as the other. */
const LONGEST_AWAY = 3;

/** What chance decides in one run: how long work and drying take, which coats fail, who is away. */
export class Draws {
  readonly #uncertainty: Uncertainty;
  #r!: () => number;
  #work!: () => number;
  #weekDrying!: () => number;
  readonly #steps: Draft['compiled']['model']['steps'];
  readonly #isCoat: readonly boolean[];
  /** By step: its product on its piece; they dry well or badly together. */
  readonly #batch: Int32Array;
  readonly #drying: Float64Array;
  readonly #weeks = new Map<number, number>();
  /** By person: the first day they are well again, and the last day they were asked about. */
  readonly #ill = new Map<number, { until: number; asked: number }>();

  constructor(uncertainty: Uncertainty, { compiled }: Draft) {
    this.#uncertainty = uncertainty;
    this.#steps = compiled.model.steps;
    this.#isCoat = compiled.steps.map((s) => s.product !== null);
    const batches = new Map<string, number>();
    this.#batch = Int32Array.from(compiled.steps, (s, i) => {
      const key = `${compiled.model.steps[i]!.piece}|${s.product ?? ''}`;
      if (!batches.has(key)) batches.set(key, batches.size);
      return batches.get(key)!;
    });
    this.#drying = new Float64Array(batches.size);
  }

  /**
   * A new run, of which nothing depends on the one before: normal numbers are drawn in pairs, and one may be left.
   * @param r numbers from 0 to 1, all that it draws from
   */
  begin(r: () => number): void {
    const { work, drying, week } = this.#uncertainty;
    this.#r = r;
    this.#work = factors(work, r);
    this.#weekDrying = factors(week, r);
    const ownDrying = factors(drying, r);
    for (let k = 0; k < this.#drying.length; k++) this.#drying[k] = ownDrying();
    this.#weeks.clear();
    this.#ill.clear();
  }

  /** From 0 to 1. */
  share(): number {
    return this.#r();
  }

  /** Asked of each person about one working day after another. Whoever fell ill on a day off may still be. */
  readonly isAway = (person: number, day: number): boolean => {
    const known = this.#ill.get(person) ?? { until: day, asked: day - 1 };
    // On average two days are lost each time.
    for (let d = known.asked + 1; d <= day; d++)
      if (d >= known.until && this.#r() < this.#uncertainty.absence / 2)
        known.until = d + 1 + Math.floor(this.#r() * LONGEST_AWAY);
    known.asked = day;
    this.#ill.set(person, known);
    return day < known.until;
  };

  /** Slots a step really takes at a pace, at least one. @param isLate its window is missed, so that there is more to do */
  workSlots(i: number, speed: number, isLate: boolean): number {
    const step = this.#steps[i]!;
    let minutes = (step.work_minutes / speed) * this.#work();
    if (isLate && step.rescue_minutes > 0) minutes += step.rescue_minutes;
    if (this.#isCoat[i] && this.#r() < this.#uncertainty.rework) minutes = minutes * 2 + REWORK_MINUTES;
    // What happened is told in whole minutes; only what is still to come begins on the grid.
    return Math.max(1, Math.ceil(Math.round(minutes) / GRID_MINUTES));
  }

  /** A stage of drying that is planned for a slot, as this batch dries in this week; never sooner than the data sheet. */
  stretched(i: number, end: number, planned: number): number {
    const week = Math.floor(end / WEEK_SLOTS);
    let factor = this.#weeks.get(week);
    if (factor === undefined) this.#weeks.set(week, (factor = this.#weekDrying()));
    return end + (planned - end) * Math.max(1, this.#drying[this.#batch[i]!]! * factor);
  }

  /**
   * Slot, not a whole one, in which the film of a placed step reaches a stage; without a film the end of its work.
   * @param isLaid it dries as chance has it; not laid yet: as planned
   */
  dryAt(b: PartialSchedule, i: number, stage: number, isLaid = true): number {
    const end = b.end[i]!;
    const film = this.#steps[i]!.modes[b.mode[i]!]?.film;
    if (!film || end >= b.model.slots) return end;
    const planned = film.minutes(stage, end) / GRID_MINUTES;
    return isLaid ? this.stretched(i, end, planned) : planned;
  }
}
