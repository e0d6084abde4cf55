import type { Demand } from '@app/core';
import { clock, homeFrom, presenceOf, sayLength, sayTime, wallClock } from '@app/core';
import { ChevronDown, Hourglass, LogOut } from 'lucide-react';
import { useState } from 'react';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { DoneToday } from './DoneToday.tsx';
import { Needs } from './Needs.tsx';
import { NowCard, Short } from './NowCard.tsx';
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

type LineProps = {
  readonly job: Job;
  readonly word: string;
  readonly short: Demand | undefined;
  readonly onOpen: (stepId: string) => void;
};

/** What comes after: opened, it shows all that the hands will need for it. */
function Line({ job, word, short, onOpen }: LineProps) {
  const said = useInUnits();
  const saying = useSaying();
  const [isOpen, setOpen] = useState(false);
  const { piece, step } = job;
  return (
    <div className="border-b border-line">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className="flex min-h-14 w-full cursor-pointer items-start gap-3 px-1 py-2 text-left hover:bg-sunk"
      >
        <span className="condensed w-10 shrink-0 pt-0.5 text-table text-sub">{word}</span>
        <span className="w-[4.9rem] shrink-0 text-section font-semibold whitespace-nowrap">
          {clock(job.at.start, saying)}
        </span>
        <span className="pt-1">
          <Tag brief={piece.brief} size={24} />
        </span>
        <span className="min-w-0 flex-1">
          <span className="block text-[16px] leading-[21px]">{said(step.title)}</span>
          <span className="condensed block text-table text-sub">
            {piece.name} · {sayLength(step.work_minutes)}
          </span>
          {short && <Short demand={short} />}
        </span>
        {job.window?.closes != null && (
          <span className="condensed mt-0.5 flex items-center gap-1 text-lane font-semibold text-brass-text">
            <Hourglass size={14} aria-hidden="true" /> window
          </span>
        )}
        <ChevronDown size={18} aria-hidden="true" className={`mt-1 shrink-0 text-sub ${isOpen ? 'rotate-180' : ''}`} />
      </button>
      {isOpen && (
        <div className="flex flex-col gap-3 bg-raised p-4" role="group" aria-label={`What ${said(step.title)} needs`}>
          <Needs piece={piece} step={step} at={job.at} window={job.window} />
          <Button size="hand" className="self-start" onClick={() => onOpen(step.id)}>
            Start it now, move it, hold it…
          </Button>
        </div>
      )}
    </div>
  );
}
