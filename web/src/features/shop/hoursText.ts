import type { Shift } from '@app/core';

const pad = (n: number) => String(n).padStart(2, '0');
export const timeText = (minute: number) => `${Math.floor(minute / 60)}:${pad(minute % 60)}`;
/** `9:00-12:30, 13:00-17:00`; a day off is empty. */
export const shiftsText = (shifts: readonly Shift[]) =>
  shifts.map((s) => `${timeText(s.from)}–${timeText(s.until)}`).join(', ');

/** Reads what a person types: `9-12:30, 13-17`, `9:00–17:00`, `9am-5pm`, `off` or nothing. Null: not readable. */
export function readShifts(text: string): Shift[] | null {
  const clean = text.trim().toLowerCase();
  if (clean === '' || clean === 'off' || clean === '-' || clean === '–') return [];
  const shifts: Shift[] = [];
  for (const part of clean.split(/\s*[,;&]\s*/)) {
    const m = /^(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?\s*(?:-|–|to|until)\s*(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?$/.exec(
      part,
    );
    if (!m) return null;
    const from = minuteOf(m[1]!, m[2], m[3]);
    const until = minuteOf(m[4]!, m[5], m[6]);
    if (from === null || until === null || until <= from) return null;
    shifts.push({ from, until });
  }
  shifts.sort((a, b) => a.from - b.from);
  return shifts.every((s, i) => i === 0 || shifts[i - 1]!.until <= s.from) ? shifts : null;
}

function minuteOf(hour: string, minute: string | undefined, half: string | undefined): number | null {
  let h = Number(hour);
  if (half === 'pm' && h < 12) h += 12;
  if (half === 'am' && h === 12) h = 0;
  const total = h * 60 + Number(minute ?? 0);
  return total <= 1440 && Number(minute ?? 0) < 60 ? total : null;
}
