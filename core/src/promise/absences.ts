import { GRID_MINUTES } from '../calendar/grid.ts';
import { instantAt, wallClock } from '../calendar/localTime.ts';
import type { Draft } from '../planner/build/draft.ts';
import { clearRange, nextSet, setMasked, setRange } from '../planner/engine/resources/bits.ts';

type Day = { readonly person: number; readonly number: number; readonly from: number; readonly until: number };

/** Days on which somebody who should work is unexpectedly away, taken out of their hours for one run. */
export class Absences {
  readonly #draft: Draft;
  /** Working days of everybody, by person, in order; days of a person are numbered by the calendar. */
  readonly #days: readonly Day[];
  readonly #away: Day[] = [];

  constructor(draft: Draft) {
    this.#draft = draft;
    this.#days = workingDays(draft);
  }

  /** @param isAway asked for each person and working day, in order */
  begin(isAway: (person: number, day: number) => boolean): void {
    const { people } = this.#draft.compiled.model;
    for (const day of this.#days) {
      if (!isAway(day.person, day.number)) continue;
      this.#away.push(day);
      clearRange(people[day.person]!.free, day.from, day.until);
      clearRange(people[day.person]!.idle, day.from, day.until);
    }
  }

  /** Whether somebody is away in any part of a span of slots. */
  isAway(person: number, from: number, until: number): boolean {
    return this.#away.some((d) => d.person === person && d.from < until && from < d.until);
  }

  /** Gives the days back. Only what is done or running may be booked. */
  end(): void {
    const { people, steps } = this.#draft.compiled.model;
    for (const { person, from, until } of this.#away) {
      setMasked(people[person]!.free, people[person]!.open, from, until);
      setRange(people[person]!.idle, from, until);
      for (const { fixed, modes } of steps) {
        if (!fixed || fixed.end <= from || fixed.start >= until || !modes[0]?.crews[0]?.includes(person)) continue;
        clearRange(people[person]!.free, fixed.start, fixed.end);
        clearRange(people[person]!.idle, fixed.start, fixed.end);
      }
    }
    this.#away.length = 0;
  }
}

function workingDays({ compiled }: Draft): Day[] {
  const { model, origin, problem } = compiled;
  const slotOf = (day: number) => Math.ceil((instantAt(problem.timeZone, day, 0) - origin) / GRID_MINUTES);
  const first = wallClock(problem.timeZone, origin + model.now * GRID_MINUTES).day;
  const out: Day[] = [];
  model.people.forEach(({ open }, person) => {
    for (let day = first; ; day++) {
      const [from, until] = [Math.max(model.now, slotOf(day)), Math.min(model.slots, slotOf(day + 1))];
      if (from >= model.slots) break;
      if (nextSet(open, from, until) < until) out.push({ person, number: day, from, until });
    }
  });
  return out;
}
