import type { Hours } from '@app/core';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const HOUR = 4.2;
const DAY_GAP = 6;
const DAY = 24 * HOUR + DAY_GAP;

/** A week on the time axis: nights shaded, working hours as a raised band, blocks cut out of it. */
export function WeekDrawing({ hours, label }: { readonly hours: Hours; readonly label: string }) {
  return (
    <svg viewBox={`0 0 ${7 * DAY} 40`} className="w-full" role="img" aria-label={label}>
      {DAYS.map((name, d) => {
        const x = d * DAY;
        const at = (minute: number) => x + (minute / 60) * HOUR;
        return (
          <g key={name}>
            <rect x={x} y="14" width={24 * HOUR} height="22" fill="var(--m-night)" />
            <text x={x} y="10" fontSize="11" fill="var(--m-sub)">
              {name}
            </text>
            {(hours.weekly[d] ?? []).map((s) => (
              <rect
                key={s.from}
                x={at(s.from)}
                width={at(s.until) - at(s.from)}
                y="16"
                height="18"
                fill="var(--m-raised)"
                stroke="var(--m-ink)"
              />
            ))}
            {hours.blocks
              .filter((b) => 'weekday' in b.on && b.on.weekday === d)
              .map((b) => (
                <path
                  key={`${b.title}${String(b.from)}`}
                  d={`M${at(b.from)} 20v-3H${at(b.until)}v3M${at(b.from)} 25H${at(b.until)}`}
                  fill="none"
                  stroke="var(--m-brass)"
                  strokeWidth="1.6"
                >
                  <title>{b.title}</title>
                </path>
              ))}
          </g>
        );
      })}
    </svg>
  );
}
