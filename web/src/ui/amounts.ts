import {
  celsiusToFahrenheit,
  fahrenheitToCelsius,
  FT2_PER_GAL,
  inchesToMetres,
  litresToUsFluidOunces,
  litresToUsQuarts,
  metresToInches,
  squareMetresToSquareFeet,
  type Units,
} from '@app/core';

export const sayLitres = (l: number, units: Units) =>
  units === 'metric'
    ? `${l < 1 ? l.toFixed(2) : l.toFixed(1)} L`
    : l < 0.9
      ? `${litresToUsFluidOunces(l).toFixed(1)} fl oz`
      : `${litresToUsQuarts(l).toFixed(1)} qt`;
/** A part of a mix, measured in a cup: in one unit whatever its size, so that the ratio is seen in the figures. */
export const sayCup = (l: number, units: Units) =>
  units === 'metric' ? `${Math.round(l * 1000)} mL` : `${litresToUsFluidOunces(l).toFixed(1)} fl oz`;
/** An amount as it is poured: to the 10 mL once there are 50, or in fluid ounces with the cups they make. */
export function sayPoured(l: number, units: Units): string {
  if (units === 'metric') {
    const ml = l * 1000;
    return `${ml >= 50 ? Math.round(ml / 10) * 10 : Math.max(1, Math.round(ml))} mL`;
  }
  const ounces = litresToUsFluidOunces(l);
  const quarters = Math.round(ounces / 2);
  const cups = quarters >= 1 ? ` (${inCups(quarters)})` : '';
  return `${ounces.toFixed(1)} fl oz${cups}`;
}
/** Eight fluid ounces are a cup. Source: NIST Handbook 44, appendix C. */
function inCups(quarters: number): string {
  const whole = Math.floor(quarters / 4);
  const part = ['', '¼', '½', '¾'][quarters % 4]!;
  const words = [whole > 0 ? String(whole) : '', part].filter(Boolean).join(' ');
  return `${words} ${quarters > 4 ? 'cups' : 'cup'}`;
}

/** Small amounts are typed in millilitres or fluid ounces and kept in litres. */
const typedPoured = (l: number, units: Units): string =>
  units === 'metric' ? String(Math.round(l * 1000)) : String(Math.round(litresToUsFluidOunces(l) * 10) / 10);
export const litresOfPoured = (typed: number, units: Units): number =>
  units === 'metric' ? typed / 1000 : typed / litresToUsFluidOunces(1);

/** What small parts of a mix are measured with. */
export const CUP_MEASURES = ['volume', 'teaspoon', 'tablespoon'] as const;
export type CupMeasure = (typeof CUP_MEASURES)[number];
/** A teaspoon and a tablespoon, in litres. Source: 5 and 15 mL; in the US a sixth and a half of a fluid ounce (NIST Handbook 44). */
const SPOON_LITRES: Readonly<Record<Units, Readonly<Record<Exclude<CupMeasure, 'volume'>, number>>>> = {
  metric: { teaspoon: 0.005, tablespoon: 0.015 },
  us: { teaspoon: litresOfPoured(1 / 6, 'us'), tablespoon: litresOfPoured(1 / 2, 'us') },
};
export const measureWords = (measure: CupMeasure, units: Units): string =>
  measure === 'volume' ? (units === 'metric' ? 'mL' : 'fl oz') : `${measure}s`;
export const measured = (l: number, measure: CupMeasure, units: Units): string =>
  measure === 'volume' ? typedPoured(l, units) : String(Math.round((l / SPOON_LITRES[units][measure]) * 100) / 100);
export const litresMeasured = (typed: number, measure: CupMeasure, units: Units): number =>
  measure === 'volume' ? litresOfPoured(typed, units) : typed * SPOON_LITRES[units][measure];

/** Aerosols are bought by the can of 400 mL, everything else by volume. */
const AEROSOLS = new Set(['shellac-sealer', 'spray-wax']);
const AEROSOL_LITRES = 0.4;
export function sayAmount(product: string, l: number, units: Units): string {
  if (!AEROSOLS.has(product)) return sayLitres(l, units);
  const cans = Math.ceil(l / AEROSOL_LITRES - 1e-9);
  return `${cans} ${cans === 1 ? 'can' : 'cans'}`;
}
export const sayArea = (m2: number, units: Units) =>
  units === 'metric' ? `${m2.toFixed(1)} m²` : `${squareMetresToSquareFeet(m2).toFixed(0)} ft²`;
/** `10 m²/L` or `407 ft²/gal`. */
export const sayCoverage = (m2PerL: number, units: Units) =>
  units === 'metric' ? `${Math.round(m2PerL * 10) / 10} m²/L` : `${Math.round(m2PerL * FT2_PER_GAL)} ft²/gal`;
export const sayTemperature = (c: number, units: Units) =>
  units === 'metric' ? `${Math.round(c)} °C` : `${Math.round(celsiusToFahrenheit(c))} °F`;

/** Lengths are typed in centimetres or inches and kept in metres. */
export const lengthUnit = (units: Units) => (units === 'metric' ? 'cm' : 'in');
export const toTyped = (metres: number, units: Units) =>
  Math.round((units === 'metric' ? metres * 100 : metresToInches(metres)) * 10) / 10;
export const fromTyped = (typed: number, units: Units) => (units === 'metric' ? typed / 100 : inchesToMetres(typed));

/** A usual measurement as somebody would say it in the shop's units: whole centimetres or whole inches. */
export const roundMeasure = (metres: number, units: Units) => fromTyped(Math.round(toTyped(metres, units)), units);

/** Amounts of paint are typed in litres or US quarts and kept in litres. */
export const toTypedLitres = (l: number, units: Units) =>
  Math.round((units === 'metric' ? l : litresToUsQuarts(l)) * 100) / 100;
export const fromTypedLitres = (typed: number, units: Units) =>
  units === 'metric' ? typed : typed / litresToUsQuarts(1);

/** How a figure is typed in the shop's units and kept in SI. */
export type TypedField = {
  readonly unit: string;
  readonly show: (si: number) => number;
  readonly read: (typed: number) => number;
};
export const coverageField = (units: Units): TypedField =>
  units === 'metric'
    ? { unit: 'm²/L', show: (x) => x, read: (x) => x }
    : { unit: 'ft²/gal', show: (x) => Math.round(x * FT2_PER_GAL), read: (x) => x / FT2_PER_GAL };
export const celsiusField = (units: Units): TypedField =>
  units === 'metric'
    ? { unit: '°C', show: (x) => x, read: (x) => x }
    : {
        unit: '°F',
        show: (x) => Math.round(celsiusToFahrenheit(x) * 10) / 10,
        read: fahrenheitToCelsius,
      };

/** Money in the shop's own currency, of which the app knows no sign. */
export const sayMoney = (cents: number) => (cents / 100).toFixed(2);

/** “1 day”, “3 days”. */
export const sayDays = (n: number) => `${n} ${n === 1 ? 'day' : 'days'}`;
export const saySteps = (steps: number) => (steps === 1 ? '1 step' : `${steps} steps`);
