import type { Shift, Units } from '@app/core';

/** Of a week, as hours are kept by it. */
export const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** How hours are typed and said in a shop: as 24, or as twice 12. */
export type HoursText = {
  readonly sayTime: (minute: number) => string;
  /** `9:00–12:30, 13:00–17:00` or `9am–12:30pm, 1pm–5pm`; a day off is empty. */
  readonly say: (shifts: readonly Shift[]) => string;
  /** Shifts as a person types them, `off` or nothing: none; null: not readable. */
  readonly read: (text: string) => Shift[] | null;
  /** What is asked for where they cannot be read. */
  readonly example: string;
};

export const hoursTextOf = (units: Units): HoursText => (units === 'us' ? TWELVE : TWENTY_FOUR);

const pad = (n: number) => String(n).padStart(2, '0');
const time24 = (minute: number) => `${Math.floor(minute / 60)}:${pad(minute % 60)}`;
function time12(minute: number): string {
  const hour = Math.floor(minute / 60);
  const past = minute % 60 === 0 ? '' : `:${pad(minute % 60)}`;
  return `${((hour + 11) % 12) + 1}${past}${hour % 24 < 12 ? 'am' : 'pm'}`;
}

const saidBy = (sayTime: (minute: number) => string) => (shifts: readonly Shift[]) =>
  shifts.map((s) => `${sayTime(s.from)}–${sayTime(s.until)}`).join(', ');

/** Where hours go by twelves, `1-5` alone is in the afternoon: whoever works at night says `1 am`. */
const EARLIEST_UNSAID = 6 * 60;
const TWENTY_FOUR: HoursText = {
  sayTime: time24,
  say: saidBy(time24),
  read: (text) => readShifts(text, 0),
  example: '9–12:30, 13–17',
};
const TWELVE: HoursText = {
  sayTime: time12,
  say: saidBy(time12),
  read: (text) => readShifts(text, EARLIEST_UNSAID),
  example: '9–12:30, 1–5',
};

const HALF = 12 * 60;
/** A time as typed; `half` is am, pm or nothing. */
type Typed = { readonly minute: number; readonly half: string | undefined };

/**
 * `9-12:30, 13-17`, `9:00–17:00`, `9am-5pm`. Where no hour is above 12, each is in the afternoon that would else be before the one
 * it follows: `9-12, 1-5` is what everybody means by it.
 * @param earliest the first time typed is in the afternoon if it is before this and says nothing else
 */
function readShifts(text: string, earliest: number): Shift[] | null {
  const clean = text.trim().toLowerCase();
  if (clean === '' || clean === 'off' || clean === '-' || clean === '–') return [];
  const typed: Typed[] = [];
  for (const part of clean.split(/\s*[,;&]\s*/)) {
    const m = STRETCH.exec(part);
    if (!m) return null;
    typed.push(typedTime(m[1]!, m[2], m[3]), typedTime(m[4]!, m[5], m[6]));
  }
  const isByTwelves = typed.every((t) => t.half !== undefined || t.minute < HALF + 60);
  const minutes: number[] = [];
  for (const [n, { minute, half }] of typed.entries()) {
    const before = n === 0 ? earliest : minutes[n - 1]! + 1;
    // A second stretch may begin where the first ends, and a day may end at midnight.
    const least = n > 0 && n % 2 === 0 ? before - 1 : before;
    const isLater = isByTwelves && half === undefined && minute < least && minute + HALF >= least;
    const isMidnight = half === 'am' && minute === 0 && n % 2 === 1;
    minutes.push(isMidnight ? 2 * HALF : isLater ? minute + HALF : minute);
  }
  const shifts = Array.from({ length: minutes.length / 2 }, (_, n) => ({
    from: minutes[2 * n]!,
    until: minutes[2 * n + 1]!,
  })).sort((a, b) => a.from - b.from);
  const isDay = shifts.every(
    (s, n) => s.from < s.until && s.until <= 2 * HALF && (shifts[n - 1]?.until ?? 0) <= s.from,
  );
  return isDay ? shifts : null;
}

const TIME = String.raw`(\d{1,2})(?:[:.]([0-5]\d))?\s*(am|pm|a\.m\.|p\.m\.)?`;
const STRETCH = new RegExp(String.raw`^${TIME}\s*(?:-|–|to|until)\s*${TIME}$`);

function typedTime(hour: string, past: string | undefined, said: string | undefined): Typed {
  const half = said?.replaceAll('.', '');
  const h = half && Number(hour) <= 12 ? (Number(hour) % 12) + (half === 'pm' ? 12 : 0) : Number(hour);
  // "13 am" is no time, "13 pm" is 13 o'clock.
  return { minute: half === 'am' && h > 12 ? Infinity : h * 60 + Number(past ?? 0), half };
}
