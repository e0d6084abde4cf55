import type { Product } from '../../products/product.ts';
import { does, sandingOf } from '../act.ts';
import type { StepSpec } from '../build/spec.ts';
import type { RouteEdit } from '../edit/routeEdit.ts';
import type { ConflictRule, Scene } from './conflict.ts';

type Left = (s: StepSpec, c: Scene) => boolean;
const strikes = (c: Scene, is: Left): RouteEdit[] => {
  const keys = new Set(c.leftOut.filter((s) => is(s, c)).map((s) => s.key));
  return c.edits.filter((e) => e.op === 'strike' && keys.has(e.step));
};

/** A step nobody should leave out, though anybody may. */
const leftOut = (
  id: string,
  severity: ConflictRule['severity'],
  is: Left,
  words: string,
  isNeeded: (c: Scene) => boolean = () => true,
): ConflictRule => ({
  id,
  severity,
  words,
  find: (c) => (c.leftOut.some((s) => is(s, c)) && isNeeded(c) ? [null] : []),
  fix: (c) => ({ label: 'Put it back', drops: strikes(c, is) }),
});

/** What the step it belongs to has laid on. */
const follows = (s: StepSpec, c: Scene, ...families: readonly Product['family'][]): boolean => {
  const laid = c.built.find((x) => x.key === s.with)?.product;
  return laid != null && families.includes(c.products.get(laid)?.family ?? 'paint');
};
const wipes =
  (...families: readonly Product['family'][]): Left =>
  (s, c) =>
    does(s, 'wipe-off') && follows(s, c, ...families);
const prepares = (s: StepSpec) =>
  ['bare', 'smooth', 'level', 'dull'].includes(sandingOf(s)?.to ?? '') && s.phase === 'sand';

/** Steps that were struck although something depends on them. */
export const LEFT_OUT_CONFLICTS: readonly ConflictRule[] = [
  leftOut(
    'lead-test-left-out',
    'stop',
    (s) => s.acts.some((a) => a.do === 'test' && a.of === 'lead'),
    'The lead test was left out, and lead is possible: no sanding, scraping or heat until it is done.',
    (c) => c.leadPossible,
  ),
  leftOut(
    'lead-stop-left-out',
    'stop',
    (s) => s.acts.some((a) => a.do === 'stop' && a.until === 'lead'),
    'Lead was found: the stop cannot be planned away.',
  ),
  leftOut(
    'wash-left-out',
    'stop',
    (s) => does(s, 'wash') && s.phase === 'clean',
    'Unwashed: grease and polish stop the paint from holding.',
  ),
  leftOut(
    'disinfect-left-out',
    'stop',
    (s) => does(s, 'disinfect'),
    'Droppings are not disinfected: their dust carries disease.',
  ),
  leftOut('ground-left-out', 'care', prepares, 'Without sanding the first coat may not hold.'),
  leftOut('wipe-wax-left-out', 'stop', wipes('wax'), 'Wax that is not wiped stays soft and white in the corners.'),
  leftOut('wipe-oil-left-out', 'stop', wipes('oil'), 'Oil that is not wiped stays sticky for weeks.'),
  leftOut(
    'scrape-left-out',
    'stop',
    (s, c) => does(s, 'scrape') && follows(s, c, 'stripper'),
    'Stripper left on eats on, and nothing dries over it.',
  ),
  leftOut(
    'under-seal-left-out',
    'stop',
    (s) => s.product === 'shellac-thin',
    'Unsealed, the under-colour blends into the coat above.',
  ),
  leftOut(
    'paste-seal-left-out',
    'stop',
    (s, c) => c.built.find((x) => x.key === s.with)?.product === 'raised-paste',
    'Unsealed paste drinks the paint and crumbles.',
  ),
  leftOut(
    'wipe-conditioner-left-out',
    'stop',
    wipes('conditioner'),
    'Conditioner left on goes tacky and stain will not take.',
  ),
  leftOut(
    'dewax-left-out',
    'stop',
    (s) => does(s, 'degrease'),
    'The old wax is still there: nothing holds on it.',
    (c) => c.steps.some((s) => s.coat !== null),
  ),
  {
    id: 'too-few-coats',
    severity: 'care',
    words: 'Fewer coats than this colour needs on this ground: it will show through.',
    find: (c) => {
      const fewer = c.edits.filter((e) => e.op === 'coats' && c.paints(e.series) && e.count < c.builtCoats(e.series));
      return fewer.length > 0 ? [null] : [];
    },
    fix: (c) => ({
      label: 'Back to the coats it needs',
      drops: c.edits.filter((e) => e.op === 'coats' && c.paints(e.series) && e.count < c.builtCoats(e.series)),
    }),
  },
];
