/** A number as typed; a decimal comma is a point; empty or unreadable is NaN. */
export const readNumber = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.')));
