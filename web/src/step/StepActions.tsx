import { HoldInput, type PieceView, type ProblemKind, StepDone } from '@app/contract';
import { bodesWell, type ShopStep } from '@app/core';
import { NotSentOf } from '../data/NotSent.tsx';
import { Check, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { useCommand } from '../data/useCommand.tsx';
import { PeopleOptions } from '../data/ShopOptions.tsx';
import { useWorkshop } from '../data/workshop.tsx';
import { Button, Field, Input, Select } from '../ui/parts.tsx';
import { useTypedForm } from '../ui/useTypedForm.ts';
import { useBeforeIt } from './BeforeIt.tsx';
import { fromField, toField } from './dateField.ts';
import { HoldPrice } from './HoldPrice.tsx';

type ActionsProps = { readonly piece: PieceView; readonly step: ShopStep; readonly onDone: () => void };

/** Start, done (now or earlier), or a problem. Everything can be undone, so nothing asks "are you sure". */
export function StepActions({ piece, step, onDone }: ActionsProps) {
  const { view, now } = useWorkshop();
  const { command, refusal } = useCommand();
  const { ask, question } = useBeforeIt(piece, step);
  const zone = view.shop.timeZone;
  const planned = view.plan.steps[step.id];
  const version = piece.stepVersions[step.id] ?? 0;
  const { register, choice, getValues, fault, submit } = useTypedForm({
    typed: {
      by: planned?.people[0] ?? view.me.personId ?? view.shop.people[0]?.id ?? '',
      at: toField(now, zone),
    },
    schema: StepDone,
    read: (t) => ({ version, by: t.by, at: fromField(t.at, zone) ?? NaN }),
    words: { at: 'Enter the day and the time.', by: 'Say who.' },
  });
  const send = async (what: 'start' | 'done' | 'problem', body: object) => {
    if (await command('POST', `/steps/${encodeURIComponent(step.id)}/${what}`, body)) onDone();
  };
  // What has no time of its own needs none that can be read.
  const act = (what: 'done' | 'problem', more: object) => void send(what, { version, by: getValues('by'), ...more });
  // Read when it is sent: the time may be put right while the question stands there.
  const happened = (what: 'start' | 'done', more: object = {}) =>
    ask((answer) => submit((body) => send(what, { ...body, ...more, ...answer }))());
  const { kind } = step.state;
  if (step.hands === 0)
    return kind === 'done' ? null : (
      <>
        <NotSentOf step={step.id} />
        {refusal}
        <Button kind="primary" size="hand" onClick={() => act('done', {})}>
          It is here: go on
        </Button>
      </>
    );
  return (
    <div className="flex flex-col gap-3 border-t border-line pt-4">
      {kind !== 'done' && (
        <>
          <div className="grid grid-cols-[2fr_3fr] gap-3">
            <Field label="Who" error={fault('by')}>
              <Select {...choice('by')}>
                <PeopleOptions />
              </Select>
            </Field>
            <Field label={kind === 'started' ? 'Done at' : 'Started or done at'} error={fault('at')}>
              <Input type="datetime-local" max={toField(now, zone)} {...register('at')} />
            </Field>
          </div>
          {question ?? (
            <>
              <div className="flex gap-2">
                {kind === 'planned' && (
                  <Button size="hand" className="flex-1" onClick={() => happened('start')}>
                    Start
                  </Button>
                )}
                {step.outcomes.length === 0 && (
                  <Button kind="primary" size="hand" className="flex-1" onClick={() => happened('done')}>
                    Done
                  </Button>
                )}
              </div>
              <Outcomes step={step} onOutcome={(outcome) => happened('done', { outcome })} />
            </>
          )}
        </>
      )}
      <NotSentOf step={step.id} />
      {refusal}
      <Problems step={step} onProblem={(problem, more = {}) => act('problem', { kind: problem, ...more })} />
    </div>
  );
}

/** A test is done by saying what it showed; the route goes on from there. */
export function Outcomes({
  step,
  onOutcome,
}: {
  readonly step: ShopStep;
  readonly onOutcome: (outcome: string) => void;
}) {
  if (step.outcomes.length === 0) return null;
  return (
    <fieldset className="flex flex-wrap gap-2">
      <legend className="condensed pb-1 text-lane font-semibold text-sub">What did it show?</legend>
      {step.outcomes.map((o) => (
        <Button
          key={o.id}
          size="hand"
          className={`min-w-40 flex-1 flex-nowrap border-2 ${bodesWell(o) ? '!border-verdigris' : '!border-dashed !border-oxide'}`}
          onClick={() => onOutcome(o.id)}
        >
          {bodesWell(o) ? (
            <Check size={18} aria-hidden="true" className="shrink-0 text-verdigris-text" />
          ) : (
            <TriangleAlert size={18} aria-hidden="true" className="shrink-0 text-oxide-text" />
          )}
          {o.words}
        </Button>
      ))}
    </fieldset>
  );
}

type ProblemsProps = { readonly step: ShopStep; readonly onProblem: (kind: ProblemKind, more?: object) => void };

/** How each kind of problem is told; one that nobody can tell does not compile. */
const PROBLEM_WORDS: Readonly<Record<ProblemKind, (step: ShopStep) => string>> = {
  'not-dry': () => 'Not yet: 1 h more',
  hold: () => 'Hold until then',
  redo: (step) => (step.coat ? 'Failed: sand back and repeat' : 'Failed: do it again'),
  'bleed-through': () => 'Bleeds through: prime again',
};

function Problems({ step, onProblem }: ProblemsProps) {
  if (step.state.kind === 'planned')
    return (
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-table text-sub">Still wet?</span>
          <Button onClick={() => onProblem('not-dry', { minutes: 60 })}>{PROBLEM_WORDS['not-dry'](step)}</Button>
          <Button onClick={() => onProblem('not-dry', { minutes: 24 * 60 })}>A day more</Button>
        </div>
        <HoldForm step={step} onHold={(more) => onProblem('hold', more)} />
      </div>
    );
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="text-table text-sub">Went wrong?</span>
      <Button onClick={() => onProblem('redo')}>{PROBLEM_WORDS.redo(step)}</Button>
      {(step.coat === 'paint' || step.coat === 'primer') && (
        <Button onClick={() => onProblem('bleed-through')}>{PROBLEM_WORDS['bleed-through'](step)}</Button>
      )}
    </div>
  );
}

/** An approval, a part, a delivery: named, with the day it is expected. */
type HoldProps = { readonly step: ShopStep; readonly onHold: (more: { title: string; until: number }) => void };

function HoldForm({ step, onHold }: HoldProps) {
  const { view, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const [isOpen, setOpen] = useState(false);
  const { register, fault, submit, watch } = useTypedForm({
    typed: { title: '', until: toField(now + 2 * 1440, zone) },
    schema: HoldInput,
    read: (t) => ({ title: t.title.trim(), until: fromField(t.until, zone) ?? NaN, now }),
    words: { title: 'Say what it waits for.', until: 'Enter a day and a time still to come.' },
  });
  return (
    <details className="border-t border-line pt-3" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer text-table font-semibold">Hold it: waiting for someone or something</summary>
      <div className="flex flex-col gap-3 pt-3">
        <Field label="Waits for" hint="e.g. the client to approve the sample, two hinges" error={fault('title')}>
          <Input maxLength={80} {...register('title')} />
        </Field>
        <Field label="Expected by" error={fault('until')}>
          <Input type="datetime-local" {...register('until')} />
        </Field>
        {isOpen && <HoldPrice step={step.id} until={fromField(watch('until'), zone)} />}
        <Button onClick={submit(({ title, until }) => onHold({ title, until }))}>{PROBLEM_WORDS.hold(step)}</Button>
      </div>
    </details>
  );
}
