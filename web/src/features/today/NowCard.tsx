import type { PieceView } from '@app/contract';
import type { Demand, Notice } from '@app/core';
import { arrivalOfOrder, clock, isOverdue, sayDay, sayLength, sayNotice, sayTime } from '@app/core';
import { Camera, PaintBucket } from 'lucide-react';
import { useState } from 'react';
import { CameraSheet } from '../../camera/CameraSheet.tsx';
import { NotSentOf } from '../../data/NotSent.tsx';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useBeforeIt } from '../../step/BeforeIt.tsx';
import { Outcomes } from '../../step/StepActions.tsx';
import { WhenField } from '../../step/WhenField.tsx';
import { sayDays, sayLitres } from '../../ui/amounts.ts';
import { Button } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { type Different, Differently } from './Differently.tsx';
import { Needs } from './Needs.tsx';
import { isLaidDown, type Job } from './todayOf.ts';
import { Underway } from './Underway.tsx';

type CardProps = {
  readonly job: Job;
  readonly personId: string;
  readonly short: Demand | undefined;
  readonly onOpen: (stepId: string) => void;
};
/** What of the card is opened: one thing at a time. */
type Opened = 'earlier' | 'differently' | 'stopped' | null;

/** The step in hand, with everything the hands need for it, and what can be said of it in one tap. */
export function NowCard({ job, personId, short, onOpen }: CardProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const [opened, setOpened] = useState<Opened>(null);
  const [isPhoto, setPhoto] = useState(false);
  const { piece, step } = job;
  const { ask, question } = useBeforeIt(piece, step);
  const toggle = (what: Opened) => setOpened(opened === what ? null : what);
  const tell = (what: 'start' | 'done' | 'problem' | 'progress' | 'differently' | 'found', more: object = {}) => {
    setOpened(null);
    const body = { version: piece.stepVersions[step.id] ?? 0, by: personId, ...more };
    const send = (answer: object) =>
      void command('POST', `/steps/${encodeURIComponent(step.id)}/${what}`, { ...body, ...answer });
    if (what === 'start' || what === 'done') ask(send);
    else send({});
  };
  const left = view.plan.notices.find((n) => n.kind === 'left-wet' && n.step === step.id);
  return (
    <div
      className={`flex flex-col gap-3 bg-raised p-4 ${job.isRunning ? 'border-l-4 border-copper' : 'border-l-4 border-line'}`}
    >
      <p className="condensed flex flex-wrap items-center gap-x-2 text-table">
        <Tag brief={piece.brief} size={26} />
        <span className="font-semibold">{piece.name}</span>
        <Since job={job} />
      </p>
      <p className="text-step font-semibold">{said(step.title)}</p>
      {left ? (
        <LeftWet notice={left} onFinished={() => tell('done')} onRepeat={() => tell('problem', { kind: 'redo' })} />
      ) : (
        <p className="text-[18px] leading-[26px] text-sub">
          {sayLength(job.at.end - job.at.start)}, until about {clock(job.at.end, saying)}
        </p>
      )}
      {short && <Short demand={short} />}
      <Needs piece={piece} step={step} at={job.at} window={job.window} />
      {!left && (question ?? <MainTaps job={job} onTell={tell} onPhoto={() => setPhoto(true)} />)}
      {job.isRunning && !left && (
        <Underway
          piece={piece}
          step={step}
          onProgress={(more) => tell('progress', more)}
          onStopped={() => toggle('stopped')}
          onFound={(minutes) => tell('found', { minutes })}
        />
      )}
      <div className="flex flex-wrap gap-2">
        {!job.isRunning && (
          <Button size="hand" onClick={() => tell('problem', { kind: 'not-dry', minutes: 60 })}>
            Not dry yet
          </Button>
        )}
        <Button size="hand" aria-expanded={opened === 'earlier'} onClick={() => toggle('earlier')}>
          Earlier…
        </Button>
        <Button size="hand" aria-expanded={opened === 'differently'} onClick={() => toggle('differently')}>
          Done differently…
        </Button>
        <Button size="hand" onClick={() => onOpen(step.id)}>
          Problem…
        </Button>
      </div>
      {opened === 'earlier' && <EarlierTaps job={job} onTell={tell} onChosen={() => setOpened(null)} />}
      {opened === 'stopped' && <StoppedEarly piece={piece} job={job} onTell={tell} />}
      {opened === 'differently' && (
        <Differently
          piece={piece}
          step={step}
          canBeRuined={job.isRunning}
          onDifferent={(different: Different) => tell('differently', different)}
          onRuined={() => tell('problem', { kind: 'redo' })}
        />
      )}
      {isPhoto && <CameraSheet piece={piece} step={step} personId={personId} onClose={() => setPhoto(false)} />}
      <NotSentOf step={step.id} />
      {refusal}
      {!question && <Outcomes step={step} onOutcome={(outcome) => tell('done', { outcome })} />}
    </div>
  );
}

type Told = {
  readonly job: Job;
  readonly onTell: (what: 'start' | 'done' | 'problem' | 'differently', more?: object) => void;
};

function Since({ job }: { readonly job: Job }) {
  const saying = useSaying();
  if (job.isRunning)
    return <span className="font-semibold text-copper-text">under way since {clock(job.at.start, saying)}</span>;
  const when = sayTime(job.at.start, saying);
  if (isLaidDown(job.step)) return <span className="font-semibold text-copper-text">begun, goes on {when}</span>;
  if (isOverdue(job.at, saying.now)) return <span className="text-sub">due {when}, not started?</span>;
  return <span className="text-sub">{job.isDue ? 'due now' : when}</span>;
}

function MainTaps({ job, onTell, onPhoto }: Told & { readonly onPhoto: () => void }) {
  return (
    <div className="flex flex-wrap gap-2">
      {!job.isRunning && (
        <Button size="hand" className="min-w-28 flex-1" onClick={() => onTell('start')}>
          {isLaidDown(job.step) ? 'Go on' : 'Start'}
        </Button>
      )}
      {job.step.outcomes.length === 0 && (
        <Button kind="primary" size="hand" className="min-w-28 flex-1" onClick={() => onTell('done')}>
          Done
        </Button>
      )}
      <Button size="hand" aria-label="Photo, and Done" className="!px-4" onClick={onPhoto}>
        <Camera size={22} aria-hidden="true" /> Photo
      </Button>
    </div>
  );
}

function EarlierTaps({ job, onTell, onChosen }: Told & { readonly onChosen: () => void }) {
  const started = job.isRunning ? { corrects: true } : {};
  return (
    <WhenField
      label={job.isRunning ? 'It was done at' : 'When was it?'}
      choices={[
        ['Started then', (at: number) => onTell('start', { at, ...started })],
        ...(job.step.outcomes.length === 0 ? [['Done then', (at: number) => onTell('done', { at })] as const] : []),
      ]}
      onChosen={onChosen}
    />
  );
}

/** A coat broken off: what stands there now, and the ways on. */
function StoppedEarly({ piece, job, onTell }: Told & { readonly piece: PieceView }) {
  const hasParts = piece.zones.filter((z) => job.step.zones.includes(z.id)).length > 1;
  return (
    <div className="flex flex-col gap-2 border-l-3 border-oxide pl-3" role="group" aria-label="Stopped early">
      <p className="text-body">
        A coat keeps a wet edge: where it stopped, the join shows unless that part was whole.
        {hasParts && ' If whole parts are done, say so under “Done differently”.'}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button size="hand" onClick={() => onTell('done')}>
          It is good as it stands
        </Button>
        <Button size="hand" onClick={() => onTell('problem', { kind: 'redo' })}>
          Sand the join, lay it again
        </Button>
      </div>
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

export function Short({ demand: { paint, short } }: { readonly demand: Demand }) {
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
          : `; a can takes ${sayDays(paint.lead_days)}, ordered today it is here ${sayDay(arrivalOfOrder(saying.zone, saying.now, paint.lead_days), saying)}.`}
      </span>
    </p>
  );
}
