import { PlaceInput } from '@app/contract';
import { type ClimatePlace, hourlyClimate, PRODUCTS } from '@app/core';
import { line, scaleLinear } from 'd3';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { celsiusField, sayTemperature } from '../../ui/amounts.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Select } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { PlaceLog } from './PlaceLog.tsx';

/** A place not there before it is saved, under a name. */
export const freshPlace = (): ClimatePlace => ({
  id: '',
  name: '',
  typical: { high_c: 20, low_c: 15, humidityAtHigh_pct: 50, humidityAtLow_pct: 60 },
  series: null,
});

/** The air of a place through an ordinary day; drying times follow from it. */
export function PlaceEditor({ place, onDone }: { readonly place: ClimatePlace; readonly onDone: () => void }) {
  const isNew = place.id === '';
  const { view } = useWorkshop();
  const { command, saveRow, refusal } = useCommand();
  const degrees = celsiusField(view.workshop.units);
  const typicalOf = (t: { high: string; low: string; dampDay: string; dampNight: string }) => ({
    high_c: degrees.read(readNumber(t.high)),
    low_c: degrees.read(readNumber(t.low)),
    humidityAtHigh_pct: readNumber(t.dampDay),
    humidityAtLow_pct: readNumber(t.dampNight),
  });
  const form = useTypedForm({
    isShared: !isNew,
    typed: {
      name: place.name,
      high: String(Math.round(degrees.show(place.typical.high_c) * 10) / 10),
      low: String(Math.round(degrees.show(place.typical.low_c) * 10) / 10),
      dampDay: String(place.typical.humidityAtHigh_pct),
      dampNight: String(place.typical.humidityAtLow_pct),
      air: String(place.air_mps ?? 0.1),
    },
    schema: PlaceInput,
    read: (t) => ({
      version: view.versions[`places/${place.id}`],
      name: t.name,
      typical: typicalOf(t),
      air_mps: readNumber(t.air),
    }),
    at: {
      'typical.high_c': 'high',
      'typical.low_c': 'low',
      'typical.humidityAtHigh_pct': 'dampDay',
      'typical.humidityAtLow_pct': 'dampNight',
      typical: 'high',
      air_mps: 'air',
    },
    words: { low: 'A number.', dampDay: '1 to 100.', dampNight: '1 to 100.', high: 'A number, not below the coldest.' },
  });
  const { register, choice, watch, fault, submit } = form;
  const save = submit(async (body) => {
    const isSaved = await saveRow('places', place.id, body);
    if (isSaved && isNew) onDone();
    return isSaved;
  });
  const typical = typicalOf(watch());
  const isReadable = Object.values(typical).every(Number.isFinite);
  return (
    <div className="flex max-w-2xl flex-col gap-3">
      <Field label="Name" error={fault('name')}>
        <Input {...register('name')} />
      </Field>
      <DayOfAir place={isReadable ? { ...place, typical } : place} />
      <div className="grid grid-cols-4 gap-2">
        <Field label={`Warmest ${degrees.unit}`} error={fault('high')}>
          <Input inputMode="decimal" {...register('high')} />
        </Field>
        <Field label={`Coldest ${degrees.unit}`} error={fault('low')}>
          <Input inputMode="decimal" {...register('low')} />
        </Field>
        <Field label="Humidity day %" error={fault('dampDay')}>
          <Input inputMode="decimal" {...register('dampDay')} />
        </Field>
        <Field label="night %" error={fault('dampNight')}>
          <Input inputMode="decimal" {...register('dampNight')} />
        </Field>
      </div>
      <Field label="Air moved by">
        <Select {...choice('air')}>
          {[...new Set([0.1, 0.5, 1, place.air_mps ?? 0.1])].map((v) => (
            <option key={v} value={v}>
              {AIR_WORDS[v] ?? `${v} m/s`}
            </option>
          ))}
        </Select>
      </Field>
      {!isNew && <PlaceLog place={place} />}
      <BothVersions
        of={form}
        labels={{
          name: 'Name',
          high: 'Warmest',
          low: 'Coldest',
          dampDay: 'Humidity day',
          dampNight: 'Humidity night',
          air: ['Air moved by', (v) => AIR_WORDS[Number(v)] ?? `${v} m/s`],
        }}
      />
      <div className="flex gap-2">
        <Button kind="primary" onClick={save}>
          {isNew ? 'Add it' : 'Save air'}
        </Button>
        {!isNew && <Button onClick={() => void command('DELETE', `/shop/places/${place.id}`, {})}>Remove</Button>}
      </div>
      {refusal}
    </div>
  );
}

const AIR_WORDS: Record<number, string> = { 0.1: 'nothing: still air', 0.5: 'an open door', 1: 'a fan' };
const WIDTH = 420;
const HEIGHT = 90;
const CLEAR_MINIMUM = PRODUCTS.find((p) => p.id === 'water-clear')!.limits!.minTemperature_c;
const PAINT_MINIMUM = PRODUCTS.find((p) => p.id === 'matt-paint')!.limits!.minTemperature_c;

/** Temperature through a day against what paint and clear coat need at least. */
function DayOfAir({ place }: { readonly place: ClimatePlace }) {
  const { view } = useWorkshop();
  const air = hourlyClimate(place.typical, null, 'UTC', 0, 25);
  const y = scaleLinear()
    .domain([Math.min(5, ...air.temperature_c), Math.max(26, ...air.temperature_c)])
    .range([HEIGHT - 16, 6]);
  const x = scaleLinear()
    .domain([0, 24])
    .range([0, WIDTH - 80]);
  const path = line<number>()
    .x((_, i) => x(i))
    .y((t) => y(t))(air.temperature_c.map((t) => t));
  const limit = (c: number, words: string) => (
    <g>
      <path d={`M0 ${y(c)}H${WIDTH - 78}`} stroke="var(--m-keyline)" strokeDasharray="3 3" />
      <text x={WIDTH - 74} y={y(c) + 4} fontSize="11" fill="var(--m-sub)">
        {words} {sayTemperature(c, view.workshop.units)}
      </text>
    </g>
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={`An ordinary day in ${place.name}`}
    >
      <rect x="0" y="0" width={x(7)} height={HEIGHT - 14} fill="var(--m-night)" />
      <rect x={x(19)} y="0" width={x(24) - x(19)} height={HEIGHT - 14} fill="var(--m-night)" />
      {limit(CLEAR_MINIMUM, 'clear')}
      {limit(PAINT_MINIMUM, 'paint')}
      <path d={path ?? ''} fill="none" stroke="var(--m-ink)" strokeWidth="2" />
      {[0, 6, 12, 18, 24].map((h) => (
        <text
          key={h}
          x={x(h)}
          y={HEIGHT - 2}
          fontSize="11"
          textAnchor={h === 0 ? 'start' : h === 24 ? 'end' : 'middle'}
          fill="var(--m-sub)"
        >
          {h}:00
        </text>
      ))}
    </svg>
  );
}
