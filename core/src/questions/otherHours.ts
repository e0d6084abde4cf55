import type { Hours, HoursException } from '../calendar/hours.ts';
import { dateOf, weekdayOf } from '../calendar/localTime.ts';

/** A person's hours with so many days off from a day on. @param first day since 1970-01-01 in the workshop's zone */
export function daysOff(hours: Hours, first: number, days: number): Hours {
  const off = dates(first, days).map(({ date }) => ({ date, shifts: [], note: 'away' }));
  return withExceptions(hours, off);
}

/** A person's hours when they go home now: nothing more of this day. @param minute of the day, by the wall clock */
export function homeFrom(hours: Hours, day: number, minute: number): Hours {
  const [today] = shiftsOf(hours, day, 1);
  const shifts = today!.shifts.filter((s) => s.from < minute).map((s) => ({ ...s, until: Math.min(s.until, minute) }));
  return withExceptions(hours, [{ date: today!.date, shifts, note: 'went home' }]);
}

/** The last shift of each day longer, for so many days; days without a shift stay free. Nobody works past midnight. */
export function longerDays(hours: Hours, first: number, days: number, minutes: number): Hours {
  const longer = shiftsOf(hours, first, days).flatMap(({ date, shifts }): HoursException[] => {
    const last = shifts.at(-1);
    if (!last) return [];
    const until = Math.min(1440, last.until + minutes);
    return [{ date, shifts: [...shifts.slice(0, -1), { from: last.from, until }], note: 'longer day' }];
  });
  return withExceptions(hours, longer);
}

/** The same hours for so many days, and none before or after. */
export const onlyFor = (hours: Hours, first: number, days: number): Hours => ({
  weekly: [[], [], [], [], [], [], []],
  exceptions: shiftsOf(hours, first, days).filter((d) => d.shifts.length > 0),
  blocks: [],
});

const dates = (first: number, days: number) =>
  Array.from({ length: days }, (_, n) => ({ day: first + n, date: dateOf(first + n) }));

/** What is worked on each of so many days, exceptions included. */
function shiftsOf(hours: Hours, first: number, days: number): HoursException[] {
  const known = new Map(hours.exceptions.map((e) => [e.date, e.shifts]));
  return dates(first, days).map(({ day, date }) => ({
    date,
    shifts: known.get(date) ?? hours.weekly[weekdayOf(day)] ?? [],
  }));
}

function withExceptions(hours: Hours, more: readonly HoursException[]): Hours {
  const all = new Map(hours.exceptions.map((e) => [e.date, e]));
  for (const e of more) all.set(e.date, e);
  return { ...hours, exceptions: [...all.values()].sort((a, b) => (a.date < b.date ? -1 : 1)) };
}
