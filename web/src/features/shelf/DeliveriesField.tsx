import { Plus, X } from 'lucide-react';
import { arrivalOfOrder } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { toField } from '../../step/dateField.ts';
import { Button, Input } from '../../ui/parts.tsx';

/** A delivery as it is typed. */
export type TypedDelivery = { readonly at: string; readonly amount: string };

/** Cans on their way: coats they are needed for wait for them. One that has come goes onto the shelf with one tap. */
export function DeliveriesField({
  typed,
  unit,
  usual,
  leadDays,
  fault,
  onChange,
  onHere,
}: {
  readonly typed: readonly TypedDelivery[];
  readonly unit: string;
  /** A can, as it is typed. */
  readonly usual: string;
  readonly leadDays: number | null;
  readonly fault: string | undefined;
  readonly onChange: (typed: TypedDelivery[]) => void;
  readonly onHere: (index: number) => void;
}) {
  const saying = useSaying();
  const expected = arrivalOfOrder(saying.zone, saying.now, leadDays ?? 3);
  const edit = (index: number, more: Partial<TypedDelivery>) =>
    onChange(typed.map((d, k) => (k === index ? { ...d, ...more } : d)));
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="condensed mb-1 text-lane font-semibold text-sub">On its way</legend>
      {typed.map((d, k) => (
        // Lines have nothing of their own to go by, and are never put in another order.
        <div key={k} className="flex flex-wrap items-center gap-2">
          <Input
            aria-label={`Delivery ${k + 1}, comes`}
            type="datetime-local"
            className="!w-56"
            value={d.at}
            onChange={(e) => edit(k, { at: e.target.value })}
          />
          <Input
            aria-label={`Delivery ${k + 1}, ${unit}`}
            inputMode="decimal"
            className="!w-20"
            value={d.amount}
            onChange={(e) => edit(k, { amount: e.target.value })}
          />
          <span className="text-table">{unit}</span>
          <Button onClick={() => onHere(k)}>It is here</Button>
          <Button
            kind="plain"
            aria-label={`No delivery ${k + 1}`}
            onClick={() => onChange(typed.filter((_, n) => n !== k))}
          >
            <X size={16} aria-hidden="true" />
          </Button>
        </div>
      ))}
      {fault && (
        <p role="alert" className="text-lane text-oxide-text">
          {fault}
        </p>
      )}
      <Button
        kind="plain"
        className="self-start"
        onClick={() => onChange([...typed, { at: toField(expected, saying.zone), amount: usual || '1' }])}
      >
        <Plus size={14} aria-hidden="true" /> {typed.length === 0 ? 'A can is on its way' : 'Another'}
      </Button>
    </fieldset>
  );
}
