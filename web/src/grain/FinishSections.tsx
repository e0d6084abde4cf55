import { type Coat, readColour } from '@app/core';

/** One film of a finish, as it is drawn. */
export type FinishFilm = { readonly key: string; readonly colour: string; readonly label: string; readonly coat: Coat };
/** Zones that become the same, and what lies on them in the end, innermost first. */
export type FinishColumn = {
  readonly id: string;
  readonly name: string;
  readonly zones: readonly string[];
  readonly wood: string;
  readonly films: readonly FinishFilm[];
  /** Covered while the rest is worked on, or left as found. */
  readonly note: string | null;
};

const WIDTH = 372;
const GAP = 8;
const WOOD = 22;
const FILM = { most: 16, least: 8 } as const;
const TALLEST = 150;

/** A cut through each finish of the piece, side by side on one line of wood: what differs where, at a glance. */
export function FinishSections({ columns }: { readonly columns: readonly FinishColumn[] }) {
  const most = Math.max(1, ...columns.map((c) => c.films.length));
  const film = Math.min(FILM.most, Math.max(FILM.least, TALLEST / most));
  const woodY = 4 + most * film;
  const width = (WIDTH - GAP * (columns.length - 1)) / Math.max(1, columns.length);
  return (
    <figure className="flex flex-col gap-1">
      <svg
        viewBox={`0 0 ${WIDTH} ${woodY + WOOD + 2}`}
        className="w-full max-w-[420px]"
        role="img"
        aria-label={columns.map((c) => `${c.name}: ${c.note ?? c.films.map((f) => f.label).join(', ')}`).join('; ')}
      >
        {columns.map((c, i) => (
          <Column key={c.id} column={c} x={i * (width + GAP)} width={width} woodY={woodY} film={film} />
        ))}
      </svg>
      <figcaption
        className="grid max-w-[420px] gap-x-2"
        style={{ gridTemplateColumns: `repeat(${columns.length}, minmax(0, 1fr))` }}
      >
        {columns.map((c) => (
          <span key={c.id} className="condensed text-lane">
            <span className="font-semibold">{c.name}</span>
            {c.note && <span className="block text-sub">{c.note}</span>}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

type ColumnProps = {
  readonly column: FinishColumn;
  readonly x: number;
  readonly width: number;
  readonly woodY: number;
  readonly film: number;
};

function Column({ column, x, width, woodY, film }: ColumnProps) {
  const w = width - 1;
  return (
    <g transform={`translate(${x + 0.5} 0)`}>
      <rect y={woodY} width={w} height={WOOD} fill={column.wood} stroke="var(--m-keyline)" />
      <path
        d={`M0 ${woodY + 7}q${w / 2} -5 ${w} 0M0 ${woodY + 15}q${w / 2} 5 ${w} -1`}
        fill="none"
        stroke="#000"
        strokeOpacity="0.18"
      />
      {column.films.map((f, i) => (
        <Film key={f.key} film={f} y={woodY - (i + 1) * film} width={w} height={film} />
      ))}
    </g>
  );
}

/** Words fit a film from here on. */
const READABLE = { height: 13, width: 60 } as const;

function Film({
  film,
  y,
  width,
  height,
}: {
  readonly film: FinishFilm;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}) {
  const isPattern = film.coat === 'clear' || film.coat === 'wax';
  const ink = isPattern ? 'var(--m-ink)' : readColour(film.colour).lightness > 55 ? '#1d2430' : '#f7f8f9';
  return (
    <g>
      <title>{film.label}</title>
      <rect y={y} width={width} height={height} fill={isPattern ? 'var(--m-raised)' : film.colour} />
      <rect
        y={y}
        width={width}
        height={height}
        fill={film.coat === 'clear' ? 'url(#clear-coat)' : film.coat === 'wax' ? 'url(#wax-coat)' : 'none'}
        stroke="var(--m-keyline)"
      />
      {height >= READABLE.height && width >= READABLE.width && (
        <>
          {isPattern && (
            <rect x="3" y={y + 1.5} width={film.label.length * 5.4 + 6} height={height - 3} fill="var(--m-raised)" />
          )}
          <text x="6" y={y + height / 2 + 4} fontSize="11" fill={ink}>
            {film.label}
          </text>
        </>
      )}
    </g>
  );
}
