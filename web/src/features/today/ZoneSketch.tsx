import type { PieceView } from '@app/contract';
import { piecesOf, type ShopStep, templateById, tintOf, type Zone } from '@app/core';

const WIDTH = 132;
const HEIGHT = 96;
const TOP = 12;
const PAD = 4;
const INSET = 9;

type Box = {
  readonly zone: Zone;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
};

/** How far each of a set stands out behind the one before it; more than two behind say no more. */
const BEHIND = 5;
const MOST_BEHIND = 2;

/**
 * Where on the piece a step is done: the piece from the front, its zones by their areas, those it touches filled. Of a set the
 * others stand behind the first.
 */
export function ZoneSketch({ piece, step }: { readonly piece: PieceView; readonly step: ShopStep }) {
  const touched = piece.zones.filter((z) => step.zones.includes(z.id));
  if (touched.length === 0) return null;
  const colour = tintOf(step);
  const names = touched.map((z) => z.name.toLowerCase()).join(', ');
  const isAll = touched.length === piece.zones.length;
  const template = templateById.get(piece.template);
  const of = template ? piecesOf(template, piece.dimensions) : 1;
  const behind = Math.min(MOST_BEHIND, of - 1);
  const room = behind * BEHIND;
  return (
    <figure className="flex items-center gap-3">
      <svg
        viewBox={`0 ${-room} ${WIDTH + room} ${HEIGHT + room}`}
        className="h-16 w-[88px] shrink-0 md:h-20 md:w-[110px]"
        role="img"
        aria-label={`On the ${names}${of > 1 ? `, of each of ${of}` : ''}`}
      >
        {Array.from({ length: behind }, (_, n) => behind - n).map((n) => (
          <rect
            key={n}
            x={PAD + n * BEHIND}
            y={PAD - n * BEHIND}
            width={WIDTH - 2 * PAD}
            height={HEIGHT - PAD - 8}
            fill="var(--m-raised)"
            stroke="var(--m-keyline)"
          />
        ))}
        {boxesOf(piece.zones).map(({ zone, x, y, width, height }) => {
          const isOn = step.zones.includes(zone.id);
          const fill = !isOn ? 'var(--m-raised)' : (colour ?? 'var(--m-ink)');
          return (
            <rect
              key={zone.id}
              x={x}
              y={y}
              width={Math.max(2, width - 2)}
              height={Math.max(2, height - 2)}
              fill={fill}
              fillOpacity={isOn && colour === null ? 0.35 : 1}
              stroke={isOn ? 'var(--m-ink)' : 'var(--m-keyline)'}
              strokeWidth={isOn ? 2 : 0.8}
              strokeDasharray={zone.group === 'inside' ? '3 2' : undefined}
            />
          );
        })}
        <path
          d={`M${PAD + 6} ${HEIGHT - 7}v6M${WIDTH - PAD - 8} ${HEIGHT - 7}v6`}
          stroke="var(--m-keyline)"
          strokeWidth="3"
        />
      </svg>
      <figcaption className="text-body">
        {isAll ? 'The whole piece' : firstUpper(names)}
        {of > 1 && `, each of ${of}`}
      </figcaption>
    </figure>
  );
}

const firstUpper = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** Tops above, the body below side by side, what is inside drawn within it. */
function boxesOf(zones: readonly Zone[]): Box[] {
  const of = (group: Zone['group']) => zones.filter((z) => z.group === group);
  const body = { x: PAD + 2, y: PAD + TOP, width: WIDTH - 2 * PAD - 4, height: HEIGHT - TOP - PAD - 8 };
  const inner = {
    x: body.x + INSET,
    y: body.y + body.height / 2,
    width: body.width - 2 * INSET,
    height: body.height / 2 - 4,
  };
  return [
    ...sideBySide(of('top'), { x: PAD, y: PAD, width: WIDTH - 2 * PAD, height: TOP }),
    ...sideBySide(of('body'), body),
    ...sideBySide(of('inside'), inner),
  ];
}

/** Shares of a row by area, none so narrow that it cannot be seen. */
function sideBySide(zones: readonly Zone[], row: Omit<Box, 'zone'>): Box[] {
  const share = (z: Zone) => Math.sqrt(z.area_m2) + 0.15;
  const whole = zones.reduce((n, z) => n + share(z), 0);
  let { x } = row;
  return zones.map((zone) => {
    const width = (row.width * share(zone)) / whole;
    const box = { ...row, zone, x, width };
    x += width;
    return box;
  });
}
