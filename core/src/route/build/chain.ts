import type { Link } from '../../planner/model/model.ts';
import { GRID_MINUTES } from '../../calendar/grid.ts';
import { does } from '../act.ts';
import { mixedAnew, mixingMinutes } from '../../products/potLife.ts';
import type { Product } from '../../products/product.ts';
import { paintFor } from '../../quantities/paintFor.ts';
import { litres, squareMetres, squareMetresPerLitre } from '../../quantities/units.ts';
import type { RouteStep, Zone } from '../piece.ts';
import { whereItStands } from './lots.ts';
import type { StepSpec } from './spec.ts';

/**
 * Steps from specs in order: each waits for the last step on every zone it touches, for the drying stage its own
 * kind asks for: sanding wants sandable, the same product recoat, another product topcoat, bare hands handle. Work done
 * on what is wet, a coat or a wash, does not dry it: what comes after that work still waits.
 * Cost: O(specs * zones).
 */
export function chain(
  specs: readonly StepSpec[],
  zones: readonly Zone[],
  products: ReadonlyMap<string, Product>,
): RouteStep[] {
  const last = new Map<string, StepSpec>();
  const lastWet = new Map<string, StepSpec>();
  const known = new Map<string, StepSpec>();
  const titles = titlesOf(specs);
  return specs.map((s) => {
    const before = onZones(s, last);
    const under = onZones(s, lastWet).filter((c) => !before.includes(c) && c.key !== s.window?.of);
    const product = s.product === null ? undefined : products.get(s.product);
    const step = toStep(
      { ...s, needs: whereItStands(s, known) },
      titles.get(s.key)!,
      linksOf(s, before, under, known, products),
      product,
      zones,
    );
    for (const z of s.zones) {
      last.set(z, s);
      if (s.product !== null) lastWet.set(z, s);
    }
    known.set(s.key, s);
    return step;
  });
}

const onZones = (s: StepSpec, last: ReadonlyMap<string, StepSpec>): StepSpec[] => [
  ...new Set(s.zones.flatMap((z) => last.get(z) ?? [])),
];

function dried(before: StepSpec, next: StepSpec, products: ReadonlyMap<string, Product>): Link {
  const from = stageAskedFor(before, next, products);
  // A blocker lets paint over it sooner than anything else: filler, glue and another blocker wait until it is through.
  const isPainted = products.get(next.product ?? '')?.family === 'paint';
  const cover = before.coat === 'primer' && !isPainted ? null : before.cover;
  return from === 'topcoat' && cover
    ? { step: before.key, from: cover.at, min_minutes: cover.minutes, max_minutes: null }
    : { step: before.key, from, min_minutes: 0, max_minutes: null };
}

function toStep(
  s: StepSpec,
  title: string,
  after: readonly Link[],
  product: Product | undefined,
  zones: readonly Zone[],
): RouteStep {
  const {
    minutes,
    loss,
    window: _window,
    also: _also,
    series: _series,
    cover: _cover,
    with: _with,
    place: _place,
    ...rest
  } = s;
  const spread = product?.spread_m2PerL ?? null;
  const anew = product ? mixedAnew(product, minutes) : 0;
  const reason =
    anew === 0
      ? s.reason
      : `${s.reason} The mix is good for ${product!.mixing!.life_minutes} minutes, so it is mixed anew ${anew === 1 ? 'once' : `${anew} times`} on the way (counted in).`;
  const whole = minutes + anew * (product ? mixingMinutes(product) : 0);
  const area = zones.filter((z) => s.zones.includes(z.id)).reduce((n, z) => n + z.area_m2, 0);
  return {
    ...rest,
    title,
    caution: [product?.caution, s.caution].filter(Boolean).join(' ') || null,
    reason,
    work_minutes: s.hands === 0 ? 0 : Math.max(GRID_MINUTES, Math.round(whole / GRID_MINUTES) * GRID_MINUTES),
    litres:
      spread === null
        ? 0
        : litres(paintFor(squareMetres(area), squareMetresPerLitre(spread), 1, loss) * (s.thickness ?? 1)),
    after,
  };
}

/** "Paint, coat 1 of 2, Slate": numbered by where the coats stand, whatever was added or taken away. */
function titlesOf(specs: readonly StepSpec[]): Map<string, string> {
  const counts = new Map<string, number>();
  for (const s of specs) if (s.series) counts.set(s.series.id, (counts.get(s.series.id) ?? 0) + 1);
  const seen = new Map<string, number>();
  return new Map(
    specs.map((s) => {
      if (!s.series) return [s.key, s.title];
      const n = (seen.get(s.series.id) ?? 0) + 1;
      seen.set(s.series.id, n);
      const of = counts.get(s.series.id)!;
      // "Clear coat 1 of 2", but "Paint, coat 1 of 2".
      const word = s.series.before.endsWith('coat') ? ' ' : ', coat ';
      const middle = of > 1 ? `${word}${n} of ${of}` : '';
      return [s.key, `${s.series.before}${middle}${s.series.behind}`];
    }),
  );
}

function linksOf(
  s: StepSpec,
  before: readonly StepSpec[],
  under: readonly StepSpec[],
  known: ReadonlyMap<string, StepSpec>,
  products: ReadonlyMap<string, Product>,
): Link[] {
  const own = before.map((b): Link => {
    const w = s.window;
    if (w && (w.of === null || w.of === b.key))
      return { step: b.key, from: 'end', min_minutes: w.min, max_minutes: w.max };
    return dried(b, s, products);
  });
  // A window on a step that is not the last one on its zones is a link of its own.
  const w = s.window;
  if (w && w.of !== null && known.has(w.of) && !before.some((b) => b.key === w.of))
    own.push({ step: w.of, from: 'end', min_minutes: w.min, max_minutes: w.max });
  const links = [...own];
  const more = [...under.map((c) => dried(c, s, products)), ...s.also.filter((x) => known.has(x.step))];
  for (const l of more) {
    const same = links.findIndex((o) => o.step === l.step && o.from === l.from && o.max_minutes === l.max_minutes);
    if (same === -1) links.push(l);
    else links[same] = { ...l, min_minutes: Math.max(l.min_minutes, links[same]!.min_minutes) };
  }
  return links;
}

/** The point of its drying that what comes next waits for: by what it does to the surface. */
export function stageAskedFor(
  before: Pick<RouteStep, 'product'>,
  next: Pick<RouteStep, 'product' | 'acts' | 'hands'>,
  products: ReadonlyMap<string, Product> = NO_PRODUCTS,
): Link['from'] {
  if (before.product === null) return 'end';
  if (does(next, 'abrade')) return 'sand';
  // Solvent is gone before the heat comes.
  if (does(next, 'heat')) return 'topcoat';
  if (next.product !== null) return before.product === next.product ? 'recoat' : 'topcoat';
  if (products.get(before.product)?.family === 'wash' || next.hands === 0) return 'end';
  if (does(next, 'test', 'stop', 'detach', 'unmask', 'peel', 'wipe-off', 'rub-wet')) return 'end';
  if (does(next, 'look')) return 'touch';
  // Tape lifts a fresh stain.
  const isStain = products.get(before.product)?.family === 'stain';
  return does(next, 'mask') && isStain ? 'topcoat' : 'handle';
}
/** What is laid, sanded or heated next waits the same for all of them. */
const NO_PRODUCTS: ReadonlyMap<string, Product> = new Map();
