import { BrassHatch } from './BrassHatch.tsx';
import { type LeadTimePart, sayLength, type Spent, SPENT_WORDS } from '@app/core';

/** Ink for hands, grain for drying, night for closed, brass hatch for every kind of waiting. */
const FILL: Partial<Record<Spent, string>> = {
  work: 'var(--m-ink)',
  drying: 'url(#days-drying)',
  closed: 'var(--m-night)',
};
const WIDTH = 1000;

/** A piece's whole time in the shop as one layer, cut into what it goes on; the parts add up to the whole. */
export function DaysBar({ parts }: { readonly parts: readonly LeadTimePart[] }) {
  const whole = parts.reduce((n, p) => n + p.minutes, 0);
  if (whole === 0) return null;
  const layers = parts.map((p, i) => ({
    ...p,
    x: (parts.slice(0, i).reduce((n, q) => n + q.minutes, 0) / whole) * WIDTH,
    width: (p.minutes / whole) * WIDTH,
  }));
  return (
    <figure className="flex flex-col gap-2">
      <svg
        viewBox={`0 0 ${WIDTH} 34`}
        preserveAspectRatio="none"
        className="h-9 w-full"
        role="img"
        aria-label={sayDays(parts)}
      >
        <defs>
          <pattern id="days-drying" width="9" height="34" patternUnits="userSpaceOnUse">
            <rect width="9" height="34" fill="var(--m-raised)" />
            <path d="M2 0v34" stroke="var(--m-ink)" strokeWidth="1.4" />
          </pattern>
          <BrassHatch id="days-wait" />
        </defs>
        {layers.map((p) => (
          <rect
            key={p.spent}
            x={p.x}
            y="1"
            width={Math.max(1, p.width)}
            height="32"
            fill={FILL[p.spent] ?? 'url(#days-wait)'}
            stroke="var(--m-keyline)"
          />
        ))}
      </svg>
      <figcaption>
        <ul className="flex flex-col gap-y-0.5 text-table">
          {parts.map((p) => (
            <li key={p.spent} className="flex items-baseline justify-between gap-3">
              <span className="flex items-baseline gap-2">
                <svg width="12" height="12" aria-hidden="true" className="shrink-0 self-center">
                  <rect width="12" height="12" fill={FILL[p.spent] ?? 'url(#days-wait)'} stroke="var(--m-keyline)" />
                </svg>
                {SPENT_WORDS[p.spent]}
              </span>
              <span className="font-semibold">{sayLength(p.minutes)}</span>
            </li>
          ))}
          <li className="flex justify-between gap-3 border-t border-line">
            <span>from its beginning to ready</span>
            <span className="font-semibold">{sayLength(whole)}</span>
          </li>
        </ul>
      </figcaption>
    </figure>
  );
}

const sayDays = (parts: readonly LeadTimePart[]) =>
  parts.map((p) => `${sayLength(p.minutes)} ${SPENT_WORDS[p.spent]}`).join(', ');
