import { type ChangeView, MOST_CHANGES } from '@app/contract';
import { clock, sayDay, wallClock } from '@app/core';
import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { canUndo, putBackBy, stepBack, stepForward } from '../../data/history.ts';
import { useOlderChanges } from '../../data/reads.ts';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { changeSentence } from '../../plan/changeSentence.ts';
import { Button } from '../../ui/parts.tsx';
import { ChangeLayer } from './ChangeLayer.tsx';

/** Every change as a layer, the newest on top: who, when, what moved; any can be taken back and put back. */
export function HistoryScreen() {
  const { view } = useWorkshop();
  const { undo, refusal, isSending } = useCommand();
  const [isOlder, setOlder] = useState(false);
  const older = useOlderChanges(isOlder ? (view.changes.at(-1)?.number ?? null) : null, null);
  const all = [...view.changes, ...older.all];
  const back = stepBack(all);
  const forward = stepForward(all);
  return (
    <main className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="History">
      <div className="mx-auto flex max-w-5xl flex-col gap-4 p-4 md:p-6">
        <header className="flex flex-wrap items-end gap-x-6 gap-y-3">
          <div className="min-w-56 flex-1">
            <h1 className="text-title font-semibold">History</h1>
            <p className="text-sub">
              Each layer is one change, in the colour of its piece; the wider, the more it moved. Dashed: taken back.
            </p>
          </div>
          <div className="flex w-full gap-2 md:w-auto">
            <StepButton isBack change={back} isOff={isSending} onStep={() => back && void undo(back.id)} />
            <StepButton
              change={forward && (all.find((c) => c.id === forward.undoes) ?? forward)}
              isOff={isSending}
              onStep={() => forward && void undo(forward.id)}
            />
          </div>
        </header>
        {refusal}
        {all.length === 0 && <p className="text-sub">Nothing was changed yet. Everything that is will lie here.</p>}
        <Layers changes={all} here={back} onUndo={(id) => void undo(id)} />
        {older.error && <p role="alert">{older.error.message}</p>}
        {view.changes.length >= MOST_CHANGES && !(isOlder && older.isAll) && (
          <Button className="self-start" onClick={() => (isOlder ? older.more() : setOlder(true))}>
            Earlier
          </Button>
        )}
      </div>
    </main>
  );
}

function StepButton({
  isBack = false,
  change,
  isOff,
  onStep,
}: {
  readonly isBack?: boolean;
  /** What it takes back or puts back; null: nothing. */
  readonly change: ChangeView | null;
  readonly isOff: boolean;
  readonly onStep: () => void;
}) {
  const Icon = isBack ? Undo2 : Redo2;
  return (
    <Button
      size="hand"
      className="h-auto flex-1 flex-nowrap justify-start !py-2 text-left md:w-64"
      disabled={change === null || isOff}
      onClick={onStep}
    >
      <Icon size={18} aria-hidden="true" className="shrink-0" />
      <span className="min-w-0">
        <span className="block text-body leading-tight font-semibold">{isBack ? 'Step back' : 'Step forward'}</span>
        <span className="condensed block text-lane font-normal">
          {change ? change.summary : isBack ? 'nothing to take back' : 'nothing to put back'}
        </span>
      </span>
    </Button>
  );
}

type LayersProps = {
  readonly changes: readonly ChangeView[];
  /** The newest one in effect: where the shop stands. */
  readonly here: ChangeView | null;
  readonly onUndo: (id: string) => void;
};

function Layers({ changes, here, onUndo }: LayersProps) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const dayOf = (c: ChangeView) => wallClock(saying.zone, c.at).day;
  return (
    <ol className="flex flex-col" aria-label="Changes, the newest first">
      {changes.map((c, i) => {
        const putBack = putBackBy(c, changes);
        const before = changes[i - 1];
        return (
          <li key={c.id} className="grid grid-cols-[56px_52px_minmax(0,1fr)] md:grid-cols-[88px_112px_minmax(0,1fr)]">
            <span className="condensed border-r border-keyline py-1.5 pr-2 text-right text-table">
              {(before === undefined || dayOf(before) !== dayOf(c)) && (
                <strong className="block">{sayDay(c.at, saying)}</strong>
              )}
              {clock(c.at, saying)}
            </span>
            <ChangeLayer change={c} isHere={c.id === here?.id} />
            <div className="flex flex-wrap items-start justify-between gap-x-3 border-b border-line py-1.5 pl-3">
              <p className={`min-w-0 flex-1 basis-48 text-table ${c.undoneBy !== null ? 'text-sub' : ''}`}>
                <span className={c.undoneBy !== null ? 'line-through' : 'font-semibold'}>{c.summary}</span>
                <span className="condensed block text-sub">
                  {c.by}
                  {c.undoneBy !== null ? '; taken back' : ''}
                  {c.moves.length > 0 ? `. ${changeSentence(c, view, saying)}` : ''}
                </span>
              </p>
              {canUndo(c) && (
                <Button kind="plain" className="!min-h-9" onClick={() => onUndo(c.id)}>
                  Undo
                </Button>
              )}
              {putBack && c.undoes === null && (
                <Button kind="plain" className="!min-h-9" onClick={() => onUndo(putBack.id)}>
                  Put back
                </Button>
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
