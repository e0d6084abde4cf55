import type { PieceView, WorkshopView } from '@app/contract';
import { type DayBreak, type PieceMove, type Saying, sayFullDate } from '@app/core';
import { CloudLightning } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { CoreFault } from '../../core/CoreFault.tsx';
import { useBreakMoves } from '../../core/useCore.ts';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { PeopleOptions } from '../../data/ShopOptions.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { DiffList } from '../../plan/DiffList.tsx';
import { fromField, toField } from '../../step/dateField.ts';
import { Button, Field, Input, Select } from '../../ui/parts.tsx';

/** What can go wrong with a day: one action each, seen as a whole before it is applied or dropped, with whom to tell. */
export function DayBreaks() {
  const { view, now } = useWorkshop();
  const [what, setWhat] = useState<DayBreak | null>(null);
  if (view.me.role !== 'owner' || view.pieces.length === 0) return null;
  const first = view.shop.people[0]!.id;
  const active = view.pieces.filter((p) => p.active);
  const dated = active.find((p) => p.due !== null);
  const [ruined] = begunSteps(active, now);
  const kinds: readonly (readonly [string, DayBreak | null])[] = [
    ['Ill today', { kind: 'away', person: first, from: 0, days: 1 }],
    ['Away…', { kind: 'away', person: first, from: 1, days: 3 }],
    ['Today is lost', { kind: 'lost', days: 1 }],
    ['Colder than forecast', { kind: 'colder', degrees: 5, days: 2 }],
    ['Wanted sooner…', dated ? { kind: 'sooner', piece: dated.id, due: dated.due! - 2 * 1440 } : null],
    ['Did not come…', active[0] ? { kind: 'not-come', piece: active[0].id, days: 1 } : null],
    ['Sander ran away…', ruined ? { kind: 'rework', piece: ruined.piece, step: ruined.key } : null],
  ];
  return (
    <details className="border-t border-line">
      <summary className="flex min-h-12 cursor-pointer items-center gap-2 text-body font-semibold">
        <CloudLightning size={18} aria-hidden="true" /> When the day breaks
      </summary>
      <div className="flex flex-col gap-4 pb-4">
        <div className="flex flex-wrap gap-2">
          {kinds.map(([words, fresh]) => (
            <Button key={words} size="hand" disabled={fresh === null} onClick={() => setWhat(fresh)}>
              {words}
            </Button>
          ))}
          <Link to="/pieces/new?rush=1" className="btn btn-outline min-h-12 border-ink px-5 text-section font-semibold">
            Rush job…
          </Link>
        </div>
        {what && <Preview what={what} onChange={setWhat} onDone={() => setWhat(null)} />}
      </div>
    </details>
  );
}

type PreviewProps = {
  readonly what: DayBreak;
  readonly onChange: (what: DayBreak) => void;
  readonly onDone: () => void;
};

function Preview({ what, onChange, onDone }: PreviewProps) {
  const { view } = useWorkshop();
  const { command, refusal, isSending } = useCommand();
  const saying = useSaying();
  const answer = useBreakMoves(view, what);
  const moves = answer.data;
  const apply = async () => {
    if (await command('POST', '/day-breaks', { what })) onDone();
  };
  return (
    <div
      role="group"
      aria-label="What it would move"
      className="flex flex-col gap-3 border-l-3 border-ink bg-raised p-4"
    >
      <Details what={what} onChange={onChange} />
      <CoreFault of={answer} />
      {moves && <DiffList moves={moves} view={view} />}
      {moves && <Tell moves={moves} view={view} saying={saying} />}
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" size="hand" disabled={isSending} onClick={() => void apply()}>
          It is so: plan around it
        </Button>
        <Button size="hand" onClick={onDone}>
          Drop it
        </Button>
      </div>
      {refusal}
    </div>
  );
}

/** A step that was begun lately, by its key. */
type Begun = { readonly piece: string; readonly key: string; readonly words: string; readonly at: number };

/** What can have gone wrong today: hands-on steps that were begun, the last first. */
function begunSteps(pieces: readonly PieceView[], now: number): Begun[] {
  const begun = pieces.flatMap((p) =>
    p.steps.flatMap((s) => {
      if (s.hands === 0 || s.state.kind === 'planned') return [];
      const at = s.state.kind === 'done' ? s.state.until : now;
      return [{ piece: p.id, key: s.key, words: `${p.name}: ${s.title}`, at }];
    }),
  );
  return begun.sort((a, b) => b.at - a.at).slice(0, MOST_BEGUN);
}
const MOST_BEGUN = 30;

function Details({ what, onChange }: Omit<PreviewProps, 'onDone'>) {
  const { view, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const days = (value: number | null, set: (n: number | null) => void, orUnknown: boolean) => (
    <Field label="For how many days">
      <Select
        className="!h-12"
        value={value ?? ''}
        onChange={(e) => set(e.target.value === '' ? null : Number(e.target.value))}
      >
        {[1, 2, 3, 5, 7, 10, 14].map((n) => (
          <option key={n} value={n}>
            {n}
          </option>
        ))}
        {orUnknown && <option value="">nobody knows; plan three, ask again</option>}
      </Select>
    </Field>
  );
  const pieces = (piece: string, set: (id: string) => void) => (
    <Field label="Which piece">
      <Select className="!h-12" value={piece} onChange={(e) => set(e.target.value)}>
        {view.pieces
          .filter((p) => p.active && (what.kind !== 'sooner' || p.due !== null))
          .map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
      </Select>
    </Field>
  );
  switch (what.kind) {
    case 'away':
      return (
        <div className="grid gap-3 sm:grid-cols-3">
          <Field label="Who">
            <Select
              className="!h-12"
              value={what.person}
              onChange={(e) => onChange({ ...what, person: e.target.value })}
            >
              <PeopleOptions />
            </Select>
          </Field>
          <Field label="From">
            <Select
              className="!h-12"
              value={what.from}
              onChange={(e) => onChange({ ...what, from: Number(e.target.value) })}
            >
              <option value={0}>now</option>
              <option value={1}>tomorrow</option>
              {[2, 3, 4, 5, 6, 7].map((n) => (
                <option key={n} value={n}>
                  in {n} days
                </option>
              ))}
            </Select>
          </Field>
          {days(what.days, (n) => onChange({ ...what, days: n }), true)}
        </div>
      );
    case 'lost':
      return days(what.days, (n) => onChange({ ...what, days: n ?? 1 }), false);
    case 'colder':
      return (
        <div className="grid gap-3 sm:grid-cols-2">
          <Field label={view.workshop.units === 'us' ? 'By how much, in °C (1 °C is 1.8 °F)' : 'By how many °C'}>
            <Select
              className="!h-12"
              value={what.degrees}
              onChange={(e) => onChange({ ...what, degrees: Number(e.target.value) })}
            >
              {[2, 5, 8, 12].map((n) => (
                <option key={n} value={n}>
                  {n}
                </option>
              ))}
            </Select>
          </Field>
          {days(what.days, (n) => onChange({ ...what, days: n ?? 2 }), false)}
        </div>
      );
    case 'sooner':
      return (
        <div className="grid gap-3 sm:grid-cols-2">
          {pieces(what.piece, (piece) => onChange({ ...what, piece }))}
          <Field label="Wanted by">
            <Input
              className="!h-12"
              type="datetime-local"
              value={toField(what.due, zone)}
              onChange={(e) => onChange({ ...what, due: fromField(e.target.value, zone) ?? what.due })}
            />
          </Field>
        </div>
      );
    case 'not-come':
      return (
        <div className="grid gap-3 sm:grid-cols-2">
          {pieces(what.piece, (piece) => onChange({ ...what, piece }))}
          {days(what.days, (n) => onChange({ ...what, days: n ?? 1 }), false)}
        </div>
      );
    case 'rework': {
      const begun = begunSteps(
        view.pieces.filter((p) => p.active),
        now,
      );
      return (
        <Field label="What has to be done again">
          <Select
            className="!h-12"
            value={`${what.piece} ${what.step}`}
            onChange={(e) => {
              const chosen = begun.find((b) => `${b.piece} ${b.key}` === e.target.value);
              if (chosen) onChange({ ...what, piece: chosen.piece, step: chosen.key });
            }}
          >
            {begun.map((b) => (
              <option key={`${b.piece} ${b.key}`} value={`${b.piece} ${b.key}`}>
                {b.words}
              </option>
            ))}
          </Select>
        </Field>
      );
    }
  }
}

/** Clients whose told date is missed by it, each with words that can be sent as they are. */
function Tell({
  moves,
  view,
  saying,
}: {
  readonly moves: readonly PieceMove[];
  readonly view: WorkshopView;
  readonly saying: Saying;
}) {
  const missed = moves.flatMap((m) => {
    const piece = view.pieces.find((p) => p.id === m.piece);
    const isMissed = piece?.promised && piece.due !== null && (m.readyAfter ?? 0) > piece.due;
    return isMissed && m.readyAfter !== null ? [{ piece, at: m.readyAfter }] : [];
  });
  if (missed.length === 0) return <p className="text-body">Every told date is kept; nobody has to be told.</p>;
  return (
    <ul className="flex flex-col gap-2" aria-label="To be told">
      {missed.map(({ piece, at }) => (
        <li key={piece.id}>
          <strong className="text-body">Tell {piece.client ?? piece.name}</strong>
          <pre className="border border-keyline bg-paper p-2 font-sans text-table whitespace-pre-wrap select-all">
            {`Dear ${piece.client ?? 'client'},\nyour ${piece.name.toLowerCase()} will be ready ${sayFullDate(at, saying)} instead of ${sayFullDate(piece.due!, saying)}. Something came up in the workshop; the paint gets the time it needs.\n${view.me.name}, ${view.workshop.name}`}
          </pre>
        </li>
      ))}
    </ul>
  );
}
