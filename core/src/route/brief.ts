import type { HouseRules } from './houseRules.ts';
import type { Colour, Group } from './piece.ts';

/** What the top, or the second group, becomes. */
export type TopBrief =
  | { readonly kind: 'same' }
  | { readonly kind: 'paint'; readonly colour: Colour }
  | Exclude<Treatment, { readonly kind: 'paint' }>;
export const TOP_KINDS = ['same', 'paint', 'stain', 'wash', 'oil', 'wax', 'clear', 'keep'] as const;

/** What is done with the wood or the paint of some zones. */
export type Treatment =
  | { readonly kind: 'paint'; readonly product: string; readonly colour: Colour }
  | {
      readonly kind: 'stain';
      readonly colour: Colour;
      readonly oilStain?: boolean | undefined;
      /** Missing: one. */
      readonly coats?: number | undefined;
    }
  /** Thin paint washed over the wood. */
  | {
      readonly kind: 'wash';
      readonly colour: Colour;
      /** Missing: two. */
      readonly coats?: number | undefined;
      /** Share of water in it. Missing: 50. */
      readonly water_pct?: number | undefined;
      /** How long it is left before it is wiped; null: never wiped. Missing: wiped at once. */
      readonly left_minutes?: number | null | undefined;
    }
  | { readonly kind: 'oil' }
  | { readonly kind: 'wax' }
  /** Clear coats over bare wood. */
  | { readonly kind: 'clear' }
  /** Cleaned, and left as it is. */
  | { readonly kind: 'keep' };
export const TREATMENTS = [
  'paint',
  'stain',
  'wash',
  'oil',
  'wax',
  'clear',
  'keep',
] as const satisfies readonly Treatment['kind'][];

/** Some zones that become something of their own. What is left out is as for the rest of the piece. */
export type FinishRow = {
  readonly id: string;
  readonly zones: readonly string[];
  readonly treatment: Treatment;
  readonly sealer?: Sealer | undefined;
  readonly use?: Use | undefined;
  readonly sheen?: Sheen | undefined;
};

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
  'under',
  'mouldings',
  'textured',
  'tone-wash',
  'blended',
  'speckle',
  'glazed',
  'stencil',
  'lettering',
  'stripes',
  'inlay',
  'decoupage',
  'transfer',
  'distressed',
  'dry-brush',
  'chippy',
  'leaf',
  'dark-wax',
  'metallic',
] as const;
export type LookKind = (typeof LOOKS)[number];
/** A sheet of paper, transfer or inlay: its size, how many are in a pack, how often one can be laid. Metres. */
export type SheetSize = {
  readonly width: number;
  readonly height: number;
  readonly repeat: number;
  readonly pack: number;
  readonly uses: number;
};
/** Several of a kind may be wanted, each on zones of its own; they are laid in the order they stand in. */
export type Look = {
  readonly kind: LookKind;
  /** Missing: everything that is painted like the body. */
  readonly zones?: readonly string[] | undefined;
  readonly level?: 'light' | 'medium' | 'heavy' | undefined;
  readonly style?: 'flat' | 'raised' | 'silk-screen' | 'wax' | undefined;
  /** A transfer larger than an arm's reach. */
  readonly big?: boolean | undefined;
  readonly colour?: Colour | undefined;
  /** More colours, for blending: one brush each. */
  readonly colours?: readonly Colour[] | undefined;
  /** Missing: the paint of the zones, or what such a look is usually done with. */
  readonly product?: string | undefined;
  /** An under-colour over everything, not only on edges. */
  readonly full?: boolean | undefined;
  /** The sheets it is laid with, where they are known. Metres. */
  readonly sheet?: SheetSize | undefined;
  /** Mouldings: glued on when the coats of the body are done. */
  readonly late?: boolean | undefined;
};
/** The most colours that are blended in one go. */
export const MOST_BLENDED = 6;

/** Something made here for the piece: a base, a shelf, a drawer front, glides. Metres. */
export type MadePart = {
  readonly id: string;
  readonly name: string;
  readonly length: number;
  readonly width: number;
  readonly count: number;
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
  /** Zones that become something else than the rest. */
  readonly rows?: readonly FinishRow[] | undefined;
  /** In the order they are laid. */
  readonly looks?: readonly Look[] | undefined;
  /** What is made here for it. */
  readonly made?: readonly MadePart[] | undefined;
  /** Days until fittings that are missing or new are here; 0: they are. Missing: a week by post. */
  readonly fittingsDays?: number | undefined;
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
  /** It will stand in rain and sun. */
  readonly outdoor?: boolean | undefined;
  /** For a child. */
  readonly child?: boolean | undefined;
  /** House rules overruled for this piece. */
  readonly house?: Partial<HouseRules> | undefined;
  /** Colours and anything else the owner does not want, in words. */
  readonly refused?: string | undefined;
};

const USUAL_USE: Readonly<Record<Group, Use>> = { body: 'everyday', top: 'hard', inside: 'light' };
/** How hard a zone is used when nothing is said of it alone. */
export const usualUse = (z: { readonly group: Group; readonly use?: Use }, brief: Brief): Use =>
  brief.use?.[z.group] ?? z.use ?? USUAL_USE[z.group];
