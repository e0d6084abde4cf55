import { Hourglass, TriangleAlert } from 'lucide-react';
import { NotSentOf } from '../../data/NotSent.tsx';
import { useCommand } from '../../data/useCommand.tsx';
import { useSaying } from '../../data/saying.ts';
import { Button } from '../../ui/parts.tsx';
import { Outcomes } from '../../step/StepActions.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { clock, sayLength, sayTime } from '@app/core';
import { SpareTime } from './SpareTime.tsx';
import type { Job, PersonDay } from './todayOf.ts';

/** One person's day: the step in hand with its buttons, what follows, and the rest as lines. */
export function PersonToday({ day, onOpen }: { readonly day: PersonDay; readonly onOpen: (stepId: string) => void }) {
  return (
    <section aria-label={day.person.name} className="flex flex-col border-t-2 border-ink">
      <h2 className="py-2 text-section font-semibold">{day.person.name}</h2>
      {day.now ? (
        <NowCard job={day.now} personId={day.person.id} onOpen={onOpen} />
      ) : (
        <div className="flex flex-col gap-3 bg-raised p-4">
          <p className="text-[18px] leading-[26px] text-sub">
            {day.next ? 'Free until the next step.' : 'Nothing planned today.'}
          </p>
          <SpareTime day={day} />
        </div>
      )}
      {day.next && <Line job={day.next} word="Next" onOpen={onOpen} />}
      {day.later.map((j) => (
        <Line key={j.step.id} job={j} word="Later" onOpen={onOpen} />
      ))}
    </section>
  );
}

function NowCard({
  job,
  personId,
  onOpen,
}: {
  readonly job: Job;
  readonly personId: string;
  readonly onOpen: (stepId: string) => void;
}) {
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const body = { version: job.piece.stepVersions[job.step.id] ?? 0, by: personId };
  const act = (what: 'start' | 'done', more: object = {}) =>
    void command('POST', `/steps/${encodeURIComponent(job.step.id)}/${what}`, { ...body, ...more });
  return (
    <div
      className={`flex flex-col gap-3 bg-raised p-4 ${job.isRunning ? 'border-l-4 border-copper' : 'border-l-4 border-line'}`}
    >
      <p className="condensed flex items-center gap-2 text-table">
        <Tag brief={job.piece.brief} size={26} />
        <span className="font-semibold">{job.piece.name}</span>
        {job.isRunning ? (
          <span className="font-semibold text-copper-text">under way since {clock(job.at.start, saying)}</span>
        ) : job.isDue ? (
          <span className="text-sub">due {sayTime(job.at.start, saying)}, not started?</span>
        ) : (
          <span className="text-sub">{sayTime(job.at.start, saying)}</span>
        )}
      </p>
      <p className="text-step font-semibold">{job.step.title}</p>
      <p className="text-[18px] leading-[26px] text-sub">
        {sayLength(job.step.work_minutes)}, until about {clock(job.at.end, saying)}
      </p>
      <Window job={job} />
      {job.step.caution && (
        <p className="flex gap-2 text-table">
          <TriangleAlert size={16} className="mt-0.5 shrink-0 text-oxide-text" aria-hidden="true" /> {job.step.caution}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {!job.isRunning && (
          <Button size="hand" className="min-w-28 flex-1" onClick={() => act('start')}>
            Start
          </Button>
        )}
        {job.step.outcomes.length === 0 && (
          <Button kind="primary" size="hand" className="min-w-28 flex-1" onClick={() => act('done')}>
            Done
          </Button>
        )}
        <Button size="hand" className="min-w-28" onClick={() => onOpen(job.step.id)}>
          Problem…
        </Button>
      </div>
      <NotSentOf step={job.step.id} />
      {refusal}
      <Outcomes step={job.step} onOutcome={(outcome) => act('done', { outcome })} />
    </div>
  );
}

function Window({ job }: { readonly job: Job }) {
  const saying = useSaying();
  if (job.windowUntil === null) return null;
  const left = job.windowUntil - saying.now;
  return (
    <p className="flex items-center gap-2 text-section font-semibold text-brass-text">
      <Hourglass size={18} aria-hidden="true" />{' '}
      {left > 0
        ? `Window closes ${clock(job.windowUntil, saying)}, in ${sayLength(left)}`
        : `Window closed ${clock(job.windowUntil, saying)}; look at the surface first`}
    </p>
  );
}

function Line({
  job,
  word,
  onOpen,
}: {
  readonly job: Job;
  readonly word: string;
  readonly onOpen: (stepId: string) => void;
}) {
  const saying = useSaying();
  return (
    <button
      type="button"
      onClick={() => onOpen(job.step.id)}
      className="flex min-h-14 cursor-pointer items-center gap-3 border-b border-line px-1 py-2 text-left hover:bg-sunk"
    >
      <span className="condensed w-11 shrink-0 text-table text-sub">{word}</span>
      <span className="w-16 shrink-0 text-section font-semibold">{clock(job.at.start, saying)}</span>
      <Tag brief={job.piece.brief} size={24} />
      <span className="min-w-0 flex-1">
        <span className="block truncate text-[16px]">{job.step.title}</span>
        <span className="condensed block truncate text-table text-sub">
          {job.piece.name} · {sayLength(job.step.work_minutes)}
        </span>
      </span>
      {job.windowUntil !== null && <Hourglass size={16} className="text-brass-text" aria-label="has a window" />}
    </button>
  );
}
