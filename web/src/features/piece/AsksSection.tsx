import { AskInput, type PieceView } from '@app/contract';
import { type Ask, sayLength, sayTime, stepId } from '@app/core';
import { Download, Link2 } from 'lucide-react';
import { useState } from 'react';
import { commandId } from '../../data/api.ts';
import { useSession } from '../../data/reads.ts';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromField, toField } from '../../step/dateField.ts';
import { HoldPrice } from '../../step/HoldPrice.tsx';
import { Button, Field, Input, Section, Select, TextArea } from '../../ui/parts.tsx';

/** What the client was asked and told: as a file for any messenger, by a link where there is one, answered by a tap. */
export function AsksSection({ piece }: { readonly piece: PieceView }) {
  const [isAsking, setAsking] = useState(false);
  const open = piece.asks.filter((a) => a.question !== '' && a.answer === null);
  return (
    <Section
      title="Ask or tell the client"
      aside={piece.active && <Button onClick={() => setAsking(true)}>Ask or tell…</Button>}
    >
      {piece.asks.length === 0 && !isAsking && (
        <p className="text-table text-sub">
          A page with its progress, pictures, a question, pickup and care, to send as a file with any messenger.
        </p>
      )}
      {isAsking && <AskForm piece={piece} onDone={() => setAsking(false)} />}
      <ul className="flex flex-col gap-3">
        {[...piece.asks].reverse().map((a) => (
          <AskView key={a.id} piece={piece} ask={a} />
        ))}
      </ul>
      {open.length > 0 && <Chaser piece={piece} ask={open[0]!} />}
    </Section>
  );
}

function AskForm({ piece, onDone }: { readonly piece: PieceView; readonly onDone: () => void }) {
  const { view, now } = useWorkshop();
  const { command, refusal } = useCommand();
  const zone = view.shop.timeZone;
  const [question, setQuestion] = useState('');
  const [choices, setChoices] = useState('');
  const [before, setBefore] = useState('');
  const [until, setUntil] = useState(() => toField(now + 2 * 1440, zone));
  const [fault, setFault] = useState<string>();
  const waiting = piece.steps.filter((s) => s.state.kind === 'planned' && s.hands > 0);
  const save = async () => {
    const body = {
      id: crypto.randomUUID(),
      version: piece.version,
      question: question.trim(),
      choices: choices
        .split(/[\n;]/)
        .map((c) => c.trim())
        .filter((c) => c !== ''),
      before: before === '' ? null : before,
      until: before === '' ? null : (fromField(until, zone) ?? NaN),
    };
    try {
      await AskInput.validate({ ...body, commandId: commandId() });
    } catch (why) {
      return setFault((why as Error).message);
    }
    setFault(undefined);
    if (await command('POST', `/pieces/${piece.id}/asks`, body)) onDone();
  };
  return (
    <div className="flex flex-col gap-2 border-l-3 border-ink pl-3" role="group" aria-label="Ask or tell the client">
      <Field label="Question" hint="leave it empty to tell only how it stands">
        <Input maxLength={300} value={question} onChange={(e) => setQuestion(e.target.value)} />
      </Field>
      {question !== '' && (
        <>
          <Field label="Answers to choose from" hint="one a line, or none for their own words">
            <TextArea value={choices} onChange={(e) => setChoices(e.target.value)} />
          </Field>
          <Field label="What waits for the answer">
            <Select value={before} onChange={(e) => setBefore(e.target.value)}>
              <option value="">nothing</option>
              {waiting.map((s) => (
                <option key={s.id} value={s.key}>
                  {s.title}
                </option>
              ))}
            </Select>
          </Field>
          {before !== '' && (
            <>
              <Field label="Expected by">
                <Input type="datetime-local" value={until} onChange={(e) => setUntil(e.target.value)} />
              </Field>
              <HoldPrice step={stepId(piece.id, before)} until={fromField(until, zone)} />
            </>
          )}
        </>
      )}
      {fault && (
        <p role="alert" className="text-table text-oxide-text">
          {fault}
        </p>
      )}
      {refusal}
      <span className="flex gap-2">
        <Button kind="primary" onClick={() => void save()}>
          Make the page
        </Button>
        <Button kind="plain" onClick={onDone}>
          Leave it
        </Button>
      </span>
    </div>
  );
}

function AskView({ piece, ask }: { readonly piece: PieceView; readonly ask: Ask }) {
  const saying = useSaying();
  const { command, refusal } = useCommand();
  const { data: session } = useSession();
  const [words, setWords] = useState('');
  const answer = (choice: string) => void command('POST', `/pieces/${piece.id}/asks/answer`, { ask: ask.id, choice });
  const link = ask.token !== null && session?.publicUrl ? `${session.publicUrl}/api/client/${ask.token}` : null;
  return (
    <li className="flex flex-col gap-1.5 border-t border-line pt-2 text-table">
      <strong className="text-body">{ask.question === '' ? 'How it stands' : ask.question}</strong>
      <span className="text-sub">{sayTime(ask.at, saying)}</span>
      <span className="flex flex-wrap gap-3">
        <a
          className="inline-flex min-h-8 items-center gap-1.5 font-semibold underline"
          href={`/api/pieces/${encodeURIComponent(piece.id)}/asks/file?ask=${ask.id}`}
          download={`${piece.name}.html`}
        >
          <Download size={14} aria-hidden="true" /> Page as a file
        </a>
        {link && (
          <>
            <a className="inline-flex min-h-8 items-center gap-1.5 break-all underline" href={link}>
              <Link2 size={14} aria-hidden="true" /> Link
            </a>
            <Button
              kind="plain"
              onClick={() => void command('POST', `/pieces/${piece.id}/asks/revoke`, { ask: ask.id })}
            >
              Take the link away
            </Button>
          </>
        )}
      </span>
      {ask.answer ? (
        <span className="border-l-3 border-verdigris pl-2">
          {ask.answer.by === 'client' ? 'The client' : 'Noted here'}, {sayTime(ask.answer.at, saying)}:{' '}
          <strong>{ask.answer.choice}</strong> {ask.answer.words}
        </span>
      ) : (
        ask.question !== '' && (
          <span className="flex flex-wrap items-center gap-1.5">
            <span className="text-sub">They said:</span>
            {ask.choices.map((c) => (
              <Button key={c} onClick={() => answer(c)}>
                {c}
              </Button>
            ))}
            {ask.choices.length === 0 && (
              <>
                <Input
                  className="!w-40"
                  aria-label="What they said"
                  maxLength={80}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
                <Button onClick={() => answer(words.trim())}>Note it</Button>
              </>
            )}
          </span>
        )
      )}
      {refusal}
    </li>
  );
}

/** A reminder in words that can be sent as they are, with what the waiting costs. */
function Chaser({ piece, ask }: { readonly piece: PieceView; readonly ask: Ask }) {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const hold = piece.steps.find((s) => s.key === ask.hold);
  const until = hold?.pin.notBefore;
  const ready = view.plan.ready[piece.id];
  const waited = sayLength(Math.max(0, now - ask.at));
  const words = [
    `Dear ${piece.client ?? 'client'},`,
    `a short reminder about your ${piece.name.toLowerCase()}: ${ask.question}`,
    ...(ask.choices.length > 0 ? [`Please choose: ${ask.choices.join(' / ')}.`] : []),
    ...(until === undefined
      ? []
      : [
          `With your answer by ${sayTime(until, saying)} it is ready about ${ready === undefined ? 'as planned' : sayTime(ready, saying)}; each day later is a day later there.`,
        ]),
    `${view.me.name}, ${view.workshop.name}`,
  ].join('\n');
  return (
    <details>
      <summary className="cursor-pointer text-table font-semibold">A reminder to send; asked {waited} ago</summary>
      <pre className="mt-2 border border-keyline bg-paper p-2 font-sans text-table whitespace-pre-wrap select-all">
        {words}
      </pre>
    </details>
  );
}
