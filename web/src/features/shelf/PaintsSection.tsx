import { MOST_LEAD_DAYS, PaintInput } from '@app/contract';
import { latestOrder, sayDay, sayTime, shelfDemand, type ShelfPaint } from '@app/core';
import { fromField, toField } from '../../step/dateField.ts';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTypedLitres, sayDays, sayLitres, toTypedLitres } from '../../ui/amounts.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import { readNumber, readOptional } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { DeliveriesField, type TypedDelivery } from './DeliveriesField.tsx';

/** What is left of each colour against what the planned coats will take, as cans on one shelf line. */
export function PaintsSection() {
  const { view } = useWorkshop();
  const [open, setOpen] = useState<string | null>(null);
  const demand = shelfDemand(view.shop, view.pieces, view.plan);
  const shown = demand.find((d) => d.paint.id === open);
  const most = Math.max(1, ...demand.map((d) => Math.max(d.paint.on_hand_litres + comingOf(d.paint), d.needed_litres)));
  return (
    <Section title="On the shelf" aside={<Button onClick={() => setOpen(NEW)}>Add a paint</Button>}>
      {demand.length === 0 && (
        <p className="text-sub">Enter what is in your cans, and Mokume says before which coat one will run short.</p>
      )}
      <ul className="flex flex-wrap items-end gap-x-2 border-b-2 border-ink">
        {demand.map((d) => (
          <li key={d.paint.id}>
            <button
              type="button"
              aria-pressed={open === d.paint.id}
              aria-label={`${d.paint.name}: ${sayLitres(d.paint.on_hand_litres, view.workshop.units)} left`}
              onClick={() => setOpen(open === d.paint.id ? null : d.paint.id)}
              className={`flex w-[104px] cursor-pointer flex-col items-center pt-2 ${open === d.paint.id ? 'bg-sunk' : 'hover:bg-sunk'}`}
            >
              <span className="condensed w-full px-1 text-center text-table leading-tight break-words font-semibold">
                {d.paint.name}
              </span>
              <span className={`condensed text-lane ${d.short ? 'font-semibold text-oxide-text' : 'text-sub'}`}>
                {d.short
                  ? `short by ${sayLitres(d.short.litres, view.workshop.units)}`
                  : `${sayLitres(d.paint.on_hand_litres, view.workshop.units)} left`}
              </span>
              <Can
                hex={d.paint.hex}
                left={d.paint.on_hand_litres}
                coming={comingOf(d.paint)}
                needed={d.needed_litres}
                full={most}
              />
            </button>
          </li>
        ))}
      </ul>
      {shown && (
        <PaintEditor
          key={shown.paint.id}
          paint={shown.paint}
          needed={shown.needed_litres}
          short={shown.short}
          onDone={() => setOpen(null)}
        />
      )}
      {open === NEW && <PaintEditor paint={FRESH_PAINT} needed={0} short={null} onDone={() => setOpen(null)} />}
      <Shortages demand={demand} />
    </Section>
  );
}

/** What is open while a paint is entered that is not there yet. */
const NEW = '';
/** A paint not there before it is saved, under a name. */
const FRESH_PAINT: ShelfPaint = {
  id: NEW,
  name: '',
  hex: '#3f5c74',
  product: 'matt-paint',
  on_hand_litres: 1,
  can_litres: null,
  can_cents: null,
  lead_days: null,
};

const comingOf = (paint: ShelfPaint) => (paint.deliveries ?? []).reduce((n, d) => n + d.litres, 0);

type Demand = ReturnType<typeof shelfDemand>[number];

/** Which coat finds too little, and by when a new can has to be ordered to be there. */
function Shortages({ demand }: { readonly demand: readonly Demand[] }) {
  const { view } = useWorkshop();
  const saying = useSaying();
  return (
    <ul className="flex flex-col gap-1">
      {demand.flatMap(({ paint, short }) => {
        const piece = view.pieces.find((p) => p.id === short?.piece);
        const step = piece?.steps.find((s) => s.id === short?.step);
        if (!short || !piece || !step) return [];
        const next = paint.deliveries?.find((d) => d.at > saying.now);
        const buyBy = paint.lead_days === null ? null : latestOrder(saying.zone, short.at, paint.lead_days);
        return [
          <li key={paint.id} className="text-table">
            <strong className="text-oxide-text">
              {paint.name} runs short by {sayLitres(short.litres, view.workshop.units)}
            </strong>
            : not enough for “{step.title}” on {piece.name}, {sayTime(short.at, saying)}.
            {next && ` ${sayLitres(next.litres, view.workshop.units)} more comes ${sayTime(next.at, saying)}.`}
            {!next &&
              buyBy !== null &&
              (buyBy < saying.now
                ? ` A new can takes ${sayDays(paint.lead_days!)}: too late for that day, order it now.`
                : ` Order by ${sayDay(buyBy, saying)}: a new can takes ${sayDays(paint.lead_days!)}.`)}
          </li>,
        ];
      })}
    </ul>
  );
}

function PaintEditor({
  paint,
  needed,
  short,
  onDone,
}: {
  readonly paint: ShelfPaint;
  readonly needed: number;
  readonly short: Demand['short'];
  readonly onDone: () => void;
}) {
  const isNew = paint.id === NEW;
  const { view } = useWorkshop();
  const { command, saveRow, refusal } = useCommand();
  const products = useProducts();
  const { units } = view.workshop;
  const saying = useSaying();
  const typedLitres = (l: number | null) => (l === null ? '' : String(toTypedLitres(l, units)));
  const read = (text: string) => fromTypedLitres(readNumber(text), units);
  const form = useTypedForm({
    isShared: !isNew,
    typed: {
      name: paint.name,
      hex: paint.hex,
      product: paint.product,
      left: typedLitres(paint.on_hand_litres),
      can: typedLitres(paint.can_litres),
      price: paint.can_cents === null ? '' : (paint.can_cents / 100).toFixed(2),
      lead: paint.lead_days === null ? '' : String(paint.lead_days),
      coming: (paint.deliveries ?? []).map((d) => ({
        at: toField(d.at, saying.zone),
        amount: typedLitres(d.litres),
      })) as TypedDelivery[],
    },
    schema: PaintInput,
    read: (t) => ({
      version: view.versions[`paints/${paint.id}`],
      name: t.name,
      hex: t.hex.trim(),
      product: t.product,
      on_hand_litres: read(t.left),
      deliveries: t.coming.map((d) => ({ at: fromField(d.at, saying.zone) ?? NaN, litres: read(d.amount) })),
      can_litres: t.can.trim() === '' ? null : read(t.can),
      can_cents: t.price.trim() === '' ? null : Math.round(readNumber(t.price) * 100),
      lead_days: readOptional(t.lead),
    }),
    at: { on_hand_litres: 'left', can_litres: 'can', can_cents: 'price', lead_days: 'lead', deliveries: 'coming' },
    words: {
      hex: 'Like #3d5a45.',
      left: '0 or more.',
      can: 'Above 0, or empty.',
      price: '0 or more, or empty.',
      lead: 'Whole days, or empty.',
      coming: 'Each can needs the day it comes and an amount above 0.',
    },
  });
  const { register, choice, watch, setValue, getValues, fault, submit } = form;
  const { can, lead, coming } = watch();
  const leadDays = readOptional(lead);
  const unit = units === 'metric' ? 'litres' : 'quarts';
  const save = submit(async (body) => {
    const isSaved = await saveRow('paints', paint.id, body);
    if (isSaved && isNew) onDone();
    return isSaved;
  });
  const isHere = (index: number) => {
    const came = coming[index]!;
    const sum = read(getValues('left')) + read(came.amount);
    setValue('left', typedLitres(sum));
    setValue(
      'coming',
      coming.filter((d) => d !== came),
    );
    save();
  };
  return (
    <div className="flex flex-col gap-3 bg-raised p-3">
      <div className="grid grid-cols-2 gap-2 md:grid-cols-[1.4fr_100px_1.4fr_repeat(4,1fr)]">
        <Field label="Colour" error={fault('name')}>
          <Input maxLength={60} {...register('name')} />
        </Field>
        <Field label="Hex" error={fault('hex')}>
          <Input {...register('hex')} />
        </Field>
        <Field label="Product" error={fault('product')}>
          <Select {...choice('product')}>
            {[...products.values()]
              .filter((p) => p.spread_m2PerL !== null)
              .map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
          </Select>
        </Field>
        <Field label={`Left, ${unit}`} error={fault('left')}>
          <Input inputMode="decimal" {...register('left')} />
        </Field>
        <Field label={`Can, ${unit}`} error={fault('can')}>
          <Input inputMode="decimal" {...register('can')} />
        </Field>
        <Field label="A can costs" error={fault('price')}>
          <Input inputMode="decimal" {...register('price')} />
        </Field>
        <Field label="Days to get one" error={fault('lead')}>
          <Input inputMode="numeric" {...register('lead')} />
        </Field>
      </div>
      <DeliveriesField
        typed={coming}
        unit={unit}
        usual={can}
        leadDays={leadDays !== null && leadDays >= 0 && leadDays <= MOST_LEAD_DAYS ? leadDays : null}
        fault={fault('coming')}
        onChange={(typed) => setValue('coming', typed)}
        onHere={isHere}
      />
      <BothVersions
        of={form}
        labels={{
          name: 'Colour',
          hex: 'Hex',
          product: ['Product', (id) => products.get(id)?.name ?? id],
          left: `Left, ${unit}`,
          can: `Can, ${unit}`,
          price: 'A can costs',
          lead: 'Days to get one',
          coming: ['On its way', (c) => `${c.length} entered`],
        }}
      />
      {refusal}
      <div className="flex flex-wrap items-center gap-2">
        <Button kind="primary" onClick={save}>
          {isNew ? 'Put it on the shelf' : `Save ${paint.name}`}
        </Button>
        {isNew ? (
          <Button onClick={onDone}>Leave it</Button>
        ) : (
          <Button onClick={() => void command('DELETE', `/shop/paints/${paint.id}`, {})}>Remove</Button>
        )}
        <span className="text-table text-sub">
          {short
            ? ''
            : needed > 0
              ? `Planned coats take ${sayLitres(needed, units)}; enough.`
              : 'No planned coat takes it.'}
        </span>
      </div>
    </div>
  );
}

const HEIGHT = 96;

/** A can filled as high as what is left, dashed above it what is on its way; the bracket shows what the plan will take. */
function Can({
  hex,
  left,
  coming,
  needed,
  full,
}: {
  readonly hex: string;
  readonly left: number;
  readonly coming: number;
  readonly needed: number;
  readonly full: number;
}) {
  const y = (litres: number) => HEIGHT - 2 - (litres / (full * 1.05)) * (HEIGHT - 12);
  return (
    <svg width="64" height={HEIGHT} aria-hidden="true">
      <path d={`M6 6V${HEIGHT - 1}h42V6`} fill="var(--m-raised)" stroke="var(--m-keyline)" strokeWidth="1.4" />
      <rect
        x="7"
        y={y(left)}
        width="40"
        height={Math.max(0, HEIGHT - 2 - y(left))}
        fill={hex}
        stroke="var(--m-keyline)"
      />
      {coming > 0 && (
        <rect
          x="7"
          y={y(left + coming)}
          width="40"
          height={Math.max(0, y(left) - y(left + coming))}
          fill="none"
          stroke={hex}
          strokeWidth="2"
          strokeDasharray="4 3"
        />
      )}
      <path d="M3 6h48" stroke="var(--m-ink)" strokeWidth="2" />
      {needed > 0 && (
        <path
          d={`M52 ${y(needed)}h6V${HEIGHT - 2}h-6`}
          fill="none"
          stroke={needed > left + coming ? 'var(--m-oxide)' : 'var(--m-ink)'}
          strokeWidth="1.6"
        />
      )}
    </svg>
  );
}
