import { measuresOf, templateById, TEMPLATES, zonesOf } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTyped, lengthUnit, sayArea, toTyped } from '../../ui/amounts.ts';
import { Field, Section, Select } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

/** Areas of a piece from few measurements, inside and back included. */
export function AreaSum() {
  const { units } = useWorkshop().view.workshop;
  const [id, setId] = useState('chest-of-drawers');
  const template = templateById.get(id)!;
  const usual = (key: string) => {
    const m = measuresOf(template).find((x) => x.key === key)!;
    return String(m.kind === 'length' ? toTyped(m.usual, units) : m.usual);
  };
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const answer = tried(() => {
    const d = Object.fromEntries(
      measuresOf(template).map((m) => {
        const n = readFigure(typed[`${id}.${m.key}`] ?? usual(m.key));
        must(n > 0, `${m.label}: enter more than 0.`);
        return [m.key, m.kind === 'length' ? fromTyped(n, units) : Math.round(n)];
      }),
    );
    const all = template.zones.filter((z) => z.optional).map((z) => z.id);
    const { zones, faults } = zonesOf(template, d, { include: all, areas: {}, own: [] });
    const fault = Object.values(faults)[0];
    must(fault === undefined, fault ?? '');
    return zones.map((z) => ({ ...z, isOptional: all.includes(z.id) }));
  });
  return (
    <Section title="Areas of a piece">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-6">
        <div className="col-span-2">
          <Field label="Piece">
            <Select value={id} onChange={(e) => setId(e.target.value)}>
              {TEMPLATES.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
            </Select>
          </Field>
        </div>
        {template.measures.map((m) => (
          <NumberField
            key={`${id}.${m.key}`}
            label={m.kind === 'length' ? `${m.label}, ${lengthUnit(units)}` : m.label}
            value={typed[`${id}.${m.key}`] ?? usual(m.key)}
            onChange={(v) => setTyped({ ...typed, [`${id}.${m.key}`]: v })}
          />
        ))}
      </div>
      <Result answer={answer}>
        {(zones) => {
          const outside = zones.filter((z) => !z.isOptional).reduce((n, z) => n + z.area_m2, 0);
          const most = Math.max(...zones.map((z) => z.area_m2));
          return (
            <>
              <Figure>{sayArea(outside, units)} to paint outside</Figure>
              <ul>
                {zones.map((z) => (
                  <li key={z.id} className="flex items-center gap-2 text-table" title={z.formula}>
                    <span className={`w-40 shrink-0 leading-tight ${z.isOptional ? 'text-sub' : ''}`}>{z.name}</span>
                    <span className="flex max-w-[150px] flex-1">
                      <span
                        className={`h-2.5 min-w-0.5 ${z.isOptional ? 'border border-keyline' : 'bg-keyline'}`}
                        style={{ width: `${(z.area_m2 / most) * 100}%` }}
                      />
                    </span>
                    <span className="whitespace-nowrap">{sayArea(z.area_m2, units)}</span>
                  </li>
                ))}
              </ul>
            </>
          );
        }}
      </Result>
    </Section>
  );
}
