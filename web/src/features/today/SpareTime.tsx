import { CoreFault } from '../../core/CoreFault.tsx';
import { useState } from 'react';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useSaying } from '../../data/saying.ts';
import { useFillers } from '../../core/useCore.ts';
import { Button, Tap } from '../../ui/parts.tsx';
import { clock } from '@app/core';
import type { PersonDay } from './todayOf.ts';

const LENGTHS = [30, 60, 120] as const;

/** "I have an hour": what this person could do now that disturbs nothing, started with one tap. */
export function SpareTime({ day }: { readonly day: PersonDay }) {
  const { view, now } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const [minutes, setMinutes] = useState<number | null>(null);
  const answer = useFillers(view, minutes === null ? null : { person: day.person.id, from: now, minutes });
  const fillers = answer.data;
  return (
    <div className="no-print flex flex-col gap-2">
      <p className="flex flex-wrap items-center gap-2 text-table">
        <span>I have time:</span>
        {LENGTHS.map((m) => (
          <Tap key={m} isOn={minutes === m} onToggle={() => setMinutes(minutes === m ? null : m)}>
            <span className="inline-flex min-h-10 items-center px-1">{m < 60 ? `${m} min` : `${m / 60} h`}</span>
          </Tap>
        ))}
      </p>
      <CoreFault of={answer} />
      {refusal}
      {minutes !== null && fillers && (
        <ul className="flex flex-col" aria-label={`What ${day.person.name} could do now`}>
          {fillers.length === 0 && <li className="text-table">Nothing fits without disturbing something else.</li>}
          {fillers.slice(0, 4).map((f) => {
            const piece = view.pieces.find((p) => p.id === f.piece);
            const step = piece?.steps.find((s) => s.id === f.step);
            return piece && step ? (
              <li key={f.step} className="flex items-center justify-between gap-3 border-b border-line py-1.5">
                <span className="min-w-0">
                  <span className="block font-semibold">{step.title}</span>
                  <span className="condensed block text-lane text-sub">
                    {piece.name}, until {clock(f.end, saying)}
                  </span>
                  {step.caution && <span className="condensed block text-lane text-oxide-text">{step.caution}</span>}
                </span>
                <Button
                  size="hand"
                  onClick={() =>
                    void command('POST', `/steps/${encodeURIComponent(f.step)}/start`, {
                      version: piece.stepVersions[f.step] ?? 0,
                      by: day.person.id,
                    })
                  }
                >
                  Start
                </Button>
              </li>
            ) : null;
          })}
        </ul>
      )}
    </div>
  );
}
