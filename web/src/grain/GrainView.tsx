import type { PieceView, WorkshopView } from '@app/contract';
import { type Instant, mainPlace } from '@app/core';
import { Hourglass, Pin } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { HealthMark, healthOf } from '../ui/Health.tsx';
import { clock, sayDate, sayTime, type Saying } from '../ui/time.ts';
import { Tag } from '../ui/Tag.tsx';
import { sayTemperature } from '../ui/amounts.ts';
import { LANE, type LaneModel, laneModel, type WorkMark } from './laneModel.ts';
import { LaneDrawing, Pennant } from './LaneDrawing.tsx';
import { dayAir } from './dayAir.ts';
import { PeopleLoad } from './PeopleLoad.tsx';
import { useGutter } from './useGutter.ts';
import { DAY_WIDTH, timeScale, type TimeScale, type Zoom } from './timeScale.ts';

const AXIS_HEIGHT = 34;

type GrainProps = {
  readonly view: WorkshopView;
  readonly now: Instant;
  readonly zoom: Zoom;
  readonly saying: Saying;
  readonly selected: string | null;
  readonly onSelect: (stepId: string) => void;
  readonly onPiece: (pieceId: string) => void;
};

/** The signature picture: one lane per piece along the time axis, then the people's load and the rack below. */
export function GrainView({ view, now, zoom, saying, selected, onSelect, onPiece }: GrainProps) {
  const pieces = useMemo(() => view.pieces.filter((p) => p.active).sort(byDate(view)), [view]);
  const scale = useMemo(() => scaleFor(view, now, zoom), [view, now, zoom]);
  const lanes = useMemo(
    () => pieces.map((piece) => ({ piece, lane: laneModel(piece, view.plan, now) })),
    [pieces, view.plan, now],
  );
  const scroller = useRef<HTMLDivElement>(null);
  const gutter = useGutter();
  // Now stands a little in from the left when the view opens or the zoom changes; scrolling is the user's after that.
  useEffect(() => {
    scroller.current?.scrollTo({ left: Math.max(0, scale.x(now) - (gutter < 200 ? 50 : 110)) });
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- not on every re-plan
  }, [zoom]);
  return (
    <div
      ref={scroller}
      className="relative min-h-0 flex-1 overflow-auto"
      data-testid="grain"
      tabIndex={0}
      aria-label="Plan along the time axis"
    >
      <div style={{ width: gutter + scale.width }} className="relative">
        <Axis scale={scale} view={view} saying={saying} now={now} />
        <ul>
          {lanes.map(({ piece, lane }) => (
            <Lane
              key={piece.id}
              piece={piece}
              lane={lane}
              view={view}
              scale={scale}
              saying={saying}
              now={now}
              selected={selected}
              onSelect={onSelect}
              onPiece={onPiece}
            />
          ))}
        </ul>
        <PeopleLoad view={view} scale={scale} saying={saying} now={now} />
      </div>
    </div>
  );
}

function scaleFor(view: WorkshopView, now: Instant, zoom: Zoom): TimeScale {
  const last = Math.max(
    now + 7 * 1440,
    ...Object.values(view.plan.ready),
    ...view.pieces.filter((p) => p.active).map((p) => p.due ?? 0),
  );
  return timeScale(view.shop, now - 2 * 1440, Math.min(last, now + 75 * 1440) + 2 * 1440, DAY_WIDTH[zoom]);
}

/** Soonest date first; pieces without one by when they are ready. */
const byDate = (view: WorkshopView) => (a: PieceView, b: PieceView) =>
  (a.due ?? view.plan.ready[a.id] ?? Infinity) - (b.due ?? view.plan.ready[b.id] ?? Infinity) ||
  a.name.localeCompare(b.name);

function Axis({
  scale,
  view,
  saying,
  now,
}: {
  readonly scale: TimeScale;
  readonly view: WorkshopView;
  readonly saying: Saying;
  readonly now: Instant;
}) {
  const air = useMemo(() => dayAir(view.shop, scale), [view.shop, scale]);
  return (
    <div className="sticky top-0 z-20 flex border-b border-keyline bg-paper" style={{ height: AXIS_HEIGHT }}>
      <div
        className="condensed sticky left-0 z-10 flex shrink-0 items-end bg-paper px-4 pb-1 text-lane text-sub"
        style={{ width: useGutter() }}
      >
        {mainPlace(view.shop) ? `Air: ${mainPlace(view.shop)!.name}` : ''}
      </div>
      <svg width={scale.width} height={AXIS_HEIGHT} aria-hidden="true">
        {scale.days.map((d, i) => (
          <g key={d.at}>
            <path d={`M${d.x} 0v${AXIS_HEIGHT}`} stroke="var(--m-line)" />
            {d.width > 44 && (
              <text
                x={d.x + 8}
                y="15"
                fontSize="13"
                fontWeight={d.isClosed ? 400 : 600}
                fill={d.isClosed ? 'var(--m-sub)' : 'var(--m-ink)'}
              >
                {sayDate(d.at + 720, saying)}
              </text>
            )}
            {d.width > 100 && (
              <text
                x={d.x + 8}
                y="29"
                fontSize="12"
                fill={air[i]!.isCold ? 'var(--m-oxide-text)' : 'var(--m-sub)'}
                fontWeight={air[i]!.isCold ? 600 : 400}
              >
                {sayTemperature(air[i]!.low_c, saying.units).replace(/ °[CF]/, '')}–
                {sayTemperature(air[i]!.high_c, saying.units)}
                {air[i]!.isCold ? ' cold' : ''}
              </text>
            )}
          </g>
        ))}
        <text
          x={scale.x(now) + 4}
          y={29}
          fontSize="12"
          fontWeight="700"
          fill="var(--m-ink)"
          stroke="var(--m-paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          now {clock(now, saying)}
        </text>
      </svg>
    </div>
  );
}

type LaneProps = Omit<GrainProps, 'zoom'> & {
  readonly piece: PieceView;
  readonly lane: LaneModel;
  readonly scale: TimeScale;
};

const Lane = memo(function Lane({ piece, lane, view, scale, saying, now, selected, onSelect, onPiece }: LaneProps) {
  const health = healthOf(piece, view.plan, now);
  const gutter = useGutter();
  const isNarrow = gutter < 200;
  return (
    <li className="flex border-b border-line" data-testid={`lane-${piece.name}`}>
      <button
        type="button"
        onClick={() => onPiece(piece.id)}
        className="sticky left-0 z-10 flex shrink-0 cursor-pointer items-start gap-2.5 bg-paper py-2 pr-3 pl-4 text-left hover:bg-sunk"
        style={{ width: gutter, height: LANE.height }}
      >
        {!isNarrow && <Tag brief={piece.brief} />}
        <span className="flex min-w-0 flex-1 flex-col">
          <span className="truncate text-body font-semibold [font-stretch:86%]">{piece.name}</span>
          <span className="condensed truncate text-lane text-sub">
            {isNarrow && piece.due !== null
              ? sayTime(piece.due, saying)
              : piece.kind === 'client'
                ? `Client · ${piece.client ?? 'no name'}`
                : 'Stock'}
          </span>
          {isNarrow && (
            <span className="truncate text-lane">
              <HealthMark health={health} />
            </span>
          )}
        </span>
        {!isNarrow && (
          <span className="flex shrink-0 flex-col items-end">
            <span className={`condensed text-table font-semibold ${health.kind === 'late' ? 'text-oxide-text' : ''}`}>
              {piece.due === null ? '' : sayTime(piece.due, saying)}
            </span>
            <span className="text-lane">
              <HealthMark health={health} />
            </span>
          </span>
        )}
      </button>
      <svg width={scale.width} height={LANE.height} className="block" role="group" aria-label={piece.name}>
        {scale.shut.map((n) => (
          <rect key={n.x} x={n.x} width={n.width} y="0" height={LANE.height} fill="var(--m-night)" />
        ))}
        <LaneDrawing lane={lane} scale={scale} />
        <Labels lane={lane} scale={scale} now={now} />
        {lane.holds.map((h) => (
          <HoldBracket key={h.step.id} x0={scale.x(h.from)} x1={scale.x(h.until)} words={h.step.title} />
        ))}
        {lane.windows.map((w) => (
          <path
            key={w.step.id}
            d={bracket(scale.x(w.from) - 1, scale.x(w.until) + 1, LANE.height - 14, 4)}
            fill="none"
            stroke="var(--m-brass)"
            strokeWidth="1.5"
          />
        ))}
        {lane.due !== null && (
          <Pennant x={scale.x(lane.due)} kind={lane.ready === null ? 'unknown' : lane.isLate ? 'late' : 'fits'} />
        )}
        <path d={`M${scale.x(now)} 0v${LANE.height}`} stroke="var(--m-ink)" strokeWidth="1.4" />
        {lane.works.map((w) => (
          <Work
            key={w.step.id}
            work={w}
            view={view}
            scale={scale}
            saying={saying}
            isSelected={selected === w.step.id}
            onSelect={onSelect}
          />
        ))}
      </svg>
    </li>
  );
});

const bracket = (x0: number, x1: number, y: number, tick: number) => `M${x0} ${y + tick}v${-tick}H${x1}v${tick}`;

function HoldBracket({ x0, x1, words }: { readonly x0: number; readonly x1: number; readonly words: string }) {
  if (x1 - x0 < 4) return null;
  return (
    <g>
      <path d={bracket(x0, x1, 12, 5)} fill="none" stroke="var(--m-brass)" strokeWidth="1.5" />
      <g transform={`translate(${x0 + 4} 0)`} color="var(--m-brass-text)">
        <Hourglass size={11} />
        <text x="15" y="10" fontSize="12" fontWeight="600" fill="var(--m-brass-text)">
          {words.replace(/^Wait for/, 'waiting:')}
        </text>
      </g>
    </g>
  );
}

/** Short words over the work that leaves no coat; on collision the less urgent (later) one goes. */
function Labels({ lane, scale, now }: { readonly lane: LaneModel; readonly scale: TimeScale; readonly now: Instant }) {
  const words: { x: number; text: string; isPast: boolean }[] = [];
  let freeFrom = Number.NEGATIVE_INFINITY;
  const busy = lane.holds.map(
    (h) => [scale.x(h.from), Math.max(scale.x(h.until), scale.x(h.from) + 8 * h.step.title.length)] as const,
  );
  for (const w of [...lane.works].sort((a, b) => a.at.start - b.at.start)) {
    const text =
      w.step.coat === null
        ? short(w.step.title)
        : w.step.key.includes('-block-')
          ? 'bleed-through: primer again'
          : null;
    if (text === null) continue;
    const x = scale.x(w.at.start);
    const width = text.length * 5.6 + 6;
    if (x < freeFrom || busy.some(([a, b]) => x < b && x + width > a)) continue;
    words.push({ x, text, isPast: w.at.end < now });
    freeFrom = x + width;
  }
  return (
    <g aria-hidden="true">
      {words.map((w) => (
        <text key={w.x} x={w.x} y="11" fontSize="12" fill="var(--m-sub)">
          {w.text}
        </text>
      ))}
    </g>
  );
}

const SHORT: readonly (readonly [RegExp, string])[] = [
  [/^Take off/, 'take apart'],
  [/^Wash/, 'wash'],
  [/^Scuff/, 'scuff'],
  [/^Sand smooth/, 'sand'],
  [/^Sand the top/, 'sand top'],
  [/^Sand back/, 'sand back'],
  [/^Smooth/, 'smooth'],
  [/^Put together/, 'assemble'],
  [/^Buff/, 'buff'],
  [/^Wipe off excess/, 'wipe'],
  [/^Glue/, 'glue'],
  [/^Fill/, 'fill'],
  [/^Scrape/, 'scrape'],
  [/^Brush stripper/, 'strip'],
  [/^Lead test/, 'lead test'],
];
const short = (title: string) => SHORT.find(([pattern]) => pattern.test(title))?.[1] ?? null;

type WorkProps = {
  readonly work: WorkMark;
  readonly view: WorkshopView;
  readonly scale: TimeScale;
  readonly saying: Saying;
  readonly isSelected: boolean;
  readonly onSelect: (id: string) => void;
};

/** One piece of hands-on work: a mark in the work row, its whole column of time as the target. */
function Work({ work, view, scale, saying, isSelected, onSelect }: WorkProps) {
  const [isHovered, setHovered] = useState(false);
  const x = scale.x(work.at.start);
  const width = Math.max(4, scale.x(work.at.end) - x);
  const y = LANE.height - LANE.work - 1;
  const people = work.at.people.map((id) => view.shop.people.find((p) => p.id === id)?.name ?? 'someone');
  const words = `${work.step.title}, ${people.join(' and ') || 'nobody'}, ${sayTime(work.at.start, saying)} to ${clock(work.at.end, saying)}${STATE_WORDS[work.state]}`;
  const look = LOOK[work.state];
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={words}
      className="group cursor-pointer focus:outline-none"
      onClick={() => onSelect(work.step.id)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onSelect(work.step.id);
      }}
      onMouseEnter={() => setHovered(true)}
      onMouseLeave={() => setHovered(false)}
    >
      <title>{words}</title>
      <rect
        className="slides"
        style={{ x: x - 3, width: width + 6 }}
        y="0"
        height={LANE.height}
        fill="var(--m-sunk)"
        fillOpacity={isHovered ? 0.5 : 0}
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
