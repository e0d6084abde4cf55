import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import type { ProposalView } from '@app/contract';
import { type Explained, sayGains, sayTime } from '@app/core';
import { Button } from '../../ui/parts.tsx';
import { changeSentence } from '../../plan/changeSentence.ts';
import { planSentence } from './planSentence.ts';
import type { Improvement } from './useImprovement.ts';

/** The proposal in one line: the weightiest thing that is better. */
function better(p: ProposalView): string {
  const [first] = sayGains(p.before, p.after);
  return `A better plan: ${first ?? 'a little calmer'}`;
}

/** The sentence at the foot: what is wrong or next, and what the last change moved and why, with undo. */
export function PlanFoot({
  explained,
  improvement,
  onWhy,
  onProposal,
}: {
  readonly explained: Explained | null;
  readonly improvement: Improvement;
  readonly onWhy: (pieceId: string) => void;
  readonly onProposal: (proposal: ProposalView) => void;
}) {
  const { view } = useWorkshop();
  const { undo, refusal } = useCommand();
  const saying = useSaying();
  const sentence = planSentence(view, explained, saying);
  const change = view.changes[0];
  return (
    <footer className="flex min-h-16 flex-wrap md:flex-nowrap shrink-0 items-center gap-x-6 gap-y-2 border-t border-keyline bg-raised px-4 py-2">
      <div className="min-w-0 grow basis-full md:basis-0" role="status">
        <p className={`text-section font-semibold ${sentence.kind === 'fine' ? '' : 'text-oxide-text'}`}>
          {sentence.headline}
          {sentence.piece !== null && (
            <button
              type="button"
              className="ml-2 cursor-pointer text-table font-normal text-ink underline"
              onClick={() => onWhy(sentence.piece!)}
            >
              Why?
            </button>
          )}
        </p>
        <p className="text-table text-sub">{sentence.reason}</p>
      </div>
      {improvement.proposal && (
        <Button
          className="!h-11 shrink-0 max-md:w-full md:max-w-52 !border-dashed text-left leading-tight text-balance"
          onClick={() => onProposal(improvement.proposal!)}
        >
          {better(improvement.proposal)}
        </Button>
      )}
      {change && (
        <div
          className={`hidden min-w-0 items-center gap-2 text-right md:flex ${improvement.proposal ? 'max-w-[27%]' : 'max-w-[46%]'}`}
          data-testid="last-change"
        >
          <div className="min-w-0">
            <p className="text-table font-semibold">
              {change.summary}{' '}
              <span className="font-normal text-sub">
                · {change.by}, {sayTime(change.at, saying)}
              </span>
            </p>
            {refusal ?? (
              <p className="text-table text-sub">
                {change.undoneBy !== null ? 'Undone.' : changeSentence(change, view, saying)}
              </p>
            )}
          </div>
          {change.undoable && change.undoneBy === null && change.undoes === null && (
            <Button kind="plain" onClick={() => void undo(change.id)}>
              Undo
            </Button>
          )}
        </div>
      )}
    </footer>
  );
}
