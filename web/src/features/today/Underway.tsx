import { partsOf, type ShopStep } from '@app/core';
import type { PieceView } from '@app/contract';
import { useState } from 'react';
import { Button } from '../../ui/parts.tsx';

const FOUND_MINUTES = [5, 15, 30] as const;
const LONGER_MINUTES = [15, 30, 60] as const;

type Props = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly onProgress: (more: { kind: 'pause' | 'longer' | 'parts'; minutes?: number; parts?: number }) => void;
  readonly onStopped: () => void;
  /** Something to mend was found on the same parts. */
  readonly onFound: (minutes: number) => void;
};

/** How a step under way goes on: parts finished one by one, laid down, taking longer, stopped early. */
export function Underway({ piece, step, onProgress, onStopped, onFound }: Props) {
  const [isLonger, setLonger] = useState(false);
  const of = partsOf(step, piece);
  const finished = step.state.kind === 'started' ? (step.state.parts ?? step.state.worked?.parts ?? 0) : 0;
  return (
    <>
      {of > 1 && (
        <div className="flex flex-wrap items-center gap-3">
          <PartsDrawing done={finished} of={of} />
          <span className="text-section font-semibold">
            {finished} of {of} done
          </span>
          {finished + 1 < of && (
            <Button size="hand" onClick={() => onProgress({ kind: 'parts', parts: finished + 1 })}>
              One more done
            </Button>
          )}
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        {(step.splittable || of > 1) && (
          <Button size="hand" onClick={() => onProgress({ kind: 'pause' })}>
            Pause
          </Button>
        )}
        <Button size="hand" aria-expanded={isLonger} onClick={() => setLonger(!isLonger)}>
          Takes longer…
        </Button>
        {step.coat !== null && (
          <Button size="hand" onClick={onStopped}>
            Stopped early…
          </Button>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Found while working">
        <span className="text-table text-sub">Found something to mend:</span>
        {FOUND_MINUTES.map((minutes) => (
          <Button key={minutes} size="hand" className="!px-3 !text-body" onClick={() => onFound(minutes)}>
            + {minutes} min
          </Button>
        ))}
      </div>
      {isLonger && (
        <div className="flex flex-wrap items-center gap-2" role="group" aria-label="How much longer">
          <span className="text-table text-sub">Takes longer by:</span>
          {LONGER_MINUTES.map((minutes) => (
            <Button
              key={minutes}
              size="hand"
              onClick={() => {
                onProgress({ kind: 'longer', minutes });
                setLonger(false);
              }}
            >
              + {minutes < 60 ? `${minutes} min` : '1 h'}
            </Button>
          ))}
        </div>
      )}
    </>
  );
}

/** A set as a row of tags, the finished ones filled. */
function PartsDrawing({ done, of }: { readonly done: number; readonly of: number }) {
  const shown = Math.min(of, 12);
  return (
    <svg width={shown * 18} height="16" viewBox={`0 0 ${shown * 18} 16`} aria-hidden="true">
      {Array.from({ length: shown }, (_, i) => (
        <path
          key={i}
          d={`M${i * 18 + 1} 2h10l4 6-4 6h-10z`}
          fill={i < Math.round((done / of) * shown) ? 'var(--m-ink)' : 'none'}
          stroke="var(--m-ink)"
        />
      ))}
    </svg>
  );
}
