/** What sanding is for: it decides how far it goes and what it leaves. */
export const SANDINGS = ['bare', 'smooth', 'level', 'dull', 'nibs', 'edges'] as const;
export type Sanding = (typeof SANDINGS)[number];

/**
 * What a step does to the surfaces it touches, beside the coat it may lay. Everything that has to be decided about a
 * step (what it waits for, what must stand beside it, whether it may be done here) is decided by these, never by its name.
 */
export type Act =
  /** Water and soap, rinsed; soaked: hosed down or flooded, dry only after a night. */
  | { readonly do: 'wash'; readonly soaked?: boolean | undefined }
  | { readonly do: 'disinfect' }
  /** Wax, oil and grease off with solvent. */
  | { readonly do: 'degrease' }
  /** Stripper laid on: what is there softens. */
  | { readonly do: 'strip' }
  /** Softened or loose layers off; `all`: down to the wood, as far as a scraper goes. */
  | { readonly do: 'scrape'; readonly all: boolean }
  | { readonly do: 'heat' }
  | { readonly do: 'abrade'; readonly to: Sanding; readonly grits: readonly number[] }
  | { readonly do: 'dust-off' }
  | { readonly do: 'fill' }
  | { readonly do: 'glue' }
  | { readonly do: 'drill' }
  /** Excess taken off while it is soft. */
  | { readonly do: 'wipe-off' }
  | { readonly do: 'buff' }
  /** Softened paint rubbed away with a damp cloth. */
  | { readonly do: 'rub-wet' }
  | { readonly do: 'mask' }
  | { readonly do: 'unmask' }
  | { readonly do: 'peel' }
  | { readonly do: 'detach' }
  | { readonly do: 'attach' }
  | { readonly do: 'turn' }
  /** raking: along the surface, with a lamp held low. */
  | { readonly do: 'look'; readonly light?: 'raking' }
  | { readonly do: 'test'; readonly of: 'lead' | 'cloth' | 'bleed' | 'patch' }
  /** Nothing goes on until somebody who may decide has decided. */
  | { readonly do: 'stop'; readonly until: 'lead' | 'yes' | 'here' };
export type ActKind = Act['do'];
export const ACTS = [
  'wash',
  'disinfect',
  'degrease',
  'strip',
  'scrape',
  'heat',
  'abrade',
  'dust-off',
  'fill',
  'glue',
  'drill',
  'wipe-off',
  'buff',
  'rub-wet',
  'mask',
  'unmask',
  'peel',
  'detach',
  'attach',
  'turn',
  'look',
  'test',
  'stop',
] as const satisfies readonly ActKind[];

type Acting = { readonly acts: readonly Act[] };
/** What is done with cloths, which are wet or worn afterwards. */
export const WITH_CLOTHS: readonly ActKind[] = ['wash', 'degrease', 'wipe-off', 'buff', 'rub-wet'];

export const does = (s: Acting, ...any: readonly ActKind[]): boolean => s.acts.some((a) => any.includes(a.do));

/** The sanding of a step, if it sands. */
export const sandingOf = (s: Acting): (Act & { do: 'abrade' }) | undefined =>
  s.acts.find((a): a is Act & { do: 'abrade' } => a.do === 'abrade');

/** It raises dust or fumes out of what is on the surface: what an old lead paint must not meet. */
export const disturbs = (s: Acting): boolean => does(s, 'abrade', 'scrape', 'heat', 'strip');

/** Sanded with these papers and dusted off. */
export const sanded = (to: Sanding, ...grits: readonly number[]): readonly Act[] => [
  { do: 'abrade', to, grits },
  { do: 'dust-off' },
];
