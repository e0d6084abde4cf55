import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import { readShifts, shiftsText } from './hoursText.ts';

export function WorkshopSection() {
  const { view } = useWorkshop();
  return (
    <Section title="Workshop">
      <WorkshopEditor key={view.workshop.version} />
    </Section>
  );
}

/** A number within bounds; null when nothing is typed, undefined when it is no such number. */
function optional(text: string, low: number, high: number): number | null | undefined {
  if (text.trim() === '') return null;
  const n = Number(text.replace(',', '.'));
  return Number.isFinite(n) && n >= low && n <= high ? n : undefined;
}

function WorkshopEditor() {
  const { view, command } = useWorkshop();
  const [name, setName] = useState(view.workshop.name);
  const [units, setUnits] = useState(view.workshop.units);
  const [timeZone, setTimeZone] = useState(view.shop.timeZone);
  const [north, setNorth] = useState(view.shop.sun ? String(view.shop.sun.latitude_deg) : '');
  const [east, setEast] = useState(view.shop.sun ? String(view.shop.sun.longitude_deg) : '');
  const [floor, setFloor] = useState(String(view.shop.floor_units ?? ''));
  const [noise, setNoise] = useState(view.shop.noise ? shiftsText([view.shop.noise]) : '');
  const latitude = optional(north, -90, 90);
  const longitude = optional(east, -180, 180);
  const units_here = optional(floor, 1, 2000);
  const quiet = noise.trim() === '' ? [] : readShifts(noise);
  const isWhole = (latitude === null) === (longitude === null);
  const isGood =
    latitude !== undefined &&
    longitude !== undefined &&
    units_here !== undefined &&
    quiet !== null &&
    quiet.length <= 1 &&
    isWhole;
  const zones = [...new Set([view.shop.timeZone, ...Intl.supportedValuesOf('timeZone')])];
  return (
    <div className="grid items-end gap-3 md:grid-cols-[1fr_1fr_1fr_auto]">
      <Field label="Name">
        <Input value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field label="Units">
        <Select value={units} onChange={(e) => setUnits(e.target.value as 'metric' | 'us')}>
          <option value="metric">Metric: cm, litres, °C</option>
          <option value="us">US: inches, quarts, °F</option>
        </Select>
      </Field>
      <Field label="Time zone">
        <Select value={timeZone} onChange={(e) => setTimeZone(e.target.value)}>
          {zones.map((z) => (
            <option key={z}>{z}</option>
          ))}
        </Select>
      </Field>
      <Button
        kind="primary"
        disabled={!isGood}
        onClick={() =>
          void command('PUT', '/workshop', {
            version: view.workshop.version,
            name,
            units,
            timeZone,
            latitude_deg: latitude,
            longitude_deg: longitude,
            floor_units: units_here,
            noise: quiet?.[0] ?? null,
          })
        }
      >
        Save
      </Button>
      <Field
        label="Latitude, north above 0"
        error={latitude === undefined || !isWhole ? 'Both, or neither: −90 to 90.' : undefined}
      >
        <Input
          inputMode="decimal"
          placeholder="for daylight"
          value={north}
          onChange={(e) => setNorth(e.target.value)}
        />
      </Field>
      <Field
        label="Longitude, east above 0"
        error={longitude === undefined || !isWhole ? 'Both, or neither: −180 to 180.' : undefined}
      >
        <Input inputMode="decimal" placeholder="for daylight" value={east} onChange={(e) => setEast(e.target.value)} />
      </Field>
      <Field label="Noise allowed" error={quiet === null || quiet.length > 1 ? 'One stretch, like 8-19.' : undefined}>
        <Input placeholder="any time" value={noise} onChange={(e) => setNoise(e.target.value)} />
      </Field>
      <Field
        label="Floor"
        hint="pieces of a bench’s width"
        error={units_here === undefined ? 'A whole number, 1 or more.' : undefined}
      >
        <Input inputMode="numeric" placeholder="enough" value={floor} onChange={(e) => setFloor(e.target.value)} />
      </Field>
    </div>
  );
}
