import { readColour } from '../../colour/colour.ts';
import type { Facts } from '../build/facts.ts';
import { sanded } from '../act.ts';
import { choose, type Effect, type Rule, step } from './rule.ts';

const oilStain = (f: Facts) => f.part.treatment.kind === 'stain' && f.part.treatment.oilStain === true;
const denib = (f: Facts) => (f.part.row === 'top' ? 'denib-stain' : `denib-stain-${f.part.row}`);
/** "the top", or the zones of the row by name. */
const place = (f: Facts) => (f.part.row === 'top' ? 'the top' : f.named(f.part.zones));
/** Woods that drink stain in blotches, and any old one: nobody knows what it has drunk before. */
const drinksUnevenly = (f: Facts) =>
  f.part.condition.wood === 'softwood' || (f.survey.age !== 'new' && f.part.condition.finish !== 'raw' && isDark(f));
const isDark = (f: Facts) => readColour(f.hex).lightness < 45;

/** Wood that shows: stained, washed, oiled, or left as it is. */
export const WOOD: readonly Rule[] = [
  {
    id: 'condition',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'Softwood is stained, or any old wood dark',
    so: 'conditioner of the stain’s own family first, wiped after 20 minutes',
    reason: 'Softwood and old wood take stain in blotches; conditioner evens it out.',
    applies: (f) => f.wants('stain') && drinksUnevenly(f),
    does: (f) => [
      step({
        key: `condition-${f.part.row}`,
        phase: 'wood',
        title: `Brush ${oilStain(f) ? 'oil-based' : 'waterborne'} wood conditioner on ${place(f)}`,
        minutes: [5, 6],
        skill: 'paint',
        product: oilStain(f) ? 'conditioner' : 'conditioner-water',
      }),
      step({
        key: f.part.row === 'top' ? 'wipe-conditioner' : `wipe-conditioner-${f.part.row}`,
        phase: 'wood',
        acts: [{ do: 'wipe-off' }],
        title: 'Wipe off the conditioner',
        reason: 'Wipe after 20 minutes, before it goes tacky.',
        minutes: [5],
        skill: 'paint',
        window: { of: `condition-${f.part.row}`, min: 20, max: 35 },
        with: `condition-${f.part.row}`,
      }),
    ],
  },
  {
    id: 'water-stain',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'Wood is stained',
    so: 'waterborne stain on a damp surface, wiped within a minute',
    reason: 'Waterborne stain, wiped within a minute; overnight before anything goes over or is masked beside it.',
    applies: (f) => f.wants('stain') && !oilStain(f),
    does: (f) => stains(f, 'water-stain', `Stain ${place(f)}`, 10),
  },
  {
    id: 'oil-stain',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'An oil stain is asked for',
    so: 'gel stain, and its full drying before anything waterborne',
    reason: 'Oil stain takes days: waterborne clear over a fresh one beads and peels.',
    applies: (f) => f.wants('stain') && oilStain(f),
    does: (f) =>
      stains(f, 'gel-stain', f.part.row === 'top' ? 'Wipe on gel stain' : `Wipe gel stain on ${place(f)}`, 12),
  },
  {
    id: 'raised-grain',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'Something waterborne went on bare wood that will show',
    so: 'smooth the raised grain before the clear coat',
    reason: 'Water lifts the cut fibres: one light rub with 320 before the clear coat.',
    applies: (f) => f.wants('stain', 'wash') && !oilStain(f),
    does: (f) => [
      step({
        key: denib(f),
        phase: 'wood',
        acts: sanded('nibs', 320),
        title: 'Smooth the raised grain, 320, very lightly',
        minutes: [5, 4],
        skill: 'prep',
        splittable: true,
        dusty: true,
        caution: 'Dust: mask and extraction.',
      }),
    ],
  },
  {
    id: 'tone-red',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'Red or orange wood goes under a wash',
    so: 'one thin toning wash of white first',
    reason: 'A wash over red wood turns pink or orange: a thin white takes the red down first.',
    applies: (f) => f.wants('wash') && f.part.condition.wood === 'red-wood',
    does: (f) => [
      step({
        key: `tone-${f.part.row}`,
        phase: 'wood',
        title: `Tone ${place(f)} with thin white`,
        minutes: [8, 10],
        skill: 'paint',
        product: 'water-glaze',
        coat: 'stain',
        colour: '#f1efe8',
        method: 'wipe',
        place: { before: `wash-${f.part.row}-1` },
      }),
    ],
  },
  {
    id: 'wash',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'Washed wood is wanted',
    so: 'thin washes, each dry before the next',
    reason: 'A wash is built in thin layers, each dry before the next and wiped back along the grain.',
    applies: (f) => f.wants('wash'),
    does: (f) => washes(f),
  },
  {
    id: 'oil-finish',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'Oiled wood is wanted',
    so: 'two coats of oil, wiped after 15 minutes',
    reason: 'Oil is brushed on, left 15 minutes, wiped dry; a second coat the next day.',
    applies: (f) => f.wants('oil') && !f.brief.food,
    does: [choose('seal', { product: 'finishing-oil', coats: 2 })],
  },
  {
    id: 'food-oil',
    topic: 'Wood that shows',
    authority: 'published',
    source: '21 CFR 175.300 and EU 1935/2004 (food contact), from memory',
    of: 'part',
    when: 'Food is laid on an oiled top',
    so: 'pure oil without driers, and full cure before use',
    reason: 'Where food lies: pure oil without driers, fully cured; “food safe” on a label is no certificate.',
    applies: (f) => f.wants('oil') && f.brief.food === true,
    does: [choose('seal', { product: 'tung-oil', coats: 2 })],
  },
  {
    id: 'keep-as-is',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'The top stays as it is',
    so: 'clean, and feed it with wax',
    reason: 'A top that stays is cleaned and waxed, nothing more.',
    applies: (f) => f.wants('keep') && !f.refuses('no-wax') && f.part.condition.finish !== 'foil',
    does: [choose('seal', { product: 'paste-wax', coats: 1 })],
  },
  {
    id: 'inside-oil',
    over: ['oil-finish', 'food-oil'],
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'part',
    when: 'The inside is oiled',
    so: 'one coat on sides, not on bottoms where clothes lie',
    reason: 'Dry drawer sides drink one coat of oil; never the bottoms where clothes lie.',
    applies: (f) => f.part.row === 'inside' && f.wants('oil'),
    does: [choose('seal', { product: 'hemp-oil', coats: 1 })],
  },
];

/** One stain, or as many as the row asks for: each dry before the next. */
function stains(f: Facts, product: string, title: string, perM2: number): Effect[] {
  const { treatment } = f.part;
  const coats = treatment.kind === 'stain' ? (treatment.coats ?? 1) : 1;
  return Array.from({ length: coats }, (_, i) =>
    step({
      key: i === coats - 1 ? f.ground : `${f.ground}-coat-${i + 1}`,
      phase: 'wood',
      title: `${title}, ${f.colourName}`,
      ...(coats > 1 ? { series: f.ground } : {}),
      minutes: [8, perM2],
      skill: 'paint',
      product,
      coat: 'stain',
      colour: f.hex,
      method: 'wipe',
    }),
  );
}

/** Left on for this long a wash is wiped within a minute more. */
const WIPE_WITHIN = 5;

function washes(f: Facts): Effect[] {
  const { treatment } = f.part;
  if (treatment.kind !== 'wash') return [];
  const { coats = 2, water_pct = 50, left_minutes = 0 } = treatment;
  const how =
    left_minutes === null ? 'left unwiped' : left_minutes === 0 ? 'wiped at once' : `wiped after ${left_minutes} min`;
  const key = (n: number) => `wash-${f.part.row}-${n}`;
  return Array.from({ length: coats }, (_, i) => i + 1).flatMap((n) => [
    step({
      key: key(n),
      phase: 'wood',
      title: `Wash ${place(f)}, ${f.colourName}`,
      series: `wash-${f.part.row}`,
      reason: `Thinned with ${water_pct} % of water, ${how}. A wash is built in thin layers, each dry before the next.`,
      // Repeated on the same wood it goes quicker.
      minutes: n === 1 ? [8, 12] : [5, 9],
      skill: 'paint',
      product: 'water-glaze',
      coat: 'stain',
      colour: f.hex,
      method: 'wipe',
      water_pct,
      place: n === 1 ? { before: denib(f) } : { after: key(n - 1) },
    }),
    ...(left_minutes === null || left_minutes === 0
      ? []
      : [
          step({
            key: `${key(n)}-wipe`,
            phase: 'wood',
            acts: [{ do: 'wipe-off' }],
            title: 'Wipe the wash back along the grain',
            reason: `After ${left_minutes} minutes: what has not soaked in comes off.`,
            minutes: [4, 5],
            skill: 'paint',
            window: { of: key(n), min: left_minutes, max: left_minutes + WIPE_WITHIN },
            with: key(n),
            place: { after: key(n) },
          }),
        ]),
  ]);
}
