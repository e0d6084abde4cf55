import type { Product } from '../products/product.ts';
import type { Act } from '../route/act.ts';
import type { RouteStep } from '../route/piece.ts';
import type { Film, Surface } from './surface.ts';

/** What laying a product leaves: a film of its own, or only something that has to dry. */
const FILMS: readonly Product['family'][] = ['primer', 'paint', 'stain', 'clear', 'wax', 'oil', 'glaze', 'metallic'];
/** Laid thick and taken off again after some minutes. */
const LEAVES_EXCESS: readonly Product['family'][] = ['wax', 'oil', 'conditioner'];

/** A surface after a step has been at it. */
export function after(s: Surface, step: RouteStep, product: Product | null): Surface {
  const acted = step.acts.reduce((now, a) => afterAct(now, a, step), s);
  return laid(acted, step, product);
}

function afterAct(s: Surface, a: Act, step: RouteStep): Surface {
  switch (a.do) {
    case 'wash':
      return { ...s, isDirty: false, isDusty: false, isGrainRaised: s.isGrainRaised || s.films.length === 0 };
    case 'disinfect':
      return { ...s, hasDroppings: false };
    case 'degrease':
      return { ...s, isDirty: false, films: without(s, 'wax', 'oil') };
    case 'strip':
      return { ...s, isSoftened: true };
    case 'scrape':
      return a.all
        ? { ...s, isSoftened: false, isFlaking: false, films: [], isShiny: false, isDirty: false, finestGrit: null }
        : { ...s, isSoftened: false, isFlaking: false };
    case 'heat':
      return { ...s, films: [], isShiny: false, isFlaking: false, finestGrit: null };
    case 'abrade':
      return sanded(s, a);
    case 'dust-off':
      return { ...s, isDusty: false };
    case 'mask':
      return { ...s, isCovered: true };
    case 'unmask':
      return { ...s, isCovered: false };
    case 'wipe-off':
      return { ...s, excess: null };
    case 'test':
      return a.of === 'lead' ? { ...s, lead: s.lead === 'possible' ? 'none' : s.lead } : s;
    case 'stop':
      return a.until === 'lead' ? { ...s, lead: s.lead === 'found' ? 'decided' : s.lead } : s;
    case 'fill':
    case 'glue':
    case 'drill':
    case 'buff':
    case 'rub-wet':
    case 'peel':
    case 'detach':
    case 'attach':
    case 'turn':
    case 'look':
      return s;
  }
  throw new RangeError(`${step.key}: nobody knows what this does to a surface`);
}

const without = (s: Surface, ...families: readonly Film['family'][]) =>
  s.films.filter((f) => !families.includes(f.family));

function sanded(s: Surface, a: Act & { do: 'abrade' }): Surface {
  const finest = Math.max(...a.grits, 0);
  const bares = a.to === 'bare';
  return {
    ...s,
    films: bares ? [] : s.films,
    isShiny: false,
    isDusty: true,
    isGrainRaised: false,
    finestGrit: bares ? finest : Math.max(finest, s.finestGrit ?? 0),
  };
}

function laid(s: Surface, step: RouteStep, product: Product | null): Surface {
  if (step.coat === 'sheet')
    return {
      ...s,
      films: [...s.films, { family: 'sheet', product, coat: 'sheet', by: step.key }],
      ...wetBy(s, step, product),
    };
  if (!product) return s;
  const isFilm = FILMS.includes(product.family);
  const isWater = product.base === 'water';
  return {
    ...s,
    ...wetBy(s, step, product),
    films: isFilm ? [...s.films, { family: product.family, product, coat: step.coat, by: step.key }] : s.films,
    excess: LEAVES_EXCESS.includes(product.family) && step.method !== 'aerosol' ? step.key : s.excess,
    isShiny: isFilm ? false : s.isShiny,
    // A blocker holds back what is in the wood; nothing else does.
    bleeds: s.bleeds && product.family !== 'primer',
    isGrainRaised: s.isGrainRaised || (isWater && s.films.length === 0 && product.family === 'stain'),
  };
}

const wetBy = (s: Surface, step: RouteStep, product: Product | null): Pick<Surface, 'wet'> => ({
  wet: product ? { by: step.key, product } : s.wet,
});
