/** "18 % longer than the sheet", "as the sheet": what a factor says of what it is measured against. */
export function sayFactor(factor: number, more: string, less: string, book: string): string {
  const percent = Math.round((factor - 1) * 100);
  return Math.abs(percent) < 3 ? `as ${book}` : `${Math.abs(percent)} % ${percent > 0 ? more : less} than ${book}`;
}
