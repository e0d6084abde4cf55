import type { PieceView, StepsBefore } from '@app/contract';
import { openBefore, type ShopStep } from '@app/core';
import { type ReactNode, useState } from 'react';
import { useInUnits } from '../data/saying.ts';
import { Button, Field, Select } from '../ui/parts.tsx';

type Answer = { readonly before?: StepsBefore };
type Asking = {
  /** Goes on with a tap at once, or once it is said what of the steps before it is done. */
  readonly ask: (go: (answer: Answer) => void) => void;
  /** The question, to stand in the place of what was tapped; null: nothing is asked. */
  readonly question: ReactNode;
};

/** Who taps a step before others it waits for has mostly forgotten to tick those: it is asked in place, once. */
export function useBeforeIt(piece: PieceView, step: ShopStep): Asking {
  const [asked, setAsked] = useState<{ readonly of: string; readonly go: (answer: Answer) => void } | null>(null);
  const open = step.state.kind === 'planned' ? openBefore(piece.steps, step.id) : [];
  const answer = (said: Answer) => {
    setAsked(null);
    asked?.go(said);
  };
  // Where the next step has taken the place of the one that was tapped, nothing is asked of that any more.
  const isAsked = asked?.of === step.id && open.length > 0;
  return {
    ask: (go) => (open.length === 0 ? go({}) : setAsked({ of: step.id, go })),
    question: isAsked ? <BeforeIt open={open} onAnswer={answer} onLeave={() => setAsked(null)} /> : null,
  };
}

type QuestionProps = {
  readonly open: readonly ShopStep[];
  readonly onAnswer: (answer: Answer) => void;
  readonly onLeave: () => void;
};

function BeforeIt({ open, onAnswer, onLeave }: QuestionProps) {
  const said = useInUnits();
  const [outcomes, setOutcomes] = useState<Readonly<Record<string, string>>>({});
  const [isAsked, setAsked] = useState(false);
  const tests = open.filter((s) => s.outcomes.length > 0);
  const others = open.filter((s) => s.outcomes.length === 0);
  const listed = others.length > MOST_LISTED ? others.slice(0, MOST_LISTED - 1) : others;
  const allDone = () => {
    setAsked(true);
    if (tests.some((t) => !outcomes[t.id])) return;
    onAnswer({
      before: {
        steps: open.map((s) => s.id),
        outcomes: tests.map((t) => ({ step: t.id, outcome: outcomes[t.id]! })),
      },
    });
  };
  return (
    <div role="group" aria-label="What comes before it" className="flex flex-col gap-3 border-l-3 border-oxide pl-3">
      <p className="text-body font-semibold">
        {open.length === 1
          ? 'A step before it is not noted as done'
          : `${open.length} steps before it are not noted as done`}
      </p>
      <ol className="border-t border-line text-table">
        {listed.map((s) => (
          <li key={s.id} className="border-b border-line py-1.5">
            {said(s.title)}
          </li>
        ))}
        {listed.length < others.length && (
          <li className="border-b border-line py-1.5 text-sub">and {others.length - listed.length} more</li>
        )}
      </ol>
      {tests.map((t) => (
        <Field
          key={t.id}
          label={`${said(t.title)}: what did it show?`}
          error={isAsked && !outcomes[t.id] ? 'Say what it showed.' : undefined}
        >
          <Select value={outcomes[t.id] ?? ''} onChange={(e) => setOutcomes({ ...outcomes, [t.id]: e.target.value })}>
            <option value="">Choose</option>
            {t.outcomes.map((o) => (
              <option key={o.id} value={o.id}>
                {o.words}
              </option>
            ))}
          </Select>
        </Field>
      ))}
      <Button kind="primary" size="hand" onClick={allDone}>
        {open.length === 1 ? 'It is done too' : 'They are done too'}
      </Button>
      <p className="text-table text-sub">Done too: each at the latest it can have been, dry in time for this one.</p>
      <div className="grid grid-cols-2 gap-2">
        <Button size="hand" onClick={() => onAnswer({})}>
          Still to do
        </Button>
        <Button size="hand" onClick={onLeave}>
          Wrong step
        </Button>
      </div>
      <p className="text-table text-sub">
        Never to be done? Tap “Still to do”, then leave {open.length === 1 ? 'it' : 'them'} out under “Change the
        route”.
      </p>
    </div>
  );
}

/** More are counted and not named. */
const MOST_LISTED = 6;
