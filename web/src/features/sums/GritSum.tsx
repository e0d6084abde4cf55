import { gritLadder } from '@app/core';
import { Check, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { Field, Input, Section } from '../../ui/parts.tsx';
import { must, readFigure, Result, tried } from './sumParts.tsx';

const WORDS = {
  good: 'a good step',
  wide: 'wide: sand a little longer',
  'too-far': 'too far: scratches stay, put one between',
} as const;

/** A sanding ladder, step by step. */
export function GritSum() {
  const [text, setText] = useState('80-120-180-220');
  const answer = tried(() => {
    const grits = text
      .split(/[^\d]+/)
      .filter(Boolean)
      .map(readFigure);
    must(grits.length > 1, 'Enter grits like 80-120-180-220.');
    return gritLadder(grits);
  });
  return (
    <Section title="Grit ladder">
      <Field label="Grits, coarse to fine">
        <Input value={text} onChange={(e) => setText(e.target.value)} />
      </Field>
      <Result answer={answer}>
        {(steps) => (
          <ol>
            {steps.map((s) => (
              <li key={s.from} className="flex items-center gap-3 py-0.5">
                <svg width="64" height="22" aria-hidden="true">
                  <circle cx="16" cy="11" r="10" fill="none" stroke="var(--m-ink)" />
                  <circle cx="48" cy="11" r={10 / s.ratio} fill="none" stroke="var(--m-ink)" />
                </svg>
                <span className="w-24 font-semibold">
                  P{s.from} to P{s.to}
                </span>
                <span
                  className={`flex items-center gap-1 ${s.verdict === 'good' ? 'text-verdigris-text' : s.verdict === 'wide' ? '' : 'text-oxide-text'}`}
                >
                  {s.verdict === 'good' ? (
                    <Check size={14} aria-hidden="true" />
                  ) : (
                    <TriangleAlert size={14} aria-hidden="true" />
                  )}
                  {WORDS[s.verdict]}
                </span>
              </li>
            ))}
          </ol>
        )}
      </Result>
    </Section>
  );
}
