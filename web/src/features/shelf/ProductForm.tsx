import {
  type Base,
  BASES,
  CHEMISTRIES,
  type Chemistry,
  FAMILIES,
  type Mixing,
  type Product,
  type ProductFamily,
  productFaults,
  productIdFrom,
  readParts,
  type Stage,
  STAGES,
  usualChemistry,
} from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { celsiusField, coverageField } from '../../ui/amounts.ts';
import { readNumber } from '../../ui/readNumber.ts';

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
  const { view, command } = useWorkshop();
  const coverage = coverageField(view.workshop.units);
  const air = celsiusField(view.workshop.units);
  const [name, setName] = useState(product?.name ?? '');
  const [family, setFamily] = useState<ProductFamily>(product?.family ?? 'paint');
  const [base, setBase] = useState<Base>(product?.base ?? 'water');
  // As such products mostly dry, until somebody says otherwise.
  const [dries, setDries] = useState<Chemistry | null>(product?.chemistry ?? null);
  const chemistry = dries ?? usualChemistry(base, family);
  const [times, setTimes] = useState<Record<Stage, string>>(
    product
      ? (Object.fromEntries(STAGES.map((s) => [s, hours(product.stages_minutes[s])])) as Record<Stage, string>)
      : FRESH_STAGES,
  );
  const [spread, setSpread] = useState(
    product?.spread_m2PerL === null ? '' : String(coverage.show(product?.spread_m2PerL ?? 10)),
  );
  const [coldest, setColdest] = useState(String(air.show(product?.limits?.minTemperature_c ?? 10)));
  const [dampest, setDampest] = useState(String(product?.limits?.maxHumidity_pct ?? 85));
  const [reactivable, setReactivable] = useState(product?.reactivable ?? false);
  const [ownSealer, setOwnSealer] = useState(product?.ownSealer ?? false);
  const [closes, setCloses] = useState(product?.recoatMax_minutes ? hours(product.recoatMax_minutes) : '');
  const [solids, setSolids] = useState(String(product?.solids_pct ?? ''));
  const [thinner, setThinner] = useState(product?.thinner ?? '');
  const [caution, setCaution] = useState(product?.caution ?? '');
  const [mix, setMix] = useState(mixTyped(product?.mixing ?? null));
  const parts = readParts(mix.parts);
  const isMixed = mix.parts.trim() !== '';
  const made = {
    id: product?.id ?? `own-${productIdFrom(name)}`.slice(0, 40),
    name: name.trim(),
    family,
    base,
    chemistry,
    stages_minutes: Object.fromEntries(STAGES.map((s) => [s, Math.round(readNumber(times[s]) * 60)])) as Record<
      Stage,
      number
    >,
    recoatMax_minutes: closes.trim() === '' ? null : Math.round(readNumber(closes) * 60),
    spread_m2PerL: spread.trim() === '' ? null : coverage.read(readNumber(spread)),
    solids_pct: solids.trim() === '' ? null : readNumber(solids),
    limits: { minTemperature_c: air.read(readNumber(coldest)), maxHumidity_pct: readNumber(dampest) },
    reactivable,
    ownSealer,
    mixing: parts && {
      with: mix.with.trim(),
      parts,
      rest_minutes: Math.round(readNumber(mix.rest)),
      life_minutes: Math.round(readNumber(mix.life) * 60),
    },
    thinner: thinner.trim() || (base === 'water' ? 'water' : 'see the label'),
    flammability:
      product?.flammability ?? (base === 'water' ? 'not flammable as supplied' : 'flammable: see the label'),
    range: product?.range ?? 'your own figures',
    caution: caution.trim() || null,
  };
  const faults = [
    ...(made.name === '' ? ['Give the product a name.'] : []),
    ...productFaults(made),
    ...(Number.isFinite(made.limits.minTemperature_c) && Number.isFinite(made.limits.maxHumidity_pct)
      ? []
      : ['Enter the coldest and dampest air it stands as numbers.']),
    ...(isMixed && !parts ? ['Enter the parts like 2:1, product first; leave them empty when nothing is mixed.'] : []),
    ...(made.mixing ? mixFaults(made.mixing) : []),
  ];
  const save = async () => {
    const version = view.versions[`products/${made.id}`];
    const body = { ...(version === undefined ? {} : { version }), product: made };
    if (await command('PUT', `/products/${made.id}`, body)) onDone();
  };
  return (
    <div className="flex flex-col gap-3 bg-raised p-3">
      <div className="grid grid-cols-2 gap-2 md:grid-cols-6">
        <div className="col-span-2">
          <Field label="Product">
            <Input value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
          </Field>
        </div>
        <Field label="What it is">
          <Select
            value={family}
            disabled={product !== null}
            onChange={(e) => setFamily(FAMILIES.find((f) => f === e.target.value)!)}
          >
            {FAMILIES.map((f) => (
              <option key={f}>{f}</option>
            ))}
          </Select>
        </Field>
        <Field label="Carried by">
          <Select value={base} onChange={(e) => setBase(BASES.find((b) => b === e.target.value)!)}>
            {BASES.map((b) => (
              <option key={b} value={b}>
                {BASE_WORDS[b]}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Dries">
          <Select value={chemistry} onChange={(e) => setDries(CHEMISTRIES.find((c) => c === e.target.value)!)}>
            {CHEMISTRIES.map((c) => (
              <option key={c} value={c}>
                {DRIES_WORDS[c]}
              </option>
            ))}
          </Select>
        </Field>
        <Field label={`Coverage, ${coverage.unit}`}>
          <Input inputMode="decimal" value={spread} onChange={(e) => setSpread(e.target.value)} />
        </Field>
        {STAGES.map((s) => (
          <Field key={s} label={STAGE_WORDS[s]}>
            <Input inputMode="decimal" value={times[s]} onChange={(e) => setTimes({ ...times, [s]: e.target.value })} />
          </Field>
        ))}
        <Field label={`Not below, ${air.unit}`}>
          <Input inputMode="decimal" value={coldest} onChange={(e) => setColdest(e.target.value)} />
        </Field>
        <Field label="Not above, % humidity">
          <Input inputMode="decimal" value={dampest} onChange={(e) => setDampest(e.target.value)} />
        </Field>
        <Field label="Window closes, h" hint="empty: never">
          <Input inputMode="decimal" value={closes} onChange={(e) => setCloses(e.target.value)} />
        </Field>
        <Field label="Solids by volume, %">
          <Input inputMode="decimal" value={solids} onChange={(e) => setSolids(e.target.value)} />
        </Field>
        <Field label="Mixed in parts" hint="like 2:1, product first">
          <Input value={mix.parts} maxLength={20} onChange={(e) => setMix({ ...mix, parts: e.target.value })} />
        </Field>
        {isMixed && (
          <>
            <Field label="Mixed with">
              <Input value={mix.with} maxLength={40} onChange={(e) => setMix({ ...mix, with: e.target.value })} />
            </Field>
            <Field label="Stands before use, min">
              <Input inputMode="numeric" value={mix.rest} onChange={(e) => setMix({ ...mix, rest: e.target.value })} />
            </Field>
            <Field label="Mix good for, h">
              <Input inputMode="decimal" value={mix.life} onChange={(e) => setMix({ ...mix, life: e.target.value })} />
            </Field>
          </>
        )}
        <div className="col-span-2">
          <Field label="Thinned and cleaned with">
            <Input
              value={thinner}
              maxLength={60}
              placeholder={base === 'water' ? 'water' : 'see the label'}
              onChange={(e) => setThinner(e.target.value)}
            />
          </Field>
        </div>
        <div className="col-span-2 md:col-span-4">
          <Field label="What can hurt, as the label says">
            <Input value={caution} maxLength={300} onChange={(e) => setCaution(e.target.value)} />
          </Field>
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Tap isOn={reactivable} onToggle={() => setReactivable(!reactivable)}>
          Softens again under water
        </Tap>
        <Tap isOn={ownSealer} onToggle={() => setOwnSealer(!ownSealer)}>
          Carries its own sealer
        </Tap>
        <Button kind="primary" disabled={faults.length > 0} onClick={() => void save()}>
          {product ? `Save ${product.name}` : 'Add it to the list'}
        </Button>
      </div>
      {faults.map((f) => (
        <p key={f} role="alert" className="text-table text-oxide-text">
          {f}
        </p>
      ))}
    </div>
  );
}

const mixTyped = (m: Mixing | null) =>
  m
    ? { with: m.with, parts: m.parts.join(':'), rest: String(m.rest_minutes), life: hours(m.life_minutes) }
    : { with: 'water', parts: '', rest: '10', life: '8' };

function mixFaults(m: Mixing): string[] {
  return [
    ...(m.with === '' ? ['Say what it is mixed with.'] : []),
    ...(m.rest_minutes >= 0 && m.life_minutes >= 5
      ? []
      : ['Enter how long the mix stands and how long it is good for.']),
  ];
}
