import { useInUnits } from '../../data/saying.ts';
import {
  cansFor,
  type CanSize,
  cheapestCans,
  paintFor,
  PRODUCTS,
  productById,
  squareMetres,
  squareMetresPerLitre,
  squareMetresToSquareFeet,
} from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTypedLitres, sayLitres, toTypedLitres } from '../../ui/amounts.ts';
import { Field, Input, Section, Select } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

const COATINGS = PRODUCTS.filter((p) => p.spread_m2PerL !== null && p.family !== 'stripper');
const SQUARE_FEET = squareMetresToSquareFeet(1);

/** How much paint, and how many cans of what size. */
export function PaintSum() {
  const { units } = useWorkshop().view.workshop;
  const isUs = units === 'us';
  const [product, setProduct] = useState('matt-paint');
  const [area, setArea] = useState(isUs ? '28' : '2.6');
  const [coats, setCoats] = useState('2');
  const [loss, setLoss] = useState('10');
  const [can, setCan] = useState(String(toTypedLitres(0.5, units)));
  const [sold, setSold] = useState('');
  const said = useInUnits();
  const { spread_m2PerL: spread, range } = productById.get(product)!;
  const answer = tried(() => {
    must(readFigure(area) >= 0, 'Area: enter 0 or more.');
    must(Number.isInteger(readFigure(coats)) && readFigure(coats) >= 0, 'Coats: enter a whole number.');
    must(readFigure(loss) >= 0 && readFigure(loss) < 100, 'Lost: enter 0 to 99 %.');
    must(readFigure(can) > 0, 'Can: enter more than 0.');
    const need = paintFor(
      squareMetres(readFigure(area) / (isUs ? SQUARE_FEET : 1)),
      squareMetresPerLitre(spread ?? 0),
      readFigure(coats),
      readFigure(loss) / 100,
    );
    const sizes = readSizes(sold, units);
    return {
      need,
      sizes,
      cheapest: sizes.length > 0 && need <= MOST_CHOSEN_LITRES ? cheapestCans(need, sizes) : null,
      can: fromTypedLitres(readFigure(can), units),
      ...cansFor(need, fromTypedLitres(readFigure(can), units)),
    };
  });
  return (
    <Section title="Paint for an area">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-5">
        <div className="col-span-2 sm:col-span-5">
          <Field label="Product" hint={said(range)}>
            <Select value={product} onChange={(e) => setProduct(e.target.value)}>
              {COATINGS.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </Select>
          </Field>
        </div>
        <NumberField label={isUs ? 'Area, ft²' : 'Area, m²'} value={area} onChange={setArea} />
        <NumberField label="Coats" value={coats} onChange={setCoats} />
        <NumberField label="Lost, %" value={loss} onChange={setLoss} />
        <NumberField label={isUs ? 'Can, quarts' : 'Can, litres'} value={can} onChange={setCan} />
      </div>
      <Field
        label="Cans sold as (size at price), to find the cheapest"
        hint={units === 'us' ? 'e.g. 1 at 24; 4 at 70' : 'e.g. 0.5 at 14.50; 1 at 26; 2.5 at 49'}
      >
        <Input value={sold} maxLength={120} onChange={(e) => setSold(e.target.value)} />
      </Field>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>{sayLitres(v.need, units)}</Figure>
            <Cans count={v.cans} need={v.need} can={v.can} />
            <p>
              {v.cans} {v.cans === 1 ? 'can' : 'cans'}, {sayLitres(v.left_litres, units)} left over.
            </p>
            {v.sizes.length > 0 && !v.cheapest && (
              <p>Which cans are cheapest is said up to {sayLitres(MOST_CHOSEN_LITRES, units)}.</p>
            )}
            {v.cheapest && (
              <p>
                Cheapest:{' '}
                {v.cheapest.counts
                  .flatMap((n, i) => (n > 0 ? [`${n} × ${sayLitres(v.sizes[i]!.litres, units)}`] : []))
                  .join(' and ')}
                , {(v.cheapest.cents / 100).toFixed(2)}.
              </p>
            )}
          </>
        )}
      </Result>
    </Section>
  );
}

/** More is not bought can by can. */
const MOST_CHOSEN_LITRES = 20;
const MOST_SIZES = 5;

/** Sizes as typed, "0.5 at 14.50; 1 at 26". @throws {RangeError} saying how to type them */
function readSizes(text: string, units: 'metric' | 'us'): CanSize[] {
  const sizes = text
    .split(/[;\n]/)
    .filter((t) => t.trim() !== '')
    .map((t) => {
      const [size = '', price = ''] = t.split(/\s+at\s+/i);
      const [held, cents] = [readFigure(size), Math.round(readFigure(price) * 100)];
      must(held > 0 && cents > 0, 'Cans: enter them like 0.5 at 14.50; 1 at 26.');
      return { litres: fromTypedLitres(held, units), cents };
    });
  must(sizes.length <= MOST_SIZES, `Cans: give at most ${MOST_SIZES} sizes.`);
  return sizes;
}

/** The cans to buy, the last one as full as it will be used. */
function Cans({ count, need, can }: { readonly count: number; readonly need: number; readonly can: number }) {
  const shown = Math.min(count, MOST_DRAWN);
  return (
    <div className="flex items-end gap-2">
      <svg width={shown * 30 + 2} height="42" aria-hidden="true">
        {Array.from({ length: shown }, (_, i) => {
          const used = Math.max(0, Math.min(1, need / can - i));
          return (
            <g key={String(i)}>
              <rect x={i * 30 + 2} y={40 - 32 * used} width="22" height={32 * used} fill="var(--m-keyline)" />
              <path d={`M${i * 30 + 2} 8v32h22V8M${i * 30} 8h26`} fill="none" stroke="var(--m-ink)" strokeWidth="1.4" />
            </g>
          );
        })}
      </svg>
      {count > shown && <span className="text-sub">and {count - shown} more</span>}
    </div>
  );
}
const MOST_DRAWN = 14;
