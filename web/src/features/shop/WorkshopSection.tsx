import { useState } from 'react';
import { useWorkshop } from '../../app/workshop.tsx';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';

export function WorkshopSection() {
  const { view } = useWorkshop();
  return (
    <Section title="Workshop">
      <WorkshopEditor key={view.workshop.version} />
    </Section>
  );
}

function WorkshopEditor() {
  const { view, command } = useWorkshop();
  const [name, setName] = useState(view.workshop.name);
  const [units, setUnits] = useState(view.workshop.units);
  const [timeZone, setTimeZone] = useState(view.shop.timeZone);
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
        onClick={() => void command('PUT', '/workshop', { version: view.workshop.version, name, units, timeZone })}
      >
        Save
      </Button>
    </div>
  );
}
