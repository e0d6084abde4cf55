import type { Zone } from './piece.ts';

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
export type Template = {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly Measure[];
  zones(d: Dimensions): Zone[];
  /** Bench units the carcass takes while worked and wet; rack units its loose parts take while wet. */
  space(d: Dimensions): { readonly bench: number; readonly rack: number };
  /** Parts taken off before painting (drawers, doors) and brush time against a plain board. */
  looseParts(d: Dimensions): number;
  readonly fiddliness: number;
  /** Pieces of the set; a large piece needs a second pair of hands to be put together. */
  pieces(d: Dimensions): number;
  isLarge(d: Dimensions): boolean;
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
const at = (d: Dimensions, key: string) => d[key] ?? 0;
const zone = (id: string, name: string, group: Zone['group'], area_m2: number, formula: string): Zone => ({
  id,
  name,
  group,
  area_m2,
  formula,
});

/** Top, two sides and front of a box add up exactly; the front is shared out between frame and fronts. */
function carcass(d: Dimensions, front: { id: string; name: string }): Zone[] {
  const [w, dep, h] = [at(d, 'width'), at(d, 'depth'), at(d, 'height')];
  return [
    zone(
      'body',
      'Body',
      'body',
      2 * dep * h + 0.2 * w * h,
      'two sides (depth × height) + frame (a fifth of width × height)',
    ),
    zone(front.id, front.name, 'body', 0.8 * w * h, 'four fifths of width × height'),
    zone('top', 'Top', 'top', w * dep, 'width × depth'),
  ];
}

const standing = (d: Dimensions) => (at(d, 'height') > 1.4 || at(d, 'width') > 1.6 ? 2 : 1);

/** Templates of the first release. The formulas are common practice. */
export const TEMPLATES: readonly Template[] = [
  {
    id: 'chest-of-drawers',
    name: 'Chest of drawers',
    measures: [...WIDTH_DEPTH_HEIGHT(0.9, 0.45, 0.85), count('parts', 'Drawers', 4)],
    zones: (d) => carcass(d, { id: 'drawers', name: 'Drawer fronts' }),
    space: (d) => ({ bench: standing(d), rack: Math.ceil(at(d, 'parts') / 3) }),
    looseParts: (d) => at(d, 'parts'),
    fiddliness: 1,
    pieces: () => 1,
    isLarge: (d) => standing(d) > 1,
  },
  {
    id: 'chair-set',
    name: 'Chair set',
    measures: [count('parts', 'Chairs', 4), ...WIDTH_DEPTH_HEIGHT(0.45, 0.45, 0.9)],
    zones: (d) => {
      const [n, w, dep, h] = [at(d, 'parts'), at(d, 'width'), at(d, 'depth'), at(d, 'height')];
      const frame = 3 * h * 0.16 + 8 * w * 0.12 + 3 * w * 0.2;
      return [
        zone(
          'frames',
          'Frames',
          'body',
          n * frame,
          'per chair: posts and legs (3 × height × 0.16 m) + 8 rails (width × 0.12 m) + 3 slats (width × 0.2 m)',
        ),
        zone('seats', 'Seats', 'top', n * w * dep, 'per chair: width × depth'),
      ];
    },
    space: (d) => ({ bench: 1, rack: Math.ceil(at(d, 'parts') / 2) }),
    looseParts: () => 0,
    fiddliness: 1.6,
    pieces: (d) => at(d, 'parts'),
    isLarge: () => false,
  },
  {
    id: 'cabinet',
    name: 'Cabinet with doors',
    measures: [...WIDTH_DEPTH_HEIGHT(0.9, 0.4, 1.1), count('parts', 'Doors', 2, 1, 8)],
    zones: (d) => carcass(d, { id: 'doors', name: 'Doors' }),
    space: (d) => ({ bench: standing(d), rack: at(d, 'parts') }),
    looseParts: (d) => at(d, 'parts'),
    fiddliness: 1.1,
    pieces: () => 1,
    isLarge: (d) => standing(d) > 1,
  },
  {
    id: 'bookcase',
    name: 'Bookcase',
    measures: [...WIDTH_DEPTH_HEIGHT(0.9, 0.3, 1.2), count('parts', 'Shelves', 4, 1, 12)],
    zones: (d) => {
      const [w, dep, h, n] = [at(d, 'width'), at(d, 'depth'), at(d, 'height'), at(d, 'parts')];
      return [
        zone(
          'body',
          'Body',
          'body',
          4 * dep * h + w * h,
          'sides inside and out (4 × depth × height) + inner back (width × height)',
        ),
        zone('shelves', 'Shelves', 'body', 2 * n * w * dep, 'both faces of each shelf (2 × width × depth)'),
        zone('top', 'Top', 'top', w * dep, 'width × depth'),
      ];
    },
    space: (d) => ({ bench: standing(d), rack: Math.ceil(at(d, 'parts') / 2) }),
    looseParts: (d) => at(d, 'parts'),
    fiddliness: 1.2,
    pieces: () => 1,
    isLarge: (d) => standing(d) > 1,
  },
  {
    id: 'box',
    name: 'Box or chest with lid',
    measures: WIDTH_DEPTH_HEIGHT(1, 0.5, 0.5),
    zones: (d) => {
      const [w, dep, h] = [at(d, 'width'), at(d, 'depth'), at(d, 'height')];
      return [
        zone('body', 'Body', 'body', 2 * (w + dep) * h, 'four sides (2 × (width + depth) × height)'),
        zone('lid', 'Lid', 'top', w * dep, 'width × depth'),
      ];
    },
    space: () => ({ bench: 1, rack: 1 }),
    looseParts: () => 1,
    fiddliness: 1,
    pieces: () => 1,
    isLarge: () => false,
  },
  {
    id: 'table',
    name: 'Table or washstand',
    measures: WIDTH_DEPTH_HEIGHT(1.2, 0.75, 0.75),
    zones: (d) => {
      const [w, dep, h] = [at(d, 'width'), at(d, 'depth'), at(d, 'height')];
      return [
        zone(
          'base',
          'Legs and apron',
          'body',
          4 * h * 0.28 + 4 * (w + dep) * 0.1,
          'four legs (height × 0.28 m) + apron in and out (4 × (width + depth) × 0.1 m)',
        ),
        zone('top', 'Top', 'top', w * dep, 'width × depth'),
      ];
    },
    space: (d) => ({ bench: standing(d), rack: 1 }),
    looseParts: () => 0,
    fiddliness: 1.2,
    pieces: () => 1,
    isLarge: (d) => standing(d) > 1,
  },
  {
    id: 'bench',
    name: 'Bench, settle or bed frame',
    measures: WIDTH_DEPTH_HEIGHT(1.4, 0.5, 1),
    zones: (d) => {
      const [w, dep, h] = [at(d, 'width'), at(d, 'depth'), at(d, 'height')];
      return [
        zone(
          'body',
          'Back, ends and rails',
          'body',
          w * h + 4 * dep * h,
          'back (width × height) + both faces of two ends (4 × depth × height)',
        ),
        zone('seat', 'Seat or boards', 'top', w * dep, 'width × depth'),
      ];
    },
    space: (d) => ({ bench: standing(d), rack: 1 }),
    looseParts: () => 0,
    fiddliness: 1.2,
    pieces: () => 1,
    isLarge: (d) => standing(d) > 1,
  },
];

export const templateById: ReadonlyMap<string, Template> = new Map(TEMPLATES.map((t) => [t.id, t]));

/** What is wrong with the measurements, in words that say what to enter. */
export function dimensionFaults(template: Template, d: Dimensions): string[] {
  return template.measures.flatMap((m) => {
    const n = d[m.key];
    const unit = m.kind === 'length' ? ' m' : '';
    if (n === undefined || !Number.isFinite(n) || n < m.min || n > m.max)
      return [`${m.label}: enter ${m.min} to ${m.max}${unit}.`];
    if (m.kind === 'count' && !Number.isInteger(n)) return [`${m.label}: enter a whole number.`];
    return [];
  });
}
