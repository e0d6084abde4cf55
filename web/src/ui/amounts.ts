import {
  celsiusToFahrenheit,
  inchesToMetres,
  litresToUsFluidOunces,
  litresToUsQuarts,
  metresToInches,
  squareMetresToSquareFeet,
} from '@app/core';
import type { Units } from './time.ts';

export const sayLitres = (l: number, units: Units) =>
  units === 'metric'
    ? `${l < 1 ? l.toFixed(2) : l.toFixed(1)} L`
    : l < 0.9
      ? `${litresToUsFluidOunces(l).toFixed(0)} fl oz`
      : `${litresToUsQuarts(l).toFixed(1)} qt`;
export const sayArea = (m2: number, units: Units) =>
  units === 'metric' ? `${m2.toFixed(1)} m²` : `${squareMetresToSquareFeet(m2).toFixed(0)} ft²`;
export const sayTemperature = (c: number, units: Units) =>
  units === 'metric' ? `${Math.round(c)} °C` : `${Math.round(celsiusToFahrenheit(c))} °F`;

/** Lengths are typed in centimetres or inches and kept in metres. */
export const lengthUnit = (units: Units) => (units === 'metric' ? 'cm' : 'in');
export const toTyped = (metres: number, units: Units) =>
  Math.round((units === 'metric' ? metres * 100 : metresToInches(metres)) * 10) / 10;
export const fromTyped = (typed: number, units: Units) => (units === 'metric' ? typed / 100 : inchesToMetres(typed));

/** Amounts of paint are typed in litres or US quarts and kept in litres. */
export const toTypedLitres = (l: number, units: Units) =>
  Math.round((units === 'metric' ? l : litresToUsQuarts(l)) * 100) / 100;
export const fromTypedLitres = (typed: number, units: Units) =>
  units === 'metric' ? typed : typed / litresToUsQuarts(1);
