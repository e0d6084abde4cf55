/** A number as typed; a decimal comma is a point; empty or unreadable is NaN. */
export const readNumber = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.')));
/** The same where nothing may be typed: null then. */
export const readOptional = (text: string) => (text.trim() === '' ? null : readNumber(text));
