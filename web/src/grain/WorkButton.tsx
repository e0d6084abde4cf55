import type { WorkshopView } from '@app/contract';
import { ArrowUp, Pin } from 'lucide-react';
import { clock, type Saying, sayTime } from '@app/core';
import { LANE, type WorkMark } from './laneModel.ts';
import { ROVE } from './useRoving.ts';
import type { TimeScale } from './timeScale.ts';

/** The step under the pointer or in focus, and where on the screen. */
export type Pointed = { readonly step: string; readonly x: number; readonly y: number };

type WorkProps = {
  readonly work: WorkMark;
  readonly view: WorkshopView;
  readonly scale: TimeScale;
  readonly saying: Saying;
  readonly isSelected: boolean;
  /** Tapped, and the server has not taken it yet. */
  readonly isNotSent: boolean;
  readonly onSelect: (id: string) => void;
  readonly onPoint: (pointed: Pointed | null) => void;
  /** The pointer went down on it; missing: it cannot be dragged here. */
  readonly onGrab?:
    | ((step: string, start: number, e: { clientX: number; clientY: number; laneLeft: number }) => void)
    | undefined;
};

/** One piece of hands-on work: a mark in the work row, its whole column of time as the target. */
export function WorkButton({ work, view, scale, saying, isSelected, isNotSent, onSelect, onPoint, onGrab }: WorkProps) {
  const canMove = onGrab !== undefined && (work.state === 'planned' || work.state === 'overdue');
  const point = (e: { readonly currentTarget: Element }) => {
    const box = e.currentTarget.getBoundingClientRect();
    onPoint({ step: work.step.id, x: box.left + box.width / 2, y: box.bottom });
  };
  const x = scale.x(work.at.start);
  const width = Math.max(4, scale.x(work.at.end) - x);
  const y = LANE.height - LANE.work - 1;
  const people = work.at.people.map((id) => view.shop.people.find((p) => p.id === id)?.name ?? 'someone');
  const words = `${work.step.title}, ${people.join(' and ') || 'nobody'}, ${sayTime(work.at.start, saying)} to ${clock(work.at.end, saying)}${STATE_WORDS[work.state]}${isNotSent ? ', not yet sent' : ''}`;
  const look = LOOK[work.state];
  return (
    <g
      role="button"
      {...ROVE}
      aria-label={words}
      className="group cursor-pointer focus:outline-none"
      onClick={() => onSelect(work.step.id)}
      onPointerDown={(e) => {
        if (!canMove || e.button !== 0 || e.pointerType === 'touch') return;
        const laneLeft = e.currentTarget.ownerSVGElement!.getBoundingClientRect().left;
        onGrab(work.step.id, work.at.start, { clientX: e.clientX, clientY: e.clientY, laneLeft });
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onSelect(work.step.id);
      }}
      onMouseEnter={point}
      onMouseLeave={() => onPoint(null)}
      onFocus={point}
      onBlur={() => onPoint(null)}
    >
      <rect
        style={{ x: x - 3, width: width + 6 }}
        y="0"
        height={LANE.height}
        fill="var(--m-sunk)"
        className="slides opacity-0 group-hover:opacity-50"
      />
      <rect
        className="slides"
        style={{ x, width }}
        y={y}
        height={LANE.work - 1}
        fill={look.fill}
        stroke={look.stroke}
        strokeWidth="1.2"
        strokeDasharray={work.state === 'overdue' ? '3 2' : undefined}
      />
      {width >= 9 && people[0] && (
        <text
          x={x + width / 2}
          y={y + 9}
          fontSize="12"
          fontWeight="700"
          textAnchor="middle"
          fill={look.text}
          className="pointer-events-none"
        >
          {people[0].charAt(0)}
        </text>
      )}
      {work.isPinned && <Pin x={x - 2} y={y - 11} size={10} color="var(--m-ink)" fill="var(--m-ink)" />}
      {isNotSent && <ArrowUp x={x + width - 4} y={y - 13} size={13} strokeWidth={3} color="var(--m-ink)" />}
      {isSelected && <rect x={x - 4} y="2" width="3" height={LANE.height - 4} fill="var(--m-ink)" />}
      <rect
        x={x - 4}
        y={y - 3}
        width={width + 8}
        height={LANE.work + 4}
        fill="none"
        stroke="var(--m-ink)"
        strokeWidth="2"
        className="opacity-0 group-focus-visible:opacity-100"
      />
    </g>
  );
}

const STATE_WORDS = { done: ', done', running: ', under way', planned: '', overdue: ', not started?' } as const;
const LOOK = {
  done: { fill: 'var(--m-sub)', stroke: 'var(--m-sub)', text: 'var(--m-paper)' },
  running: { fill: 'var(--m-copper)', stroke: 'var(--m-copper)', text: 'var(--m-paper)' },
  planned: { fill: 'var(--m-paper)', stroke: 'var(--m-ink)', text: 'var(--m-ink)' },
  overdue: { fill: 'var(--m-paper)', stroke: 'var(--m-oxide)', text: 'var(--m-oxide-text)' },
} as const;
