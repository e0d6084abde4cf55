/** Exact conversions by definition of the international inch and the US gallon (231 cubic inches). */
const METRES_PER_INCH = 0.0254;
const LITRES_PER_US_GALLON = 3.785411784;
const SQUARE_METRES_PER_SQUARE_FOOT = 0.09290304;

export const inchesToMetres = (inches: number) => inches * METRES_PER_INCH;
export const metresToInches = (metres: number) => metres / METRES_PER_INCH;
export const litresToUsQuarts = (l: number) => (l / LITRES_PER_US_GALLON) * 4;
export const litresToUsFluidOunces = (l: number) => (l / LITRES_PER_US_GALLON) * 128;
export const squareMetresToSquareFeet = (m2: number) => m2 / SQUARE_METRES_PER_SQUARE_FOOT;
export const celsiusToFahrenheit = (c: number) => c * 1.8 + 32;
export const fahrenheitToCelsius = (f: number) => (f - 32) / 1.8;

export const FT2_PER_GAL = 40.7458333;
