import {
  type Brief,
  type FinishRow,
  type Sealer,
  SEALERS,
  SHEENS,
  templateById,
  type Treatment,
  TREATMENTS,
  USES,
  type OwnZone,
  type Template,
  type Zone,
  zonesOf,
} from '@app/core';
import { X } from 'lucide-react';
import { useState } from 'react';
import { ProductOptions } from '../../data/ProductOptions.tsx';
import { PieceDrawing } from '../../ui/PieceDrawing.tsx';
import { Button, Choice, Field, Input, Select } from '../../ui/parts.tsx';
import { ColourField } from './ColourField.tsx';
import type { PieceDraft } from './pieceDraft.ts';
import { SEALER_WORDS, SHEEN_WORDS, USE_WORDS } from './wishWords.ts';
import { TREATMENT_WORDS, treatmentOf, USUAL_COLOUR } from './treatmentWords.ts';
import { ZoneTaps } from './ZoneTaps.tsx';

type RowsProps = {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
};

/** Parts that become something else than the rest: which zones, what, and how protected. One tap on a zone opens one. */
export function PartRows({ draft, onChange }: RowsProps) {
  const template = templateById.get(draft.template)!;
  const { zones } = zonesOf(template, draft.dimensions, draft.zoneChoice);
  const rows = draft.brief.rows ?? [];
  const set = (next: readonly FinishRow[], more: Partial<PieceDraft> = {}) =>
    onChange({ ...draft, ...more, brief: { ...draft.brief, rows: next } });
  const taken = new Set(rows.flatMap((r) => r.zones));
  const free = zones.filter((z) => !taken.has(z.id));
  const hidden = template.zones.filter((z) => z.optional && !draft.zoneChoice.include.includes(z.id));
  const open = (zone: string, isHidden: boolean) =>
    set(
      [...rows, freshRow(rows, zone, draft.brief)],
      isHidden ? { zoneChoice: { ...draft.zoneChoice, include: [...draft.zoneChoice.include, zone] } } : {},
    );
  return (
    <div className="flex flex-col gap-3">
      {rows.map((row) => (
        <PartRow
          key={row.id}
          row={row}
          zones={zones.filter((z) => row.zones.includes(z.id) || !taken.has(z.id))}
          paint={draft.brief.paint}
          onRow={(next) => set(rows.map((r) => (r.id === row.id ? next : r)))}
          onRemove={() => set(rows.filter((r) => r.id !== row.id))}
        />
      ))}
      <div role="group" aria-label="Make a part different" className="flex items-center gap-4">
        <PieceDrawing
          piece={{ ...draft, zones }}
          of={1}
          zone={(id) => ({ fill: taken.has(id) ? 'var(--m-keyline)' : 'var(--m-raised)' })}
          label="Its parts; those that are different already are grey"
          className="h-28 w-32 shrink-0"
          onZone={(id) => (taken.has(id) ? undefined : open(id, false))}
        />
        <div className="flex flex-wrap items-center gap-1">
          <span className="condensed w-full text-lane font-semibold text-sub">
            Make a part different: tap it on the drawing, or its name
          </span>
          {free.map((z) => (
            <Button key={z.id} onClick={() => open(z.id, false)}>
              {z.name}
            </Button>
          ))}
          {hidden.map((z) => (
            <Button key={z.id} onClick={() => open(z.id, true)}>
              + {z.name}
            </Button>
          ))}
        </div>
      </div>
      <CutOut
        template={template}
        zones={zones.filter((z) => !draft.zoneChoice.own.some((o) => o.id === z.id))}
        onCut={(from, share) => {
          const made = cutFrom(template, draft, from, share);
          const { [from.id]: condition } = draft.survey.zones ?? {};
          set([...rows, freshRow(rows, made.id, draft.brief)], {
            zoneChoice: { ...draft.zoneChoice, own: [...draft.zoneChoice.own, made] },
            // It is made of what it is cut from.
            ...(condition
              ? { survey: { ...draft.survey, zones: { ...draft.survey.zones, [made.id]: condition } } }
              : {}),
          });
        }}
      />
    </div>
  );
}

function freshRow(rows: readonly FinishRow[], zone: string, brief: Brief): FinishRow {
  const n = 1 + Math.max(0, ...rows.map((r) => Number(r.id.replace('part-', '')) || 0));
  return {
    id: `part-${n}`,
    zones: [zone],
    treatment: { kind: 'paint', product: brief.paint, colour: USUAL_COLOUR.paint },
  };
}

/** What can be cut out of a zone, and what part of it that is. Common practice; the area can be typed afterwards. */
const CUTS = [
  ['A panel', 0.5],
  ['A border', 0.2],
  ['A band', 0.15],
  ['Its sides', 0.3],
  ['Edges only', 0.08],
] as const;
type Cut = { readonly name: string; readonly share: string };
const cutsOf = (template: Template): readonly Cut[] => [
  ...(template.measures.some((m) => m.key === 'parts') ? [{ name: 'One of them', share: '1 / parts' }] : []),
  ...CUTS.map(([name, share]) => ({ name, share: String(share) })),
];

function cutFrom(template: Template, draft: PieceDraft, from: Zone, { name, share }: Cut): OwnZone {
  const { own, areas } = draft.zoneChoice;
  const n = 1 + Math.max(0, ...own.map((o) => Number(o.id.replace('own-', '')) || 0));
  const whole = areas[from.id] ?? template.zones.find((z) => z.id === from.id)!.area;
  return {
    id: `own-${n}`,
    name: `${name}: ${from.name.toLowerCase()}`.slice(0, 40),
    group: from.group,
    area: `(${whole}) * ${share}`,
    of: from.id,
    shape: from.shape,
  };
}

/** A zone made on the spot: a band, a panel, one drawer, cut out of a zone that is there. */
function CutOut({
  template,
  zones,
  onCut,
}: {
  readonly template: Template;
  readonly zones: readonly Zone[];
  readonly onCut: (from: Zone, cut: Cut) => void;
}) {
  const cuts = cutsOf(template);
  const [zone, setZone] = useState('');
  const [cut, setCut] = useState(cuts[0]!.name);
  const from = zones.find((z) => z.id === zone) ?? zones[0];
  if (!from) return null;
  return (
    <details>
      <summary className="cursor-pointer text-table font-semibold text-sub">
        Only a piece of a zone is different
      </summary>
      <div className="flex flex-wrap items-end gap-2 pt-2">
        <Field label="What">
          <Select value={cut} onChange={(e) => setCut(e.target.value)}>
            {cuts.map((c) => (
              <option key={c.name}>{c.name}</option>
            ))}
          </Select>
        </Field>
        <Field label="Out of">
          <Select value={from.id} onChange={(e) => setZone(e.target.value)}>
            {zones.map((z) => (
              <option key={z.id} value={z.id}>
                {z.name}
              </option>
            ))}
          </Select>
        </Field>
        <Button
          onClick={() =>
            onCut(
              from,
              cuts.find((c) => c.name === cut)!,
            )
          }
        >
          Make it a part
        </Button>
        <p className="text-lane text-sub">Its area can be changed under “How the areas are worked out”.</p>
      </div>
    </details>
  );
}

type RowProps = {
  readonly row: FinishRow;
  readonly zones: readonly Zone[];
  readonly paint: string;
  readonly onRow: (r: FinishRow) => void;
  readonly onRemove: () => void;
};

function PartRow({ row, zones, paint, onRow, onRemove }: RowProps) {
  const { treatment } = row;
  const names = zones.filter((z) => row.zones.includes(z.id)).map((z) => z.name);
  const title = names.length > 0 ? names.join(', ') : 'No zone chosen';
  const change = (next: Treatment) => onRow({ ...row, treatment: next });
  return (
    <section aria-label={`Different: ${title}`} className="grid grid-cols-[14px_1fr] border border-keyline bg-raised">
      <span
        aria-hidden="true"
        className="border-r border-keyline"
        style={{ background: 'colour' in treatment ? treatment.colour.hex : WOODEN }}
      />
      <div className="flex flex-col gap-3 p-3">
        <div className="flex items-start justify-between gap-2">
          <h3 className="text-table font-semibold">{title}</h3>
          <Button aria-label={`Remove: ${title}`} onClick={onRemove}>
            <X size={14} aria-hidden="true" /> Like the rest
          </Button>
        </div>
        <ZoneTaps
          label={`Zones of ${title}`}
          zones={zones}
          on={row.zones}
          onZones={(ids) => onRow({ ...row, zones: ids })}
        />
        <Choice
          label={`What becomes of it (${title})`}
          value={treatment.kind}
          options={TREATMENTS.map((k) => [k, TREATMENT_WORDS[k]] as const)}
          onChange={(kind) => change(treatmentOf(kind, treatment, paint))}
        />
        <div className="grid gap-3 md:grid-cols-2">
          <TreatmentFields treatment={treatment} title={title} onTreatment={change} />
          <RowRest row={row} onRow={onRow} />
        </div>
      </div>
    </section>
  );
}

/** Wood that shows, drawn where a row has no colour of its own. */
const WOODEN = '#b98d5a';

function TreatmentFields({
  treatment,
  title,
  onTreatment,
}: {
  readonly treatment: Treatment;
  readonly title: string;
  readonly onTreatment: (t: Treatment) => void;
}) {
  if (treatment.kind === 'paint')
    return (
      <>
        <ColourField
          label={`Colour (${title})`}
          colour={treatment.colour}
          onChange={(colour) => onTreatment({ ...treatment, colour })}
        />
        <Field label="Paint">
          <Select value={treatment.product} onChange={(e) => onTreatment({ ...treatment, product: e.target.value })}>
            <ProductOptions family="paint" />
          </Select>
        </Field>
      </>
    );
  if (treatment.kind !== 'stain' && treatment.kind !== 'wash') return null;
  return (
    <>
      <ColourField
        label={`${treatment.kind === 'stain' ? 'Stain' : 'Wash'} (${title})`}
        isPaint={false}
        colour={treatment.colour}
        onChange={(colour) => onTreatment({ ...treatment, colour })}
      />
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        <Field label="Coats">
          <Select
            value={treatment.coats ?? (treatment.kind === 'stain' ? 1 : 2)}
            onChange={(e) => onTreatment({ ...treatment, coats: Number(e.target.value) })}
          >
            {(treatment.kind === 'stain' ? [1, 2, 3] : [1, 2, 3, 4]).map((n) => (
              <option key={n}>{n}</option>
            ))}
          </Select>
        </Field>
        {treatment.kind === 'wash' && (
          <>
            <Field label="Water, %">
              <Input
                inputMode="numeric"
                value={treatment.water_pct ?? 50}
                onChange={(e) => onTreatment({ ...treatment, water_pct: Number(e.target.value) || 0 })}
              />
            </Field>
            <Field label="Left on">
              <Select
                value={treatment.left_minutes === null ? 'never' : String(treatment.left_minutes ?? 0)}
                onChange={(e) =>
                  onTreatment({
                    ...treatment,
                    left_minutes: e.target.value === 'never' ? null : Number(e.target.value),
                  })
                }
              >
                <option value="0">wiped at once</option>
                {[1, 2, 3, 4, 5].map((n) => (
                  <option key={n} value={n}>
                    {n} min
                  </option>
                ))}
                <option value="never">never wiped</option>
              </Select>
            </Field>
          </>
        )}
      </div>
    </>
  );
}

/** Protection, use and sheen, where they differ from the rest. */
function RowRest({ row, onRow }: { readonly row: FinishRow; readonly onRow: (r: FinishRow) => void }) {
  return (
    <div className="grid grid-cols-2 gap-2 sm:grid-cols-3 md:col-span-2">
      <Field label="Protection">
        <Select
          value={row.sealer ?? ''}
          onChange={(e) => onRow({ ...row, sealer: SEALERS.find((s) => s === e.target.value) })}
        >
          <option value="">like the rest</option>
          {SEALER_WORDS.filter(([s]: readonly [Sealer, string]) => s !== 'auto').map(([s, words]) => (
            <option key={s} value={s}>
              {words}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Use">
        <Select value={row.use ?? ''} onChange={(e) => onRow({ ...row, use: USES.find((u) => u === e.target.value) })}>
          <option value="">usual</option>
          {USES.map((u) => (
            <option key={u} value={u}>
              {USE_WORDS[u]}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Sheen">
        <Select
          value={row.sheen ?? ''}
          onChange={(e) => onRow({ ...row, sheen: SHEENS.find((s) => s === e.target.value) })}
        >
          <option value="">like the rest</option>
          {SHEEN_WORDS.map(([s, words]) => (
            <option key={s} value={s}>
              {words}
            </option>
          ))}
        </Select>
      </Field>
    </div>
  );
}
