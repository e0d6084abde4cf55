import type { WorkshopView } from '@app/contract';
import { type PieceMove, type Saying, sayLength, sayTime } from '@app/core';
import { Tag } from '../ui/Tag.tsx';
import { saySteps } from '../ui/amounts.ts';

/** What another plan moves, piece by piece: the told promises first, then whatever moves most. */
export function DiffList({
  moves,
  view,
  label = 'What moves',
}: {
  readonly moves: readonly PieceMove[];
  readonly view: WorkshopView;
  readonly label?: string;
}) {
  const saying: Saying = { zone: view.shop.timeZone, units: view.workshop.units, now: view.now };
  const known = moves.flatMap((m) => {
    const piece = view.pieces.find((p) => p.id === m.piece);
    return piece ? [{ move: m, piece }] : [];
  });
  const shift = (m: PieceMove) => Math.abs((m.readyAfter ?? 0) - (m.readyBefore ?? 0));
  known.sort((a, b) => Number(b.piece.promised) - Number(a.piece.promised) || shift(b.move) - shift(a.move));
  if (known.length === 0) return <p className="text-table text-sub">Nothing moves.</p>;
  return (
    <ul className="flex flex-col" aria-label={label}>
      {known.map(({ move, piece }) => (
        <li key={piece.id} className="grid grid-cols-[26px_1fr_auto] items-center gap-x-2 border-b border-line py-1.5">
          <Tag brief={piece.brief} size={22} />
          <span className="min-w-0">
            <span className="block text-table font-semibold">{piece.name}</span>
            <span className="condensed block text-lane text-sub">{sayMoves(move, view, saying)}</span>
          </span>
          <Shift move={move} due={piece.due} isTold={piece.promised} saying={saying} />
        </li>
      ))}
    </ul>
  );
}

function Shift({
  move,
  due,
  isTold,
  saying,
}: {
  readonly move: PieceMove;
  readonly due: number | null;
  readonly isTold: boolean;
  readonly saying: Saying;
}) {
  const { readyBefore: before, readyAfter: after } = move;
  if (after === null) return <span className="text-table font-semibold text-oxide-text">no room</span>;
  if (before === null) return <span className="text-table">ready {sayTime(after, saying)}</span>;
  const by = after - before;
  const isLate = due !== null && after > due;
  return (
    <span className="text-right">
      <span className={`block text-table font-semibold ${by > 0 && isLate ? 'text-oxide-text' : ''}`}>
        {Math.abs(by) < 5 ? 'same day' : `${sayLength(Math.abs(by))} ${by > 0 ? 'later' : 'sooner'}`}
      </span>
      <span className="condensed block text-lane text-sub">
        ready {sayTime(after, saying)}
        {isTold && due !== null ? `, told ${sayTime(due, saying)}` : ''}
      </span>
    </span>
  );
}

/** How many steps move, and the first of them by name. */
function sayMoves(m: PieceMove, view: WorkshopView, saying: Saying): string {
  const first = m.moves.find((x) => x.to !== null);
  if (!first) return m.moves.length === 0 ? 'no step moves' : `${saySteps(m.moves.length)} without a place`;
  const step = view.pieces.find((p) => p.id === m.piece)?.steps.find((s) => s.id === first.step);
  const more = m.moves.length > 1 ? `, and ${m.moves.length - 1} more` : '';
  const title = step ? `“${step.title}”` : 'A new step';
  return `${title} to ${sayTime(first.to!, saying)}${more}`;
}
