import { inUnits, type Saying } from '@app/core';
import { useCallback, useMemo } from 'react';
import { useWorkshop } from './workshop.tsx';

/** How this workshop says times now. */
export function useSaying(): Saying {
  const { view, now } = useWorkshop();
  return useMemo(
    () => ({ zone: view.shop.timeZone, units: view.workshop.units, now }),
    [view.shop.timeZone, view.workshop.units, now],
  );
}

/** Words that may speak of metric figures, as this workshop says them. */
export function useInUnits(): (text: string) => string {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  return useCallback((text) => inUnits(text, units), [units]);
}
