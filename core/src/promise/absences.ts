import { GRID_MINUTES } from '../calendar/grid.ts';
import { instantAt, wallClock } from '../calendar/localTime.ts';
import type { Draft } from '../planner/build/draft.ts';
import { clearRange, nextSet, setMasked, setRange } from '../planner/engine/resources/bits.ts';

type Day = { readonly person: number; readonly number: number; readonly from: number; readonly until: number };

/** Days on which somebody who should work is unexpectedly away, in one run. Nobody knows of one before its morning. */
export class Absences {
  readonly #draft: Draft;
  /** Working days of everybody, in order; days of a person are numbered by the calendar. */
  readonly #days: readonly Day[];
  /** Days of this run, in order, and how many of them have come. */
  readonly #away: Day[] = [];
  #known = 0;

  constructor(draft: Draft) {
    this.#draft = draft;
    this.#days = workingDays(draft);
  }

  /** @param isAway asked for each person and working day, of each person in order */
  begin(isAway: (person: number, day: number) => boolean): void {
    this.#away.length = 0;
    this.#known = 0;
    for (const day of this.#days) if (isAway(day.person, day.number)) this.#away.push(day);
  }

  /** Takes the days that have come by a slot out of the hours of who is away then. */
  comes(at: number): void {
    for (; this.#known < this.#away.length && this.#away[this.#known]!.from <= at; this.#known++) {
      const { person, from, until } = this.#away[this.#known]!;
      const { free, idle } = this.#draft.compiled.model.people[person]!;
      clearRange(free, from, until);
      clearRange(idle, from, until);
    }
  }

  /** Gives the days back. Only what is done or running may be booked. */
  end(): void {
    const { people, steps } = this.#draft.compiled.model;
    for (const { person, from, until } of this.#away.slice(0, this.#known)) {
      setMasked(people[person]!.free, people[person]!.open, from, until);
      setRange(people[person]!.idle, from, until);
      for (const { fixed, modes } of steps) {
        if (!fixed || fixed.end <= from || fixed.start >= until || !modes[0]?.crews[0]?.includes(person)) continue;
        clearRange(people[person]!.free, fixed.start, fixed.end);
        clearRange(people[person]!.idle, fixed.start, fixed.end);
      }
    }
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
  // Of one morning in the order of people.
  return out.sort((x, y) => x.from - y.from || x.person - y.person);
}
