import { type Brief, type Colour, isHexColour, PRODUCTS } from '@app/core';
import { useWorkshop } from '../../app/workshop.tsx';
import { Choice, Field, Input, Section, Select } from '../../ui/parts.tsx';
import type { PieceDraft } from './pieceDraft.ts';

/** What the owner of the piece wants. */
export function BriefFields({
  draft,
  onChange,
}: {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
}) {
  const { view } = useWorkshop();
  const brief = (more: Partial<Brief>) => onChange({ ...draft, brief: { ...draft.brief, ...more } });
  const { top } = draft.brief;
  const hasSprayer = view.shop.tools.some((t) => t.id === 'sprayer');
  return (
    <Section title="What it should become">
      <div className="grid gap-4 md:grid-cols-2">
        <ColourField label="Colour" colour={draft.brief.body} onChange={(body) => brief({ body })} />
        <Field label="Paint">
          <Select value={draft.brief.paint} onChange={(e) => brief({ paint: e.target.value })}>
            {PRODUCTS.filter((p) => p.family === 'paint').map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Select>
        </Field>
        <Choice
          label="Top or seats"
          value={top.kind}
          options={[
            ['same', 'Same as the rest'],
            ['stain', 'Stained wood'],
            ['paint', 'Another colour'],
          ]}
          onChange={(kind) =>
            brief({
              top:
                kind === 'same'
                  ? { kind }
                  : {
                      kind,
                      colour:
                        kind === 'stain'
                          ? { name: 'Warm brown', hex: '#7a5230' }
                          : { name: 'Off-white', hex: '#eee9dc' },
                    },
            })
          }
        />
        {top.kind === 'same' ? (
          <span />
        ) : (
          <ColourField
            label={top.kind === 'stain' ? 'Stain' : 'Colour of the top'}
            colour={top.colour}
            onChange={(colour) => brief({ top: { ...top, colour } })}
          />
        )}
        <Choice
          label="Protection"
          value={draft.brief.sealer}
          options={[
            ['clear', 'Clear coat'],
            ['wax', 'Wax'],
            ['none', 'None'],
          ]}
          onChange={(sealer) => brief({ sealer })}
        />
        <Choice
          label="Primer"
          value={draft.brief.prime}
          options={[
            ['auto', 'As needed'],
            ['yes', 'Always'],
            ['no', 'Never'],
          ]}
          onChange={(prime) => brief({ prime })}
        />
        {hasSprayer && (
          <Choice
            label="Applied by"
            value={draft.brief.method}
            options={[
              ['brush', 'Brush and roller'],
              ['spray', 'Sprayer'],
            ]}
            onChange={(method) => brief({ method })}
          />
        )}
        <Choice
          label="Hardware"
          value={draft.brief.hardware}
          options={[
            ['clean', 'Clean it'],
            ['keep', 'As it is'],
          ]}
          onChange={(hardware) => brief({ hardware })}
        />
      </div>
    </Section>
  );
}

function ColourField({
  label,
  colour,
  onChange,
}: {
  readonly label: string;
  readonly colour: Colour;
  readonly onChange: (c: Colour) => void;
}) {
  const isGood = isHexColour(colour.hex);
  return (
    <div className="flex flex-col gap-1">
      <span className="condensed text-lane font-semibold text-sub">{label}</span>
      <div className="flex gap-1">
        <input
          type="color"
          aria-label={`${label}: pick`}
          value={isGood ? colour.hex : '#888888'}
          onChange={(e) => onChange({ ...colour, hex: e.target.value })}
          className="h-8 w-10 shrink-0 cursor-pointer border border-keyline"
        />
        <Input
          aria-label={`${label}: name`}
          value={colour.name}
          maxLength={40}
          onChange={(e) => onChange({ ...colour, name: e.target.value })}
        />
        <Input
          aria-label={`${label}: hex`}
          className="max-w-24"
          value={colour.hex}
          onChange={(e) => onChange({ ...colour, hex: e.target.value.trim() })}
        />
      </div>
      {!isGood && (
        <span role="alert" className="text-lane text-oxide-text">
          Enter a colour like #3d5a45.
        </span>
      )}
    </div>
  );
}
