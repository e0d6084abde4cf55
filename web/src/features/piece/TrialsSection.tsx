import type { PieceView } from '@app/contract';
import { keptTrial, STRIP_LOOKS, MOST_TRIALS, sayTime, type Trial, type Verdict } from '@app/core';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { CanOptions } from '../../data/ShopOptions.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromField, toField } from '../../step/dateField.ts';
import { Button, Field, Input, Section, Select, Tap } from '../../ui/parts.tsx';
import { PhotoButton } from '../../ui/PhotoButton.tsx';

const WORDS: Readonly<Record<Verdict, string>> = { keep: 'Keep', again: 'Again', no: 'No' };

/** Colours tried on the piece as strips side by side, a verdict for each, and until when somebody decides. */
export function TrialsSection({ piece }: { readonly piece: PieceView }) {
  const saying = useSaying();
  const { command, refusal } = useCommand();
  const [isAdding, setAdding] = useState(false);
  const { trials } = piece;
  const save = (more: Partial<typeof trials>) =>
    command('PUT', `/pieces/${piece.id}/trials`, { version: piece.version, trials: { ...trials, ...more } });
  const change = (id: string, more: Partial<Trial>) =>
    void save({ tried: trials.tried.map((t) => (t.id === id ? { ...t, ...more } : t)) });
  const kept = keptTrial(trials);
  return (
    <Section
      title="Colours tried"
      aside={
        piece.active &&
        trials.tried.length < MOST_TRIALS && <Button onClick={() => setAdding(true)}>Try a colour</Button>
      }
    >
      {trials.tried.length === 0 && !isAdding && (
        <p className="text-table text-sub">
          None yet. Up to {MOST_TRIALS} strips can be compared before the first coat.
        </p>
      )}
      <Strips tried={trials.tried} kept={kept?.id ?? null} />
      <ul className="flex flex-col gap-2">
        {trials.tried.map((t) => (
          <li key={t.id} className="flex flex-wrap items-center gap-2 text-table">
            <span className="size-4 border border-keyline" style={{ background: t.hex }} />
            <span className="min-w-24 flex-1">
              {t.name}
              {t.sealed ? ', sealed' : ''}
            </span>
            {(Object.keys(WORDS) as Verdict[]).map((v) => (
              <Tap
                key={v}
                isOn={t.verdict === v}
                onToggle={() => change(t.id, { verdict: t.verdict === v ? null : v })}
              >
                {WORDS[v]}
              </Tap>
            ))}
            <TrialPhotos piece={piece} trial={t} />
            <Button kind="plain" onClick={() => void save({ tried: trials.tried.filter((x) => x.id !== t.id) })}>
              Take away
            </Button>
          </li>
        ))}
      </ul>
      {isAdding && (
        <AddTrial
          onAdd={async (t) => {
            if (await save({ tried: [...trials.tried, t] })) setAdding(false);
          }}
          onLeave={() => setAdding(false)}
        />
      )}
      {trials.tried.length > 0 && !kept && piece.active && (
        <DecideBy decideBy={trials.decide_by} onChosen={(decide_by) => void save({ decide_by })} />
      )}
      {kept && <p className="text-table">Kept: {kept.name}. The coats still to come are laid in it.</p>}
      {trials.decide_by !== null && !kept && (
        <p className="text-table">The first coat waits until {sayTime(trials.decide_by, saying)}.</p>
      )}
      {refusal}
    </Section>
  );
}

/** The strip as it was wet and as it dried, side by side: paint seldom dries to the colour it has in the can. */
function TrialPhotos({ piece, trial }: { readonly piece: PieceView; readonly trial: Trial }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const step = piece.steps.find((s) => s.coat === 'paint') ?? piece.steps[0];
  if (!step) return null;
  const send = (look: (typeof STRIP_LOOKS)[number], file: File) => {
    const by = view.me.personId ?? view.shop.people[0]!.id;
    const note = `${trial.name} tried, ${look}${trial.sealed ? ', sealed' : ''}`;
    const body = { by, side: 'front', note, done: false, strip: trial.id, look, file };
    return command('POST', `/steps/${encodeURIComponent(step.id)}/photo`, body);
  };
  return (
    <span className="flex w-full flex-wrap gap-2 pl-6">
      {STRIP_LOOKS.map((look) => {
        const kept = piece.photos.find((p) => p.id === trial[look]);
        return (
          <span key={look} className="flex flex-col gap-1">
            {kept && (
              <img
                src={`/api/photos/${kept.id}`}
                alt={`${trial.name}, ${look}`}
                className="h-20 w-28 border border-keyline object-cover"
              />
            )}
            {piece.active && (
              <PhotoButton className="min-h-11 w-28 px-2 text-table" onPhoto={(file) => void send(look, file)}>
                <Camera size={14} aria-hidden="true" /> {kept ? `${look} again` : `Photo, ${look}`}
              </PhotoButton>
            )}
          </span>
        );
      })}
      {refusal}
    </span>
  );
}

const STRIP = { width: 56, height: 64 } as const;

/** Strips of the colours on the wood they were tried on; the kept one stands out of the row. */
function Strips({ tried, kept }: { readonly tried: readonly Trial[]; readonly kept: string | null }) {
  if (tried.length === 0) return null;
  const width = tried.length * (STRIP.width + 6);
  return (
    <svg
      viewBox={`0 0 ${width} ${STRIP.height + 18}`}
      className="h-20 self-start"
      role="img"
      aria-label="Colours tried"
    >
      <rect y={STRIP.height + 2} width={width} height="14" fill="#b98d5a" stroke="var(--m-keyline)" />
      {tried.map((t, i) => {
        const y = t.id === kept ? 0 : 10;
        return (
          <g key={t.id}>
            <rect
              x={i * (STRIP.width + 6) + 3}
              y={y}
              width={STRIP.width}
              height={STRIP.height + 2 - y}
              fill={t.hex}
              stroke={t.id === kept ? 'var(--m-ink)' : 'var(--m-keyline)'}
              strokeWidth={t.id === kept ? 2.5 : 1}
            />
            {t.sealed && (
              <rect x={i * (STRIP.width + 6) + 3} y={y} width={STRIP.width} height="6" fill="url(#clear-coat)" />
            )}
            {t.verdict === 'no' && (
              <path
                d={`M${i * (STRIP.width + 6) + 6} ${y + 3}l${STRIP.width - 6} ${STRIP.height - y - 4}`}
                stroke="var(--m-paper)"
                strokeWidth="3"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

function AddTrial({ onAdd, onLeave }: { readonly onAdd: (t: Trial) => void; readonly onLeave: () => void }) {
  const { view } = useWorkshop();
  const { paints } = view.shop;
  const [paint, setPaint] = useState(paints[0]?.id ?? '');
  const [name, setName] = useState('');
  const [hex, setHex] = useState('#8a9a86');
  const [sealed, setSealed] = useState(false);
  const can = paints.find((p) => p.id === paint);
  const add = () =>
    onAdd({
      id: crypto.randomUUID(),
      name: can?.name ?? name.trim(),
      hex: can?.hex ?? hex,
      paint: can?.id ?? null,
      sealed,
      verdict: null,
    });
  return (
    <div className="flex flex-col gap-2 border-l-3 border-line pl-3">
      <Field label="Laid from">
        <Select value={paint} onChange={(e) => setPaint(e.target.value)}>
          <CanOptions />
          <option value="">something that is not on the shelf</option>
        </Select>
      </Field>
      {!can && (
        <div className="grid grid-cols-[1fr_64px] gap-2">
          <Field label="Its name">
            <Input maxLength={60} value={name} onChange={(e) => setName(e.target.value)} />
          </Field>
          <Field label="Colour">
            <input
              type="color"
              className="h-8 w-full cursor-pointer border border-keyline"
              value={hex}
              onChange={(e) => setHex(e.target.value)}
            />
          </Field>
        </div>
      )}
      <span className="flex flex-wrap gap-2">
        <Tap isOn={sealed} onToggle={() => setSealed(!sealed)}>
          Under its clear coat
        </Tap>
        <Button kind="primary" onClick={add}>
          Add the strip
        </Button>
        <Button kind="plain" onClick={onLeave}>
          Leave it
        </Button>
      </span>
    </div>
  );
}

function DecideBy({
  decideBy,
  onChosen,
}: {
  readonly decideBy: number | null;
  readonly onChosen: (at: number | null) => void;
}) {
  const { view, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const [typed, setTyped] = useState(() => toField(decideBy ?? now + 2 * 1440, zone));
  const [fault, setFault] = useState<string>();
  const set = () => {
    const at = fromField(typed, zone);
    if (at === undefined || at <= now) return setFault('Enter a day and a time still to come.');
    setFault(undefined);
    onChosen(at);
  };
  return (
    <span className="flex flex-wrap items-end gap-2">
      <Field label="Decide by; the first coat waits until then" error={fault}>
        <Input type="datetime-local" value={typed} onChange={(e) => setTyped(e.target.value)} />
      </Field>
      <Button onClick={set}>{decideBy === null ? 'Let it wait' : 'Change the day'}</Button>
      {decideBy !== null && (
        <Button kind="plain" onClick={() => onChosen(null)}>
          Do not wait
        </Button>
      )}
    </span>
  );
}
