import type { RouteEdit } from '../edit/routeEdit.ts';
import type { ConflictRule, Scene } from './conflict.ts';

const strikes = (c: Scene, keys: RegExp): RouteEdit[] => c.edits.filter((e) => e.op === 'strike' && keys.test(e.step));

/** A step nobody should leave out, though anybody may. */
const leftOut = (
  id: string,
  severity: ConflictRule['severity'],
  keys: RegExp,
  words: string,
  isNeeded: (c: Scene) => boolean = () => true,
): ConflictRule => ({
  id,
  severity,
  words,
  find: (c) => (c.struck.some((s) => keys.test(s.key)) && isNeeded(c) ? [null] : []),
  fix: (c) => ({ label: 'Put it back', drops: strikes(c, keys) }),
});

/** Steps that were struck although something depends on them. */
export const LEFT_OUT_CONFLICTS: readonly ConflictRule[] = [
  leftOut(
    'lead-test-left-out',
    'stop',
    /^lead-test$/,
    'The lead test was left out, and lead is possible: no sanding, scraping or heat until it is done.',
    (c) => c.leadPossible,
  ),
  leftOut('lead-stop-left-out', 'stop', /^lead-stop$/, 'Lead was found: the stop cannot be planned away.'),
  leftOut('wash-left-out', 'stop', /^wash/, 'Unwashed: grease and polish stop the paint from holding.'),
  leftOut('disinfect-left-out', 'stop', /^disinfect$/, 'Droppings are not disinfected: their dust carries disease.'),
  leftOut('ground-left-out', 'care', /^(scuff|sand-bare|sand-top)/, 'Without sanding the first coat may not hold.'),
  leftOut('wipe-wax-left-out', 'stop', /^wipe-wax/, 'Wax that is not wiped stays soft and white in the corners.'),
  leftOut('wipe-oil-left-out', 'stop', /^wipe-oil/, 'Oil that is not wiped stays sticky for weeks.'),
  leftOut('scrape-left-out', 'stop', /^scrape/, 'Stripper left on eats on, and nothing dries over it.'),
  leftOut('under-seal-left-out', 'stop', /^under-seal$/, 'Unsealed, the under-colour blends into the coat above.'),
  leftOut('paste-seal-left-out', 'stop', /^paste-seal$/, 'Unsealed paste drinks the paint and crumbles.'),
  leftOut(
    'wipe-conditioner-left-out',
    'stop',
    /^wipe-conditioner$/,
    'Conditioner left on goes tacky and stain will not take.',
  ),
  leftOut('dewax-left-out', 'stop', /^dewax$/, 'The old wax is still there: nothing holds on it.', (c) =>
    c.steps.some((s) => s.coat !== null),
  ),
  {
    id: 'too-few-coats',
    severity: 'care',
    words: 'Fewer coats than this colour needs on this ground: it will show through.',
    find: (c) => {
      const fewer = c.edits.filter(
        (e) => e.op === 'coats' && e.series.startsWith('paint') && e.count < c.builtCoats(e.series),
      );
      return fewer.length > 0 ? [null] : [];
    },
    fix: (c) => ({
      label: 'Back to the coats it needs',
      drops: c.edits.filter(
        (e) => e.op === 'coats' && e.series.startsWith('paint') && e.count < c.builtCoats(e.series),
      ),
    }),
  },
];
