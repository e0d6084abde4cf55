import {
  celsiusToFahrenheit,
  FT2_PER_GAL,
  litresToUsFluidOunces,
  litresToUsQuarts,
  metresToInches,
  squareMetresToSquareFeet,
} from '../quantities/convert.ts';
import { readNumber } from '../quantities/readNumber.ts';
import type { Units } from './time.ts';

/**
 * A length in inches as it stands on a rule: `3 3/4 in`, `1/16 in`. What is smaller than a rule shows is said in
 * thousandths: `0.020 in`.
 * @param parts of an inch it is rounded to, a power of two
 */
export function sayInches(inches: number, parts: 4 | 8 | 16 | 32 = 16): string {
  if (inches > 0 && inches < 1 / 32) return `${inches.toFixed(3)} in`;
  let [top, bottom] = [Math.round(inches * parts), parts as number];
  const whole = Math.floor(top / bottom);
  top -= whole * bottom;
  if (top === 0) return `${whole} in`;
  while (top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  return `${whole > 0 ? `${whole} ` : ''}${top}/${bottom} in`;
}

/** What is typed as inches: `30.75`, `30 3/4`, `3/16`. NaN when it is none. */
export function readInches(text: string): number {
  const found = /^\s*(?:(\d+(?:[.,]\d+)*)(?:\s+(\d+)\/(\d+))?|(\d+)\/(\d+))\s*(?:in|")?\s*$/.exec(text);
  if (!found) return Number.NaN;
  const [, whole, top, bottom, onlyTop, onlyBottom] = found;
  const part = (a: string | undefined, b: string | undefined) => (a && Number(b) > 0 ? Number(a) / Number(b) : 0);
  if (onlyTop) return Number(onlyBottom) > 0 ? part(onlyTop, onlyBottom) : Number.NaN;
  return readNumber(whole!) + part(top, bottom);
}

/** Exact: 1 lb is 0.45359237 kg. Source: NIST Handbook 44, appendix C. */
const LB_PER_KG = 1 / 0.453_592_37;

type Convert = (figure: number) => string;
const whole: Convert = (n) => String(Math.round(n));

/** Figures in metric units, and how each is said in a US shop: the unit, and the figure. */
const US: readonly (readonly [unit: string, said: string, convert: Convert])[] = [
  ['m²\\/L', 'ft²/gal', (n) => String(Math.round((n * FT2_PER_GAL) / 10) * 10)],
  ['m²', 'ft²', (n) => whole(squareMetresToSquareFeet(n))],
  ['°C', '°F', (n) => whole(celsiusToFahrenheit(n))],
  ['mm', 'in', (n) => sayInches(metresToInches(n / 1000)).replace(' in', '')],
  ['cm', 'in', (n) => sayInches(metresToInches(n / 100), 4).replace(' in', '')],
  ['mL', 'fl oz', (n) => litresToUsFluidOunces(n / 1000).toFixed(1)],
  ['L', 'qt', (n) => litresToUsQuarts(n).toFixed(1)],
  ['m', 'in', (n) => whole(metresToInches(n))],
  ['kg', 'lb', (n) => String(Math.round((n * LB_PER_KG) / 5) * 5)],
];
const FIGURES = US.map(
  ([unit, said, convert]) =>
    [new RegExp(`(\\d+(?:\\.\\d+)?)(?:([–-])(\\d+(?:\\.\\d+)?))?\\s${unit}(?![\\w²/])`, 'g'), said, convert] as const,
);
const PHRASES: readonly (readonly [RegExp, string])[] = [
  [/\ba litre\b/g, 'a quart'],
  [/\ba square metre\b/g, 'ten square feet'],
];

/** Words that speak of metric figures, as a shop says them: unchanged, or in inches, quarts and degrees Fahrenheit. */
export function inUnits(text: string, units: Units): string {
  if (units === 'metric') return text;
  let out = text;
  for (const [pattern, said, convert] of FIGURES)
    out = out.replace(pattern, (_, from: string, dash: string | undefined, until: string | undefined) =>
      dash && until
        ? `${convert(Number(from))}${dash}${convert(Number(until))} ${said}`
        : `${convert(Number(from))} ${said}`,
    );
  return PHRASES.reduce((words, [pattern, said]) => words.replace(pattern, said), out);
}
