import { catalogueOf, type Product } from '@app/core';
import { useMemo } from 'react';
import { useWorkshop } from './workshop.tsx';

/** The library with the shop's own products and figures laid over it. */
export function useProducts(): ReadonlyMap<string, Product> {
  const { view } = useWorkshop();
  return useMemo(() => catalogueOf(view.shop.products), [view.shop.products]);
}
