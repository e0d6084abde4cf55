/** Where painters disagree: each a switch with both arguments in a line. Source of both sides: common practice. */
export type HouseRules = {
  readonly sand: 'scuff' | 'grip' | 'bare';
  readonly prime: 'primer' | 'coats';
  readonly block: 'shellac' | 'waterborne';
  readonly backs: 'left' | 'painted';
  readonly inside: 'first' | 'last';
  readonly seal: 'film' | 'wax';
  readonly apply: 'roll' | 'brush' | 'spray';
  readonly strip: 'chemical' | 'heat';
  readonly drawers: 'out' | 'in';
  readonly distress: 'dry' | 'wet';
  readonly assembly: 'last' | 'before-seal';
};
export type HouseRule = keyof HouseRules;

export const HOUSE_DEFAULTS: HouseRules = {
  sand: 'scuff',
  prime: 'primer',
  block: 'shellac',
  backs: 'left',
  inside: 'last',
  seal: 'film',
  apply: 'roll',
  strip: 'chemical',
  drawers: 'out',
  distress: 'dry',
  assembly: 'last',
};

/** What is done on one piece: as its brief overrules, else as the house does, else as most do. */
export const houseRuleOf = <K extends HouseRule>(
  rule: K,
  brief: { readonly house?: Partial<HouseRules> | undefined },
  means: { readonly house?: HouseRules | undefined },
): HouseRules[K] => brief.house?.[rule] ?? means.house?.[rule] ?? HOUSE_DEFAULTS[rule];

export type SwitchSide<K extends HouseRule = HouseRule> = {
  readonly value: HouseRules[K];
  readonly name: string;
  readonly argument: string;
};
export type Switch<K extends HouseRule = HouseRule> = {
  readonly rule: K;
  readonly question: string;
  readonly sides: readonly SwitchSide<K>[];
};

const ask = <K extends HouseRule>(rule: K, question: string, sides: readonly SwitchSide<K>[]): Switch<K> => ({
  rule,
  question,
  sides,
});

export const HOUSE_SWITCHES: readonly Switch[] = [
  ask('sand', 'Sand before paint?', [
    {
      value: 'scuff',
      name: 'Scuff always',
      argument: 'Paint holds on a dulled surface, whatever was on it; ten minutes for a square metre.',
    },
    {
      value: 'grip',
      name: 'Grip product',
      argument: 'No dust and no rubbed-through edges; the grip coat costs a tin and a night.',
    },
    {
      value: 'bare',
      name: 'Strip to bare',
      argument: 'Nothing old can fail under the new paint; it takes days on painted pieces.',
    },
  ]),
  ask('prime', 'Pale over dark: primer or more coats?', [
    {
      value: 'primer',
      name: 'Prime',
      argument: 'One primer saves one or two coats of the dear paint and holds stains back.',
    },
    {
      value: 'coats',
      name: 'More coats',
      argument: 'Matt paint holds by itself; one product less in the shop, no wait for primer.',
    },
  ]),
  ask('block', 'What holds stains back?', [
    {
      value: 'shellac',
      name: 'Shellac',
      argument: 'Blocks best, dries in under an hour; fumes, alcohol, and hard to clean out.',
    },
    {
      value: 'waterborne',
      name: 'Waterborne block',
      argument: 'No fumes and washes out with water; takes two coats and the next day.',
    },
  ]),
  ask('backs', 'Backs?', [
    { value: 'left', name: 'Left as found', argument: 'The back carries labels and history and stands at the wall.' },
    {
      value: 'painted',
      name: 'Painted',
      argument: 'It may stand free, and a raw back looks unfinished in photographs.',
    },
  ]),
  ask('inside', 'Clean inside first or last?', [
    { value: 'first', name: 'First', argument: 'What is filthy inside falls on everything you do later.' },
    { value: 'last', name: 'Last', argument: 'Dust keeps falling in until the last sanding; do it once, at the end.' },
  ]),
  ask('seal', 'Protect bodies with film or wax?', [
    { value: 'film', name: 'Film', argument: 'Wipes clean and lasts; must be ground back to change.' },
    { value: 'wax', name: 'Wax', argument: 'Soft, matt and easy to renew; no film ever goes over it, and rings show.' },
  ]),
  ask('apply', 'How are coats laid?', [
    {
      value: 'roll',
      name: 'Roll, then brush details',
      argument: 'Smooth and fast on flats; the brush does what the roller misses.',
    },
    { value: 'brush', name: 'Brush', argument: 'Follows every shape, no kit to clean; slower and shows strokes.' },
    {
      value: 'spray',
      name: 'Spray',
      argument: 'The best finish; masking, thinning, clean-out, daylight and dry weather.',
    },
  ]),
  ask('strip', 'Strip flats by chemical or heat?', [
    {
      value: 'chemical',
      name: 'Chemical',
      argument: 'Gets into mouldings and is safe on veneer with care; wash, and wait a night.',
    },
    {
      value: 'heat',
      name: 'Heat',
      argument: 'Sandable as soon as it is cool; never with possible lead or near solvent.',
    },
  ]),
  ask('drawers', 'Drawers in or out?', [
    { value: 'out', name: 'Out', argument: 'Tops and sides can be reached and nothing sticks; they take rack room.' },
    {
      value: 'in',
      name: 'In and taped',
      argument: 'Sprayed as one, an even colour and no rack room; edges need a second look.',
    },
  ]),
  ask('distress', 'Distress dry or wet?', [
    { value: 'dry', name: 'Dry', argument: 'Paper on dry paint, any day, any paint; dust, and it can go too far.' },
    {
      value: 'wet',
      name: 'Wet',
      argument: 'A damp cloth within two hours of the last coat; no dust, only paints that soften again.',
    },
  ]),
  ask('assembly', 'Seal before or after putting together?', [
    {
      value: 'last',
      name: 'Seal, then put together',
      argument: 'Every part is reached from all sides, and drawers are sealed on their edges too.',
    },
    {
      value: 'before-seal',
      name: 'Put together, then seal',
      argument: 'What scratches while it is put together is under the seal, not in it.',
    },
  ]),
];
