import { worthDoing } from '@app/core';
import { sayMoney } from '../../ui/amounts.ts';
import { useState } from 'react';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

const WORDS = { yes: 'Yes, worth doing', barely: 'Barely worth it', no: 'Not worth doing' } as const;

/** Is it worth doing? In one sentence, with its arithmetic. */
export function WorthSum() {
  const [price, setPrice] = useState('320');
  const [fee, setFee] = useState('15');
  const [bought, setBought] = useState('45');
  const [materials, setMaterials] = useState('38');
  const [hours, setHours] = useState('6.5');
  const [wanted, setWanted] = useState('22');
  const answer = tried(() => {
    const all = [price, fee, bought, materials, wanted].map(readFigure);
    must(
      all.every((n) => n >= 0),
      'Enter 0 or more everywhere.',
    );
    must(readFigure(hours) > 0, 'Hands-on hours: enter more than 0.');
    must(all[1]! < 100, 'Booth: enter 0 to 99 %.');
    return worthDoing({
      price_cents: all[0]! * 100,
      fee: all[1]! / 100,
      bought_cents: all[2]! * 100,
      materials_cents: all[3]! * 100,
      labour_minutes: readFigure(hours) * 60,
      wanted_centsPerHour: all[4]! * 100,
    });
  });
  return (
    <Section title="Is it worth doing?">
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-6">
        <NumberField label="Sells for" value={price} onChange={setPrice} />
        <NumberField label="Booth takes, %" value={fee} onChange={setFee} />
        <NumberField label="Bought for" value={bought} onChange={setBought} />
        <NumberField label="Materials" value={materials} onChange={setMaterials} />
        <NumberField label="Hands-on hours" value={hours} onChange={setHours} />
        <NumberField label="An hour should earn" value={wanted} onChange={setWanted} />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>{WORDS[v.verdict]}</Figure>
            <HourBar earned={v.perHour_cents} wanted={readFigure(wanted) * 100} />
            <p>
              {price} less {fee} % booth, {bought} for the piece and {materials} for materials leaves{' '}
              {sayMoney(v.left_cents)}; over {hours} h that is <strong>{sayMoney(v.perHour_cents)} an hour</strong>, and
              you want {wanted}
              {v.verdict === 'yes'
                ? '.'
                : `: it would be at a buying price of ${v.most_cents > 0 ? sayMoney(v.most_cents) : 'less than nothing'}.`}
            </p>
          </>
        )}
      </Result>
    </Section>
  );
}

function HourBar({ earned, wanted }: { readonly earned: number; readonly wanted: number }) {
  const full = Math.max(1, earned, wanted) * 1.1;
  const x = (cents: number) => Math.max(0, (cents / full) * 260);
  return (
    <svg width="270" height="26" aria-hidden="true">
      <rect
        x="0"
        y="6"
        width={x(earned)}
        height="14"
        fill={earned >= wanted ? 'var(--m-verdigris)' : 'var(--m-keyline)'}
      />
      <path d={`M${x(wanted)} 1v24`} stroke="var(--m-ink)" strokeWidth="2" />
    </svg>
  );
}
