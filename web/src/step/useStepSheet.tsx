import type { Explained } from '@app/core';
import { type ReactNode, useState } from 'react';
import { useWorkshop } from '../data/workshop.tsx';
import { StepSheet } from './StepSheet.tsx';

/** The open step, how to open one, and its sheet to render. */
export function useStepSheet(explained: Explained | null): {
  readonly selected: string | null;
  readonly open: (id: string) => void;
  readonly sheet: ReactNode;
} {
  const { view } = useWorkshop();
  const [selected, setSelected] = useState<string | null>(null);
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === selected));
  const step = piece?.steps.find((s) => s.id === selected);
  const sheet =
    piece && step ? (
      <StepSheet
        key={step.id}
        piece={piece}
        step={step}
        wait={explained?.waits[step.id]}
        onClose={() => setSelected(null)}
      />
    ) : null;
  return { selected, open: setSelected, sheet };
}
