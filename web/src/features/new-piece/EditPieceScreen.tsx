import { useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { useWorkshop } from '../../data/workshop.tsx';
import type { PieceView } from '@app/contract';
import { draftOf, toInput } from './pieceDraft.ts';
import { PieceForm } from './PieceForm.tsx';

/** Changing a piece: the same form; steps already done stay as they are. */
export function EditPieceScreen() {
  const { view } = useWorkshop();
  const { id } = useParams();
  const piece = view.pieces.find((p) => p.id === id);
  return piece ? <EditPiece key={piece.id} piece={piece} /> : <Navigate to="/pieces" replace />;
}

function EditPiece({ piece }: { readonly piece: PieceView }) {
  const { command } = useWorkshop();
  const navigate = useNavigate();
  const [draft, setDraft] = useState(() => draftOf(piece));
  const [version] = useState(piece.version);
  const save = async () => {
    const answer = await command('PUT', `/pieces/${piece.id}`, { version, ...toInput(draft) });
    if (answer) void navigate(`/pieces/${piece.id}`);
  };
  return (
    <PieceForm
      title={`Change ${piece.name}`}
      saveWords="Save and plan again"
      draft={draft}
      onChange={setDraft}
      onSave={save}
      others={piece.id}
    />
  );
}
