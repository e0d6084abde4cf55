import type { Hours } from '@app/core';
import { DAYS } from './hoursText.ts';

/** A week on the time axis: nights shaded, working hours as a raised band, blocks cut out of it. Each day is as wide as there is room. */
export function WeekDrawing({ hours, label }: { readonly hours: Hours; readonly label: string }) {
  return (
    <div role="img" aria-label={label} className="grid grid-cols-7 gap-1.5">
      {DAYS.map((name, d) => (
        <div key={name}>
          <p className="text-lane text-sub">{name}</p>
          <svg viewBox="0 0 1440 22" preserveAspectRatio="none" className="h-7 w-full bg-night">
            {(hours.weekly[d] ?? []).map((s) => (
              <rect
                key={s.from}
                x={s.from}
                width={s.until - s.from}
                y="2"
                height="18"
                fill="var(--m-raised)"
                stroke="var(--m-ink)"
                vectorEffect="non-scaling-stroke"
              />
            ))}
            {hours.blocks
              .filter((b) => 'weekday' in b.on && b.on.weekday === d)
              .map((b) => (
                <path
                  key={`${b.title}${String(b.from)}`}
                  d={`M${b.from} 6v-3H${b.until}v3M${b.from} 11H${b.until}`}
                  fill="none"
                  stroke="var(--m-brass)"
                  strokeWidth="1.6"
                  vectorEffect="non-scaling-stroke"
                >
                  <title>{b.title}</title>
                </path>
              ))}
          </svg>
        </div>
      ))}
    </div>
  );
}
