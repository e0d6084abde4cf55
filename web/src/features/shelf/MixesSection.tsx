import { useInUnits } from '../../data/saying.ts';
import { MixInput } from '@app/contract';
import { batchOf, isHexColour, litres, type Mix, type MixPart } from '@app/core';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useFieldArray } from 'react-hook-form';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTypedLitres, sayCup, toTypedLitres } from '../../ui/amounts.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Section, TextArea } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';

/** Mixes kept by their parts, to be made again exactly in any amount. */
export function MixesSection() {
  const said = useInUnits();
  const { view } = useWorkshop();
  const [isNew, setNew] = useState(false);
  return (
    <Section title="Mixes" aside={<Button onClick={() => setNew(true)}>Keep a mix</Button>}>
      {view.shop.mixes.length === 0 && (
        <p className="text-sub">
          {said('Keep a mix by its parts, and it can be made again exactly, for a cup or for a litre.')}
        </p>
      )}
      <ul className="grid gap-6 md:grid-cols-2">
        {view.shop.mixes.map((m) => (
          <MixEditor key={m.id} mix={m} onDone={() => {}} />
        ))}
        {isNew && <MixEditor mix={FRESH_MIX} onDone={() => setNew(false)} />}
      </ul>
    </Section>
  );
}

const partsOf = (typed: readonly { name: string; parts: string }[]): MixPart[] =>
  typed.map((p) => ({ name: p.name.trim(), parts: readNumber(p.parts) }));

const SHADES = ['var(--m-keyline)', 'var(--m-line)', 'var(--m-sub)', 'var(--m-night)'];

/** A mix not there before it is saved, under a name. */
const FRESH_MIX: Mix = {
  id: '',
  name: '',
  hex: '#7f8a8e',
  parts: [
    { name: 'First colour', parts: 3 },
    { name: 'Second colour', parts: 1 },
  ],
  note: '',
};

function MixEditor({ mix, onDone }: { readonly mix: Mix; readonly onDone: () => void }) {
  const isNew = mix.id === '';
  const { view } = useWorkshop();
  const { command, saveRow, refusal } = useCommand();
  const { units } = view.workshop;
  // How much is made now is a sum on the screen and no part of the mix.
  const [batch, setBatch] = useState(String(toTypedLitres(0.4, units)));
  const form = useTypedForm({
    isShared: !isNew,
    typed: {
      name: mix.name,
      hex: mix.hex,
      note: mix.note,
      parts: mix.parts.map((p) => ({ name: p.name, parts: String(p.parts) })),
    },
    schema: MixInput,
    read: (t) => ({
      version: view.versions[`mixes/${mix.id}`],
      name: t.name.trim(),
      hex: t.hex.trim(),
      parts: partsOf(t.parts),
      note: t.note,
    }),
    words: { hex: 'Like #3d5a45.', parts: 'Name each part, enter parts of 0 or more, and not all 0.' },
  });
  const { register, control, watch, fault, submit } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'parts' });
  const save = submit(async (body) => {
    const isSaved = await saveRow('mixes', mix.id, body);
    if (isSaved && isNew) onDone();
    return isSaved;
  });
  const { hex, parts } = watch();
  const read = partsOf(parts);
  const amount = fromTypedLitres(readNumber(batch), units);
  const isMixable = read.every((p) => p.parts >= 0) && read.some((p) => p.parts > 0);
  const out = isMixable && amount >= 0 ? batchOf({ parts: read }, litres(amount)) : null;
  const colourOf = (part: string, i: number) =>
    view.shop.paints.find((p) => p.name.toLowerCase() === part.toLowerCase())?.hex ?? SHADES[i % SHADES.length]!;
  return (
    <li className="grid grid-cols-[64px_minmax(0,1fr)] gap-3 border-t border-line pt-3">
      <svg width="64" height="132" aria-hidden="true">
        <rect x="2" y="2" width="58" height="26" fill={isHexColour(hex) ? hex : mix.hex} stroke="var(--m-keyline)" />
        {out && <Glass parts={read} colourOf={colourOf} />}
      </svg>
      <div className="flex flex-col gap-2">
        <div className="grid grid-cols-[1fr_96px] gap-2">
          <Field label="Mix" error={fault('name')}>
            <Input maxLength={60} {...register('name')} />
          </Field>
          <Field label="Hex" error={fault('hex')}>
            <Input {...register('hex')} />
          </Field>
        </div>
        {fields.map((field, i) => (
          <div
            key={field.id}
            className="grid grid-cols-[minmax(0,1fr)_52px_auto_28px] items-center gap-1 sm:grid-cols-[minmax(0,1fr)_64px_84px_28px] sm:gap-2"
          >
            <Input className="!px-2" aria-label={`Part ${i + 1}`} maxLength={60} {...register(`parts.${i}.name`)} />
            <Input
              className="!px-2"
              aria-label={`Parts of ${parts[i]?.name ?? ''}`}
              inputMode="decimal"
              {...register(`parts.${i}.parts`)}
            />
            <strong className="min-w-14 text-right">{out ? sayCup(out[i]!.amount, units) : '–'}</strong>
            <button
              type="button"
              aria-label={`Take out ${parts[i]?.name ?? ''}`}
              className="flex size-7 cursor-pointer items-center justify-center hover:bg-sunk"
              onClick={() => remove(i)}
            >
              <X size={14} />
            </button>
          </div>
        ))}
        {fault('parts') && (
          <p role="alert" className="text-lane text-oxide-text">
            {fault('parts')}
          </p>
        )}
        <div className="flex flex-wrap items-start gap-2">
          <Field
            label={units === 'us' ? 'For quarts' : 'For litres'}
            error={amount >= 0 ? undefined : 'Enter 0 or more.'}
          >
            <Input className="max-w-24" inputMode="decimal" value={batch} onChange={(e) => setBatch(e.target.value)} />
          </Field>
          <div className="min-w-48 flex-1">
            <Field label="Note">
              <TextArea maxLength={200} {...register('note')} />
            </Field>
          </div>
        </div>
        <BothVersions of={form} labels={{ name: 'Name', hex: 'Colour', note: 'Note', parts: 'Parts' }} />
        <div className="flex flex-wrap gap-2">
          <Button disabled={fields.length >= 12} onClick={() => append({ name: '', parts: '1' })}>
            One more part
          </Button>
          <Button kind="primary" onClick={save}>
            {isNew ? 'Keep it' : `Save ${mix.name}`}
          </Button>
          {isNew ? (
            <Button onClick={onDone}>Leave it</Button>
          ) : (
            <Button onClick={() => void command('DELETE', `/shop/mixes/${mix.id}`, {})}>Remove</Button>
          )}
        </div>
        {refusal}
      </div>
    </li>
  );
}

function Glass({
  parts,
  colourOf,
}: {
  readonly parts: readonly MixPart[];
  readonly colourOf: (name: string, i: number) => string;
}) {
  const sum = parts.reduce((n, p) => n + p.parts, 0);
  const tops = parts.map((_, i) => parts.slice(0, i + 1).reduce((n, p) => n + p.parts, 0) / sum);
  return (
    <g>
      {parts.map((p, i) => (
        <rect
          key={`${p.name}${String(i)}`}
          x="8"
          y={128 - tops[i]! * 88}
          width="46"
          height={(p.parts / sum) * 88}
          fill={colourOf(p.name, i)}
          stroke="var(--m-keyline)"
        />
      ))}
      <path d="M6 36v93h50V36" fill="none" stroke="var(--m-ink)" strokeWidth="1.6" />
    </g>
  );
}
