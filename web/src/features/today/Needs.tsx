import type { PieceView } from '@app/contract';
import { cautionOf, clock, lessonFor, type Placement, sayLength, sayTime, type ShopStep, type Window } from '@app/core';
import { GraduationCap, Hourglass, TriangleAlert } from 'lucide-react';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { HandsList } from './HandsList.tsx';
import { VERDICT_WORDS } from './LessonTaps.tsx';
import { NextMoment } from './NextMoment.tsx';

type NeedsProps = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly at: Placement;
  readonly window: Window | null;
};

/** All a step asks of its painter: where, how much of which can, tools, until when, caution, reason, and what comes of it next. */
export function Needs({ piece, step, at, window }: NeedsProps) {
  const said = useInUnits();
  const caution = cautionOf(step.caution);
  return (
    <>
      <HandsList piece={piece} step={step} />
      <WindowLine window={window} />
      {caution && (
        <p className="flex gap-2 text-table">
          <TriangleAlert size={16} className="mt-0.5 shrink-0 text-oxide-text" aria-hidden="true" /> {said(caution)}
        </p>
      )}
      <p className="border-l-3 border-line pl-2 text-table text-sub">{said(step.reason)}</p>
      <LastLesson step={step} />
      <NextMoment piece={piece} step={step} at={at} />
    </>
  );
}

/** What was learned the last time with what this step uses. */
function LastLesson({ step }: { readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const lesson = lessonFor(view.shop.lessons ?? [], step);
  if (!lesson) return null;
  return (
    <p className="flex gap-2 text-body">
      <GraduationCap size={18} aria-hidden="true" className="mt-0.5 shrink-0" />
      <span>
        Last time: <strong>{VERDICT_WORDS[lesson.verdict].toLowerCase()}</strong>
        {lesson.words === '' ? '' : `, ${lesson.words}`}
      </span>
    </p>
  );
}

/** Until when a step must be begun, and what a later start costs. */
function WindowLine({ window }: { readonly window: Window | null }) {
  const saying = useSaying();
  if (window?.closes == null) return null;
  const left = window.closes - saying.now;
  const later = window.rescue ? `; later: ${window.rescue.title} first` : '';
  return (
    <p className="flex items-start gap-2 text-section font-semibold text-brass-text">
      <Hourglass size={18} aria-hidden="true" className="mt-1 shrink-0" />
      <span>
        {left > 0
          ? `Window closes ${left < 720 ? clock(window.closes, saying) : sayTime(window.closes, saying)}, in ${sayLength(left)}${later}`
          : `Window closed ${clock(window.closes, saying)}; look at the surface first${later}`}
      </span>
    </p>
  );
}
