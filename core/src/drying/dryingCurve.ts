import { type Climate, STILL_AIR_MPS } from '../climate/climate.ts';
import type { Instant } from '../quantities/units.ts';
import { vapourPressureDeficit_pa } from './psychrometrics.ts';

/**
 * How a coating dries. waterborne: evaporation and coalescence, both must finish · reactive: by temperature
 * (oils, two-part fillers, glue) · solvent: fast, weakly by temperature (shellac, lacquer) · clock: by elapsed time (wax).
 */
export type Chemistry = 'waterborne' | 'reactive' | 'solvent' | 'clock';

/** Where drying stops: below the minimum temperature; for waterborne films also above the maximum humidity. */
export type DryingLimits = { readonly minTemperature_c: number; readonly maxHumidity_pct: number };

/** Modelling choices, docs/decisions/0003: reference climate and temperature sensitivities. */
const REFERENCE_C = 23;
const REFERENCE_VPD_PA = vapourPressureDeficit_pa(REFERENCE_C, 50);
const Q10: Record<Climatic, number> = { waterborne: 2, reactive: 2, solvent: 1.3 };
/** What dries by temperature, and waterborne films by the dampness of the air too. */
type Climatic = Exclude<Chemistry, 'clock'>;

/**
 * Progress of one kind of coating in one place, summed over time so that `dryAt` can search it, in minutes of
 * drying at reference climate. Arrays have one entry more than the climate has hours; they start at 0 and never fall.
 */
export type DryingCurve = {
  readonly from: Instant;
  /** Evaporation clock; only waterborne films wait for it. */
  readonly dry: Float64Array;
  /** Film-forming and cure clock. */
  readonly cure: Float64Array;
};

/** Sums the rates of each hour. Cost: O(hours). */
export function dryingCurve(climate: Climate, chemistry: Climatic, limits: DryingLimits): DryingCurve {
  const hours = climate.temperature_c.length;
  const dry = new Float64Array(hours + 1);
  const cure = new Float64Array(hours + 1);
  const { evaporation, forming } = hourlyRates(climate, Q10[chemistry]);
  const wind = windFactor(climate.air_mps ?? STILL_AIR_MPS);
  for (let h = 0; h < hours; h++) {
    const warmEnough = climate.temperature_c[h]! >= limits.minTemperature_c;
    const dryEnough = climate.humidity_pct[h]! <= limits.maxHumidity_pct;
    dry[h + 1] = dry[h]! + (warmEnough && dryEnough ? evaporation[h]! * wind : 0);
    cure[h + 1] = cure[h]! + (warmEnough ? forming[h]! : 0);
  }
  return { from: climate.from, dry, cure };
}

/**
 * Evaporation with air moving at `v` metres per second, against still air.
 * Source: Carrier (1918), in the form ASHRAE gives for pools: rate in proportion to 0.089 + 0.0782 v.
 */
export const windFactor = (v: number): number => (0.089 + 0.0782 * v) / (0.089 + 0.0782 * STILL_AIR_MPS);

type Rates = { readonly evaporation: Float64Array; readonly forming: Float64Array };
/** Rates without any limits, kept per climate: many products dry in the same air. */
const known = new WeakMap<Climate, Map<number, Rates>>();

function hourlyRates(climate: Climate, q10: number): Rates {
  let byQ10 = known.get(climate);
  if (!byQ10) known.set(climate, (byQ10 = new Map<number, Rates>()));
  let rates = byQ10.get(q10);
  if (!rates) {
    const evaporation =
      [...byQ10.values()][0]?.evaporation ??
      Float64Array.from(
        climate.temperature_c,
        (t, h) => (60 * vapourPressureDeficit_pa(t, climate.humidity_pct[h]!)) / REFERENCE_VPD_PA,
      );
    const forming = Float64Array.from(climate.temperature_c, (t) => 60 * q10 ** ((t - REFERENCE_C) / 10));
    byQ10.set(q10, (rates = { evaporation, forming }));
  }
  return rates;
}

/**
 * When a film laid at `start` has had `nominal_minutes` of drying at reference climate on every clock it waits for.
 * Never before the data sheet's own time has passed, however warm or thin it is.
 *
 * @param thickness of the film against an ordinary coat: evaporation takes so many times as long, forming and cure, which
 *   wait for what must come through the film, its square (Crank, The Mathematics of Diffusion: time in proportion to l²)
 * @returns the instant, rounded up to the minute so that nothing is called dry too early; Infinity when the
 *   known climate ends first
 * Cost: O(log hours)
 */
export function dryAt(
  curve: DryingCurve,
  chemistry: Climatic,
  nominal_minutes: number,
  start: Instant,
  thickness = 1,
): Instant {
  const soonest = dryByTheClock(nominal_minutes, start);
  if (nominal_minutes === 0) return soonest;
  const cured = reach(curve.from, curve.cure, start, nominal_minutes * thickness ** 2);
  if (chemistry !== 'waterborne') return Math.max(soonest, cured);
  return Math.max(soonest, cured, reach(curve.from, curve.dry, start, nominal_minutes * thickness));
}

/**
 * How much of `nominal_minutes` of drying at reference climate a film laid at `start` has had by `at`, on the clock that is
 * furthest behind: at 1 it is dry. The other way round of `dryAt`, but for its rounding.
 */
export function shareDried(
  curve: DryingCurve,
  chemistry: Climatic,
  nominal_minutes: number,
  start: Instant,
  at: Instant,
  thickness = 1,
): number {
  const passed = (sums: Float64Array) => progressAt(curve.from, sums, at) - progressAt(curve.from, sums, start);
  const clock = at - start;
  const cured = passed(curve.cure) / thickness ** 2;
  const evaporated = chemistry === 'waterborne' ? passed(curve.dry) / thickness : Infinity;
  return Math.min(clock, cured, evaporated) / nominal_minutes;
}

/** When what dries by elapsed time alone is dry: wax, oil that is wiped off, stripper. */
export const dryByTheClock = (nominal_minutes: number, start: Instant): Instant => start + Math.ceil(nominal_minutes);

/**
 * Progress between hour marks is a straight line, because the climate is constant within the hour. Before the first
 * mark (a film laid longer ago than the air is known) the first hour stands for all earlier ones.
 */
function progressAt(from: Instant, sums: Float64Array, at: Instant): number {
  const x = Math.min((at - from) / 60, sums.length - 1);
  if (x < 0) return x * sums[1]!;
  const h = Math.min(Math.floor(x), sums.length - 2);
  return sums[h]! + (sums[h + 1]! - sums[h]!) * (x - h);
}

function reach(from: Instant, sums: Float64Array, start: Instant, amount: number): Instant {
  // A hair less than the goal, so that a sum that should be exact is not pushed to the next minute by rounding.
  const goal = progressAt(from, sums, start) + amount - 1e-7;
  let lo = 0;
  let hi = sums.length - 1;
  if (sums[hi]! < goal) return Number.POSITIVE_INFINITY;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (sums[mid]! < goal) lo = mid + 1;
    else hi = mid;
  }
  if (lo === 0) return Math.max(start, Math.ceil(from + (goal / sums[1]!) * 60));
  const [a, b] = [sums[lo - 1]!, sums[lo]!];
  return Math.ceil(from + (lo - 1 + (goal - a) / (b - a)) * 60);
}
