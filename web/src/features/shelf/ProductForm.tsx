import { ProductInput } from '@app/contract';
import {
  type Base,
  BASES,
  CHEMISTRIES,
  type Chemistry,
  FAMILIES,
  type Mixing,
  type Product,
  type ProductFamily,
  productIdFrom,
  readParts,
  type Stage,
  STAGES,
  usualChemistry,
} from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { BothVersions, type FieldWords } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { celsiusField, coverageField } from '../../ui/amounts.ts';
import { readNumber, readOptional } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';

const STAGE_WORDS: Record<Stage, string> = {
  touch: 'Touch, h',
  handle: 'Handle, h',
  sand: 'Sand, h',
  recoat: 'Next coat, h',
  topcoat: 'Other product, h',
  travel: 'Travel, h',
  use: 'Light use, h',
  cure: 'Cured, h',
};
const BASE_WORDS: Record<Base, string> = {
  water: 'water',
  alcohol: 'alcohol',
  oil: 'oil or white spirit',
  wax: 'wax',
  lacquer: 'lacquer thinner',
  none: 'nothing (two-part)',
};
const DRIES_WORDS: Record<Chemistry, string> = {
  waterborne: 'as its water leaves',
  reactive: 'by curing, slow when cold',
  solvent: 'fast, as solvent leaves',
  clock: 'by the clock alone',
};
const FRESH_STAGES: Record<Stage, string> = {
  touch: '1',
  handle: '4',
  sand: '4',
  recoat: '2',
  topcoat: '12',
  travel: '12',
  use: '72',
  cure: '720',
};
const hours = (minutes: number) => String(Math.round((minutes / 60) * 100) / 100);

/** A product's figures from its data sheet; what cannot be right is said before it is sent. */
export function ProductForm({ product, onDone }: { readonly product: Product | null; readonly onDone: () => void }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const coverage = coverageField(view.workshop.units);
  const air = celsiusField(view.workshop.units);
  const typed: TypedProduct = {
    name: product?.name ?? '',
    family: product?.family ?? 'paint',
    base: product?.base ?? 'water',
    // Empty: as such products mostly dry, until somebody says otherwise.
    dries: product?.chemistry ?? '',
    times: product ? recordOf((s) => hours(product.stages_minutes[s])) : FRESH_STAGES,
    spread: product?.spread_m2PerL === null ? '' : String(coverage.show(product?.spread_m2PerL ?? 10)),
    coldest: String(air.show(product?.limits?.minTemperature_c ?? 10)),
    dampest: String(product?.limits?.maxHumidity_pct ?? 85),
    reactivable: product?.reactivable ?? false,
    ownSealer: product?.ownSealer ?? false,
    closes: product?.recoatMax_minutes ? hours(product.recoatMax_minutes) : '',
    solids: String(product?.solids_pct ?? ''),
    thinner: product?.thinner ?? '',
    caution: product?.caution ?? '',
    mix: mixTyped(product?.mixing ?? null),
  };
  const form = useTypedForm({
    typed,
    isShared: product !== null,
    schema: ProductInput,
    read: (t) => {
      const made = readProduct(t, product, coverage.read, air.read);
      const version = view.versions[`products/${made.id}`];
      return { ...(version === undefined ? {} : { version }), product: made };
    },
    at: {
      'product.name': 'name',
      'product.id': 'name',
      'product.stages_minutes': 'times',
      'product.recoatMax_minutes': 'closes',
      'product.spread_m2PerL': 'spread',
      'product.solids_pct': 'solids',
      'product.limits.minTemperature_c': 'coldest',
      'product.limits.maxHumidity_pct': 'dampest',
      'product.mixing': 'mix',
      'product.thinner': 'thinner',
      'product.caution': 'caution',
      product: 'root',
    },
    words: {
      closes: 'Hours above 0, or empty: never.',
      coldest: 'A number: the coldest air it stands.',
      dampest: '1 to 100: the dampest air it stands.',
    },
  });
  const { register, choice, watch, setValue, fault, submit } = form;
  const { family, base, dries, times, mix, reactivable, ownSealer } = watch();
  const isMixed = mix.parts.trim() !== '';
  const save = submit(async (body) => {
    const isSaved = await command('PUT', `/products/${body.product.id}`, body);
    if (isSaved) onDone();
    return isSaved;
  });
  return (
    <div className="flex flex-col gap-3 bg-raised p-3">
      <div className="grid grid-cols-2 gap-2 md:grid-cols-6">
        <div className="col-span-2">
          <Field label="Product" error={fault('name')}>
            <Input maxLength={60} {...register('name')} />
          </Field>
        </div>
        <Field label="What it is">
          <Select
            value={family}
            disabled={product !== null}
            onChange={(e) =>
              setValue(
                'family',
                FAMILIES.find((f) => f === e.target.value)!,
              )
            }
          >
            {FAMILIES.map((f) => (
              <option key={f}>{f}</option>
            ))}
          </Select>
        </Field>
        <Field label="Carried by">
          <Select {...choice('base')}>
            {BASES.map((b) => (
              <option key={b} value={b}>
                {BASE_WORDS[b]}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Dries">
          <Select
            value={dries || usualChemistry(base, family)}
            onChange={(e) =>
              setValue(
                'dries',
                CHEMISTRIES.find((c) => c === e.target.value)!,
              )
            }
          >
            {CHEMISTRIES.map((c) => (
              <option key={c} value={c}>
                {DRIES_WORDS[c]}
              </option>
            ))}
          </Select>
        </Field>
        <Field label={`Coverage, ${coverage.unit}`} error={fault('spread')}>
          <Input inputMode="decimal" {...register('spread')} />
        </Field>
        {STAGES.map((s) => (
          <Field key={s} label={STAGE_WORDS[s]} error={fault('times') && timeFault(times[s])}>
            <Input inputMode="decimal" {...register(`times.${s}`)} />
          </Field>
        ))}
        <Field label={`Not below, ${air.unit}`} error={fault('coldest')}>
          <Input inputMode="decimal" {...register('coldest')} />
        </Field>
        <Field label="Not above, % humidity" error={fault('dampest')}>
          <Input inputMode="decimal" {...register('dampest')} />
        </Field>
        <Field label="Window closes, h" hint="empty: never" error={fault('closes')}>
          <Input inputMode="decimal" {...register('closes')} />
        </Field>
        <Field label="Solids by volume, %" error={fault('solids')}>
          <Input inputMode="decimal" {...register('solids')} />
        </Field>
        <Field label="Mixed in parts" hint="like 2:1, product first" error={fault('mix')}>
          <Input maxLength={20} {...register('mix.parts')} />
        </Field>
        {isMixed && (
          <>
            <Field label="Mixed with">
              <Input maxLength={40} {...register('mix.with')} />
            </Field>
            <Field label="Stands before use, min">
              <Input inputMode="numeric" {...register('mix.rest')} />
            </Field>
            <Field label="Mix good for, h">
              <Input inputMode="decimal" {...register('mix.life')} />
            </Field>
          </>
        )}
        <div className="col-span-2">
          <Field label="Thinned and cleaned with">
            <Input maxLength={60} placeholder={base === 'water' ? 'water' : 'see the label'} {...register('thinner')} />
          </Field>
        </div>
        <div className="col-span-2 md:col-span-4">
          <Field label="What can hurt, as the label says">
            <Input maxLength={300} {...register('caution')} />
          </Field>
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Tap isOn={reactivable} onToggle={() => setValue('reactivable', !reactivable)}>
          Softens again under water
        </Tap>
        <Tap isOn={ownSealer} onToggle={() => setValue('ownSealer', !ownSealer)}>
          Carries its own sealer
        </Tap>
        <Button kind="primary" onClick={save}>
          {product ? `Save ${product.name}` : 'Add it to the list'}
        </Button>
      </div>
      {fault('root') && (
        <p role="alert" className="text-table text-oxide-text">
          {fault('root')}
        </p>
      )}
      <BothVersions of={form} labels={FIELD_WORDS} />
      {refusal}
    </div>
  );
}

const FIELD_WORDS: FieldWords<TypedProduct> = {
  name: 'Product',
  family: 'What it is',
  base: 'Base',
  dries: 'Dries as',
  times: ['Drying times, h', (times) => STAGES.map((s) => times[s]).join(' · ')],
  spread: 'Spread',
  coldest: 'Not below',
  dampest: 'Not damper than',
  reactivable: 'Softens again under water',
  ownSealer: 'Carries its own sealer',
  closes: 'Recoat no later than, h',
  solids: 'Volume solids',
  thinner: 'Thinner',
  caution: 'Caution',
  mix: 'Mixed with',
};

/** A product as its figures are typed, in hours and the shop's units. */
type TypedProduct = {
  readonly name: string;
  readonly family: ProductFamily;
  readonly base: Base;
  readonly dries: Chemistry | '';
  readonly times: Record<Stage, string>;
  readonly spread: string;
  readonly coldest: string;
  readonly dampest: string;
  readonly reactivable: boolean;
  readonly ownSealer: boolean;
  readonly closes: string;
  readonly solids: string;
  readonly thinner: string;
  readonly caution: string;
  readonly mix: ReturnType<typeof mixTyped>;
};
type Read = (typed: number) => number;

/** The product that is typed; what cannot be read is NaN. */
function readProduct(t: TypedProduct, was: Product | null, toCoverage: Read, toCelsius: Read) {
  const isWater = t.base === 'water';
  return {
    id: was?.id ?? `own-${productIdFrom(t.name)}`.slice(0, 40),
    name: t.name.trim(),
    family: t.family,
    base: t.base,
    chemistry: t.dries || usualChemistry(t.base, t.family),
    stages_minutes: recordOf((s) => Math.round(readNumber(t.times[s]) * 60)),
    recoatMax_minutes: t.closes.trim() === '' ? null : Math.round(readNumber(t.closes) * 60),
    spread_m2PerL: t.spread.trim() === '' ? null : toCoverage(readNumber(t.spread)),
    solids_pct: readOptional(t.solids),
    limits: { minTemperature_c: toCelsius(readNumber(t.coldest)), maxHumidity_pct: readNumber(t.dampest) },
    reactivable: t.reactivable,
    ownSealer: t.ownSealer,
    mixing: readMix(t.mix),
    thinner: t.thinner.trim() || (isWater ? 'water' : 'see the label'),
    flammability: was?.flammability ?? (isWater ? 'not flammable as supplied' : 'flammable: see the label'),
    range: was?.range ?? 'your own figures',
    caution: t.caution.trim() || null,
  };
}

/** What to do about one of the times; undefined when it is not this one. */
const timeFault = (typed: string) => {
  const typed_hours = readNumber(typed);
  return typed_hours >= 0 && typed_hours <= 120 * 24 ? undefined : 'Hours: 0 or more, at most 120 days.';
};

const recordOf = <T,>(of: (s: Stage) => T) => Object.fromEntries(STAGES.map((s) => [s, of(s)])) as Record<Stage, T>;
const mixTyped = (m: Mixing | null) =>
  m
    ? { with: m.with, parts: m.parts.join(':'), rest: String(m.rest_minutes), life: hours(m.life_minutes) }
    : { with: 'water', parts: '', rest: '10', life: '8' };

/** Null when nothing is mixed; parts that cannot be read stay text, which the schema refuses. */
const readMix = (t: ReturnType<typeof mixTyped>) =>
  t.parts.trim() === ''
    ? null
    : {
        with: t.with.trim(),
        parts: readParts(t.parts) ?? t.parts,
        rest_minutes: Math.round(readNumber(t.rest)),
        life_minutes: Math.round(readNumber(t.life) * 60),
      };
