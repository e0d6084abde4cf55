import { type Instant, sayDay, sayTime } from '@app/core';
import { COPIES, useRead } from '../../data/reads.ts';
import { useSaying } from '../../data/saying.ts';
import { Section } from '../../ui/parts.tsx';

/** Days the copies reach back. */
const DAYS = 14;
/** Older than this, something keeps copies from being made. */
const LATE_MINUTES = 2 * 1440;

/** The daily copies of everything, each a stratum on the day it was made. */
export function CopiesSection() {
  const { data, error } = useRead(COPIES);
  const saying = useSaying();
  const now = data?.now ?? 0;
  const last = data?.made.at(-1);
  const isLate = data !== undefined && (last === undefined || now - last > LATE_MINUTES);
  return (
    <Section title="Copies of everything">
      {error && <p role="alert">{error.message}</p>}
      {data && (
        <div className="grid items-center gap-4 md:grid-cols-[1fr_2fr]">
          <CopiesDrawing made={data.made} now={now} />
          <div>
            <p className={isLate ? 'text-oxide-text' : ''}>
              {last === undefined
                ? 'No copy yet. The first is made a few minutes after Mokume starts with npm start.'
                : `Last copy ${sayTime(last, { ...saying, now })}; ${data.made.length} kept, one a day.`}
              {isLate && last !== undefined && ' None since: Mokume was not running, or the disk is full.'}
            </p>
            <p className="text-table text-sub">
              They are files beside the data, in the folder .mokume/copies of the computer that runs Mokume; the last
              fourteen stay. A disk that breaks takes both: now and then put one elsewhere with{' '}
              <code>npm run backup -- FILE</code>.
            </p>
          </div>
        </div>
      )}
    </Section>
  );
}

const WIDTH = 300;
const HEIGHT = 46;

function CopiesDrawing({ made, now }: { readonly made: readonly Instant[]; readonly now: Instant }) {
  const saying = useSaying();
  const x = (at: Instant) => WIDTH - ((now - at) / (DAYS * 1440)) * WIDTH;
  const ground = HEIGHT - 14;
  return (
    <svg
      viewBox={`-4 0 ${WIDTH + 8} ${HEIGHT}`}
      className="w-full max-w-[360px]"
      role="img"
      aria-label={`${made.length} copies of the last ${DAYS} days`}
    >
      {made
        .filter((at) => x(at) >= 0)
        .map((at, i) => (
          <path key={at} d={`M${x(at)} ${ground}v-${10 + i * 1.5}h${WIDTH - x(at)}`} stroke="var(--m-ink)" fill="none">
            <title>{sayTime(at, { ...saying, now })}</title>
          </path>
        ))}
      <path d={`M0 ${ground}H${WIDTH}`} stroke="var(--m-keyline)" />
      {Array.from({ length: DAYS + 1 }, (_, d) => (
        <path key={d} d={`M${x(now - d * 1440)} ${ground}v3`} stroke="var(--m-sub)" />
      ))}
      {[DAYS, 7, 0].map((d) => (
        <text
          key={d}
          x={x(now - d * 1440)}
          y={HEIGHT - 1}
          fontSize="10"
          fill="var(--m-sub)"
          textAnchor={d === 0 ? 'end' : d === DAYS ? 'start' : 'middle'}
        >
          {sayDay(now - d * 1440, { ...saying, now })}
        </text>
      ))}
    </svg>
  );
}
