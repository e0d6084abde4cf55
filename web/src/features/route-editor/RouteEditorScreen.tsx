import type { PieceView } from '@app/contract';
import { isForced, type RouteEdit, sayEdit } from '@app/core';
import { Undo2 } from 'lucide-react';
import { dequal } from 'dequal/lite';
import { useMemo, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { useProducts } from '../../data/useProducts.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { DraftNote } from '../../data/DraftNote.tsx';
import { useDraft } from '../../data/useDraft.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { ConflictList } from '../../conflict/ConflictList.tsx';
import { Button, Section } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { CompareBars } from './CompareBars.tsx';
import { RecipeForm } from './RecipeForm.tsx';
import { pieceWith, type RouteDraft } from '../../conflict/pieceWith.ts';
import { lookAt, withFix } from '../../conflict/routeDraft.ts';
import { withEdit } from './editList.ts';
import { RouteGrid } from './RouteGrid.tsx';
import { StepEditor } from './StepEditor.tsx';

export function RouteEditorScreen() {
  const { view } = useWorkshop();
  const { id } = useParams();
  const piece = view.pieces.find((p) => p.id === id);
  return piece ? <RouteEditor key={piece.id} piece={piece} /> : <Navigate to="/pieces" replace />;
}

/** The route in the painter's hand: zones as columns, steps in order, waits between; always checked, nothing saved until asked. */
function RouteEditor({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const navigate = useNavigate();
  const kept = useDraft<RouteDraft>(`route/${piece.id}`, { brief: piece.brief, edits: piece.edits });
  const { draft, setDraft, isChanged } = kept;
  const [selected, setSelected] = useState<string | null>(null);
  const look = useMemo(() => lookAt(draft, piece, view), [draft, piece, view]);
  const happened = useMemo(
    () => new Set(piece.steps.filter((s) => s.state.kind !== 'planned').map((s) => s.key)),
    [piece.steps],
  );
  const edit = (e: RouteEdit) => setDraft({ ...draft, edits: withEdit(draft.edits, e) });
  const save = async () => {
    const isDone = dequal(draft.brief, piece.brief)
      ? await command('PUT', `/pieces/${piece.id}/edits`, { version: piece.version, edits: draft.edits })
      : await command('PUT', `/pieces/${piece.id}`, pieceWith(piece, draft));
    if (!isDone) return;
    kept.drop();
    void navigate(`/pieces/${piece.id}`);
  };
  const step = look.route.steps.find((s) => s.key === selected) ?? null;
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-[1400px] flex-col gap-4 p-4 md:p-6">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <Tag brief={draft.brief} size={44} />
          <h1 className="text-title font-semibold">Route of {piece.name}</h1>
          <CompareBars built={look.built} route={look.route} />
          <span className="ml-auto flex gap-2">
            <Link
              to={`/pieces/${piece.id}`}
              onClick={kept.drop}
              className="flex h-8 items-center border border-ink px-3 text-table font-semibold"
            >
              Leave it as it was
            </Link>
            <Button kind="primary" disabled={!isChanged || kept.clashes.length > 0} onClick={() => void save()}>
              Save and plan again
            </Button>
          </span>
        </header>
        <DraftNote from={kept.from} onDrop={kept.drop} />
        <BothVersions
          of={kept}
          labels={{ brief: 'The brief', edits: ['Changes to the route', (e) => `${e.length} changes`] }}
        />
        {refusal}
        <ConflictList
          conflicts={look.conflicts}
          steps={look.route.steps}
          onFix={(fix) => setDraft(withFix(draft, look, fix))}
        />
        <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_330px]">
          <RouteGrid
            route={look.route}
            happened={happened}
            conflicts={look.conflicts}
            selected={selected}
            onSelect={setSelected}
            onMove={(key, after) => edit({ op: 'move', step: key, after })}
          />
          <div className="flex flex-col gap-6 lg:sticky lg:top-4 lg:self-start">
            {step ? (
              <StepEditor
                key={step.key}
                step={step}
                draft={draft}
                look={look}
                isFixed={happened.has(step.key)}
                onEdit={edit}
                onStruck={() => setSelected(null)}
              />
            ) : (
              <p className="bg-raised p-4 text-sub">
                Choose a step to see why it is there, change its product, coats, time or wait, split it for two people,
                leave it out, or add one behind it. Drag a row by its handle to move it.
              </p>
            )}
            <Changes draft={draft} look={look} onDraft={setDraft} />
            <RecipeForm draft={draft} onApply={setDraft} />
          </div>
        </div>
      </div>
    </main>
  );
}

/** What was changed against the built route; each can be put back, or all. */
function Changes({
  draft,
  look,
  onDraft,
}: {
  readonly draft: RouteDraft;
  readonly look: ReturnType<typeof lookAt>;
  readonly onDraft: (d: RouteDraft) => void;
}) {
  const products = useProducts();
  const steps = [...look.route.steps, ...look.built.steps];
  const without = (e: RouteEdit) => onDraft({ ...draft, edits: draft.edits.filter((x) => x !== e) });
  return (
    <Section
      title="Against the built route"
      aside={
        draft.edits.some((e) => !isForced(e)) ? (
          <Button
            onClick={() =>
              onDraft({
                ...draft,
                edits: draft.edits.filter((e) => e.op === 'hold' || e.op === 'redo' || e.op === 'block'),
              })
            }
          >
            Put all back
          </Button>
        ) : undefined
      }
    >
      {draft.edits.length === 0 && <p className="text-table text-sub">This is the route as built, unchanged.</p>}
      <ul className="flex flex-col">
        {draft.edits.map((e) => (
          <li key={JSON.stringify(e)} className="flex items-center justify-between gap-2 border-b border-line py-1">
            <span className="text-table">{sayEdit(e, steps, products)}</span>
            <button
              type="button"
              aria-label={`Put back: ${sayEdit(e, steps, products)}`}
              title="Put back"
              onClick={() => without(e)}
              className="flex size-7 shrink-0 cursor-pointer items-center justify-center hover:bg-sunk"
            >
              <Undo2 size={15} />
            </button>
          </li>
        ))}
      </ul>
      {look.route.unused.map((u) => (
        <p key={JSON.stringify(u.edit)} className="border-l-3 border-brass pl-3 text-table">
          Not used: {sayEdit(u.edit, steps, products)}. {u.why}
        </p>
      ))}
      {look.route.struck.map((s) => (
        <p key={s.key} className="border-l-3 border-oxide pl-3 text-table">
          <span className="line-through">{s.title}</span>: {s.why}. Lost: {s.lost}
          {s.caution ? ` Still true: ${s.caution}` : ''}
        </p>
      ))}
    </Section>
  );
}
