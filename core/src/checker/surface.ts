import type { ProductFamily, Product } from '../products/product.ts';
import type { Coat } from '../route/piece.ts';
import type { Finish, ZoneCondition, Wood } from '../route/survey.ts';

/** One film, innermost first in its list. */
export type Film = {
  readonly family: ProductFamily | 'sheet' | 'foil';
  readonly product: Product | null;
  readonly coat: Coat | null;
  /** Key of the step that laid it; null: it came with the piece. */
  readonly by: string | null;
};

/** What a zone is and carries between two steps, as far as a later step can be harmed by it. */
export type Surface = {
  readonly substrate: Wood;
  readonly films: readonly Film[];
  /** The step that wetted it last. */
  readonly wet: { readonly by: string; readonly product: Product } | null;
  /** Excess of this step stands on it and has to come off while it is soft. */
  readonly excess: string | null;
  readonly isShiny: boolean;
  readonly isDusty: boolean;
  readonly isDirty: boolean;
  readonly hasDroppings: boolean;
  readonly isSoftened: boolean;
  readonly isFlaking: boolean;
  readonly isCovered: boolean;
  readonly isGrainRaised: boolean;
  /** Something in it comes through paint unless it is blocked. */
  readonly bleeds: boolean;
  /** It did when it came: what blocks it has to show first whether it holds. */
  readonly bled: boolean;
  /** Paint so old that it may hold lead lies on it: not tested yet, found, or found and decided upon. */
  readonly lead: 'none' | 'possible' | 'found' | 'decided';
  readonly finestGrit: number | null;
};

const FAMILY: Record<Exclude<Finish, 'raw'>, Film['family']> = {
  wax: 'wax',
  oil: 'oil',
  varnish: 'clear',
  'pale-paint': 'paint',
  'dark-paint': 'paint',
  aerosol: 'paint',
  foil: 'foil',
};

/** A zone as it arrives. */
export function arrived(of: ZoneCondition, lead: Surface['lead']): Surface {
  const { wood, finish, findings } = of;
  const found = (f: (typeof findings)[number]) => findings.includes(f);
  const isFilm = finish !== 'raw';
  return {
    substrate: wood,
    films: isFilm ? [{ family: FAMILY[finish], product: null, coat: null, by: null }] : [],
    wet: null,
    excess: null,
    isShiny: isFilm || wood === 'laminate',
    isDusty: false,
    isDirty: true,
    hasDroppings: found('droppings'),
    isSoftened: false,
    isFlaking: found('flaking') && ['pale-paint', 'dark-paint', 'aerosol'].includes(finish),
    isCovered: false,
    isGrainRaised: false,
    bleeds: found('bleeds') || found('nicotine') || found('water-rings'),
    bled: found('bleeds') || found('nicotine') || found('water-rings') || found('knots') || found('odour'),
    lead: ['pale-paint', 'dark-paint', 'aerosol'].includes(finish) || found('old-paint') ? lead : 'none',
    finestGrit: null,
  };
}

export const topFilm = (s: Surface): Film | undefined => s.films.at(-1);
/** Nothing lies on the wood. A wet wipe with solvent does not leave a film. */
export const isBare = (s: Surface): boolean => s.films.length === 0;
