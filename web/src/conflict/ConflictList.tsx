import type { Conflict, Fix, RouteStep } from '@app/core';
import { Check, TriangleAlert } from 'lucide-react';
import { Button } from '../ui/parts.tsx';

type ListProps = {
  readonly conflicts: readonly Conflict[];
  readonly steps: readonly RouteStep[];
  readonly onFix: (fix: Fix) => void;
};

/** What does not go together, each with the one tap that mends it. Nothing is shown when all goes together. */
export function ConflictList({ conflicts, steps, onFix }: ListProps) {
  if (conflicts.length === 0) return null;
  return (
    <ul aria-label="What does not go together" className="flex flex-col gap-2">
      {conflicts.map((c) => (
        <ConflictLine key={`${c.id} ${c.step ?? ''}`} conflict={c} steps={steps} onFix={onFix} />
      ))}
    </ul>
  );
}

export function ConflictLine({
  conflict: c,
  steps,
  onFix,
}: {
  readonly conflict: Conflict;
  readonly steps: readonly RouteStep[];
  readonly onFix: (fix: Fix) => void;
}) {
  const step = c.step === null ? undefined : steps.find((s) => s.key === c.step);
  const isStop = c.severity === 'stop';
  return (
    <li
      className={`flex flex-wrap items-center gap-x-3 gap-y-1.5 border-l-3 py-1 pl-3 text-table ${isStop ? 'border-oxide' : 'border-keyline'}`}
    >
      <span className="flex min-w-48 flex-1 gap-1.5">
        <TriangleAlert
          size={14}
          className={`mt-0.5 shrink-0 ${isStop ? 'text-oxide-text' : 'text-sub'}`}
          aria-label={isStop ? 'will fail' : 'take care'}
        />
        <span>
          {c.words}
          {step && <span className="condensed text-sub"> At “{step.title}”.</span>}
        </span>
      </span>
      <Button onClick={() => onFix(c.fix)}>
        <Check size={13} aria-hidden="true" /> {c.fix.label}
      </Button>
    </li>
  );
}
