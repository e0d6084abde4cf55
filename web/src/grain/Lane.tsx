import type { PieceView, WorkshopView } from '@app/contract';
import { type Instant, type Saying, sayTime } from '@app/core';
import { Hourglass } from 'lucide-react';
import { type ComponentProps, memo, use, useMemo } from 'react';
import { HealthMark, healthOf } from '../ui/Health.tsx';
import { Tag } from '../ui/Tag.tsx';
import { Ghost } from './Ghost.tsx';
import { laneLabels, type PlacedWords } from './laneLabels.ts';
import { LANE, laneModel } from './laneModel.ts';
import { LaneDrawing, Pennant } from './LaneDrawing.tsx';
import type { TimeScale } from './timeScale.ts';
import { useGutter } from './useGutter.ts';
import type { Drag } from './useDrag.ts';
import { ROVE } from './useRoving.ts';
import { type Pointed, WorkButton } from './WorkButton.tsx';
import { Word } from './Word.tsx';
import { WordsInSight } from './wordsInSight.ts';

type LaneProps = {
  readonly view: WorkshopView;
  readonly now: Instant;
  readonly saying: Saying;
  readonly selected: string | null;
  /** Steps with taps the server has not taken yet. */
  readonly notSent: ReadonlySet<string>;
  readonly onSelect: (stepId: string) => void;
  readonly onPiece: (pieceId: string) => void;
  readonly onPoint: (pointed: Pointed | null) => void;
  readonly piece: PieceView;
  readonly scale: TimeScale;
  readonly onGrab?: ComponentProps<typeof WorkButton>['onGrab'];
  /** What is dragged on this lane. */
  readonly drag: Drag | null;
};

/** One piece: its name and health at the left, its finish through time, and its work as buttons. */
export const Lane = memo(function Lane({
  piece,
  view,
  scale,
  saying,
  now,
  selected,
  notSent,
  onSelect,
  onPiece,
  onPoint,
  onGrab,
  drag,
}: LaneProps) {
  // Worked out when the lane comes into sight, and kept while plan and clock stay.
  const lane = useMemo(() => laneModel(piece, view.plan, now), [piece, view.plan, now]);
  const health = healthOf(piece, view.plan, saying);
  const gutter = useGutter();
  const isNarrow = gutter < 200;
  const below =
    isNarrow && piece.due !== null
      ? sayTime(piece.due, saying)
      : piece.kind === 'client'
        ? `Client · ${piece.client ?? 'no name'}`
        : 'Stock';
  const letters = lettersFor(piece.name, below, isNarrow);
  return (
    <div className="relative flex border-b border-line" data-row="" data-testid={`lane-${piece.name}`}>
      <button
        type="button"
        {...ROVE}
        onClick={() => onPiece(piece.id)}
        className="sticky left-0 z-10 flex shrink-0 cursor-pointer items-start gap-2.5 bg-paper py-2 pr-3 pl-4 text-left hover:bg-sunk"
        style={{ width: gutter, height: LANE.height }}
      >
        {!isNarrow && <Tag brief={piece.brief} />}
        <span className={`flex min-w-0 flex-1 flex-col ${letters.all}`}>
          <span className={`font-semibold ${letters.name}`}>{piece.name}</span>
          <span className="condensed text-sub">{below}</span>
          {isNarrow && <HealthMark health={health} />}
        </span>
        {!isNarrow && (
          <span className="flex shrink-0 flex-col items-end">
            <span className={`condensed text-table font-semibold ${health.kind === 'late' ? 'text-oxide-text' : ''}`}>
              {piece.due === null ? 'no date' : sayTime(piece.due, saying)}
            </span>
            <span className="text-lane">
              <HealthMark health={health} />
            </span>
          </span>
        )}
      </button>
      <svg width={scale.width} height={LANE.height} className="block select-none" role="group" aria-label={piece.name}>
        <LaneDrawing lane={lane} scale={scale} />
        {lane.holds.map((h) => (
          <HoldBracket key={h.step.id} x0={scale.x(h.from)} x1={scale.x(h.until)} />
        ))}
        <path d={`M${scale.x(now)} 0v${LANE.height}`} stroke="var(--m-ink)" strokeWidth="1.4" />
        <Labels words={laneLabels(lane, scale, now, saying)} />
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
        {lane.works.map((w) => (
          <WorkButton
            key={w.step.id}
            work={w}
            view={view}
            scale={scale}
            saying={saying}
            isSelected={selected === w.step.id}
            isNotSent={notSent.has(w.step.id)}
            onSelect={onSelect}
            onPoint={onPoint}
            onGrab={onGrab}
          />
        ))}
        {drag && <Ghost drag={drag} view={view} scale={scale} />}
      </svg>
      {lane.holds.map((h) => (
        <HoldWords key={h.step.id} left={gutter} x0={scale.x(h.from)} x1={scale.x(h.until)} words={h.step.title} />
      ))}
    </div>
  );
});

/** Letters small enough for a name to stand in full in the height of a lane, with what stands below it. */
function lettersFor(name: string, below: string, isNarrow: boolean): { readonly all: string; readonly name: string } {
  const isLong = below.length > 26;
  if (name.length <= (isNarrow ? 15 : 26) && !isLong)
    return { all: 'text-lane leading-[15px]', name: 'text-body leading-[17px] [font-stretch:82%]' };
  if (name.length <= (isNarrow ? 30 : 40) && !isLong)
    return { all: '-my-1 text-lane leading-[14px]', name: 'text-table leading-[14px] [font-stretch:75%]' };
  return { all: '-my-1.5 text-[11px] leading-[11px]', name: '[font-stretch:75%]' };
}

const bracket = (x0: number, x1: number, y: number, tick: number) => `M${x0} ${y + tick}v${-tick}H${x1}v${tick}`;

/** A hold shorter than this is no more than its line. */
const LEAST_HOLD = 4;
type Hold = { readonly x0: number; readonly x1: number };

function HoldBracket({ x0, x1 }: Hold) {
  if (x1 - x0 < LEAST_HOLD) return null;
  return <path d={bracket(x0, x1, 12, 5)} fill="none" stroke="var(--m-brass)" strokeWidth="1.5" />;
}

/** What a hold waits for, over its line; while the line is seen the words are, and go along its left end where it is cut. */
function HoldWords({ x0, x1, left, words }: Hold & { readonly left: number; readonly words: string }) {
  const watch = use(WordsInSight)(0);
  if (x1 - x0 < LEAST_HOLD) return null;
  return (
    <div
      className="pointer-events-none absolute top-0 flex h-[12px] min-w-max items-start"
      style={{ left: left + x0 + 4, width: x1 - x0 - 4 }}
    >
      <span
        ref={watch}
        className="condensed sticky flex items-center gap-1 text-[12px] leading-[12px] font-semibold whitespace-nowrap text-brass-text [text-shadow:0_0_2px_var(--m-paper),0_0_2px_var(--m-paper),0_0_3px_var(--m-paper)] data-cut:opacity-0"
        style={{ left: left + 4 }}
      >
        <Hourglass size={11} aria-hidden="true" />
        {words.replace(/^Wait for/, 'waiting:')}
      </span>
    </div>
  );
}

/** The row over the strata; see `laneLabels`. */
function Labels({ words }: { readonly words: readonly PlacedWords[] }) {
  return (
    <g aria-hidden="true">
      {words.map((w) => (
        <Word
          key={`${w.x} ${w.text}`}
          beside={w.beside}
          x={w.x}
          y="11"
          fontSize="12"
          fill="var(--m-sub)"
          stroke="var(--m-paper)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {w.text}
        </Word>
      ))}
    </g>
  );
}
