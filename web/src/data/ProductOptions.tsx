import type { ProductFamily } from '@app/core';
import { useProducts } from './useProducts.ts';

/** The products of a family, as the options of a select. */
export function ProductOptions({ family }: { readonly family: ProductFamily }) {
  return [...useProducts().values()]
    .filter((p) => p.family === family)
    .map((p) => (
      <option key={p.id} value={p.id}>
        {p.name}
      </option>
    ));
}
