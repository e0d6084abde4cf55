import type { Product } from '../../products/product.ts';
import { STIR_MINUTES } from '../../products/potLife.ts';
import { spec, type StepSpec } from './spec.ts';

/** What is left of the last mix of a product. */
type Mix = {
  /** Null: nothing was laid from it yet. */
  readonly colour: string | null;
  readonly left_minutes: number;
};

/**
 * Puts in the mixing that what is mixed demands, where no rule has: before the first step that takes it, before another colour, and
 * before each for which the last mix is dead by the time the coats since have dried.
 */
export function withMixing(specs: readonly StepSpec[], products: ReadonlyMap<string, Product>): StepSpec[] {
  const mixes = new Map<string, Mix>();
  const keys = new Set(specs.map((s) => s.key));
  return specs.flatMap((s) => {
    if (s.mixes !== undefined)
      mixes.set(s.mixes, { colour: null, left_minutes: products.get(s.mixes)?.mixing?.life_minutes ?? 0 });
    const product = s.product === null ? undefined : products.get(s.product);
    if (!product?.mixing) return [s];
    const known = mixes.get(product.id);
    const isGood = known !== undefined && known.left_minutes > 0 && (known.colour ?? s.colour) === s.colour;
    const left_minutes = (isGood ? known.left_minutes : product.mixing.life_minutes) - product.stages_minutes.recoat;
    mixes.set(product.id, { colour: s.colour, left_minutes });
    if (isGood) return [s];
    const mix = mixFor(s, product, freeKey(product.id, keys));
    const rested = { step: mix.key, from: 'end' as const, min_minutes: product.mixing.rest_minutes, max_minutes: null };
    return [mix, { ...s, also: [...s.also, rested] }];
  });
}

/** Steps are told apart by what is mixed and the how manieth time. */
function freeKey(product: string, keys: Set<string>): string {
  for (let n = 1; ; n++) {
    const key = `mix-${product}-${n}`;
    if (keys.has(key)) continue;
    keys.add(key);
    return key;
  }
}

function mixFor(s: StepSpec, product: Product, key: string): StepSpec {
  const { with: other, parts, rest_minutes, life_minutes } = product.mixing!;
  const rest = rest_minutes > 0 ? `, ${rest_minutes} minutes’ rest` : '';
  return spec({
    key,
    title: `Mix ${product.name.toLowerCase()}`,
    reason: `${parts.join(':')} with ${other} by volume${rest}; the mix is good for ${sayLife(life_minutes)}.`,
    rule: s.rule,
    authority: 'published',
    phase: s.phase,
    zones: s.zones,
    minutes: STIR_MINUTES,
    skill: s.skill,
    caution: product.caution,
    mixes: product.id,
  });
}

/** Whole hours as such; anything else to the minute, since a life rounded up is a dead mix. */
const sayLife = (minutes: number) =>
  minutes >= 120 && minutes % 60 === 0 ? `${minutes / 60} hours` : `${minutes} minutes`;
