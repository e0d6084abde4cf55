import type { HouseRules } from './houseRules.ts';
import type { Colour, Group } from './piece.ts';

/** What the top, or the second group, becomes. */
export type TopBrief =
  | { readonly kind: 'same' }
  | { readonly kind: 'stain'; readonly colour: Colour; readonly oilStain?: boolean | undefined }
  | { readonly kind: 'paint'; readonly colour: Colour }
  /** Thin paint washed over the wood. */
  | { readonly kind: 'wash'; readonly colour: Colour }
  | { readonly kind: 'oil' }
  /** Cleaned, and left as it is. */
  | { readonly kind: 'keep' };
export const TOP_KINDS = ['same', 'stain', 'paint', 'wash', 'oil', 'keep'] as const;

export const SEALERS = ['auto', 'wax', 'clear', 'oil', 'none'] as const;
export type Sealer = (typeof SEALERS)[number];
export const USES = ['light', 'everyday', 'hard'] as const;
export type Use = (typeof USES)[number];
export const SHEENS = ['matt', 'satin', 'gloss'] as const;
export type Sheen = (typeof SHEENS)[number];
export const HARDWARE = ['keep', 'clean', 'repaint', 'replace'] as const;
export type HardwareWish = (typeof HARDWARE)[number];
export const REFUSALS = ['no-wax', 'no-shellac', 'no-solvent', 'no-spray', 'no-sanding'] as const;
export type Refusal = (typeof REFUSALS)[number];
export const APPROVALS = ['sample-board', 'first-coat', 'top-as-it-is'] as const;
export type Approval = (typeof APPROVALS)[number];

export const LOOKS = [
  'distressed',
  'chippy',
  'blended',
  'textured',
  'glazed',
  'stencil',
  'transfer',
  'decoupage',
  'inlay',
  'mouldings',
  'metallic',
] as const;
export type LookKind = (typeof LOOKS)[number];
export type Look = {
  readonly kind: LookKind;
  readonly level?: 'light' | 'medium' | 'heavy' | undefined;
  readonly style?: 'flat' | 'raised' | 'silk-screen' | undefined;
  /** A transfer larger than an arm's reach. */
  readonly big?: boolean | undefined;
  readonly colour?: Colour | undefined;
};

/** What the owner of the piece wants. */
export type Brief = {
  readonly paint: string;
  readonly body: Colour;
  readonly top: TopBrief;
  readonly prime: 'auto' | 'yes' | 'no';
  readonly sealer: Sealer;
  readonly method: 'auto' | 'brush' | 'roll' | 'spray';
  readonly hardware: HardwareWish;
  readonly looks?: readonly Look[] | undefined;
  /** A colour that should show where the top coat is rubbed away. */
  readonly under?: Colour | null | undefined;
  /** What is done with the inside, when its zones are counted. */
  readonly inside?: 'paint' | 'oil' | 'clean' | undefined;
  readonly insideColour?: Colour | null | undefined;
  readonly sheen?: Sheen | undefined;
  /** How hard it is used, by group or, stronger, by zone. */
  readonly use?: Readonly<Record<string, Use | undefined>> | undefined;
  readonly refusals?: readonly Refusal[] | undefined;
  readonly approvals?: readonly Approval[] | undefined;
  /** Hosed down outdoors instead of washed by hand alone. */
  readonly hose?: boolean | undefined;
  /** Food is laid on the top. */
  readonly food?: boolean | undefined;
  /** For a child. */
  readonly child?: boolean | undefined;
  /** House rules overruled for this piece. */
  readonly house?: Partial<HouseRules> | undefined;
  /** Colours and anything else the owner does not want, in words. */
  readonly refused?: string | undefined;
};

export const USUAL_USE: Readonly<Record<Group, Use>> = { body: 'everyday', top: 'hard', inside: 'light' };
