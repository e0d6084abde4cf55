/** 1,200 and 1 200 and 1'200.50: thousands apart, all by the same sign. */
const THOUSANDS_APART = /^[-+]?[1-9]\d{0,2}([,’' \u00a0\u202f])\d{3}(?:\1\d{3})*(?:\.\d+)?$/;
/** 1.200,50 and 1.200.000: by points, which one alone does not say. */
const THOUSANDS_BY_POINTS = /^[-+]?[1-9]\d{0,2}(?:(?:\.\d{3})+,\d+|(?:\.\d{3}){2,})$/;

/**
 * A figure as people type it; empty, unreadable or without end is NaN. A comma is a decimal one, unless three figures follow it
 * after one to three that do not begin with 0: `1,200` is twelve hundred, as English has it.
 */
export function readNumber(text: string): number {
  const typed = text.trim();
  if (THOUSANDS_APART.test(typed)) return readDecimal(typed.replace(/[^\d.+-]/g, ''));
  return readDecimal(THOUSANDS_BY_POINTS.test(typed) ? typed.replaceAll('.', '') : typed);
}

/** A figure that is never in thousands, as instruments write it: a comma is a decimal one. NaN when it is none. */
export function readDecimal(text: string): number {
  const plain = text.trim().replace(',', '.');
  const n = /^[-+]?(?:\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : Number.NaN;
  return Number.isFinite(n) ? n : Number.NaN;
}
