import { useSaying } from '../../data/saying.ts';
import { grainInk } from '../../grain/grainInk.ts';
import { openingGrain } from '../../grain/LaneDrawing.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { clock, sayLength, sayTime } from '@app/core';
import type { Wet } from './todayOf.ts';

const WIDTH = 1000;
const ROW = 18;

/** Every film that is still opening: laid when, how far, ready when and for what. */
export function DryingStrip({
  wet,
  onOpen,
}: {
  readonly wet: readonly Wet[];
  readonly onOpen: (stepId: string) => void;
}) {
  const saying = useSaying();
  if (wet.length === 0)
    return (
      <section aria-label="Drying">
        <h2 className="border-b border-line pb-1 text-section font-semibold">Drying</h2>
        <p className="py-3 text-sub">Nothing is wet. Everything may be touched.</p>
      </section>
    );
  return (
    <section aria-label="Drying">
      <h2 className="border-b border-line pb-1 text-section font-semibold">Drying: do not touch yet</h2>
      <ul>
        {wet.map((w) => {
          const share = Math.min(1, Math.max(0, (saying.now - w.from) / (w.ready - w.from)));
          const colour = grainInk(w.step.coat, w.step.colour);
          return (
            <li key={w.step.id}>
              <button
                type="button"
                onClick={() => onOpen(w.step.id)}
                className="grid min-h-14 w-full cursor-pointer grid-cols-[30px_minmax(0,1fr)_minmax(0,auto)] items-center gap-x-3 border-b border-line py-2 text-left hover:bg-sunk md:grid-cols-[30px_220px_1fr_200px]"
              >
                <Tag brief={w.piece.brief} size={28} />
                <span className="min-w-0">
                  <span className="block text-[16px] font-semibold">{w.piece.name}</span>
                  <span className="condensed block text-table text-sub">{w.step.title}</span>
                </span>
                <svg
                  viewBox={`0 0 ${WIDTH} ${ROW}`}
                  preserveAspectRatio="none"
                  className="order-last col-span-3 h-4 w-full md:order-none md:col-span-1"
                  aria-hidden="true"
                >
                  <rect x="0" y="0" width={WIDTH} height={ROW} fill="var(--m-sunk)" />
                  <rect x="0" y="0" width={WIDTH} height={ROW} fill={colour} fillOpacity="0.25" />
                  <path d={openingGrain(0, WIDTH, 0, ROW)} stroke={colour} strokeWidth="2.5" />
                  <rect x="0.5" y="0.5" width={WIDTH - 1} height={ROW - 1} fill="none" stroke="var(--m-keyline)" />
                  <path d={`M${share * WIDTH} 0v${ROW}`} stroke="var(--m-ink)" strokeWidth="5" />
                </svg>
                <span className="min-w-0 text-right">
                  <span className="block text-section font-semibold">
                    {w.ready - saying.now < 720 ? clock(w.ready, saying) : sayTime(w.ready, saying)}
                  </span>
                  <span className="condensed block text-table text-sub">
                    in {sayLength(w.ready - saying.now)}, then{' '}
                    {w.readyFor.charAt(0).toLowerCase() + w.readyFor.slice(1)}
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
