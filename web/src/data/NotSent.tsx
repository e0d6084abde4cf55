import type { Problem } from '@app/contract';
import { clock, type Saying, type ShopStep } from '@app/core';
import { ArrowUp } from 'lucide-react';
import type { Tap } from '../offline/store.ts';
import { Button } from '../ui/parts.tsx';
import { wordsOf } from './api.ts';
import { useSaying } from './saying.ts';
import { useWorkshop } from './workshop.tsx';

/** One tap that the server has not taken: that it waits, or why it was refused and what can be done about it. */
export function NotSent({ tap }: { readonly tap: Tap }) {
  const { view, taps } = useWorkshop();
  const saying = useSaying();
  if (tap.refused === null)
    return (
      <p className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 text-table" data-testid="not-sent">
        <span className="flex items-center gap-1.5 font-semibold">
          <ArrowUp size={16} aria-hidden="true" /> {tap.words}, {clock(tap.tappedAt, saying)}: not yet sent
        </span>
        <Button onClick={() => void taps.takeBack(tap.number)}>Take it back</Button>
      </p>
    );
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === tap.step));
  const step = piece?.steps.find((s) => s.id === tap.step);
  const version = piece?.stepVersions[tap.step];
  const mine = choiceOf(tap, tap.refused, step, saying);
  return (
    <div
      role="alert"
      className="flex flex-col gap-1.5 border-l-3 border-oxide pl-2.5 text-table"
      data-testid="refused-tap"
    >
      <p>
        <span className="font-semibold">
          {tap.words}, {clock(tap.tappedAt, saying)}
        </span>{' '}
        was not taken: {whyNot(tap.refused, step, view.shop.people, saying)}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => void taps.takeBack(tap.number)}>{mine.leave}</Button>
        {step && version !== undefined && (
          <Button kind="primary" onClick={() => void taps.decide(tap.number, { version, ...mine.more })}>
            {mine.again}
          </Button>
        )}
      </div>
    </div>
  );
}

/** What stands in the way, from what is known of the step now. */
function whyNot(
  problem: Problem,
  step: ShopStep | undefined,
  people: readonly { readonly id: string; readonly name: string }[],
  saying: Saying,
): string {
  if (!step) return 'the step is not in the route any more.';
  if (problem.code !== 'STEP_STATE' && problem.code !== 'STALE_VERSION') return wordsOf(problem);
  const { state } = step;
  if (state.kind === 'planned') return 'it was changed meanwhile, and is to be done again.';
  const by = state.by.map((id) => people.find((p) => p.id === id)?.name ?? 'someone').join(' and ') || 'somebody';
  return state.kind === 'done'
    ? `meanwhile it was noted as done by ${by} at ${clock(state.until, saying)}.`
    : `meanwhile it was noted as begun by ${by} at ${clock(state.at, saying)}.`;
}

type Decision = { readonly leave: string; readonly again: string; readonly more: object };

function choiceOf(tap: Tap, problem: Problem, step: ShopStep | undefined, saying: Saying): Decision {
  const { state } = step ?? {};
  const mine = clock(Number(tap.body['at'] ?? tap.tappedAt), saying);
  if (tap.path.endsWith('/done') && state?.kind === 'done')
    return { leave: `Leave it at ${clock(state.until, saying)}`, again: `It was ${mine}`, more: { corrects: true } };
  if (tap.path.endsWith('/start') && state?.kind === 'started')
    return { leave: `Leave it at ${clock(state.at, saying)}`, again: `It was ${mine}`, more: { corrects: true } };
  if (problem.code === 'MOVES_PROMISE')
    return { leave: 'Leave it', again: 'Do it, I will tell the client', more: { consent: true } };
  return { leave: 'Leave it', again: 'Send it again', more: {} };
}

/** The taps about one step that the server has not taken. */
export function NotSentOf({ step }: { readonly step: string }) {
  const { taps } = useWorkshop();
  return taps.all.filter((t) => t.step === step).map((t) => <NotSent key={t.number} tap={t} />);
}
