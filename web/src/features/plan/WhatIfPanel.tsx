import type { Answer } from '../../core/useCore.ts';
import { CoreFault } from '../../core/CoreFault.tsx';
import type { WorkshopView } from '@app/contract';
import { useMemo } from 'react';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { pieceWith } from '../../conflict/pieceWith.ts';
import { DiffList } from '../../plan/DiffList.tsx';
import { type Outlook, sayGains, sayLosses, type WhatIf } from '@app/core';
import { Button, Field, Input, Select } from '../../ui/parts.tsx';
import { SidePanel } from './SidePanel.tsx';
import { tried, type Tried } from './whatIfs.ts';

const KINDS: readonly (readonly [WhatIf['kind'], string])[] = [
  ['away', 'someone is away'],
  ['longer', 'someone works longer days'],
  ['hands', 'there were one more pair of hands'],
  ['room', 'a place had room for one more'],
  ['date', 'a date moved'],
  ['without', 'a piece were not here'],
];

export const firstWhatIf = (view: WorkshopView): WhatIf => ({
  kind: 'away',
  person: view.shop.people.at(-1)?.id ?? '',
  from: 1,
  days: 3,
});

/** The workshop as it would be; null when the question is about nothing there is. */
export function useTried(what: WhatIf | null): Tried | null {
  const { view } = useWorkshop();
  return useMemo(() => {
    const sayPiece = (id: string, due: number) => {
      const piece = view.pieces.find((p) => p.id === id)!;
      return { ...pieceWith(piece, { brief: piece.brief, edits: piece.edits }), due };
    };
    return what && tried(view, what, sayPiece);
  }, [view, what]);
}

/** A sandbox: something is otherwise, the plan shows what that does, and it is applied or dropped. */
export function WhatIfPanel({
  what,
  plan,
  answer,
  onChange,
  onClose,
}: {
  readonly what: WhatIf;
  readonly plan: Tried | null;
  readonly answer: Answer<Outlook>;
  readonly onChange: (w: WhatIf) => void;
  readonly onClose: () => void;
}) {
  const { data: outlook } = answer;
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const apply = async () => {
    if (!plan) return;
    const { method, path, body } = plan.step;
    if (await command(method, path, { ...body, asTried: true })) onClose();
  };
  return (
    <SidePanel title="What if…" onClose={onClose}>
      <Field label="What if">
        <Select value={what.kind} onChange={(e) => onChange(fresh(e.target.value as WhatIf['kind'], view))}>
          {KINDS.map(([k, words]) => (
            <option key={k} value={k}>
              {words}
            </option>
          ))}
        </Select>
      </Field>
      <Details what={what} view={view} onChange={onChange} />
      {outlook ? (
        <>
          <Effect of={outlook} />
          {outlook.besides.length > 0 && <Besides of={outlook} />}
        </>
      ) : answer.error ? (
        <CoreFault of={answer} />
      ) : (
        <p className="text-sub" role="status">
          {plan ? 'Planning it…' : 'Choose something there is.'}
        </p>
      )}
      <p className="text-lane text-sub">
        The grain shows the plan as it would be. Nothing is saved until you apply it.
      </p>
      {refusal}
      <div className="flex gap-2">
        <Button kind="primary" disabled={!plan || !outlook} onClick={() => void apply()}>
          Apply it
        </Button>
        <Button onClick={onClose}>Drop it</Button>
      </div>
    </SidePanel>
  );
}

/** What comes of it, against the best plan there is without it. */
function Effect({ of: { before, after, moves } }: { readonly of: Outlook }) {
  const { view } = useWorkshop();
  const [gains, losses] = [sayGains(before, after), sayLosses(before, after)];
  return (
    <>
      <div role="status">
        <ul className="flex list-disc flex-col pl-5 text-table">
          {gains.map((g) => (
            <li key={g}>{g}</li>
          ))}
          {losses.map((l) => (
            <li key={l} className="font-semibold text-oxide-text">
              {l}
            </li>
          ))}
        </ul>
        {gains.length + losses.length === 0 && (
          <p className="text-table">
            No date is kept better or worse for it{moves.length > 0 ? '; single pieces move:' : ', and nothing moves.'}
          </p>
        )}
      </div>
      {moves.length > 0 && <DiffList moves={moves} view={view} />}
    </>
  );
}

const WITHOUT_IT = 'Could be had without it, too';

/** What the grain shows as well, and is no reason to do it. */
function Besides({ of: { besides } }: { readonly of: Outlook }) {
  const { view } = useWorkshop();
  return (
    <section aria-labelledby="besides" className="flex flex-col gap-1 border-t border-dashed border-keyline pt-3">
      <h3 id="besides" className="text-table font-semibold">
        {WITHOUT_IT}
      </h3>
      <p className="text-table text-sub">
        The plan as it stands can be bettered, and the grain shows both together. Applied, both are done. Dropped, the
        plan looks for this by itself and offers it at its foot.
      </p>
      <DiffList moves={besides} view={view} label={WITHOUT_IT} />
    </section>
  );
}

function fresh(kind: WhatIf['kind'], view: WorkshopView): WhatIf {
  const person = view.shop.people[0]?.id ?? '';
  const active = view.pieces.filter((p) => p.active);
  switch (kind) {
    case 'away':
      return { kind, person, from: 1, days: 3 };
    case 'longer':
      return { kind, person, hours: 2, days: 10 };
    case 'hands':
      return { kind, like: person };
    case 'room':
      return { kind, station: view.shop.stations[0]?.id ?? '' };
    case 'date':
      return { kind, piece: active.find((p) => p.due !== null)?.id ?? '', days: -3 };
    case 'without':
      return { kind, piece: active[0]?.id ?? '' };
  }
}

type DetailsProps = {
  readonly what: WhatIf;
  readonly view: WorkshopView;
  readonly onChange: (w: WhatIf) => void;
};

function Details({ what, view, onChange }: DetailsProps) {
  const people = view.shop.people.map((p) => [p.id, p.name] as const);
  const pieces = view.pieces.filter((p) => p.active).map((p) => [p.id, p.name] as const);
  switch (what.kind) {
    case 'away':
      return (
        <div className="grid grid-cols-3 gap-2">
          <Pick label="Who" value={what.person} options={people} onPick={(person) => onChange({ ...what, person })} />
          <Count label="From, days ahead" value={what.from} onCount={(from) => onChange({ ...what, from })} />
          <Count label="How many days" value={what.days} least={1} onCount={(days) => onChange({ ...what, days })} />
        </div>
      );
    case 'longer':
      return (
        <div className="grid grid-cols-3 gap-2">
          <Pick label="Who" value={what.person} options={people} onPick={(person) => onChange({ ...what, person })} />
          <Count label="Hours more" value={what.hours} least={1} onCount={(hours) => onChange({ ...what, hours })} />
          <Count label="For days" value={what.days} least={1} onCount={(days) => onChange({ ...what, days })} />
        </div>
      );
    case 'hands':
      return (
        <Pick
          label="Able and in like"
          value={what.like}
          options={people}
          onPick={(like) => onChange({ ...what, like })}
        />
      );
    case 'room':
      return (
        <Pick
          label="Place"
          value={what.station}
          options={view.shop.stations.map((s) => [s.id, s.name] as const)}
          onPick={(station) => onChange({ ...what, station })}
        />
      );
    case 'date':
      return (
        <div className="grid grid-cols-2 gap-2">
          <Pick
            label="Piece"
            value={what.piece}
            options={pieces.filter(([id]) => view.pieces.find((p) => p.id === id)?.due !== null)}
            onPick={(piece) => onChange({ ...what, piece })}
          />
          <Count label="By days" value={what.days} least={-60} onCount={(days) => onChange({ ...what, days })} />
        </div>
      );
    case 'without':
      return (
        <Pick label="Piece" value={what.piece} options={pieces} onPick={(piece) => onChange({ ...what, piece })} />
      );
  }
}

function Pick({
  label,
  value,
  options,
  onPick,
}: {
  readonly label: string;
  readonly value: string;
  readonly options: readonly (readonly [string, string])[];
  readonly onPick: (v: string) => void;
}) {
  return (
    <Field label={label}>
      <Select value={value} onChange={(e) => onPick(e.target.value)}>
        {options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
    </Field>
  );
}

function Count({
  label,
  value,
  least = 0,
  onCount,
}: {
  readonly label: string;
  readonly value: number;
  readonly least?: number;
  readonly onCount: (n: number) => void;
}) {
  return (
    <Field label={label}>
      <Input
        type="number"
        min={least}
        max={60}
        value={value}
        onChange={(e) => {
          const n = Math.round(Number(e.target.value));
          if (Number.isFinite(n) && n >= least && n <= 60) onCount(n);
        }}
      />
    </Field>
  );
}
