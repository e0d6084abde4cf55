import { quoteFor } from '@app/core';
import { sayMoney } from '../../ui/amounts.ts';
import { useState } from 'react';
import { Choice, Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

/** From cost to price; where the price goes, as strata. */
export function PriceSum() {
  const [bought, setBought] = useState('35');
  const [materials, setMaterials] = useState('42.75');
  const [hardware, setHardware] = useState('6');
  const [hours, setHours] = useState('5.5');
  const [rate, setRate] = useState('24');
  const [by, setBy] = useState<'margin' | 'markup'>('margin');
  const [share, setShare] = useState('25');
  const [deposit, setDeposit] = useState('30');
  const [tax, setTax] = useState('20');
  const answer = tried(() => {
    must(
      [bought, materials, hardware, hours, rate, tax, share].every((t) => readFigure(t) >= 0),
      'Enter 0 or more everywhere.',
    );
    must(by === 'markup' || readFigure(share) < 100, 'Margin: enter 0 to 99 %.');
    must(readFigure(deposit) >= 0 && readFigure(deposit) <= 100, 'Deposit: enter 0 to 100 %.');
    const parts = {
      bought_cents: readFigure(bought) * 100,
      materials_cents: readFigure(materials) * 100,
      hardware_cents: readFigure(hardware) * 100,
      labour_minutes: readFigure(hours) * 60,
      rate_centsPerHour: readFigure(rate) * 100,
    };
    const terms = {
      by,
      share: readFigure(share) / 100,
      tax: readFigure(tax) / 100,
      deposit: readFigure(deposit) / 100,
    };
    return { parts, ...quoteFor(parts, terms) };
  });
  return (
    <Section title="Quote for a piece">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <NumberField label="Bought for" value={bought} onChange={setBought} />
        <NumberField label="Materials" value={materials} onChange={setMaterials} />
        <NumberField label="Hardware" value={hardware} onChange={setHardware} />
        <NumberField label="Hands-on hours" value={hours} onChange={setHours} />
        <NumberField label="An hour costs" value={rate} onChange={setRate} />
        <NumberField label={by === 'margin' ? 'Margin, %' : 'Markup, %'} value={share} onChange={setShare} />
        <NumberField label="Tax, %" value={tax} onChange={setTax} />
        <NumberField label="Deposit, %" value={deposit} onChange={setDeposit} />
        <Choice
          label="Reckoned by"
          value={by}
          options={[
            ['margin', 'Margin'],
            ['markup', 'Markup'],
          ]}
          onChange={setBy}
        />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>
              {sayMoney(v.net)}{' '}
              <span className="text-section font-normal text-sub">net, {sayMoney(v.total)} with tax</span>
            </Figure>
            <Strata
              price={v.net}
              parts={[
                ['bought', v.parts.bought_cents, '#b98d5a'],
                ['materials', v.parts.materials_cents + v.parts.hardware_cents, '#3f5c74'],
                ['hours', (v.parts.labour_minutes / 60) * v.parts.rate_centsPerHour, '#c7a53c'],
                ['kept', v.net - v.cost, '#b9cfc6'],
              ]}
            />
            <p className="text-sub">
              It costs {sayMoney(v.cost)}; drying hours are not paid hours. Deposit {sayMoney(v.deposit)}, rest{' '}
              {sayMoney(v.rest)}.
            </p>
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
      aria-label={parts.map(([n, c]) => `${n} ${sayMoney(c)}`).join(', ')}
    >
      {parts.map(([name, cents, fill], i) => {
        const from = (sumBefore(parts, i) / Math.max(1, price)) * WIDTH;
        const width = (cents / Math.max(1, price)) * WIDTH;
        return (
          <g key={name}>
            <rect x={from} y="2" width={width} height="22" fill={fill} stroke="var(--m-keyline)" />
            {width > 6 * `${name} ${sayMoney(cents)}`.length && (
              <text x={from + 3} y="40" fontSize="12" fill="var(--m-ink)">
                {name} {sayMoney(cents)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

const sumBefore = (parts: readonly Part[], i: number) => parts.slice(0, i).reduce((n, [, cents]) => n + cents, 0);
