import { measuresOf, templateById, wrongMeasures } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTyped, lengthUnit, toTyped } from '../../ui/amounts.ts';
import { Field, Section } from '../../ui/parts.tsx';
import { NumberInput } from './NumberInput.tsx';
import { boundsOf } from './measureBounds.ts';
import type { PieceDraft } from './pieceDraft.ts';
import { ZoneFields } from './ZoneFields.tsx';

type FieldsProps = { readonly draft: PieceDraft; readonly onChange: (d: PieceDraft) => void };

/** Three to five measurements, in the shop's units; the areas they give stand below them. */
export function MeasureFields({ draft, onChange }: FieldsProps) {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const template = templateById.get(draft.template)!;
  const wrong = wrongMeasures(template, draft.dimensions);
  return (
    <Section title="Measurements">
      <div key={template.id} className="grid grid-cols-2 gap-3 sm:grid-cols-5">
        {measuresOf(template).map((m) => {
          const isLength = m.kind === 'length';
          const metres = draft.dimensions[m.key] ?? m.usual;
          return (
            <Field
              key={m.key}
              label={isLength ? `${m.label}, ${lengthUnit(units)}` : m.label}
              error={wrong.includes(m) ? `Enter ${boundsOf(m, units)}.` : undefined}
            >
              <NumberInput
                value={isLength ? toTyped(metres, units) : metres}
                onNumber={(n) =>
                  onChange({
                    ...draft,
                    dimensions: { ...draft.dimensions, [m.key]: isLength ? fromTyped(n, units) : n },
                  })
                }
              />
            </Field>
          );
        })}
      </div>
      {wrong.length === 0 && <ZoneFields template={template} draft={draft} onChange={onChange} />}
    </Section>
  );
}
