import type { PieceView } from '@app/contract';
import { type ShopStep } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../data/workshop.tsx';
import { Button, Field, Input, Select } from '../ui/parts.tsx';
import { fromField, toField } from './dateField.ts';

type ActionsProps = { readonly piece: PieceView; readonly step: ShopStep; readonly onDone: () => void };

/** Start, done (now or earlier), or a problem. Everything can be undone, so nothing asks "are you sure". */
export function StepActions({ piece, step, onDone }: ActionsProps) {
  const { view, command, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const planned = view.plan.steps[step.id];
  const [by, setBy] = useState(planned?.people[0] ?? view.me.personId ?? view.shop.people[0]?.id ?? '');
  const [at, setAt] = useState(toField(now, zone));
  const version = piece.stepVersions[step.id] ?? 0;
  const act = async (what: 'start' | 'done' | 'problem', more: object) => {
    const answer = await command('POST', `/steps/${encodeURIComponent(step.id)}/${what}`, { version, by, ...more });
    if (answer) onDone();
  };
  const { kind } = step.state;
  if (step.hands === 0)
    return kind === 'done' ? null : (
      <Button kind="primary" size="hand" onClick={() => void act('done', {})}>
        It is here: go on
      </Button>
    );
  return (
    <div className="flex flex-col gap-3 border-t border-line pt-4">
      {kind !== 'done' && (
        <>
          <div className="grid grid-cols-[2fr_3fr] gap-3">
            <Field label="Who">
              <Select value={by} onChange={(e) => setBy(e.target.value)}>
                {view.shop.people.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </Select>
            </Field>
            <Field label={kind === 'started' ? 'Done at' : 'Started or done at'}>
              <Input
                type="datetime-local"
                value={at}
                max={toField(now, zone)}
                onChange={(e) => setAt(e.target.value)}
              />
            </Field>
          </div>
          <div className="flex gap-2">
            {kind === 'planned' && (
              <Button size="hand" className="flex-1" onClick={() => void act('start', { at: fromField(at, zone) })}>
                Start
              </Button>
            )}
            {step.outcomes.length === 0 && (
              <Button
                kind="primary"
                size="hand"
                className="flex-1"
                onClick={() => void act('done', { at: fromField(at, zone) })}
              >
                Done
              </Button>
            )}
          </div>
          <Outcomes step={step} onOutcome={(outcome) => void act('done', { at: fromField(at, zone), outcome })} />
        </>
      )}
      <Problems step={step} onProblem={(problem, more = {}) => void act('problem', { kind: problem, ...more })} />
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
        <Button key={o.id} kind="primary" size="hand" className="flex-1" onClick={() => onOutcome(o.id)}>
          {o.words}
        </Button>
      ))}
    </fieldset>
  );
}

type ProblemsProps = { readonly step: ShopStep; readonly onProblem: (kind: string, more?: object) => void };

function Problems({ step, onProblem }: ProblemsProps) {
  if (step.state.kind === 'planned')
    return (
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-table text-sub">Still wet?</span>
          <Button onClick={() => onProblem('not-dry', { minutes: 60 })}>Not yet: 1 h more</Button>
          <Button onClick={() => onProblem('not-dry', { minutes: 24 * 60 })}>A day more</Button>
        </div>
        <HoldForm onHold={(more) => onProblem('hold', more)} />
      </div>
    );
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="text-table text-sub">Went wrong?</span>
      <Button onClick={() => onProblem('redo')}>
        {step.coat ? 'Failed: sand back and repeat' : 'Failed: do it again'}
      </Button>
      {(step.coat === 'paint' || step.coat === 'primer') && (
        <Button onClick={() => onProblem('bleed-through')}>Bleeds through: prime again</Button>
      )}
    </div>
  );
}

/** An approval, a part, a delivery: named, with the day it is expected. */
function HoldForm({ onHold }: { readonly onHold: (more: { title: string; until: number }) => void }) {
  const { view, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const [title, setTitle] = useState('');
  const [until, setUntil] = useState(toField(now + 2 * 1440, zone));
  const at = fromField(until, zone);
  return (
    <details className="border-t border-line pt-3">
      <summary className="cursor-pointer text-table font-semibold">Hold it: waiting for someone or something</summary>
      <div className="flex flex-col gap-3 pt-3">
        <Field label="Waits for" hint="e.g. the client to approve the sample, two hinges">
          <Input value={title} maxLength={80} onChange={(e) => setTitle(e.target.value)} />
        </Field>
        <Field label="Expected by">
          <Input type="datetime-local" value={until} onChange={(e) => setUntil(e.target.value)} />
        </Field>
        <Button
          disabled={title.trim() === '' || at === undefined || at <= now}
          onClick={() => at !== undefined && onHold({ title: title.trim(), until: at })}
        >
          Hold until then
        </Button>
      </div>
    </details>
  );
}
