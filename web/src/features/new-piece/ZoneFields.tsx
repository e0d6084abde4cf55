import { useInUnits } from '../../data/saying.ts';
import { GROUPS, type Group, type OwnZone, type Template, type ZoneChoice, zonesOf } from '@app/core';
import { X } from 'lucide-react';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayArea } from '../../ui/amounts.ts';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import type { PieceDraft } from './pieceDraft.ts';

type ZoneProps = {
  readonly template: Template;
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
};
const GROUP_WORDS: Record<Group, string> = { body: 'the body', top: 'the top', inside: 'the inside' };

/** Areas as bars of their own size; inside, back and edges by a tap; every formula can be changed, zones added. */
export function ZoneFields({ template, draft, onChange }: ZoneProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const { zones, faults } = zonesOf(template, draft.dimensions, draft.zoneChoice);
  const most = Math.max(0.01, ...zones.map((z) => z.area_m2));
  const choose = (more: Partial<ZoneChoice>) => onChange({ ...draft, zoneChoice: { ...draft.zoneChoice, ...more } });
  const optional = template.zones.filter((z) => z.optional);
  const toggle = (id: string) =>
    choose({
      include: draft.zoneChoice.include.includes(id)
        ? draft.zoneChoice.include.filter((x) => x !== id)
        : [...draft.zoneChoice.include, id],
    });
  return (
    <div className="flex flex-col gap-2">
      <ul className="grid gap-x-6 gap-y-0.5 sm:grid-cols-2" aria-label="Areas">
        {zones.map((z) => (
          <li key={z.id} className="flex items-center gap-2 text-table" title={said(z.formula)}>
            <span className="condensed w-32 shrink-0 leading-tight text-sub">{z.name}</span>
            <span className="h-2 bg-keyline" style={{ width: `${Math.max(2, (z.area_m2 / most) * 90)}px` }} />
            <span className="font-semibold">{sayArea(z.area_m2, units)}</span>
          </li>
        ))}
      </ul>
      {optional.length > 0 && (
        <div role="group" aria-label="Also to be done" className="flex flex-wrap items-center gap-1">
          <span className="condensed pr-1 text-lane font-semibold text-sub">Also to be done</span>
          {optional.map((z) => (
            <Tap key={z.id} isOn={draft.zoneChoice.include.includes(z.id)} onToggle={() => toggle(z.id)}>
              {z.name}
            </Tap>
          ))}
        </div>
      )}
      <details>
        <summary className="cursor-pointer text-table font-semibold text-sub">How the areas are worked out</summary>
        <div className="flex flex-col gap-2 pt-2">
          <p className="text-table text-sub">
            {units === 'metric' ? 'In metres, with' : 'With'} {template.measures.map((m) => m.key).join(', ')}
            {units === 'metric' ? '' : ' as measured; a bare number that is a length counts as so many times 39 3/8 in'}
            ; {'+ − × /'} and brackets. Change any.
          </p>
          {zones
            .filter((z) => !draft.zoneChoice.own.some((o) => o.id === z.id))
            .map((z) => {
              const usual = template.zones.find((t) => t.id === z.id)!;
              const typed = draft.zoneChoice.areas[z.id] ?? usual.area;
              return (
                <div key={z.id} className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2">
                  <Field
                    label={z.name}
                    hint={usual.note === undefined ? undefined : said(usual.note)}
                    error={faults[z.id]}
                  >
                    <Input
                      value={typed}
                      maxLength={200}
                      onChange={(e) => choose({ areas: { ...draft.zoneChoice.areas, [z.id]: e.target.value } })}
                    />
                  </Field>
                  {z.isEdited && (
                    <Button onClick={() => choose({ areas: without(draft.zoneChoice.areas, z.id) })}>Put back</Button>
                  )}
                </div>
              );
            })}
          {draft.zoneChoice.own.map((z) => (
            <OwnZoneFields
              key={z.id}
              zone={z}
              others={template.zones.filter((t) => zones.some((x) => x.id === t.id))}
              fault={faults[z.id]}
              onZone={(next) => choose({ own: draft.zoneChoice.own.map((o) => (o.id === z.id ? next : o)) })}
              onRemove={() => choose({ own: draft.zoneChoice.own.filter((o) => o.id !== z.id) })}
            />
          ))}
          <Button
            className="self-start"
            onClick={() => choose({ own: [...draft.zoneChoice.own, freshZone(draft.zoneChoice)] })}
          >
            Add a zone
          </Button>
        </div>
      </details>
    </div>
  );
}

const without = (areas: ZoneChoice['areas'], id: string) =>
  Object.fromEntries(Object.entries(areas).filter(([k]) => k !== id));
function freshZone({ own }: ZoneChoice): OwnZone {
  const n = 1 + Math.max(0, ...own.map((o) => Number(o.id.replace('own-', '')) || 0));
  return { id: `own-${n}`, name: n === 1 ? 'Plinth' : `Zone ${n}`, group: 'body', area: 'width * 0.1' };
}

type OwnProps = {
  readonly zone: OwnZone;
  /** What it may be cut out of. */
  readonly others: readonly { readonly id: string; readonly name: string }[];
  readonly fault: string | undefined;
  readonly onZone: (z: OwnZone) => void;
  readonly onRemove: () => void;
};
function OwnZoneFields({ zone, others, fault, onZone, onRemove }: OwnProps) {
  return (
    <div className="grid grid-cols-2 items-end gap-2 sm:grid-cols-[1fr_110px_130px_2fr_auto]">
      <Field label="Zone">
        <Input value={zone.name} maxLength={40} onChange={(e) => onZone({ ...zone, name: e.target.value })} />
      </Field>
      <Field label="Belongs to">
        <Select value={zone.group} onChange={(e) => onZone({ ...zone, group: e.target.value as Group })}>
          {GROUPS.map((g) => (
            <option key={g} value={g}>
              {GROUP_WORDS[g]}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Cut out of">
        <Select value={zone.of ?? ''} onChange={(e) => onZone({ ...zone, of: e.target.value || undefined })}>
          <option value="">nothing, it comes on top</option>
          {others.map((o) => (
            <option key={o.id} value={o.id}>
              {o.name}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Area" error={fault}>
        <Input value={zone.area} maxLength={200} onChange={(e) => onZone({ ...zone, area: e.target.value })} />
      </Field>
      <Button aria-label={`Remove ${zone.name}`} onClick={onRemove}>
        <X size={14} aria-hidden="true" />
      </Button>
    </div>
  );
}
