import type { Product } from '../../products/product.ts';
import { STIR_MINUTES } from '../../products/potLife.ts';
import { spec, type StepSpec } from './spec.ts';

/**
 * Puts in the mixing that what is mixed demands, where no rule has: before the first step that takes it, and again before each
 * for which the last mix is dead by the time the coats since have dried.
 */
export function withMixing(specs: readonly StepSpec[], products: ReadonlyMap<string, Product>): StepSpec[] {
  const alive = new Map<string, number>();
  const keys = new Set(specs.map((s) => s.key));
  return specs.flatMap((s) => {
    if (s.mixes !== undefined) alive.set(s.mixes, products.get(s.mixes)?.mixing?.life_minutes ?? 0);
    const product = s.product === null ? undefined : products.get(s.product);
    if (!product?.mixing) return [s];
    const { recoat } = product.stages_minutes;
    const left = alive.get(product.id);
    if (left !== undefined && left > 0) {
      alive.set(product.id, left - recoat);
      return [s];
    }
    alive.set(product.id, product.mixing.life_minutes - recoat);
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
    with: s.key,
  });
}

const sayLife = (minutes: number) => (minutes < 120 ? `${minutes} minutes` : `${Math.round(minutes / 60)} hours`);
