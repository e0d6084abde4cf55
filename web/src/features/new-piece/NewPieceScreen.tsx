import { useCallback, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { commandId } from '../../data/api.ts';
import { DraftNote } from '../../data/DraftNote.tsx';
import { useCommand } from '../../data/useCommand.tsx';
import { useDraft } from '../../data/useDraft.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { byRecipe, emptyDraft, type PieceDraft, toInput } from './pieceDraft.ts';
import { PieceForm } from './PieceForm.tsx';

/**
 * A piece from nothing: what it is, measurements, taps, brief; the route and its date grow beside it. A rush job goes before
 * those whose date nobody was told.
 */
export function NewPieceScreen() {
  const { now, view } = useWorkshop();
  const [asked] = useSearchParams();
  const recipe = view.shop.recipes.find((r) => r.name === asked.get('recipe'));
  const isRush = asked.has('rush');
  const { command, refusal } = useCommand();
  const navigate = useNavigate();
  // The piece's id is part of the draft: sent again after a lost answer it is still the same piece.
  const [fresh] = useState((): PieceDraft & { readonly id: string } => ({
    ...(recipe ? byRecipe(emptyDraft(now), recipe) : emptyDraft(now)),
    id: commandId(),
    goesFirst: isRush,
  }));
  const { draft, setDraft, drop, from } = useDraft(
    recipe ? `new-piece by ${recipe.id}` : isRush ? 'new-piece in a rush' : 'new-piece',
    fresh,
  );
  const keep = useCallback((d: PieceDraft) => setDraft({ ...d, id: draft.id }), [setDraft, draft.id]);
  const kept = useMemo(() => ({ id: draft.id, steps: [] }), [draft.id]);
  const save = async () => {
    if (!(await command('POST', '/pieces', { ...toInput(draft), id: draft.id }))) return;
    drop();
    void navigate('/plan');
  };
  return (
    <PieceForm
      title={isRush ? 'Rush job' : 'New piece'}
      saveWords="Put it in the plan"
      drafting={{ draft, setDraft: keep }}
      onSave={save}
      kept={kept}
      notes={<DraftNote from={from} onDrop={drop} />}
      refusal={refusal}
    />
  );
}
