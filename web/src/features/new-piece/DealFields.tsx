import { sayTime } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromField, toField } from '../../step/dateField.ts';
import { Choice, Field, Input, Section, Tap } from '../../ui/parts.tsx';
import type { PieceDraft } from './pieceDraft.ts';
import type { usePieceForm } from './usePieceForm.ts';

type DealProps = Pick<ReturnType<typeof usePieceForm>, 'register' | 'fault'> & {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
  /** When the plan has it ready; null: not known yet. */
  readonly ready: number | null;
};

/** Whose it is, what it is called, when it comes and goes. */
export function DealFields({ draft, onChange, register, fault, ready }: DealProps) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const zone = view.shop.timeZone;
  return (
    <Section title="Whose it is, and when">
      <div className="grid items-end gap-3 md:grid-cols-2">
        <Field label="Name of the piece" error={fault('name')}>
          <Input maxLength={60} {...register('name')} />
        </Field>
        <Choice
          label="For"
          value={draft.kind}
          options={[
            ['client', 'A client'],
            ['stock', 'Stock'],
          ]}
          onChange={(kind) => onChange({ ...draft, kind })}
        />
        {draft.kind === 'client' && (
          <Field label="Client">
            <Input maxLength={60} {...register('client')} />
          </Field>
        )}
        <Field label="Arrives">
          <Input
            type="datetime-local"
            value={toField(draft.arrival, zone)}
            onChange={(e) => onChange({ ...draft, arrival: fromField(e.target.value, zone) ?? draft.arrival })}
          />
        </Field>
        <Field
          label={draft.kind === 'client' ? 'Pickup' : 'Market or booth date'}
          error={fault('due')}
          hint={ready === null ? undefined : `The plan has it ready ${sayTime(ready, saying)}.`}
        >
          <Input
            type="datetime-local"
            value={draft.due === null ? '' : toField(draft.due, zone)}
            onChange={(e) => onChange({ ...draft, due: fromField(e.target.value, zone) ?? null })}
          />
        </Field>
        {draft.kind === 'client' && draft.due !== null && (
          <Tap isOn={draft.promised} onToggle={() => onChange({ ...draft, promised: !draft.promised })}>
            {draft.promised ? 'The client was told this date' : 'Date not told to the client yet'}
          </Tap>
        )}
      </div>
    </Section>
  );
}
