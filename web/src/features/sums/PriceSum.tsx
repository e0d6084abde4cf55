import { costOf, priceWithMargin, withTax } from '@app/core';
import { useState } from 'react';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readNumber, Result, tried } from './sumParts.tsx';

const money = (cents: number) => (cents / 100).toFixed(2);

/** From cost to price; where the price goes, as strata. */
export function PriceSum() {
  const [bought, setBought] = useState('35');
  const [materials, setMaterials] = useState('42.75');
  const [hardware, setHardware] = useState('6');
  const [hours, setHours] = useState('5.5');
  const [rate, setRate] = useState('24');
  const [margin, setMargin] = useState('25');
  const [tax, setTax] = useState('20');
  const answer = tried(() => {
    must(
      [bought, materials, hardware, hours, rate, tax].every((t) => readNumber(t) >= 0),
      'Enter 0 or more everywhere.',
    );
    must(readNumber(margin) >= 0 && readNumber(margin) < 100, 'Margin: enter 0 to 99 %.');
    const parts = {
      bought_cents: readNumber(bought) * 100,
      materials_cents: readNumber(materials) * 100,
      hardware_cents: readNumber(hardware) * 100,
      labour_minutes: readNumber(hours) * 60,
      rate_centsPerHour: readNumber(rate) * 100,
    };
    const cost = costOf(parts);
    const price = priceWithMargin(cost, readNumber(margin) / 100);
    return { parts, cost, price, ...withTax(price, readNumber(tax) / 100) };
  });
  return (
    <Section title="Price of a piece">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <NumberField label="Bought for" value={bought} onChange={setBought} />
        <NumberField label="Materials" value={materials} onChange={setMaterials} />
        <NumberField label="Hardware" value={hardware} onChange={setHardware} />
        <NumberField label="Hands-on hours" value={hours} onChange={setHours} />
        <NumberField label="An hour costs" value={rate} onChange={setRate} />
        <NumberField label="Margin, %" value={margin} onChange={setMargin} />
        <NumberField label="Tax, %" value={tax} onChange={setTax} />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>
              {money(v.price)} <span className="text-section font-normal text-sub">net, {money(v.total)} with tax</span>
            </Figure>
            <Strata
              price={v.price}
              parts={[
                ['bought', v.parts.bought_cents, '#b98d5a'],
                ['materials', v.parts.materials_cents + v.parts.hardware_cents, '#3f5c74'],
                ['hours', (v.parts.labour_minutes / 60) * v.parts.rate_centsPerHour, '#c7a53c'],
                ['kept', v.price - v.cost, '#b9cfc6'],
              ]}
            />
            <p className="text-sub">It costs {money(v.cost)}; drying hours are not paid hours.</p>
          </>
        )}
      </Result>
    </Section>
  );
}

type Part = readonly [string, number, string];

const WIDTH = 420;

function Strata({ price, parts }: { readonly price: number; readonly parts: readonly Part[] }) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 46`}
      className="w-full max-w-[480px]"
      role="img"
      aria-label={parts.map(([n, c]) => `${n} ${money(c)}`).join(', ')}
    >
      {parts.map(([name, cents, fill], i) => {
        const from = (sumBefore(parts, i) / Math.max(1, price)) * WIDTH;
        const width = (cents / Math.max(1, price)) * WIDTH;
        return (
          <g key={name}>
            <rect x={from} y="2" width={width} height="22" fill={fill} stroke="var(--m-keyline)" />
            {width > 6 * `${name} ${money(cents)}`.length && (
              <text x={from + 3} y="40" fontSize="12" fill="var(--m-ink)">
                {name} {money(cents)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

const sumBefore = (parts: readonly Part[], i: number) => parts.slice(0, i).reduce((n, [, cents]) => n + cents, 0);
