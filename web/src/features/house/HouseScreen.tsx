import { useInUnits } from '../../data/saying.ts';
import { CoreFault } from '../../core/CoreFault.tsx';
import {
  HOUSE_SWITCHES,
  type HouseEffect,
  type HouseRules,
  type HouseSample,
  sayHours,
  sayLength,
  type Switch,
  TEMPLATE_ZONES,
} from '@app/core';
import type { WorkshopView } from '@app/contract';
import { useState } from 'react';
import { BothVersions, type FieldWords } from '../../ui/BothVersions.tsx';
import { DraftNote } from '../../data/DraftNote.tsx';
import { useDraft } from '../../data/useDraft.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useHouseEffects } from '../../core/useCore.ts';
import { sayLitres } from '../../ui/amounts.ts';
import { Button, Field, Select } from '../../ui/parts.tsx';
import { RuleBook } from './RuleBook.tsx';

/** A chest on which every switch makes a difference: painted dark, bleeding, to become pale, distressed, with its back. */
const SAMPLE: HouseSample = {
  template: 'chest-of-drawers',
  input: {
    dimensions: { width: 0.9, depth: 0.45, height: 0.85, parts: 4 },
    survey: {
      wood: 'softwood',
      finish: 'dark-paint',
      layers: 2,
      findings: [],
      age: 'new',
      zones: { drawers: { findings: ['bleeds'] } },
    },
    brief: {
      paint: 'matt-paint',
      body: { name: 'Sail cloth', hex: '#e9e4d6' },
      top: { kind: 'stain', colour: { name: 'Oak', hex: '#8a6238' } },
      prime: 'auto',
      sealer: 'auto',
      method: 'auto',
      hardware: 'clean',
      looks: [{ kind: 'distressed', level: 'light' }],
      under: { name: 'Old red', hex: '#8a3b32' },
    },
    zones: { ...TEMPLATE_ZONES, include: ['back'] },
  },
  edits: [],
};

function sampleOf(view: WorkshopView, id: string): HouseSample {
  const piece = view.pieces.find((p) => p.id === id);
  if (!piece) return SAMPLE;
  const { dimensions, survey, brief, kind, edits, template } = piece;
  return { template, input: { dimensions, survey, brief, kind, zones: piece.zoneChoice }, edits };
}

/** Where painters disagree, this shop decides: both arguments, and what each side costs on a real piece. */
export function HouseScreen() {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const kept = useDraft<HouseRules>('house', view.shop.house);
  const { draft: house, setDraft: setHouse } = kept;
  const [sample, setSample] = useState('');
  const answer = useHouseEffects(view, sampleOf(view, sample), house);
  const effects = answer.data;
  const isOwner = view.me.role === 'owner';
  const save = async () => {
    if (await command('PUT', '/house', { version: view.workshop.version, house })) kept.drop();
  };
  const isChanged = HOUSE_SWITCHES.some((s) => house[s.rule] !== view.shop.house[s.rule]);
  const most = Math.max(1, ...(effects ?? []).map((e) => e.ready ?? 0));
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-6xl flex-col gap-5 p-4 md:p-6">
        <header className="flex flex-wrap items-end gap-x-6 gap-y-2">
          <div className="min-w-64 flex-1">
            <h1 className="text-title font-semibold">House rules</h1>
            <p className="text-sub">Where painters disagree, you decide once; any piece can still go its own way.</p>
          </div>
          <Field label="Tried on">
            <Select value={sample} onChange={(e) => setSample(e.target.value)}>
              <option value="">A dark chest to become pale</option>
              {view.pieces
                .filter((p) => p.active)
                .map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
            </Select>
          </Field>
          <Button
            kind="primary"
            disabled={!isChanged || !isOwner || kept.clashes.length > 0}
            onClick={() => void save()}
          >
            Save the house rules
          </Button>
        </header>
        {!isOwner && <p className="bg-raised p-3">Only the owner changes these. You can look.</p>}
        <DraftNote from={kept.from} onDrop={kept.drop} />
        <BothVersions of={kept} labels={RULE_WORDS} />
        {refusal}
        <CoreFault of={answer} />
        <fieldset disabled={!isOwner} className="flex flex-col">
          {HOUSE_SWITCHES.map((s) => (
            <SwitchRow
              key={s.rule}
              item={s}
              value={house[s.rule]}
              effects={(effects ?? []).filter((e) => e.rule === s.rule)}
              most={most}
              onChange={(v) => setHouse({ ...house, [s.rule]: v })}
            />
          ))}
        </fieldset>
        <p className="text-table text-sub">
          Saving builds the routes of pieces nobody has begun again; those under way keep the route they have. Days are
          planned for the piece alone in this shop, at its own hours and air.
        </p>
        <RuleBook />
      </div>
    </main>
  );
}

/** What each rule and each of its sides is called. */
const RULE_WORDS: FieldWords<HouseRules> = Object.fromEntries(
  HOUSE_SWITCHES.map((s) => [
    s.rule,
    [s.question, (value: string) => s.sides.find((o) => o.value === value)?.name ?? value],
  ]),
);

type RowProps = {
  readonly item: Switch;
  readonly value: string;
  readonly effects: readonly HouseEffect[];
  readonly most: number;
  readonly onChange: (v: string) => void;
};

function SwitchRow({ item, value, effects, most, onChange }: RowProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const chosen = effects.find((e) => e.value === value);
  return (
    <fieldset className="grid gap-x-4 gap-y-1 border-t border-line py-3 md:grid-cols-[190px_1fr]">
      <legend className="sr-only">{item.question}</legend>
      <span className="pt-1 text-section font-semibold" aria-hidden="true">
        {item.question}
      </span>
      <div className={`grid gap-2 ${item.sides.length === 3 ? 'md:grid-cols-3' : 'md:grid-cols-2'}`}>
        {item.sides.map((side) => {
          const effect = effects.find((e) => e.value === side.value);
          const isOn = side.value === value;
          return (
            <label
              key={side.value}
              className={`relative flex cursor-pointer flex-col gap-1 border p-2.5 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 ${isOn ? 'border-ink bg-raised shadow-[inset_3px_0_0_var(--m-ink)]' : 'border-line'}`}
            >
              <input
                type="radio"
                className="sr-only"
                name={item.rule}
                checked={isOn}
                onChange={() => onChange(side.value)}
              />
              <span className="font-semibold">{side.name}</span>
              <span className="condensed text-table text-sub">{said(side.argument)}</span>
              <EffectBar effect={effect} chosen={chosen} isOn={isOn} most={most} units={view.workshop.units} />
            </label>
          );
        })}
      </div>
    </fieldset>
  );
}

const WIDTH = 260;

/** Days as grain lines that open out, hours as the solid part in front; the words say the difference. */
function EffectBar({
  effect,
  chosen,
  isOn,
  most,
  units,
}: {
  readonly effect: HouseEffect | undefined;
  readonly chosen: HouseEffect | undefined;
  readonly isOn: boolean;
  readonly most: number;
  readonly units: 'metric' | 'us';
}) {
  if (!effect) return <span className="min-h-10" />;
  const days = ((effect.ready ?? most) / most) * WIDTH;
  const hours = Math.min(days, (effect.minutes / most) * WIDTH);
  const lines = Math.max(0, Math.floor((days - hours) / 7));
  return (
    <span className="mt-auto flex flex-col gap-0.5">
      <svg viewBox={`0 0 ${WIDTH} 12`} className="w-full" aria-hidden="true">
        <rect x="0" y="1" width={hours} height="10" fill="var(--m-ink)" />
        {Array.from({ length: lines }, (_, i) => (
          <path
            key={String(i)}
            d={`M${hours + 4 + i * 7} 1v10`}
            stroke="var(--m-keyline)"
            strokeWidth={1.6 - i / lines}
          />
        ))}
        <path d={`M${days} 0v12`} stroke="var(--m-ink)" strokeWidth="1.6" />
      </svg>
      <span className="condensed text-table">
        {effect.ready === null ? 'cannot be planned here' : sayLength(effect.ready)} · {sayHours(effect.minutes)} ·{' '}
        {sayLitres(effect.litres, units)}
        {!isOn && chosen && <span className="text-sub"> ({difference(effect, chosen, units)})</span>}
      </span>
    </span>
  );
}

function difference(e: HouseEffect, from: HouseEffect, units: 'metric' | 'us'): string {
  const sign = (n: number) => (n > 0 ? '+' : '−');
  const parts: string[] = [];
  if (e.ready !== null && from.ready !== null && Math.abs(e.ready - from.ready) >= 30)
    parts.push(`${sign(e.ready - from.ready)}${sayLength(Math.abs(e.ready - from.ready))}`);
  if (Math.abs(e.minutes - from.minutes) >= 3)
    parts.push(`${sign(e.minutes - from.minutes)}${sayHours(Math.abs(e.minutes - from.minutes))}`);
  if (Math.abs(e.litres - from.litres) >= 0.005)
    parts.push(`${sign(e.litres - from.litres)}${sayLitres(Math.abs(e.litres - from.litres), units)}`);
  return parts.length === 0 ? 'no difference here' : parts.join(', ');
}
