import { hardwareCosts } from '@app/core';
import { useState } from 'react';
import { Input, Section } from '../../ui/parts.tsx';
import { must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

type Row = { readonly name: string; readonly each: string; readonly minutes: string };
const START: readonly Row[] = [
  { name: 'Clean the old', each: '0', minutes: '60' },
  { name: 'Repaint the old', each: '0.60', minutes: '75' },
  { name: 'Buy new', each: '7.50', minutes: '25' },
];
const FILLS = ['#8a9199', '#3f5c74', '#b08d3f'];

/** Ways to settle the hardware, priced side by side with their hours. */
export function HardwareCostSum() {
  const [pieces, setPieces] = useState('8');
  const [rate, setRate] = useState('24');
  const [rows, setRows] = useState(START);
  const answer = tried(() => {
    must(Number.isInteger(readFigure(pieces)) && readFigure(pieces) > 0, 'Pieces: enter a whole number above 0.');
    must(readFigure(rate) >= 0, 'An hour: enter 0 or more.');
    must(
      rows.every((r) => readFigure(r.each) >= 0 && readFigure(r.minutes) >= 0),
      'Prices and minutes: enter 0 or more.',
    );
    return hardwareCosts(
      rows.map((r) => ({
        name: r.name,
        pieces: readFigure(pieces),
        each_cents: readFigure(r.each) * 100,
        minutes: readFigure(r.minutes),
      })),
      readFigure(rate) * 100,
    );
  });
  const set = (i: number, more: Partial<Row>) => setRows(rows.map((r, k) => (k === i ? { ...r, ...more } : r)));
  return (
    <Section title="Hardware: keep, repaint or buy">
      <div className="grid grid-cols-2 gap-2">
        <NumberField label="Pieces of hardware" value={pieces} onChange={setPieces} />
        <NumberField label="An hour costs" value={rate} onChange={setRate} />
      </div>
      {rows.map((r, i) => (
        <div key={String(i)} className="grid grid-cols-[1fr_88px_88px] items-end gap-2">
          <Input
            aria-label={`Way ${i + 1}`}
            value={r.name}
            maxLength={40}
            onChange={(e) => set(i, { name: e.target.value })}
          />
          <Amount label="Each costs" isFirst={i === 0} value={r.each} onChange={(each) => set(i, { each })} />
          <Amount
            label="Minutes in all"
            isFirst={i === 0}
            value={r.minutes}
            onChange={(minutes) => set(i, { minutes })}
          />
        </div>
      ))}
      <Result answer={answer}>
        {(costs) => {
          const most = Math.max(1, ...costs.map((c) => c.cents));
          return (
            <ol>
              {costs.map((c, i) => (
                <li key={c.option.name} className="flex items-center gap-2 py-0.5">
                  <span className={`w-36 shrink-0 leading-tight ${i === 0 ? 'font-semibold' : ''}`}>
                    {c.option.name}
                  </span>
                  <span
                    className="h-3 border border-keyline"
                    style={{ width: `${(c.cents / most) * 150}px`, background: FILLS[i % FILLS.length] }}
                  />
                  <strong>{(c.cents / 100).toFixed(2)}</strong>
                  {i === 0 && <span className="text-sub">cheapest</span>}
                </li>
              ))}
            </ol>
          );
        }}
      </Result>
    </Section>
  );
}

/** The label stands over the first row only; the others carry it for readers. */
function Amount({
  label,
  isFirst,
  value,
  onChange,
}: {
  readonly label: string;
  readonly isFirst: boolean;
  readonly value: string;
  readonly onChange: (v: string) => void;
}) {
  return isFirst ? (
    <NumberField label={label} value={value} onChange={onChange} />
  ) : (
    <Input aria-label={label} inputMode="decimal" value={value} onChange={(e) => onChange(e.target.value)} />
  );
}
