import { useInUnits } from '../../data/saying.ts';
import { RULES, TOPICS } from '@app/core';
import { useState } from 'react';
import { Input, Section } from '../../ui/parts.tsx';

/** Every rule the route builder goes by, as a sentence: when, then, and on whose word. */
export function RuleBook() {
  const said = useInUnits();
  const [sought, setSought] = useState('');
  const words = sought.trim().toLowerCase();
  const found = RULES.filter((r) => `${r.when} ${r.so} ${r.reason}`.toLowerCase().includes(words));
  return (
    <Section
      title={`The ${RULES.length} rules a route is built by`}
      aside={
        <Input
          aria-label="Find a rule"
          placeholder="find: knots, wax, lead…"
          className="max-w-56"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
        />
      }
    >
      {TOPICS.map((topic) => {
        const own = found.filter((r) => r.topic === topic);
        return own.length === 0 ? null : (
          <details key={topic} open={words !== ''}>
            <summary className="cursor-pointer py-1 font-semibold">
              {topic} <span className="condensed font-normal text-sub">{own.length}</span>
            </summary>
            <ul className="flex flex-col pb-2">
              {own.map((r) => (
                <li
                  key={r.id}
                  className="grid gap-x-4 border-b border-line py-1 text-table md:grid-cols-[1fr_1fr_150px]"
                >
                  <span>{said(r.when)}:</span>
                  <span className="font-semibold">{said(r.so)}.</span>
                  <span className="condensed text-sub">{r.source ?? r.authority}</span>
                </li>
              ))}
            </ul>
          </details>
        );
      })}
      {found.length === 0 && <p className="text-sub">No rule speaks of that.</p>}
    </Section>
  );
}
