import { WorkshopInput } from '@app/contract';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Select } from '../../ui/parts.tsx';
import { readOptional } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { type HoursText, hoursTextOf } from './hoursText.ts';

/** One stretch of a day; null when nothing is typed, the text itself when it is no such stretch. */
function readStretch(text: string, { read }: HoursText) {
  const shifts = text.trim() === '' ? [] : read(text);
  return shifts === null || shifts.length > 1 ? text : (shifts[0] ?? null);
}

/** What the workshop is called, its units, its clock, and where it stands. */
export function WorkshopEditor() {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const hoursText = hoursTextOf(view.workshop.units);
  const form = useTypedForm({
    isShared: true,
    typed: {
      name: view.workshop.name,
      units: view.workshop.units,
      timeZone: view.shop.timeZone,
      north: view.shop.sun ? String(view.shop.sun.latitude_deg) : '',
      east: view.shop.sun ? String(view.shop.sun.longitude_deg) : '',
      floor: String(view.shop.floor_units ?? ''),
      noise: view.shop.noise ? hoursText.say([view.shop.noise]) : '',
    },
    schema: WorkshopInput,
    read: (t) => ({
      version: view.workshop.version,
      name: t.name,
      units: t.units,
      timeZone: t.timeZone,
      latitude_deg: readOptional(t.north),
      longitude_deg: readOptional(t.east),
      floor_units: readOptional(t.floor),
      noise: readStretch(t.noise, hoursText),
    }),
    at: { latitude_deg: 'north', longitude_deg: 'east', floor_units: 'floor' },
    words: {
      north: 'Both, or neither: −90 to 90.',
      east: 'Both, or neither: −180 to 180.',
      floor: 'A whole number, 1 or more.',
      noise: `One stretch, like ${hoursText.say([{ from: 480, until: 1140 }])}.`,
    },
  });
  const { register, choice, fault, submit } = form;
  const zones = [...new Set([view.shop.timeZone, ...Intl.supportedValuesOf('timeZone')])];
  return (
    <div className="grid items-start gap-3 md:grid-cols-[1fr_1fr_1fr_1fr]">
      {refusal && <div className="col-span-full">{refusal}</div>}
      <BothVersions
        of={form}
        labels={{
          name: 'Name',
          units: 'Units',
          timeZone: 'Time zone',
          north: 'Latitude',
          east: 'Longitude',
          floor: 'Floor',
          noise: 'Noise allowed',
        }}
      />
      <Field label="Name" error={fault('name')}>
        <Input {...register('name')} />
      </Field>
      <Field label="Units">
        <Select {...choice('units')}>
          <option value="metric">Metric: cm, litres, °C</option>
          <option value="us">US: inches, quarts, °F</option>
        </Select>
      </Field>
      <Field label="Time zone" error={fault('timeZone')}>
        <Select {...choice('timeZone')}>
          {zones.map((z) => (
            <option key={z}>{z}</option>
          ))}
        </Select>
      </Field>
      <Button kind="primary" className="md:mt-[21px]" onClick={submit((body) => command('PUT', '/workshop', body))}>
        Save
      </Button>
      <Field label="Latitude, north above 0" error={fault('north')}>
        <Input inputMode="decimal" placeholder="for daylight" {...register('north')} />
      </Field>
      <Field label="Longitude, east above 0" error={fault('east')}>
        <Input inputMode="decimal" placeholder="for daylight" {...register('east')} />
      </Field>
      <Field label="Noise allowed" error={fault('noise')}>
        <Input placeholder="any time" {...register('noise')} />
      </Field>
      <Field label="Floor" hint="pieces of a bench’s width" error={fault('floor')}>
        <Input inputMode="numeric" placeholder="enough" {...register('floor')} />
      </Field>
    </div>
  );
}
