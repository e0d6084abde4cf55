import type { Product, ProductFamily } from '../../products/product.ts';
import { does, sandingOf } from '../act.ts';
import type { RouteStep, Zone } from '../piece.ts';
import { conditionOf, type Finish, type Survey } from '../survey.ts';

/** What lies on top of a zone when a step comes to it. */
export type Layer = {
  /** From the survey, or laid by a step. */
  readonly from: 'survey' | 'route';
  readonly family: ProductFamily | 'sheet' | 'bare' | 'foil' | 'unknown';
  readonly product: Product | null;
  /** Key of the step that laid it; null for what was there. */
  readonly step: string | null;
};

const FOUND: Record<Finish, Layer['family']> = {
  raw: 'bare',
  wax: 'wax',
  oil: 'oil',
  varnish: 'clear',
  'pale-paint': 'paint',
  'dark-paint': 'paint',
  aerosol: 'paint',
  foil: 'foil',
};
/** Takes off what lies there, down to the wood. */
const bares = (s: RouteStep) =>
  does(s, 'heat', 'degrease') || sandingOf(s)?.to === 'bare' || s.acts.some((a) => a.do === 'scrape' && a.all);

/** The topmost layers met by each step that lays one, over its zones. Cost: O(steps * zones). */
export function layersUnder(
  steps: readonly RouteStep[],
  zones: readonly Zone[],
  survey: Survey,
  products: ReadonlyMap<string, Product>,
): ReadonlyMap<string, readonly Layer[]> {
  const now = new Map<string, Layer>(
    zones.map((z) => {
      const { finish } = conditionOf(survey, z.id);
      return [z.id, { from: 'survey', family: FOUND[finish], product: null, step: null }];
    }),
  );
  const under = new Map<string, readonly Layer[]>();
  for (const s of steps) {
    const own = s.zones.filter((z) => now.has(z));
    under.set(
      s.key,
      own.map((z) => now.get(z)!),
    );
    for (const z of own) {
      if (bares(s)) now.set(z, { from: 'route', family: 'bare', product: null, step: s.key });
      else if (s.coat === 'sheet') now.set(z, { from: 'route', family: 'sheet', product: null, step: s.key });
      else if (s.coat !== null) {
        const product = s.product === null ? null : (products.get(s.product) ?? null);
        now.set(z, { from: 'route', family: product?.family ?? 'unknown', product, step: s.key });
      } else if (s.product === 'shellac-sealer')
        now.set(z, { from: 'route', family: 'primer', product: products.get(s.product) ?? null, step: s.key });
    }
  }
  return under;
}
