import type { Use } from '../brief.ts';
import type { Group } from '../piece.ts';

/** One measurement a template asks for. Lengths in metres; counts are whole. */
export type Measure = {
  readonly key: string;
  readonly label: string;
  readonly kind: 'length' | 'count';
  readonly min: number;
  readonly max: number;
  readonly usual: number;
};
export type Dimensions = Readonly<Record<string, number>>;

/** A zone of a template and how its area follows from the measurements. Source of all areas: common practice. */
export type ZoneFormula = {
  readonly id: string;
  readonly name: string;
  readonly group: Group;
  /** Square metres of one piece, as `readFormula` reads it. */
  readonly area: string;
  /** Counted only when asked for: inside, back, edges. */
  readonly optional?: true;
  /** What the numbers of the formula stand for. */
  readonly note?: string;
  /** Where it differs from the rest of the piece: a flat top on turned legs. */
  readonly shape?: 'flat' | 'curved';
  /** Where it is used otherwise than its group: a lid is opened, nothing is set down on it every day. */
  readonly use?: Use;
};

export type Parts = 'drawers' | 'doors' | 'shelves' | 'lid' | 'none';
export type Template = {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly Measure[];
  readonly zones: readonly ZoneFormula[];
  /** What comes off before painting, and how many pieces of it share one rack unit. */
  readonly parts: Parts;
  readonly partsPerRack: number;
  /** Brush time against a plain board. */
  readonly fiddliness: number;
  /** flat: boards and panels · curved: turned legs, spindles, bentwood; decides what strips it. */
  readonly shape: 'flat' | 'curved';
  /** Stands on legs that can be painted upside down first. */
  readonly legs: boolean;
  /** A set stands on the rack while wet, a single piece where it was painted. */
  readonly isSet: boolean;
  /** Storage for clothes, which can tip over. */
  readonly storage: boolean;
};

const length = (key: string, label: string, usual: number, min = 0.1, max = 3.5): Measure => ({
  key,
  label,
  kind: 'length',
  min,
  max,
  usual,
});
const count = (key: string, label: string, usual: number, min = 1, max = 24): Measure => ({
  key,
  label,
  kind: 'count',
  min,
  max,
  usual,
});
const WIDTH_DEPTH_HEIGHT = (w: number, d: number, h: number) => [
  length('width', 'Width', w),
  length('depth', 'Depth', d),
  length('height', 'Height', h),
];

const BODY: ZoneFormula = {
  id: 'body',
  name: 'Body',
  group: 'body',
  area: '2 * depth * height + 0.2 * width * height',
  note: 'two sides, and a fifth of the front for the frame',
};
const TOP: ZoneFormula = { id: 'top', name: 'Top', group: 'top', area: 'width * depth' };
const BACK: ZoneFormula = { id: 'back', name: 'Back', group: 'body', area: 'width * height', optional: true };
const fronts = (id: string, name: string): ZoneFormula => ({
  id,
  name,
  group: 'body',
  area: '0.8 * width * height',
  note: 'four fifths of the front',
});
const DRAWER_INSIDES: ZoneFormula = {
  id: 'drawer-insides',
  name: 'Drawers, inner sides',
  group: 'inside',
  area: '2 * (width + depth) * height * 0.7',
  optional: true,
  note: 'sides of seven tenths of the height',
};
const DRAWER_BOTTOMS: ZoneFormula = {
  id: 'drawer-bottoms',
  name: 'Drawer bottoms',
  group: 'inside',
  area: 'width * depth * parts',
  optional: true,
  note: 'one face of each',
};
const RUNNERS: ZoneFormula = {
  id: 'runners',
  name: 'Runners',
  group: 'inside',
  area: '2 * parts * depth * 0.04',
  optional: true,
  note: 'two of each drawer, 4 cm wide',
};
const EDGES: ZoneFormula = {
  id: 'edges',
  name: 'Drawer sides and edges',
  group: 'body',
  area: '2 * depth * height * 0.8',
  optional: true,
  note: 'outer sides of the drawers',
};
const INSIDE: ZoneFormula = {
  id: 'inside',
  name: 'Inside',
  group: 'inside',
  area: '2 * depth * height + width * height + 2 * width * depth',
  optional: true,
  note: 'two sides, back, top and bottom',
};

const DOOR_INSIDES: ZoneFormula = {
  id: 'door-insides',
  name: 'Inside of the doors',
  group: 'inside',
  area: '0.8 * width * height',
  optional: true,
  note: 'as large as their faces',
};

type Kind = Pick<Template, 'id' | 'name' | 'measures' | 'zones'> & Partial<Template>;
const template = (t: Kind): Template => ({
  parts: 'none',
  partsPerRack: 1,
  fiddliness: 1,
  shape: 'flat',
  legs: false,
  isSet: false,
  storage: false,
  ...t,
});

export const TEMPLATES: readonly Template[] = [
  template({
    id: 'chest-of-drawers',
    name: 'Chest of drawers',
    measures: [...WIDTH_DEPTH_HEIGHT(0.9, 0.45, 0.85), count('parts', 'Drawers', 4)],
    zones: [BODY, fronts('drawers', 'Drawer fronts'), TOP, EDGES, DRAWER_INSIDES, DRAWER_BOTTOMS, RUNNERS, BACK],
    parts: 'drawers',
    partsPerRack: 3,
    storage: true,
  }),
  template({
    id: 'bedside',
    name: 'Bedside cabinet',
    measures: [...WIDTH_DEPTH_HEIGHT(0.45, 0.4, 0.6), count('parts', 'Drawers and doors', 2, 1, 6)],
    zones: [BODY, fronts('drawers', 'Fronts'), TOP, EDGES, DRAWER_INSIDES, DRAWER_BOTTOMS, RUNNERS, BACK],
    parts: 'drawers',
    partsPerRack: 3,
  }),
  template({
    id: 'cabinet',
    name: 'Cabinet with doors',
    measures: [...WIDTH_DEPTH_HEIGHT(0.9, 0.4, 1.1), count('parts', 'Doors', 2, 1, 8)],
    zones: [BODY, fronts('doors', 'Doors'), TOP, INSIDE, DOOR_INSIDES, BACK],
    parts: 'doors',
    fiddliness: 1.1,
    storage: true,
  }),
  template({
    id: 'hutch',
    name: 'Hutch or dresser with shelves',
    measures: [
      ...WIDTH_DEPTH_HEIGHT(1.2, 0.45, 1.9),
      count('parts', 'Drawers and doors', 4),
      count('shelves', 'Open shelves', 3, 1, 8),
    ],
    zones: [
      { ...BODY, area: '2 * depth * height + 0.1 * width * height', note: 'two sides, and a tenth for the frame' },
      {
        id: 'fronts',
        name: 'Doors and drawers',
        group: 'body',
        area: '0.45 * width * height',
        note: 'the closed lower half',
      },
      {
        id: 'shelves',
        name: 'Shelves',
        group: 'inside',
        area: '2 * shelves * width * depth * 0.6',
        note: 'both faces of shelves six tenths as deep',
      },
      {
        id: 'shelf-backs',
        name: 'Backs of the shelves',
        group: 'inside',
        area: '0.5 * width * height',
        note: 'the upper back, inside',
      },
      { ...TOP, name: 'Worktop' },
      { ...BACK, name: 'Back, outside' },
    ],
    parts: 'doors',
    fiddliness: 1.3,
    storage: true,
  }),
  template({
    id: 'sideboard',
    name: 'Sideboard',
    measures: [...WIDTH_DEPTH_HEIGHT(1.5, 0.48, 0.9), count('parts', 'Doors and drawers', 4)],
    zones: [BODY, fronts('fronts', 'Doors and drawers'), TOP, INSIDE, BACK],
    parts: 'doors',
    partsPerRack: 2,
    fiddliness: 1.1,
    storage: true,
  }),
  template({
    id: 'wardrobe',
    name: 'Wardrobe',
    measures: [...WIDTH_DEPTH_HEIGHT(1.2, 0.58, 1.9), count('parts', 'Doors', 2, 1, 6)],
    zones: [BODY, fronts('doors', 'Doors'), { ...TOP, name: 'Cornice and top' }, INSIDE, DOOR_INSIDES, BACK],
    parts: 'doors',
    fiddliness: 1.1,
    storage: true,
  }),
  template({
    id: 'bookcase',
    name: 'Bookcase',
    measures: [...WIDTH_DEPTH_HEIGHT(0.9, 0.3, 1.2), count('parts', 'Shelves', 4, 1, 12)],
    zones: [
      {
        id: 'body',
        name: 'Body',
        group: 'body',
        area: '4 * depth * height + width * height',
        note: 'sides inside and out, and the inner back',
      },
      {
        id: 'shelves',
        name: 'Shelves',
        group: 'body',
        area: '2 * parts * width * depth',
        note: 'both faces of each shelf',
      },
      TOP,
      { ...BACK, name: 'Back, outside' },
    ],
    parts: 'shelves',
    partsPerRack: 2,
    fiddliness: 1.2,
  }),
  template({
    id: 'table',
    name: 'Table',
    measures: WIDTH_DEPTH_HEIGHT(1.2, 0.75, 0.75),
    zones: [
      {
        id: 'base',
        name: 'Legs and apron',
        group: 'body',
        area: '4 * height * 0.28 + 4 * (width + depth) * 0.1',
        note: 'four legs 7 cm square, and the apron inside and out, 10 cm tall',
      },
      TOP,
    ],
    fiddliness: 1.2,
    legs: true,
  }),
  template({
    id: 'console',
    name: 'Console with spindles',
    measures: [
      ...WIDTH_DEPTH_HEIGHT(1.1, 0.35, 0.8),
      count('spindles', 'Turned legs and spindles', 4, 1, 40),
      count('parts', 'Drawers', 0, 0, 8),
    ],
    zones: [
      {
        id: 'base',
        name: 'Legs and spindles',
        group: 'body',
        area: 'spindles * pi * 0.05 * height + 4 * (width + depth) * 0.1',
        note: 'each a turned leg 5 cm thick, and the apron',
      },
      { ...TOP, note: 'one face', shape: 'flat' },
      { id: 'shelf', name: 'Lower shelf', group: 'body', area: '2 * width * depth', optional: true, shape: 'flat' },
      {
        id: 'drawers',
        name: 'Drawer fronts',
        group: 'body',
        area: 'parts * 0.12 * width / 2',
        optional: true,
        note: 'each half as wide as the console, 12 cm tall',
        shape: 'flat',
      },
    ],
    parts: 'drawers',
    partsPerRack: 3,
    fiddliness: 1.6,
    shape: 'curved',
    legs: true,
  }),
  template({
    id: 'desk',
    name: 'Desk',
    measures: [...WIDTH_DEPTH_HEIGHT(1.3, 0.65, 0.76), count('parts', 'Drawers', 3, 1, 12)],
    zones: [
      {
        id: 'body',
        name: 'Pedestals and sides',
        group: 'body',
        area: '4 * depth * height * 0.8',
        note: 'four sides of the pedestals',
      },
      {
        id: 'drawers',
        name: 'Drawer fronts',
        group: 'body',
        area: '0.4 * width * height',
        note: 'four tenths of the front',
      },
      { ...TOP, name: 'Writing top' },
      EDGES,
      DRAWER_INSIDES,
      DRAWER_BOTTOMS,
      RUNNERS,
      BACK,
    ],
    parts: 'drawers',
    partsPerRack: 3,
  }),
  template({
    id: 'chair',
    name: 'Chair',
    measures: WIDTH_DEPTH_HEIGHT(0.45, 0.45, 0.9),
    zones: [
      {
        id: 'frames',
        name: 'Frame',
        group: 'body',
        area: '3 * height * 0.16 + 8 * width * 0.12 + 3 * width * 0.2',
        note: 'posts and legs, eight rails, three slats',
      },
      { id: 'seats', name: 'Seat', group: 'top', area: 'width * depth', shape: 'flat' },
    ],
    fiddliness: 1.6,
    shape: 'curved',
    legs: true,
  }),
  template({
    id: 'chair-set',
    name: 'Chair set',
    measures: [count('parts', 'Chairs', 4, 2), ...WIDTH_DEPTH_HEIGHT(0.45, 0.45, 0.9)],
    zones: [
      {
        id: 'frames',
        name: 'Frames',
        group: 'body',
        area: 'parts * (3 * height * 0.16 + 8 * width * 0.12 + 3 * width * 0.2)',
        note: 'a chair: posts and legs, eight rails, three slats',
      },
      { id: 'seats', name: 'Seats', group: 'top', area: 'parts * width * depth', shape: 'flat' },
    ],
    fiddliness: 1.6,
    shape: 'curved',
    legs: true,
    isSet: true,
  }),
  template({
    id: 'bench',
    name: 'Bench or settle',
    measures: WIDTH_DEPTH_HEIGHT(1.4, 0.5, 1),
    zones: [
      {
        id: 'body',
        name: 'Back, ends and rails',
        group: 'body',
        area: 'width * height + 4 * depth * height',
        note: 'the back, and both faces of two ends',
      },
      { id: 'seat', name: 'Seat or boards', group: 'top', area: 'width * depth' },
    ],
    fiddliness: 1.2,
  }),
  template({
    id: 'box',
    name: 'Box or chest with lid',
    measures: WIDTH_DEPTH_HEIGHT(1, 0.5, 0.5),
    zones: [
      { id: 'body', name: 'Body', group: 'body', area: '2 * (width + depth) * height', note: 'four sides' },
      { id: 'lid', name: 'Lid', group: 'top', area: 'width * depth', use: 'everyday' },
      {
        id: 'inside',
        name: 'Inside',
        group: 'inside',
        area: '2 * (width + depth) * height + width * depth',
        optional: true,
      },
    ],
    parts: 'lid',
  }),
  template({
    id: 'bed',
    name: 'Bed',
    measures: [...WIDTH_DEPTH_HEIGHT(1.5, 2.05, 1.1), length('foot', 'Foot end height', 0.7)],
    zones: [
      {
        id: 'body',
        name: 'Head and foot',
        group: 'body',
        area: '2 * width * (height + foot) * 0.8',
        note: 'both faces, a fifth of them open',
      },
      {
        id: 'rails',
        name: 'Side rails',
        group: 'body',
        area: '4 * depth * 0.2',
        note: 'both faces of two rails 20 cm tall',
      },
      { id: 'caps', name: 'Top rails and posts', group: 'top', area: '2 * width * 0.1', use: 'everyday' },
    ],
    fiddliness: 1.3,
  }),
  template({
    id: 'washstand',
    name: 'Washstand',
    measures: [...WIDTH_DEPTH_HEIGHT(0.8, 0.45, 0.78), count('parts', 'Drawers', 1, 1, 4)],
    zones: [
      {
        id: 'base',
        name: 'Legs, apron and shelf',
        group: 'body',
        area: '4 * height * 0.24 + 4 * (width + depth) * 0.12 + 2 * width * depth * 0.8',
        note: 'four legs, the apron and the lower shelf',
      },
      { ...TOP, name: 'Top and splashback', area: 'width * depth + 0.15 * (width + 2 * depth)', shape: 'flat' },
      EDGES,
    ],
    parts: 'drawers',
    partsPerRack: 3,
    fiddliness: 1.3,
    shape: 'curved',
    legs: true,
  }),
  template({
    id: 'mirror',
    name: 'Mirror or frame',
    measures: [
      length('width', 'Width', 0.6),
      length('height', 'Height', 0.9),
      length('rail', 'Width of the frame', 0.08, 0.01, 0.4),
    ],
    zones: [
      {
        id: 'frame',
        name: 'Frame',
        group: 'body',
        area: '2 * (width + height) * (rail + 0.03)',
        note: 'face and edges 3 cm deep',
      },
    ],
    fiddliness: 1.5,
  }),
  template({
    id: 'custom',
    name: 'Something else',
    measures: WIDTH_DEPTH_HEIGHT(0.8, 0.4, 0.8),
    zones: [
      {
        id: 'body',
        name: 'Outside',
        group: 'body',
        area: '2 * (width + depth) * height',
        note: 'four sides',
      },
      TOP,
    ],
    fiddliness: 1.2,
  }),
];

export const templateById: ReadonlyMap<string, Template> = new Map(TEMPLATES.map((t) => [t.id, t]));

/** How many alike are done together: chairs of a set, or a pair of bedside cabinets. */
export const piecesOf = (t: Template, d: Dimensions): number => (t.isSet ? (d['parts'] ?? 1) : (d['set'] ?? 1));
/** Drawers, doors or shelves that come off, of all pieces. */
export const looseParts = (t: Template, d: Dimensions): number =>
  t.parts === 'none' ? 0 : t.parts === 'lid' ? piecesOf(t, d) : (d['parts'] ?? 0) * piecesOf(t, d);
/** Too large for one person to lift or turn. */
export const isLarge = (d: Dimensions): boolean => (d['height'] ?? 0) > 1.4 || (d['width'] ?? 0) > 1.6;
/** Bench units worked and wet, and rack units its loose parts take. */
export function spaceOf(t: Template, d: Dimensions): { readonly bench: number; readonly rack: number } {
  const pieces = piecesOf(t, d);
  if (t.isSet) return { bench: 1, rack: Math.ceil(pieces / 2) };
  const rack = Math.max(1, Math.ceil(looseParts(t, d) / t.partsPerRack));
  return { bench: isLarge(d) ? 2 : 1, rack: pieces > 1 ? rack + pieces - 1 : rack };
}

const ALIKE: Measure = count('set', 'How many alike', 1, 1, 24);
/** The measurements asked for: the template's own, and how many alike unless it is a set anyway. */
export const measuresOf = (t: Template): readonly Measure[] => (t.isSet ? t.measures : [...t.measures, ALIKE]);

/** Measurements that are missing or cannot be. `set` may be left out. */
export const wrongMeasures = (template: Template, d: Dimensions): Measure[] =>
  measuresOf(template).filter((m) => {
    const n = d[m.key];
    // What a piece entered before this was asked does not say is as it usually is: none, or one.
    if (n === undefined && (m.key === 'set' || m.usual === 0)) return false;
    const isWithin = n !== undefined && Number.isFinite(n) && n >= m.min && n <= m.max;
    return !isWithin || (m.kind === 'count' && !Number.isInteger(n));
  });

/** What is wrong with the measurements, in words that say what to enter, lengths in metres. */
export const dimensionFaults = (template: Template, d: Dimensions): string[] =>
  wrongMeasures(template, d).map(
    (m) => `${m.label}: enter ${m.min} to ${m.max}${m.kind === 'length' ? ' m' : ', a whole number'}.`,
  );
