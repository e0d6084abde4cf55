import { clock } from '@app/core';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { WhenField } from '../../step/WhenField.tsx';
import { Button } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { LookPanel } from './LookPanel.tsx';
import type { Job } from './todayOf.ts';

/** What somebody has done today; the time of each can be put right where it stands. */
export function DoneToday({ jobs, personId }: { readonly jobs: readonly Job[]; readonly personId: string }) {
  if (jobs.length === 0) return null;
  return (
    <details className="border-b border-line">
      <summary className="min-h-11 cursor-pointer content-center px-1 text-table font-semibold">
        Done today: {jobs.length}
      </summary>
      <ul>
        {jobs.map((job) => (
          <DoneLine key={job.step.id} job={job} personId={personId} />
        ))}
      </ul>
    </details>
  );
}

function DoneLine({ job, personId }: { readonly job: Job; readonly personId: string }) {
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const [isOpen, setOpen] = useState(false);
  const [isLooking, setLooking] = useState(false);
  const { state } = job.step;
  const by = state.kind === 'done' ? (state.by[0] ?? personId) : personId;
  const correct = (at: number) =>
    void command('POST', `/steps/${encodeURIComponent(job.step.id)}/done`, {
      version: job.piece.stepVersions[job.step.id] ?? 0,
      by,
      at,
      corrects: true,
    });
  return (
    <li className="flex flex-col gap-2 border-t border-line px-1 py-2">
      <div className="flex flex-wrap items-start gap-x-3">
        <span className="w-[4.4rem] shrink-0 text-body font-semibold whitespace-nowrap">
          {clock(job.at.end, saying)}
        </span>
        <Tag brief={job.piece.brief} size={22} />
        <span className="min-w-44 flex-1 text-body">
          {job.step.title} <span className="condensed block text-table text-sub">{job.piece.name}</span>
        </span>
        <Button kind="plain" className="!min-h-9" aria-expanded={isLooking} onClick={() => setLooking(!isLooking)}>
          Look…
        </Button>
        <Button kind="plain" className="!min-h-9" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          Earlier…
        </Button>
      </div>
      {isLooking && <LookPanel piece={job.piece} step={job.step} personId={personId} />}
      {isOpen && (
        <WhenField
          label="It was done at"
          from={job.at.end}
          choices={[['Put it right', correct]]}
          onChosen={() => setOpen(false)}
        />
      )}
      {refusal}
    </li>
  );
}
