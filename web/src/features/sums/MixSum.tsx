import { byParts, litres } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTypedLitres, sayCup, toTypedLitres } from '../../ui/amounts.ts';
import { Field, Input, Section, Tap } from '../../ui/parts.tsx';
import { must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

const SHADES = ['#3f5c74', '#d9dcdd', '#b98d5a', '#6e2f3a', '#b9cfc6', '#c7a53c'];

/** A batch split by parts: powder and water, bonding agent, thinner, a custom colour. */
const COMMON: readonly (readonly [string, string])[] = [
  ['1:1', 'powder paint and water'],
  ['1:1:1', 'powder, water, bonding agent'],
  ['8:1', 'paint thinned for the gun'],
  ['9:1', 'two-part filler and hardener by length'],
];

export function MixSum() {
  const { units } = useWorkshop().view.workshop;
  const [batch, setBatch] = useState(String(toTypedLitres(0.4, units)));
  const [parts, setParts] = useState('3:1');
  const answer = tried(() => {
    const list = parts
      .split(/[:,;/ ]+/)
      .filter(Boolean)
      .map(readFigure);
    must(list.length > 1 && list.every((p) => p >= 0), 'Parts: enter them like 3:1 or 2:1:1.');
    must(
      list.some((p) => p > 0),
      'Parts: not all can be 0.',
    );
    must(readFigure(batch) >= 0, 'Batch: enter 0 or more.');
    return { list, amounts: byParts(litres(fromTypedLitres(readFigure(batch), units)), list) };
  });
  return (
    <Section title="Mix by parts">
      <div className="grid grid-cols-2 gap-2">
        <NumberField label={units === 'us' ? 'Batch, quarts' : 'Batch, litres'} value={batch} onChange={setBatch} />
        <Field label="Parts">
          <Input value={parts} onChange={(e) => setParts(e.target.value)} />
        </Field>
      </div>
      <div role="group" aria-label="Usual mixes" className="flex flex-wrap gap-1">
        {COMMON.map(([p, words]) => (
          <Tap key={words} isOn={parts === p} onToggle={() => setParts(p)}>
            {p} {words}
          </Tap>
        ))}
      </div>
      <Result answer={answer}>
        {({ list, amounts }) => {
          const sum = list.reduce((a, b) => a + b, 0);
          return (
            <div className="flex items-end gap-4">
              <svg width="60" height="100" aria-hidden="true">
                {list.map((p, i) => (
                  <rect
                    key={String(i)}
                    x="4"
                    y={96 - (list.slice(0, i + 1).reduce((a, b) => a + b, 0) / sum) * 88}
                    width="50"
                    height={(p / sum) * 88}
                    fill={SHADES[i % SHADES.length]}
                    stroke="var(--m-keyline)"
                  />
                ))}
                <path d="M4 2v95h50V2" fill="none" stroke="var(--m-ink)" strokeWidth="1.6" />
              </svg>
              <ol className="flex flex-col-reverse text-section">
                {amounts.map((a, i) => (
                  <li key={String(i)}>
                    <strong>{sayCup(a, units)}</strong>{' '}
                    <span className="text-sub">
                      {list[i]} {list[i] === 1 ? 'part' : 'parts'}
                    </span>
                  </li>
                ))}
              </ol>
            </div>
          );
        }}
      </Result>
    </Section>
  );
}
