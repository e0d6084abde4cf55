/** A number as typed; a decimal comma is a point; empty, unreadable or without end is NaN. */
export function readNumber(text: string): number {
  const n = text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'));
  return Number.isFinite(n) ? n : Number.NaN;
}
/** The same where nothing may be typed: null then. */
export const readOptional = (text: string) => (text.trim() === '' ? null : readNumber(text));
