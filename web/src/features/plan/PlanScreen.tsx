import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useSaying } from '../../app/saying.ts';
import { useWorkshop } from '../../app/workshop.tsx';
import { useExplained } from '../../core/askCore.ts';
import { GrainView } from '../../grain/GrainView.tsx';
import type { Zoom } from '../../grain/timeScale.ts';
import { useStepSheet } from '../../step/useStepSheet.tsx';
import { Button } from '../../ui/parts.tsx';
import { FirstSteps } from './FirstSteps.tsx';
import { PlanFoot } from './PlanFoot.tsx';
import { GrainKey } from './GrainKey.tsx';

/** The plan: the grain, with the sentence that matters most at its foot. */
export function PlanScreen() {
  const { view, now, command } = useWorkshop();
  const saying = useSaying();
  const navigate = useNavigate();
  const explained = useExplained(view);
  const { selected, open, sheet } = useStepSheet(explained);
  const [zoom, setZoom] = useState<Zoom>('week');
  if (view.pieces.every((p) => !p.active)) return <FirstSteps />;
  return (
    <main className="flex min-h-0 flex-1 flex-col" aria-label="Plan">
      <h1 className="sr-only">Plan</h1>
      <div className="flex h-9 shrink-0 items-center gap-3 border-b border-line px-4">
        <div role="group" aria-label="Zoom" className="flex">
          {(['day', 'week'] as const).map((z) => (
            <button
              key={z}
              type="button"
              aria-pressed={zoom === z}
              onClick={() => setZoom(z)}
              className={`h-6 cursor-pointer border border-keyline px-2.5 text-lane font-semibold ${zoom === z ? 'bg-ink text-paper' : ''}`}
            >
              {z === 'day' ? 'Day' : 'Week'}
            </button>
          ))}
        </div>
        <GrainKey />
        <span className="ml-auto" />
        <Button kind="plain" className="!h-7 !min-h-7" onClick={() => void command('POST', '/plan/afresh', {})}>
          Plan afresh
        </Button>
      </div>
      <GrainView
        view={view}
        now={now}
        zoom={zoom}
        saying={saying}
        selected={selected}
        explained={explained}
        onSelect={open}
        onPiece={(id) => void navigate(`/pieces/${id}`)}
      />
      <PlanFoot explained={explained} />
      {sheet}
    </main>
  );
}
