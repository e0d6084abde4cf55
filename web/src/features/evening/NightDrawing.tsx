import { clock, type Overnight, sayTime } from '@app/core';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { grainInk } from '../../grain/grainInk.ts';
import { openingGrain } from '../../grain/LaneDrawing.tsx';
import { Tag } from '../../ui/Tag.tsx';

const WIDTH = 400;
const ROW = 26;

/** The night as one dark band, and the films that close to dry across it. */
export function NightDrawing({ films }: { readonly films: readonly Overnight[] }) {
  const { shown } = useWorkshop();
  const said = useInUnits();
  const saying = useSaying();
  const last = Math.max(...films.map((f) => f.ready));
  const x = (at: number) => ((at - saying.now) / (last - saying.now)) * (WIDTH - 4) + 2;
  return (
    <ul className="flex flex-col gap-2" aria-label="Drying overnight">
      {films.map((f) => {
        const piece = shown.pieces.find((p) => p.id === f.piece)!;
        const step = piece.steps.find((s) => s.id === f.step)!;
        const ink = grainInk(step.coat, step.colour);
        const end = x(f.ready);
        return (
          <li key={f.step} className="grid grid-cols-[26px_minmax(0,1fr)_auto] items-center gap-x-3 text-body">
            <Tag brief={piece.brief} size={24} />
            <span>
              <strong>{piece.name}</strong>: {said(step.title)}
            </span>
            <strong>{f.ready - saying.now < 720 ? clock(f.ready, saying) : sayTime(f.ready, saying)}</strong>
            <svg
              viewBox={`0 0 ${WIDTH} ${ROW}`}
              preserveAspectRatio="none"
              className="col-span-3 h-5 w-full"
              aria-hidden="true"
            >
              <rect width={WIDTH} height={ROW} fill="var(--m-night)" />
              <rect x="2" y="4" width={end - 2} height={ROW - 8} fill={step.colour ?? ink} />
              <path d={`M2 4L${end} ${ROW / 2}L2 ${ROW - 4}z`} fill="var(--m-raised)" />
              <path d={openingGrain(2, end, 4, ROW - 8)} stroke={ink} strokeWidth="1.4" />
              {(f.cold?.spans ?? []).map((c) => (
                <rect
                  key={c.from}
                  x={x(Math.max(c.from, saying.now))}
                  y="1"
                  width={Math.max(2, x(Math.min(c.until, last)) - x(Math.max(c.from, saying.now)))}
                  height={ROW - 2}
                  fill="none"
                  stroke="var(--m-brass)"
                  strokeWidth="2"
                  strokeDasharray="4 3"
                />
              ))}
            </svg>
          </li>
        );
      })}
    </ul>
  );
}
