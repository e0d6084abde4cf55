import { useState } from 'react';
import { useNavigate } from 'react-router';
import { commandId } from '../../data/api.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { emptyDraft, toInput } from './pieceDraft.ts';
import { PieceForm } from './PieceForm.tsx';

/** A piece from nothing: what it is, measurements, taps, brief; the route and its date grow beside it. */
export function NewPieceScreen() {
  const { command, now } = useWorkshop();
  const navigate = useNavigate();
  const [id] = useState(commandId);
  const [draft, setDraft] = useState(() => emptyDraft(now));
  const save = async () => {
    const answer = await command('POST', '/pieces', { id, ...toInput(draft) });
    if (answer) void navigate('/plan');
  };
  return (
    <PieceForm
      title="New piece"
      saveWords="Put it in the plan"
      draft={draft}
      onChange={setDraft}
      onSave={save}
      others={null}
    />
  );
}
