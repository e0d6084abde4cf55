import { CoreFault } from '../../core/CoreFault.tsx';
import type { ProposalView } from '@app/contract';
import type { Gap, WhatIf } from '@app/core';
import { lazy, type ReactNode, Suspense, useCallback, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useExplained, useOutlook } from '../../core/useCore.ts';
import { GrainView } from '../../grain/GrainView.tsx';
import type { Zoom } from '../../grain/timeScale.ts';
import { useStepSheet } from '../../step/useStepSheet.tsx';
import { Button } from '../../ui/parts.tsx';
import { dropStep } from './dropStep.ts';
import { FirstSteps } from './FirstSteps.tsx';
import { GrainKey } from './GrainKey.tsx';
import { PlanPrint } from './PlanPrint.tsx';
import { PlanFoot } from './PlanFoot.tsx';
import { ScarceStrip } from './ScarceStrip.tsx';
import { useImprovement } from './useImprovement.ts';
import { firstWhatIf, useTried, WhatIfPanel } from './WhatIfPanel.tsx';

// Fetched when they are opened.
const GapPanel = lazy(async () => ({ default: (await import('./GapPanel.tsx')).GapPanel }));
const Matters = lazy(async () => ({ default: (await import('./Matters.tsx')).Matters }));
const WhyPanel = lazy(async () => ({ default: (await import('./WhyPanel.tsx')).WhyPanel }));
const ProposalPanel = lazy(async () => ({ default: (await import('./ProposalPanel.tsx')).ProposalPanel }));

/** What stands at the right of the plan. */
type Panel =
  | { readonly kind: 'why'; readonly piece: string }
  | { readonly kind: 'whatIf'; readonly what: WhatIf }
  | { readonly kind: 'matters' }
  | { readonly kind: 'proposal'; readonly proposal: ProposalView; readonly revision: number }
  | { readonly kind: 'gap'; readonly gap: Gap };

const ZOOMS: readonly (readonly [Zoom, string])[] = [
  ['day', 'Day'],
  ['week', 'Week'],
  ['month', 'Month'],
];

/** The plan: the grain, with the sentence that matters most at its foot. */
export function PlanScreen() {
  const { view, shown: current, now, taps } = useWorkshop();
  const { command, refusal } = useCommand();
  const afresh = useCommand();
  const saying = useSaying();
  const navigate = useNavigate();
  const why = useExplained(view);
  const explained = why.data;
  const { selected, open, sheet } = useStepSheet(explained);
  const [zoom, setZoom] = useState<Zoom>('week');
  const [panel, setPanel] = useState<Panel | null>(null);
  const improvement = useImprovement(view);
  const close = useCallback(() => setPanel(null), []);
  const read = (proposal: ProposalView) => setPanel({ kind: 'proposal', proposal, revision: view.revision });
  const openPiece = useCallback((id: string) => void navigate(`/pieces/${id}`), [navigate]);
  const fillGap = useCallback((gap: Gap) => setPanel({ kind: 'gap', gap }), []);
  const what = panel?.kind === 'whatIf' ? panel.what : null;
  const sandbox = useTried(what);
  const answer = useOutlook(view, sandbox ? what : null);
  const outlook = answer.data;
  // While something is tried the grain shows the plan as it would be; nothing can be moved in it.
  const shown = useMemo(
    () => (sandbox && outlook ? { ...view, ...sandbox.view, plan: outlook.plan } : current),
    [view, current, sandbox, outlook],
  );
  const notSent = useMemo(() => new Set(taps.all.map((t) => t.step)), [taps.all]);
  const drop = useCallback(
    (step: string, at: number) => {
      const { path, body } = dropStep(view, step, at);
      void command('PUT', path, body);
    },
    [view, command],
  );
  if (view.pieces.every((p) => !p.active)) return <FirstSteps />;
  return (
    <main className="flex min-h-0 flex-1 flex-col print:block" aria-label="Plan">
      <PlanPrint />
      <h1 className="sr-only">Plan</h1>
      <div className="no-print flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 border-b border-line px-4 py-0.5">
        <div role="group" aria-label="Zoom" className="flex">
          {ZOOMS.map(([z, words]) => (
            <button
              key={z}
              type="button"
              aria-pressed={zoom === z}
              onClick={() => setZoom(z)}
              className={`h-6 cursor-pointer border border-keyline px-2.5 text-lane font-semibold ${zoom === z ? 'bg-ink text-paper' : ''}`}
            >
              {words}
            </button>
          ))}
        </div>
        <GrainKey />
        <span className="ml-auto hidden md:block" />
        <PlanTool onClick={() => setPanel({ kind: 'whatIf', what: firstWhatIf(view) })}>What if…</PlanTool>
        {view.me.role === 'owner' && <PlanTool onClick={() => setPanel({ kind: 'matters' })}>What matters</PlanTool>}
        <PlanTool onClick={() => void afresh.command('POST', '/plan/afresh', {})} isBusy={afresh.isSending}>
          {afresh.isSending ? 'Planning…' : 'Plan afresh'}
        </PlanTool>
      </div>
      <div className="no-print relative flex min-h-0 flex-1">
        <GrainView
          view={shown}
          now={now}
          zoom={zoom}
          saying={saying}
          selected={selected}
          notSent={notSent}
          isTried={sandbox !== null && outlook !== null}
          explained={explained}
          onSelect={open}
          onPiece={openPiece}
          onDrop={what ? undefined : drop}
          onFree={what ? undefined : fillGap}
        />
        <Suspense fallback={null}>
          {panel?.kind === 'why' && (
            <WhyPanel
              pieceId={panel.piece}
              explained={explained}
              onPiece={(piece) => setPanel({ kind: 'why', piece })}
              onStep={open}
              onClose={close}
            />
          )}
          {panel?.kind === 'whatIf' && (
            <WhatIfPanel
              what={panel.what}
              plan={sandbox}
              answer={answer}
              onChange={(w) => setPanel({ kind: 'whatIf', what: w })}
              onClose={close}
            />
          )}
          {panel?.kind === 'matters' && <Matters improvement={improvement} onClose={close} />}
          {panel?.kind === 'gap' && <GapPanel gap={panel.gap} onClose={close} />}
          {panel?.kind === 'proposal' && panel.revision === view.revision && (
            <ProposalPanel
              proposal={panel.proposal}
              newest={improvement.proposal ?? panel.proposal}
              onNewest={read}
              onClose={close}
            />
          )}
        </Suspense>
      </div>
      {refusal}
      {afresh.refusal}
      <CoreFault of={why} />
      <ScarceStrip />
      <PlanFoot
        explained={explained}
        improvement={improvement}
        onWhy={(piece) => setPanel({ kind: 'why', piece })}
        onProposal={read}
      />
      {sheet}
    </main>
  );
}

type PlanToolProps = { readonly onClick: () => void; readonly isBusy?: boolean; readonly children: ReactNode };

/** As wide with either of its words, so that nothing beside it jumps; busy, it keeps the focus of whoever works by keys. */
const PlanTool = ({ onClick, isBusy = false, children }: PlanToolProps) => (
  <Button
    kind="plain"
    className="!h-7 !min-h-7 min-w-24"
    onClick={isBusy ? undefined : onClick}
    aria-disabled={isBusy}
    aria-busy={isBusy}
  >
    {children}
  </Button>
);
