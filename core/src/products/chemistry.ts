import type { Chemistry } from '../drying/dryingCurve.ts';
import type { Product } from './product.ts';

/** How coatings dry, for forms and lists; what each means is said where the type is. */
export const CHEMISTRIES: readonly Chemistry[] = ['waterborne', 'reactive', 'solvent', 'clock'];

/** How a product mostly dries, by what carries it and what it is for; a product may say otherwise (a solvent glue). */
export const usualChemistry = (base: Product['base'], family: Product['family']): Chemistry => {
  if (base === 'wax' || family === 'stripper' || family === 'conditioner') return 'clock';
  if (base === 'water') return family === 'glue' ? 'reactive' : 'waterborne';
  return base === 'alcohol' || base === 'lacquer' ? 'solvent' : 'reactive';
};
