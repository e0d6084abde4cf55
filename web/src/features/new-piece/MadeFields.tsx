import type { Brief, MadePart } from '@app/core';
import { Plus, X } from 'lucide-react';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTyped, lengthUnit, toTyped } from '../../ui/amounts.ts';
import { Button, Field, Input } from '../../ui/parts.tsx';
import { useFaultAt } from './faultAt.ts';
import { NumberInput } from './NumberInput.tsx';
import type { PieceDraft } from './pieceDraft.ts';

type MadeProps = { readonly draft: PieceDraft; readonly onBrief: (b: Partial<Brief>) => void };

/** What is sawn and fitted here for the piece; the boards and their cut list stand under what has to lie ready. */
export function MadeFields({ draft, onBrief }: MadeProps) {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const faultAt = useFaultAt();
  const made = draft.brief.made ?? [];
  const set = (next: readonly MadePart[]) => onBrief({ made: next });
  const change = (id: string, more: Partial<MadePart>) => set(made.map((m) => (m.id === id ? { ...m, ...more } : m)));
  const n = 1 + Math.max(0, ...made.map((m) => Number(m.id.replace('made-', '')) || 0));
  const fresh: MadePart = { id: `made-${n}`, name: 'Shelf', length: 0.8, width: 0.25, count: 1 };
  return (
    <details open={made.length > 0}>
      <summary className="cursor-pointer text-table font-semibold text-sub">
        Made here: a base, a shelf, a front, glides
      </summary>
      <div className="flex flex-col gap-2 pt-2">
        {made.map((m, i) => (
          <div
            key={m.id}
            role="group"
            aria-label={`Made here: ${m.name}`}
            className="grid grid-cols-2 items-start gap-2 sm:grid-cols-[2fr_1fr_1fr_1fr_auto]"
          >
            <Field label="What is made" error={faultAt(`brief.made[${i}].name`)}>
              <Input value={m.name} maxLength={40} onChange={(e) => change(m.id, { name: e.target.value })} />
            </Field>
            <Field label={`Long, ${lengthUnit(units)}`} error={faultAt(`brief.made[${i}].length`)}>
              <NumberInput
                value={toTyped(m.length, units)}
                onNumber={(x) => change(m.id, { length: fromTyped(x, units) })}
              />
            </Field>
            <Field label={`Wide, ${lengthUnit(units)}`} error={faultAt(`brief.made[${i}].width`)}>
              <NumberInput
                value={toTyped(m.width, units)}
                onNumber={(x) => change(m.id, { width: fromTyped(x, units) })}
              />
            </Field>
            <Field label="How many" error={faultAt(`brief.made[${i}].count`)}>
              <NumberInput value={m.count} onNumber={(x) => change(m.id, { count: x })} />
            </Field>
            <Button
              className="mt-5"
              aria-label={`Remove ${m.name}`}
              onClick={() => set(made.filter((x) => x.id !== m.id))}
            >
              <X size={14} aria-hidden="true" />
            </Button>
          </div>
        ))}
        <Button className="self-start" onClick={() => set([...made, fresh])}>
          <Plus size={14} aria-hidden="true" /> One more part to make
        </Button>
      </div>
    </details>
  );
}
