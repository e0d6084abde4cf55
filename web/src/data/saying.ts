import type { Saying } from '@app/core';
import { useMemo } from 'react';
import { useWorkshop } from './workshop.tsx';

/** How this workshop says times now. */
export function useSaying(): Saying {
  const { view, now } = useWorkshop();
  return useMemo(
    () => ({ zone: view.shop.timeZone, units: view.workshop.units, now }),
    [view.shop.timeZone, view.workshop.units, now],
  );
}
