import { CoreFault } from '../../core/CoreFault.tsx';
import { sayDate, sayGains, sayLength, type Scarce } from '@app/core';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { useOneMore, useScarce } from '../../core/useCore.ts';

const SKILL_WORDS: Record<string, string> = {
  prep: 'prepare',
  repair: 'repair',
  paint: 'paint',
  spray: 'spray',
  seal: 'seal',
  assemble: 'assemble',
};
const PLACE_WORDS: Record<string, string> = {
  bench: 'bench space',
  spray: 'room at the spray spot',
  sanding: 'room to sand',
  outdoors: 'room outdoors',
  rack: 'rack space',
};
function sayScarce(on: Scarce): string {
  if (on.kind === 'person') return `hands that ${SKILL_WORDS[on.skill] ?? on.skill}`;
  return on.kind === 'space' ? (PLACE_WORDS[on.station] ?? on.station) : `time at the ${on.tool}`;
}

/** Week by week what pieces wait for most; chosen, one more of it is planned for real. */
export function ScarceStrip() {
  const { view } = useWorkshop();
  const saying = useSaying();
  const scarce = useScarce(view);
  const weeks = scarce.data;
  const [asked, setAsked] = useState<Scarce | null>(null);
  const gain = useOneMore(view, asked);
  const shown = weeks?.filter((w) => w.waits[0] && w.waits[0].minutes >= 60).slice(0, 6) ?? [];
  if (scarce.error) return <CoreFault of={scarce} />;
  if (shown.length === 0) return null;
  const most = Math.max(...shown.map((w) => w.waits[0]!.minutes));
  return (
    <div
      className="no-print flex h-9 shrink-0 items-center gap-4 overflow-x-auto border-t border-line px-4"
      role="group"
      aria-label="What pieces wait for most"
      data-testid="scarce"
    >
      <span className="condensed shrink-0 text-lane text-sub">Pieces wait most for</span>
      {shown.map((w) => {
        const top = w.waits[0]!;
        return (
          <button
            key={w.from}
            type="button"
            onClick={() => setAsked(top.on)}
            className="condensed flex shrink-0 cursor-pointer items-center gap-1.5 text-lane hover:bg-sunk"
            title={w.waits.map((x) => `${sayScarce(x.on)}: ${sayLength(x.minutes)}`).join('\n')}
          >
            <svg width="34" height="14" aria-hidden="true">
              <rect x="0" y="2" width="34" height="10" fill="none" stroke="var(--m-line)" />
              <rect x="0" y="2" width={Math.max(2, (top.minutes / most) * 34)} height="10" fill="var(--m-keyline)" />
            </svg>
            <span>
              <span className="font-semibold underline">{sayScarce(top.on)}</span>, {sayLength(top.minutes)} in the week
              of {sayDate(w.from, saying)}
            </span>
          </button>
        );
      })}
      {asked && (
        <span className="condensed shrink-0 text-lane" role="status">
          With more {sayScarce(asked)}:{' '}
          {gain.data
            ? sayGains(gain.data.without, gain.data.with).slice(0, 2).join(', ') || 'nothing gained'
            : gain.error
              ? ''
              : 'planning with it…'}
          <CoreFault of={gain} />
        </span>
      )}
    </div>
  );
}
