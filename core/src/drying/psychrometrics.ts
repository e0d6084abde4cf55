/**
 * Saturation vapour pressure over water in Pa, Magnus form.
 * Source: Alduchov & Eskridge, J. Appl. Meteorol. 35 (1996) 601, eq. 21; -40 to 50 degC, within 0.4 %
 */
export const saturationPressure_pa = (t_c: number) => 610.94 * Math.exp((17.625 * t_c) / (t_c + 243.04));

/** Vapour-pressure deficit in Pa: how thirsty the air is. @throws {RangeError} when humidity is not 0 to 100 */
export function vapourPressureDeficit_pa(t_c: number, humidity_pct: number): number {
  if (!(humidity_pct >= 0 && humidity_pct <= 100))
    throw new RangeError(`humidity: ${humidity_pct} % is not between 0 and 100`);
  return saturationPressure_pa(t_c) * (1 - humidity_pct / 100);
}

/** Dew point in degC (inverse of the Magnus form). @throws {RangeError} when humidity is not above 0 and at most 100 */
export function dewPoint_c(t_c: number, humidity_pct: number): number {
  if (!(humidity_pct > 0 && humidity_pct <= 100))
    throw new RangeError(`humidity: ${humidity_pct} % is not above 0 and at most 100`);
  const g = Math.log(humidity_pct / 100) + (17.625 * t_c) / (243.04 + t_c);
  return (243.04 * g) / (17.625 - g);
}
