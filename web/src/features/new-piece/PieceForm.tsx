import { applyFix, type Fix } from '@app/core';
import { type ReactNode, useMemo } from 'react';
import type { Drafting } from '../../data/useDraft.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { usePrepared, usePreview } from '../../core/useCore.ts';
import { Button } from '../../ui/parts.tsx';
import { BriefFields } from './BriefFields.tsx';
import { ChangePrice } from './ChangePrice.tsx';
import { DealFields } from './DealFields.tsx';
import { FaultAt } from './faultAt.ts';
import { MeasureFields } from './MeasureFields.tsx';
import { type Kept, type PieceDraft, previewPiece, routeOf } from './pieceDraft.ts';
import { PromisePanel } from './PromisePanel.tsx';
import { ReadyFields } from './ReadyFields.tsx';
import { RoutePreview } from './RoutePreview.tsx';
import { SurveyFields } from './SurveyFields.tsx';
import { TemplatePicker } from './TemplatePicker.tsx';
import { usePieceForm } from './usePieceForm.ts';

type FormProps = {
  readonly title: string;
  readonly saveWords: string;
  readonly drafting: Pick<Drafting<PieceDraft>, 'draft' | 'setDraft'>;
  readonly onSave: () => Promise<void>;
  /** The piece as it is kept. */
  readonly kept: Kept;
  /** Where it was begun, and what others changed meanwhile. */
  readonly notes: ReactNode;
  /** Why it was not saved. */
  readonly refusal: ReactNode;
  /** Something is to be decided first. */
  readonly mayNotSave?: boolean;
};

export function PieceForm(props: FormProps) {
  const { title, saveWords, drafting, onSave, kept, notes, refusal, mayNotSave = false } = props;
  const { draft } = drafting;
  const { view, now } = useWorkshop();
  const { register, change, fault, faultAt, faults, submit, isSaving } = usePieceForm(drafting);
  const built = useMemo(() => routeOf(draft, view), [draft, view]);
  const asked = useMemo(
    () => (built.kind === 'route' ? { piece: previewPiece(draft, built.route, kept), isFirst: draft.goesFirst } : null),
    [draft, built, kept],
  );
  usePrepared(view);
  const preview = usePreview(view, asked);
  // Those are said at their fields alone; what the route lacks is said in its place.
  const { name: _atName, due: _atDue, dimensions: _inRoute, ...otherFaults } = faults;
  const otherWords = Object.values(otherFaults)
    .flatMap((f) => (typeof f?.message === 'string' ? [f.message] : []))
    .filter((words) => built.kind === 'route' || !built.faults.includes(words));
  const canSave = !mayNotSave && built.kind === 'route' && Object.keys(faults).length === 0 && !isSaving;
  const ready = preview.data?.kind === 'ready' ? preview.data.at : null;
  const isDone = ready !== null && ready <= now;
  const price = kept.steps.length > 0 && built.kind === 'route' && asked && (
    <ChangePrice
      name={draft.name}
      client={draft.kind === 'client' ? draft.client : ''}
      before={{ steps: kept.steps, zones: built.route.zones, ready: view.plan.ready[kept.id] ?? null }}
      after={{ steps: asked.piece.steps, zones: built.route.zones, ready }}
    />
  );
  const fix = (f: Fix) => {
    if (built.kind !== 'route') return;
    const fixed = applyFix({ input: built.input, edits: draft.edits }, f);
    change({ ...draft, brief: fixed.input.brief, edits: fixed.edits });
  };
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto grid max-w-7xl gap-8 p-4 md:p-6 lg:grid-cols-[minmax(0,1fr)_420px]">
        <div className="flex flex-col gap-6">
          <h1 className="text-title font-semibold">{title}</h1>
          {notes}
          <TemplatePicker draft={draft} onChange={change} />
          {draft.template !== '' && (
            <FaultAt value={faultAt}>
              <MeasureFields draft={draft} onChange={change} />
              <SurveyFields draft={draft} onChange={change} route={built.kind === 'route' ? built.route : null} />
              <BriefFields draft={draft} onChange={change} route={built.kind === 'route' ? built.route : null} />
              <ReadyFields draft={draft} onChange={change} route={built.kind === 'route' ? built.route : null} />
              <DealFields draft={draft} onChange={change} register={register} fault={fault} ready={ready} />
            </FaultAt>
          )}
        </div>
        <div className="lg:sticky lg:top-6 lg:self-start">
          <RoutePreview
            draft={draft}
            built={built}
            preview={preview}
            onFix={fix}
            promise={
              asked && (
                <>
                  {price}
                  {!isDone && <PromisePanel asked={asked} draft={draft} kept={kept} onChange={change} />}
                </>
              )
            }
          />
          {draft.template !== '' &&
            otherWords.map((words) => (
              <p key={words} role="alert" className="mt-4 text-table text-oxide-text">
                {words}
              </p>
            ))}
          {refusal}
          {draft.template !== '' && (
            <Button kind="primary" size="hand" className="mt-4 w-full" disabled={!canSave} onClick={submit(onSave)}>
              {saveWords}
            </Button>
          )}
        </div>
      </div>
    </main>
  );
}
