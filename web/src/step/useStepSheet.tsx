import type { Explained } from '@app/core';
import { lazy, type ReactNode, Suspense, useEffect, useState } from 'react';
import { useWorkshop } from '../data/workshop.tsx';
import { afterPaint } from '../core/afterPaint.ts';

const fetchSheet = () => import('./StepSheet.tsx');
const StepSheet = lazy(async () => ({ default: (await fetchSheet()).StepSheet }));

/** The open step, how to open one, and its sheet to render. */
export function useStepSheet(explained: Explained | null): {
  readonly selected: string | null;
  readonly open: (id: string) => void;
  readonly sheet: ReactNode;
} {
  const { shown: view } = useWorkshop();
  const [selected, setSelected] = useState<string | null>(null);
  // Not part of the first view, but there by the time a step is opened.
  useEffect(() => void afterPaint().then(fetchSheet), []);
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === selected));
  const step = piece?.steps.find((s) => s.id === selected);
  const sheet =
    piece && step ? (
      <Suspense fallback={null}>
        <StepSheet
          key={step.id}
          piece={piece}
          step={step}
          wait={explained?.waits[step.id]}
          onClose={() => setSelected(null)}
        />
      </Suspense>
    ) : null;
  return { selected, open: setSelected, sheet };
}
