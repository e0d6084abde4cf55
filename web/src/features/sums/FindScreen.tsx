import { meansOf, mostToPay, sayHours, TEMPLATES } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { FindFigure } from './FindFigure.tsx';
import { PriceStrata } from './PriceStrata.tsx';
import { findTakes, FIND_STATES, type FindState } from './findRoute.ts';

const PRICES = [40, 60, 90, 120, 160, 200, 250, 320, 400, 550, 750, 1000] as const;
const HOURLY = [12, 15, 18, 22, 26, 32, 40] as const;
const SELLS: readonly (readonly [number, string])[] = [
  [7, 'a week'],
  [30, 'a month'],
  [90, 'three months'],
  [180, 'half a year'],
];
const BOOTH_FEE = 0.15;
const DAY_CENTS = 50;

/** At the flea market, on a phone: five taps, and the highest price to pay. */
export function FindScreen() {
  const { view } = useWorkshop();
  const [template, setTemplate] = useState<string | null>(null);
  const [state, setState] = useState<FindState | null>(null);
  const [price, setPrice] = useState<number | null>(null);
  const [days, setDays] = useState<number | null>(null);
  const [hourly, setHourly] = useState<number | null>(null);
  const takes = template && state ? findTakes(template, state, meansOf(view.shop)) : null;
  const isAll = takes !== null && price !== null && days !== null && hourly !== null;
  const most = isAll
    ? mostToPay({
        price_cents: price * 100,
        fee: BOOTH_FEE,
        materials_cents: takes.materials_cents,
        labour_minutes: takes.minutes,
        wanted_centsPerHour: hourly * 100,
        daysToSell: days,
        day_cents: DAY_CENTS,
      })
    : null;
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="mx-auto flex w-full max-w-xl flex-1 flex-col gap-4 overflow-auto p-4">
        <h1 className="text-title font-semibold">What to pay for a find</h1>
        <Taps
          label="1 · It is a"
          value={template}
          options={TEMPLATES.filter((t) => t.id !== 'custom').map((t) => [t.id, t.name])}
          onPick={setTemplate}
        />
        {template && <FindFigure template={template} area_m2={takes?.area_m2 ?? null} />}
        <Taps
          label="2 · Its state"
          value={state}
          options={FIND_STATES.map(([v, n, hint]) => [v, `${n}: ${hint}`])}
          onPick={setState}
        />
        <Taps
          label="3 · Painted, it sells for"
          value={price}
          options={PRICES.map((p) => [p, String(p)])}
          onPick={setPrice}
        />
        <Taps label="4 · It sells within" value={days} options={SELLS} onPick={setDays} />
        <Taps
          label="5 · An hour should earn"
          value={hourly}
          options={HOURLY.map((h) => [h, String(h)])}
          onPick={setHourly}
        />
      </div>
      <div className="border-t border-keyline bg-raised p-4" role="status">
        <div className="mx-auto w-full max-w-xl">
          {most === null ? (
            <p className="text-section text-sub">
              {takes ? `It takes about ${sayHours(takes.minutes)} of work.` : 'Five taps, and the price stands here.'}
            </p>
          ) : (
            <Answer most={most} price={price!} takes={takes!} days={days!} hourly={hourly!} />
          )}
        </div>
      </div>
    </main>
  );
}

function Answer({
  most,
  price,
  takes,
  days,
  hourly,
}: {
  readonly most: number;
  readonly price: number;
  readonly takes: { readonly minutes: number; readonly materials_cents: number };
  readonly days: number;
  readonly hourly: number;
}) {
  const parts = [
    ['booth', price * BOOTH_FEE, '#8a9199'],
    ['materials', takes.materials_cents / 100, '#3f5c74'],
    ['hours', (takes.minutes / 60) * hourly, '#c7a53c'],
    ['standing', (days * DAY_CENTS) / 100, '#b98d5a'],
    ['the find', Math.max(0, Math.floor(most / 100)), '#b9cfc6'],
  ] as const;
  return (
    <>
      <p className="text-[40px] leading-[44px] font-bold">
        {most >= 100 ? `At most ${Math.floor(most / 100)}` : 'Leave it there'}
      </p>
      <PriceStrata parts={parts} price={price} />
      <p className="text-table text-sub">
        {price} less booth {(price * BOOTH_FEE).toFixed(0)}, materials {(takes.materials_cents / 100).toFixed(0)},{' '}
        {sayHours(takes.minutes)} at {hourly}, and {days} days standing.
      </p>
    </>
  );
}

function Taps<T extends string | number>({
  label,
  value,
  options,
  onPick,
}: {
  readonly label: string;
  readonly value: T | null;
  readonly options: readonly (readonly [T, string])[];
  readonly onPick: (v: T) => void;
}) {
  return (
    <fieldset>
      <legend className="condensed pb-1 text-table font-semibold text-sub">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map(([v, words]) => (
          <button
            key={v}
            type="button"
            aria-pressed={v === value}
            onClick={() => onPick(v)}
            className={`min-h-12 cursor-pointer border px-3 text-body ${v === value ? 'border-ink bg-ink text-paper' : 'border-keyline bg-raised'}`}
          >
            {words}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
