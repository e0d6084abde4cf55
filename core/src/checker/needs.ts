import { isPale, readColour } from '../colour/colour.ts';
import type { Product, Stage } from '../products/product.ts';
import type { Act, ActKind } from '../route/act.ts';
import type { RouteStep } from '../route/piece.ts';
import { isBare, topFilm, type Surface } from './surface.ts';

const does = (s: RouteStep, ...any: readonly ActKind[]) => s.acts.some((a) => any.includes(a.do));
const sandingOf = (s: RouteStep) => s.acts.find((a): a is Act & { do: 'abrade' } => a.do === 'abrade');

/** A step as it comes to one zone. */
export type Visit = {
  readonly step: RouteStep;
  readonly product: Product | null;
  readonly surface: Surface;
  /** Minutes that certainly pass between the end of what wetted the zone and this step; null: nothing ties the two. */
  readonly sinceWet_minutes: number | null;
  /** The step is one that must follow the wet one within a time. */
  readonly worksOnWet: boolean;
  /** A step before it mixes what it takes. */
  readonly isMixed: boolean;
};

/** What a surface must be for a step; `unmet` is asked of every zone the step touches. */
export type SurfaceNeed = {
  readonly id: string;
  readonly words: string;
  readonly unmet: (v: Visit) => boolean;
};

const lays = (v: Visit) => v.step.coat !== null && v.step.coat !== 'sheet';
const family = (v: Visit) => (lays(v) ? (v.product?.family ?? null) : null);
const laysFilm = (v: Visit) => ['primer', 'paint', 'clear', 'glaze'].includes(family(v) ?? '');
const disturbs = (v: Visit) => does(v.step, 'abrade', 'scrape', 'heat', 'strip');
const handled = (v: Visit) => does(v.step, 'mask', 'attach', 'turn', 'drill');
const NO_WOOD = ['glass', 'cane', 'cloth', 'stone'];
/** Coarsest paper each thin layer bears. Source: common practice. */
const COARSEST: Partial<Record<Surface['substrate'], number>> = { veneer: 120, laminate: 180 };
const COARSEST_ON_FOIL = 180;

/** Seen from above, a film that lets nothing through comes before a paint that soaks up oil. */
function isShut(s: Surface): boolean {
  const top = s.films.findLast((f) => f.family !== 'oil' && f.family !== 'stain');
  return top !== undefined && (top.family === 'clear' || top.family === 'glaze' || top.product?.ownSealer === true);
}

/** The point of its drying a step waits for; null: it may come while it is wet. */
function stageFor(v: Visit): Stage | null {
  if (v.worksOnWet || does(v.step, 'wash', 'test', 'stop', 'unmask', 'detach', 'peel', 'wipe-off', 'rub-wet'))
    return null;
  if (does(v.step, 'abrade')) return 'sand';
  if (v.product && (lays(v) || does(v.step, 'fill', 'glue')))
    return v.surface.wet?.product.id === v.product.id ? 'recoat' : 'topcoat';
  if (does(v.step, 'mask') && v.surface.wet?.product.family === 'stain') return 'topcoat';
  if (v.step.coat === 'sheet' || handled(v)) return 'handle';
  return null;
}

/** Overnight. */
const NIGHT = 12 * 60;

/** A blocker under paint: its topcoat stage where something bled and would show, a night under pale, else as any coat. */
function minutesTo(stage: Stage, v: Visit): number {
  const { product } = v.surface.wet!;
  const full = product.stages_minutes[stage];
  if (stage !== 'topcoat' || product.family !== 'primer' || product.base !== 'water' || family(v) !== 'paint')
    return full;
  const showsThrough = v.step.colour !== null && isPale(readColour(v.step.colour));
  const recoat = product.stages_minutes.recoat;
  if (!showsThrough) return Math.min(full, recoat);
  const isRedWood = v.surface.substrate === 'red-wood' && v.surface.films.every((f) => f.by !== null);
  return v.surface.bled || isRedWood ? full : Math.min(full, Math.max(recoat, NIGHT));
}

/** Source of all: common practice, but for lead and droppings, whose published sources stand beside the rules that test. */
export const SURFACE_NEEDS: readonly SurfaceNeed[] = [
  {
    id: 'dry',
    words: 'It may still be wet: nothing makes this step wait until the one before is dry enough.',
    unmet: (v) => {
      const stage = stageFor(v);
      if (stage === null || v.surface.wet === null || v.surface.wet.by === v.step.key) return false;
      const wanted = minutesTo(stage, v);
      return wanted > 0 && (v.sinceWet_minutes === null || v.sinceWet_minutes < wanted);
    },
  },
  {
    id: 'mixed',
    words: 'What it takes is mixed before use, and no step before it mixes it.',
    unmet: (v) => v.product?.mixing != null && !v.isMixed,
  },
  {
    id: 'clean',
    words: 'It was never washed: grease and polish stop anything from holding.',
    unmet: (v) => v.surface.isDirty && (lays(v) || v.step.coat === 'sheet'),
  },
  {
    id: 'disinfected',
    words: 'There are droppings on it that were not soaked and disinfected first.',
    unmet: (v) => v.surface.hasDroppings && !does(v.step, 'disinfect', 'test', 'stop') && v.step.hands > 0,
  },
  {
    id: 'free-of-dust',
    words: 'Sanding dust lies on it and would lie in the coat.',
    unmet: (v) => v.surface.isDusty && (lays(v) || v.step.coat === 'sheet'),
  },
  {
    id: 'dull',
    words: 'It is still shiny: sand it dull, or lay a bonding primer first.',
    unmet: (v) =>
      v.surface.isShiny &&
      ['paint', 'clear', 'glaze'].includes(family(v) ?? '') &&
      v.product?.id !== 'all-in-one' &&
      !['wax', 'oil'].includes(topFilm(v.surface)?.family ?? ''),
  },
  {
    id: 'free-of-wax',
    words: 'There is wax or oil under it: nothing holds there.',
    unmet: (v) => {
      const waxed = v.surface.films.some(
        (f) => f.family === 'wax' || (f.family === 'oil' && v.product?.base === 'water'),
      );
      return waxed && (laysFilm(v) || v.step.coat === 'sheet' || family(v) === 'stain');
    },
  },
  {
    id: 'bare',
    words: 'Stain and oil colour wood: there is still a finish on it.',
    unmet: (v) => family(v) === 'stain' && v.surface.films.some((f) => f.family !== 'stain' && f.family !== 'glaze'),
  },
  {
    id: 'open',
    words: 'Oil has to soak in, and a film lies under it.',
    unmet: (v) => family(v) === 'oil' && isShut(v.surface),
  },
  {
    id: 'bare-for-conditioner',
    words: 'Conditioner goes into bare wood.',
    unmet: (v) => v.product?.family === 'conditioner' && !isBare(v.surface),
  },
  {
    id: 'uncovered',
    words: 'It is still masked.',
    unmet: (v) => v.surface.isCovered && (lays(v) || v.step.coat === 'sheet' || does(v.step, 'abrade')),
  },
  {
    id: 'free-of-excess',
    words: 'What was laid on before has not been wiped off.',
    unmet: (v) =>
      v.surface.excess !== null &&
      !does(v.step, 'wipe-off') &&
      (v.product !== null || does(v.step, 'buff', 'abrade', 'attach')),
  },
  {
    id: 'free-of-stripper',
    words: 'Stripper still stands on it.',
    unmet: (v) =>
      v.surface.isSoftened &&
      !does(v.step, 'scrape', 'strip') &&
      (v.product !== null || does(v.step, 'abrade', 'attach', 'heat')),
  },
  {
    id: 'sound',
    words: 'Old paint still flakes there: what is loose takes the new coat with it.',
    unmet: (v) => v.surface.isFlaking && ['primer', 'paint'].includes(family(v) ?? ''),
  },
  {
    id: 'blocked',
    words: 'What is in it comes through paint: a blocking coat goes first.',
    unmet: (v) =>
      v.surface.bleeds &&
      v.step.coat === 'paint' &&
      (v.step.thickness ?? 1) > 0.5 &&
      family(v) === 'paint' &&
      v.product?.ownSealer !== true &&
      !v.surface.films.some((f) => f.family === 'stain'),
  },
  {
    id: 'lead-tested',
    words: 'Old paint that may hold lead: it is tested before it is sanded, scraped, stripped or heated.',
    unmet: (v) => v.surface.lead === 'possible' && disturbs(v),
  },
  {
    id: 'lead-decided',
    words: 'Lead was found: nobody sands, scrapes, strips or heats it until somebody who may decide has decided.',
    unmet: (v) => v.surface.lead === 'found' && disturbs(v),
  },
  {
    id: 'fine-enough',
    words: 'This paper is too coarse for it: thin veneer and foil are sanded through at once.',
    unmet: (v) => {
      const sanding = sandingOf(v.step);
      if (!sanding || sanding.grits.length === 0) return false;
      const isFoil = v.surface.films.some((f) => f.family === 'foil');
      const limit = isFoil ? COARSEST_ON_FOIL : COARSEST[v.surface.substrate];
      return limit !== undefined && Math.min(...sanding.grits) < limit;
    },
  },
  {
    id: 'not-through-foil',
    words: 'Foil cannot be sanded to the wood: there is chipboard under it.',
    unmet: (v) =>
      (v.surface.films.some((f) => f.family === 'foil') || v.surface.substrate === 'laminate') &&
      (sandingOf(v.step)?.to === 'bare' || does(v.step, 'heat')),
  },
  {
    id: 'wood',
    words: 'This is no wood: it is covered, cleaned and left, not sanded or painted.',
    unmet: (v) => NO_WOOD.includes(v.surface.substrate) && (lays(v) || disturbs(v)),
  },
  {
    id: 'smooth-grain',
    words: 'Water has raised the grain: a light rub first, or the clear coat is rough for good.',
    unmet: (v) => v.surface.isGrainRaised && family(v) === 'clear' && topFilm(v.surface)?.family === 'stain',
  },
  {
    id: 'not-woken',
    words: 'This paint softens under a watery glaze: a clear coat goes between.',
    unmet: (v) =>
      family(v) === 'glaze' && v.product?.base === 'water' && topFilm(v.surface)?.product?.reactivable === true,
  },
  {
    id: 'no-heat-near-solvent',
    words: 'Heat where solvent was: it has to be gone first.',
    unmet: (v) => {
      if (!does(v.step, 'heat') || v.surface.wet === null) return false;
      const { product } = v.surface.wet;
      const isSolvent = ['oil', 'alcohol', 'lacquer'].includes(product.base);
      return isSolvent && (v.sinceWet_minutes ?? 0) < product.stages_minutes.topcoat;
    },
  },
];
