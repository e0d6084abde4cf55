import type { Hours, Shift } from './hours.ts';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** Shifts of one day that overlap or end before they begin, by whose and which day; they are taken as one, or not at all. */
export function shiftFaults(whose: string, hours: Hours): string[] {
  return [
    ...hours.weekly.flatMap((shifts, day) => ofDay(`${whose}, ${DAYS[day] ?? 'a day'}`, shifts)),
    ...hours.exceptions.flatMap((e) => ofDay(`${whose}, ${e.date}`, e.shifts)),
  ];
}

function ofDay(where: string, shifts: readonly Shift[]): string[] {
  const sorted = [...shifts].sort((a, b) => a.from - b.from);
  const backwards = sorted.filter((s) => s.until <= s.from).map(() => `${where}: a shift ends before it begins.`);
  const overlap = sorted.some((s, k) => k > 0 && s.from < sorted[k - 1]!.until);
  return overlap ? [...backwards, `${where}: shifts overlap; they are taken as one.`] : backwards;
}
