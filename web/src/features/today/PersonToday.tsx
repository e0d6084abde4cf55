import type { Demand, Notice } from '@app/core';
import { cautionOf, clock, homeFrom, presenceOf, sayDay, sayLength, sayNotice, sayTime, wallClock } from '@app/core';
import { Hourglass, LogOut, PaintBucket, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { NotSentOf } from '../../data/NotSent.tsx';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Outcomes } from '../../step/StepActions.tsx';
import { WhenField } from '../../step/WhenField.tsx';
import { sayLitres } from '../../ui/amounts.ts';
import { Button } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { DoneToday } from './DoneToday.tsx';
import { SpareTime } from './SpareTime.tsx';
import type { Job, PersonDay } from './todayOf.ts';

type PersonProps = {
  readonly day: PersonDay;
  /** Coats that find too little paint, by their steps. */
  readonly short: ReadonlyMap<string, Demand>;
  readonly onOpen: (stepId: string) => void;
};

/** One person's day: whether they are here, the step in hand with its buttons, what follows, and what is done. */
export function PersonToday({ day, short, onOpen }: PersonProps) {
  return (
    <section aria-label={day.person.name} className="flex flex-col border-t-2 border-ink">
      <Head day={day} />
      {day.now ? (
        <NowCard job={day.now} personId={day.person.id} short={short.get(day.now.step.id)} onOpen={onOpen} />
      ) : (
        <div className="flex flex-col gap-3 bg-raised p-4">
          <p className="text-[18px] leading-[26px] text-sub">
            {day.next ? 'Free until the next step.' : 'Nothing planned today.'}
          </p>
          <SpareTime day={day} />
        </div>
      )}
      {day.next && <Line job={day.next} word="Next" short={short.get(day.next.step.id)} onOpen={onOpen} />}
      {day.later.map((j) => (
        <Line key={j.step.id} job={j} word="Later" short={short.get(j.step.id)} onOpen={onOpen} />
      ))}
      <DoneToday jobs={day.done} personId={day.person.id} />
    </section>
  );
}

/** Name, and whether they are here; the owner sends somebody home with one tap. */
function Head({ day }: { readonly day: PersonDay }) {
  const { view, now } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const { person } = day;
  const presence = presenceOf(person.hours, saying.zone, now);
  const goHome = () => {
    const { day: date, minute } = wallClock(saying.zone, now);
    const { id, name, skills, hours } = person;
    const body = { version: view.versions[`people/${id}`], name, skills, hours: homeFrom(hours, date, minute) };
    void command('PUT', `/shop/people/${id}`, body);
  };
  return (
    <div className="py-2">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <h2 className="text-section font-semibold">{person.name}</h2>
        {presence.kind === 'here' ? (
          <span className="condensed flex items-center gap-1 text-table text-sub">
            {presence.from > now ? `comes ${clock(presence.from, saying)}, ` : 'here '}until{' '}
            {clock(presence.until, saying)}
            {view.me.role === 'owner' && (
              <Button kind="plain" className="!min-h-9 !font-normal" onClick={goHome}>
                <LogOut size={14} aria-hidden="true" /> {presence.from > now ? 'does not come' : 'goes home now'}
              </Button>
            )}
          </span>
        ) : (
          <span
            className={`condensed min-h-9 content-center text-table font-semibold ${presence.isUnusual ? 'text-brass-text' : ''}`}
          >
            {presence.isUnusual ? 'away today' : 'not at work now'}
            {presence.back === null ? '' : `, back ${sayTime(presence.back, saying)}`}
          </span>
        )}
      </div>
      {refusal}
    </div>
  );
}

type CardProps = {
  readonly job: Job;
  readonly personId: string;
  readonly short: Demand | undefined;
  readonly onOpen: (stepId: string) => void;
};

function NowCard({ job, personId, short, onOpen }: CardProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const [isEarlier, setEarlier] = useState(false);
  const body = { version: job.piece.stepVersions[job.step.id] ?? 0, by: personId };
  const act = (what: 'start' | 'done' | 'problem', more: object = {}) =>
    void command('POST', `/steps/${encodeURIComponent(job.step.id)}/${what}`, { ...body, ...more });
  const caution = cautionOf(job.step.caution);
  const left = view.plan.notices.find((n) => n.kind === 'left-wet' && n.step === job.step.id);
  return (
    <div
      className={`flex flex-col gap-3 bg-raised p-4 ${job.isRunning ? 'border-l-4 border-copper' : 'border-l-4 border-line'}`}
    >
      <p className="condensed flex flex-wrap items-center gap-x-2 text-table">
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
      <p className="text-step font-semibold">{said(job.step.title)}</p>
      {left ? (
        <LeftWet notice={left} onFinished={() => act('done')} onRepeat={() => act('problem', { kind: 'redo' })} />
      ) : (
        <p className="text-[18px] leading-[26px] text-sub">
          {sayLength(job.step.work_minutes)}, until about {clock(job.at.end, saying)}
        </p>
      )}
      <Window job={job} />
      {short && <Short demand={short} />}
      {caution && (
        <p className="flex gap-2 text-table">
          <TriangleAlert size={16} className="mt-0.5 shrink-0 text-oxide-text" aria-hidden="true" /> {said(caution)}
        </p>
      )}
      {!left && (
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
          <Button size="hand" aria-expanded={isEarlier} onClick={() => setEarlier(!isEarlier)}>
            Earlier…
          </Button>
          <Button size="hand" onClick={() => onOpen(job.step.id)}>
            Problem…
          </Button>
        </div>
      )}
      {isEarlier && (
        <WhenField
          label={job.isRunning ? 'It was done at' : 'When was it?'}
          choices={[
            ...(job.isRunning
              ? [['Started then', (at: number) => act('start', { at, corrects: true })] as const]
              : [['Started then', (at: number) => act('start', { at })] as const]),
            ...(job.step.outcomes.length === 0 ? [['Done then', (at: number) => act('done', { at })] as const] : []),
          ]}
          onChosen={() => setEarlier(false)}
        />
      )}
      <NotSentOf step={job.step.id} />
      {refusal}
      <Outcomes step={job.step} onOutcome={(outcome) => act('done', { outcome })} />
    </div>
  );
}

/** A wet coat that its painter left: what that means, and the two ways on. */
function LeftWet({
  notice,
  onFinished,
  onRepeat,
}: {
  readonly notice: Notice;
  readonly onFinished: () => void;
  readonly onRepeat: () => void;
}) {
  return (
    <div className="flex flex-col gap-3 border-l-3 border-oxide pl-3">
      <p className="text-[16px] font-semibold">{sayNotice(notice)}</p>
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" size="hand" className="flex-1" onClick={onFinished}>
          It is finished
        </Button>
        <Button size="hand" className="flex-1" onClick={onRepeat}>
          It stopped there: sand and repeat
        </Button>
      </div>
    </div>
  );
}

function Short({ demand: { paint, short } }: { readonly demand: Demand }) {
  const { view } = useWorkshop();
  const saying = useSaying();
  if (!short) return null;
  return (
    <p className="flex gap-2 text-table font-semibold text-oxide-text">
      <PaintBucket size={16} className="mt-0.5 shrink-0" aria-hidden="true" />
      <span>
        {paint.name} runs short here by {sayLitres(short.litres, view.workshop.units)}
        {paint.lead_days === null
          ? '.'
          : `; a can takes ${paint.lead_days} ${paint.lead_days === 1 ? 'day' : 'days'}, ordered today it is here ${sayDay(saying.now + paint.lead_days * 1440, saying)}.`}
      </span>
    </p>
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
  short,
  onOpen,
}: {
  readonly job: Job;
  readonly word: string;
  readonly short: Demand | undefined;
  readonly onOpen: (stepId: string) => void;
}) {
  const said = useInUnits();
  const saying = useSaying();
  return (
    <button
      type="button"
      onClick={() => onOpen(job.step.id)}
      className="flex min-h-14 cursor-pointer items-start gap-3 border-b border-line px-1 py-2 text-left hover:bg-sunk"
    >
      <span className="condensed w-10 shrink-0 pt-0.5 text-table text-sub">{word}</span>
      <span className="w-[4.9rem] shrink-0 text-section font-semibold whitespace-nowrap">
        {clock(job.at.start, saying)}
      </span>
      <span className="pt-1">
        <Tag brief={job.piece.brief} size={24} />
      </span>
      <span className="min-w-0 flex-1">
        <span className="block text-[16px] leading-[21px]">{said(job.step.title)}</span>
        <span className="condensed block text-table text-sub">
          {job.piece.name} · {sayLength(job.step.work_minutes)}
        </span>
        {short && <Short demand={short} />}
      </span>
      {job.windowUntil !== null && (
        <span className="condensed mt-0.5 flex items-center gap-1 text-lane font-semibold text-brass-text">
          <Hourglass size={14} aria-hidden="true" /> window
        </span>
      )}
    </button>
  );
}
