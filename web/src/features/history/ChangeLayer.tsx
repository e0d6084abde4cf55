import type { ChangeView } from '@app/contract';
import { useWorkshop } from '../../data/workshop.tsx';

/** A layer's width is never less than this share, so that a change that moved nothing is seen as well. */
const LEAST = 0.18;
/** What moves so much is as wide as can be, minutes. */
const MOST_MOVED = 5 * 1440;

/** How much of the width a change takes by what it moved, 0 to 1. */
const widthOf = ({ moves }: ChangeView): number => {
  const moved = moves.reduce((n, m) => n + Math.abs((m.readyAfter ?? 0) - (m.readyBefore ?? m.readyAfter ?? 0)), 0);
  return LEAST + (1 - LEAST) * Math.min(1, Math.log1p(moved) / Math.log1p(MOST_MOVED));
};

/** One change as a stratum of the shop's history, in the colour of the piece it is about. */
export function ChangeLayer({ change, isHere }: { readonly change: ChangeView; readonly isHere: boolean }) {
  const { view } = useWorkshop();
  const piece = view.pieces.find((p) => p.id === change.piece);
  const isBack = change.undoneBy !== null || change.undoes !== null;
  const width = `${Math.round(widthOf(change) * 100)}%`;
  return (
    <span className={`relative block min-h-9 ${isHere ? 'border-t-3 border-ink' : ''}`} aria-hidden="true">
      <svg className="absolute inset-0 size-full">
        <rect
          x="0"
          y="0"
          width={width}
          height="100%"
          fill={isBack ? 'none' : (piece?.brief.body.hex ?? 'var(--m-sunk)')}
          stroke="var(--m-keyline)"
          strokeDasharray={isBack ? '3 3' : undefined}
        />
        {change.madeBy === 'clock' && <rect x="0" y="0" width={width} height="100%" fill="url(#blocked)" />}
      </svg>
      {isHere && (
        <span className="condensed absolute -top-2 right-1 bg-ink px-1 text-lane leading-4 font-semibold text-paper">
          now
        </span>
      )}
    </span>
  );
}
