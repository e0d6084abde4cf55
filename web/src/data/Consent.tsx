import type { WorkshopView } from '@app/contract';
import type { PieceMove } from '@app/core';
import { DiffList } from '../plan/DiffList.tsx';
import { Button } from '../ui/parts.tsx';
import { useDialog } from '../ui/useDialog.ts';

/** A change that would move a told date: what moves, before anything is saved. */
export function Consent({
  moves,
  view,
  onAnswer,
}: {
  readonly moves: readonly PieceMove[];
  readonly view: WorkshopView;
  readonly onAnswer: (isWanted: boolean) => void;
}) {
  const ref = useDialog();
  return (
    <dialog
      ref={ref}
      onCancel={() => onAnswer(false)}
      aria-label="This moves a date a client was told"
      className="m-auto w-full max-w-[560px] border border-keyline bg-raised p-5 text-ink"
    >
      <h2 className="text-title font-semibold">This moves a date a client was told</h2>
      <p className="pb-3 text-sub">Nothing is saved yet. With it the plan would be:</p>
      <div className="max-h-[50dvh] overflow-auto" tabIndex={0} role="region" aria-label="What would move">
        <DiffList moves={moves} view={view} />
      </div>
      <div className="flex justify-end gap-2 pt-4">
        <Button onClick={() => onAnswer(false)}>Leave it as it is</Button>
        <Button kind="primary" onClick={() => onAnswer(true)}>
          Do it, I will tell the client
        </Button>
      </div>
    </dialog>
  );
}
