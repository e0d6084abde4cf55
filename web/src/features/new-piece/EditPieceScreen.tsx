import { useMemo } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import type { PieceView } from '@app/contract';
import { sayTime } from '@app/core';
import { DraftNote } from '../../data/DraftNote.tsx';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useDraft } from '../../data/useDraft.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { BothVersions } from '../../ui/BothVersions.tsx';
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
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const navigate = useNavigate();
  const base = useMemo(() => draftOf(piece), [piece]);
  const kept = useDraft(`piece/${piece.id}`, base);
  const save = async () => {
    if (!(await command('PUT', `/pieces/${piece.id}`, { version: piece.version, ...toInput(kept.draft) }))) return;
    kept.drop();
    void navigate(`/pieces/${piece.id}`);
  };
  const sayWhen = (at: number | null) => (at === null ? 'no date' : sayTime(at, saying));
  return (
    <PieceForm
      title={`Change ${piece.name}`}
      saveWords="Save and plan again"
      drafting={kept}
      onSave={save}
      kept={piece}
      notes={
        <>
          <DraftNote from={kept.from} onDrop={kept.drop} />
          <BothVersions
            of={kept}
            labels={{
              name: 'Name',
              client: 'Client',
              kind: 'For',
              template: 'Kind of piece',
              due: ['Pickup', sayWhen],
              arrival: ['Arrival', sayWhen],
              promised: 'The client was told',
              dimensions: 'Measurements',
              survey: 'Survey',
              brief: 'Brief',
              zoneChoice: 'Zones',
              edits: ['Changes to the route', (e) => `${e.length} changes`],
            }}
          />
        </>
      }
      refusal={refusal}
      mayNotSave={kept.clashes.length > 0}
    />
  );
}
