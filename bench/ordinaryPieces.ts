// Twenty-four ordinary pieces, each alone in a shop of one person who works eight hours a day: on how many working days
// something is done to it or waited for, from the first step to the last, and how many hours hands are on it.
//   npm run bench prints it; docs/benchmarks.md keeps it.
import {
  type Brief,
  type Colour,
  dayOf,
  type Dimensions,
  editedRoute,
  firstShop,
  instantAt,
  measuresOf,
  meansOf,
  planAfresh,
  problemOf,
  type Shop,
  stepsOf,
  sumsOf,
  type Survey,
  TEMPLATE_ZONES,
  templateById,
  wallClock,
} from '@app/core';

const ZONE = 'Europe/Berlin';
const MONDAY = dayOf('2026-05-04');
const START = instantAt(ZONE, MONDAY, 8 * 60);
const EIGHT_HOURS = [
  { from: 8 * 60, until: 12 * 60 },
  { from: 13 * 60, until: 17 * 60 },
];

type Size = 'small' | 'ordinary' | 'hard';
type Piece = {
  readonly name: string;
  readonly size: Size;
  readonly kind: 'client' | 'stock';
  readonly template: string;
  readonly dimensions?: Dimensions;
  readonly survey: Partial<Survey>;
  readonly brief: Partial<Brief>;
};

const c = (name: string, hex: string): Colour => ({ name, hex });
const SLATE = c('Slate', '#3f5c74');
const SALT = c('Salt', '#eceade');
const SAGE = c('Sage', '#8a9a7b');
const STRAW = c('Straw', '#d9b021');
const INK = c('Ink', '#26303c');
const OAK = c('Old oak', '#7a5230');

/** Invented: four small, ordinary and hard ones each, for clients and for stock. */
const PIECES: readonly Piece[] = (['client', 'stock'] as const).flatMap((kind): Piece[] => [
  {
    name: 'stool',
    size: 'small',
    kind,
    template: 'custom',
    dimensions: { width: 0.35, depth: 0.35, height: 0.45 },
    survey: { finish: 'raw', wood: 'softwood', age: 'new', layers: 0 },
    brief: { body: SLATE },
  },
  {
    name: 'mirror',
    size: 'small',
    kind,
    template: 'mirror',
    survey: { finish: 'varnish', age: 'new' },
    brief: { body: SALT },
  },
  {
    name: 'crate with lid',
    size: 'small',
    kind,
    template: 'box',
    dimensions: { width: 0.5, depth: 0.35, height: 0.35 },
    survey: { finish: 'raw', age: 'new', layers: 0 },
    brief: { body: SAGE, sealer: 'wax' },
  },
  {
    name: 'bedside',
    size: 'small',
    kind,
    template: 'bedside',
    survey: { finish: 'pale-paint', age: 'new' },
    brief: { paint: 'all-in-one', body: INK },
  },
  {
    name: 'chest of drawers',
    size: 'ordinary',
    kind,
    template: 'chest-of-drawers',
    survey: { finish: 'varnish', age: 'new' },
    brief: { body: SLATE },
  },
  {
    name: 'chest, stained top',
    size: 'ordinary',
    kind,
    template: 'chest-of-drawers',
    survey: { wood: 'hardwood', finish: 'varnish', age: 'new' },
    brief: { body: SAGE, top: { kind: 'stain', colour: OAK } },
  },
  {
    name: 'desk',
    size: 'ordinary',
    kind,
    template: 'desk',
    survey: { finish: 'varnish', age: 'new', findings: ['grime'] },
    brief: { body: INK, sealer: 'wax' },
  },
  {
    name: 'bookcase',
    size: 'ordinary',
    kind,
    template: 'bookcase',
    survey: { finish: 'pale-paint', age: 'new' },
    brief: { body: SALT },
  },
  {
    name: 'veneered sideboard',
    size: 'hard',
    kind,
    template: 'sideboard',
    survey: { wood: 'veneer', finish: 'varnish', age: 'old', findings: ['lifting-veneer', 'grime', 'bleeds'] },
    brief: { body: SALT, top: { kind: 'stain', colour: OAK } },
  },
  {
    name: 'painted dresser',
    size: 'hard',
    kind,
    template: 'hutch',
    survey: { finish: 'dark-paint', layers: 3, age: 'old', lead: 'negative', findings: ['gouges', 'odour'] },
    brief: { body: SAGE, top: { kind: 'oil' }, looks: [{ kind: 'distressed', level: 'medium' }] },
  },
  {
    name: 'six chairs',
    size: 'hard',
    kind,
    template: 'chair-set',
    dimensions: { parts: 6 },
    survey: { finish: 'varnish', age: 'old', findings: ['loose-joints', 'nicotine'] },
    brief: { body: STRAW },
  },
  {
    name: 'wardrobe',
    size: 'hard',
    kind,
    template: 'wardrobe',
    survey: { finish: 'varnish', age: 'old', findings: ['grime', 'gouges', 'knots'] },
    brief: { body: SALT, looks: [{ kind: 'stencil', style: 'flat' }] },
  },
]);

/** A room at 20 to 23 °C and 50 %, as data sheets have it. */
const HEATED = { high_c: 23, low_c: 20, humidityAtHigh_pct: 50, humidityAtLow_pct: 50 };

/** One person, eight hours a day, a heated room. */
function shopOf(): Shop {
  const shop = firstShop(ZONE, 'Rona');
  const weekly = [0, 1, 2, 3, 4, 5, 6].map((d) => (d < 5 ? EIGHT_HOURS : []));
  const hours = { weekly, exceptions: [], blocks: [] };
  return {
    ...shop,
    people: shop.people.map((p) => ({ ...p, hours })),
    places: shop.places.map((p) => ({ ...p, typical: HEATED })),
  };
}

function measure(shop: Shop, p: Piece) {
  const template = templateById.get(p.template)!;
  const dimensions = { ...Object.fromEntries(measuresOf(template).map((m) => [m.key, m.usual])), ...p.dimensions };
  const survey: Survey = { wood: 'softwood', finish: 'varnish', layers: 1, findings: [], age: 'unknown', ...p.survey };
  const brief: Brief = {
    paint: 'matt-paint',
    body: SLATE,
    top: { kind: 'same' },
    prime: 'auto',
    sealer: 'auto',
    method: 'auto',
    hardware: 'clean',
    ...p.brief,
  };
  const input = { template, dimensions, survey, brief, zones: TEMPLATE_ZONES, kind: p.kind, means: meansOf(shop) };
  const { steps } = editedRoute(input, []);
  const piece = {
    id: 'p',
    name: p.name,
    kind: p.kind,
    arrival: START,
    due: null,
    promised: false,
    active: true,
    steps: stepsOf('p', steps),
  };
  const plan = planAfresh(problemOf(shop, [piece], START));
  const ends = Object.values(plan.steps).map((s) => s.end);
  if (ends.length < steps.length) throw new Error(`${p.name}: ${steps.length - ends.length} steps have no place`);
  return { days: workingDays(Math.max(...ends)), hours: sumsOf(steps).minutes / 60, steps: steps.length, plan, piece };
}

/** Working days touched from the first morning on, Saturdays and Sundays not counted. */
function workingDays(end: number): number {
  const { day } = wallClock(ZONE, end - 1);
  let n = 0;
  for (let d = MONDAY; d <= day; d++) if ((d - MONDAY) % 7 < 5) n++;
  return n;
}

const shop = shopOf();
const rows = PIECES.map((p) => ({ ...p, ...measure(shop, p) }));
console.log('Ordinary pieces, each alone with one person of eight hours a day, at 20 to 23 °C and 50 %\n');
console.log('| size | for | piece | working days | hands-on h | steps |\n|---|---|---|---|---|---|');
for (const r of rows)
  console.log(`| ${r.size} | ${r.kind} | ${r.name} | ${r.days} | ${r.hours.toFixed(1)} | ${r.steps} |`);
const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
for (const size of ['small', 'ordinary', 'hard'] as const) {
  const days = rows.filter((r) => r.size === size).map((r) => r.days);
  console.log(`\n${size}: ${Math.min(...days)} to ${Math.max(...days)} working days`);
}
console.log(`\nmedian ${median(rows.map((r) => r.days))} working days`);
if (process.env['MOKUME_TRACE']) {
  const r = rows.find((x) => x.name === process.env['MOKUME_TRACE'])!;
  for (const s of r.piece.steps) {
    const at = r.plan.steps[s.id]!;
    const clock = wallClock(ZONE, at.start);
    console.log(
      `${clock.day - MONDAY} ${Math.floor(clock.minute / 60)}:${String(clock.minute % 60).padStart(2, '0')} ${s.key} ${s.work_minutes} ${JSON.stringify(s.after.map((l) => [l.step, l.from, l.min_minutes]))}`,
    );
  }
}
