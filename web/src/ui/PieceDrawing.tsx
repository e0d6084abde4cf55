import type { Dimensions, OwnZone, Zone } from '@app/core';
import { frontOf } from './pieceFront.ts';

/** How far each of a set stands out beside and above the one before it, by its height; more than two behind say no more. */
const BESIDE = 0.3;
const ABOVE = 0.05;
const MOST_BEHIND = 2;

type Filled = {
  readonly fill: string;
  readonly opacity?: number;
  /** What is spoken of stands out against the rest. */
  readonly isOn?: boolean;
};

type DrawingProps = {
  readonly piece: {
    readonly template: string;
    readonly dimensions: Dimensions;
    readonly zones: readonly Zone[];
    readonly zoneChoice: { readonly own: readonly OwnZone[] };
  };
  /** How many are alike. */
  readonly of: number;
  readonly zone: (id: string) => Filled;
  readonly label: string;
  readonly className: string;
  /** A tap on a zone; the same must be offered by name beside the drawing, for keys and screen readers. */
  readonly onZone?: (id: string) => void;
};

/** A piece in its own proportions, from the front and a little from above, each zone in its colour; of a set some stand behind. */
export function PieceDrawing({ piece, of, zone, label, className, onZone }: DrawingProps) {
  const { faces, details, box } = frontOf(piece);
  const behind = Math.min(MOST_BEHIND, of - 1);
  const [right, up] = [BESIDE * box.height, ABOVE * box.height];
  const rim = 0.03 * Math.max(box.width, box.height);
  return (
    <svg
      viewBox={`${box.x - rim} ${box.y - rim - behind * up} ${box.width + behind * right + 2 * rim} ${box.height + behind * up + 2 * rim}`}
      className={className}
      role="img"
      aria-label={label}
    >
      {Array.from({ length: behind }, (_, n) => behind - n).map((n) => (
        <g key={n} transform={`translate(${n * right} ${-n * up})`}>
          {faces.map(({ d, isHidden }, i) => (
            <Outline key={i} d={d} isHidden={isHidden} filled={{ fill: 'var(--m-raised)' }} />
          ))}
        </g>
      ))}
      {faces.map(({ zone: id, d, isHidden }, i) => (
        <Outline
          key={i}
          d={d}
          isHidden={isHidden}
          filled={zone(id)}
          {...(onZone && { onTap: () => onZone(id), name: piece.zones.find((z) => z.id === id)?.name })}
        />
      ))}
      {/* Knobs and rings, to be seen on any colour. */}
      <path d={details} stroke="var(--m-ink)" strokeWidth="3.5" vectorEffect="non-scaling-stroke" />
      <path d={details} stroke="var(--m-raised)" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

type OutlineProps = {
  readonly d: string;
  readonly isHidden: boolean;
  readonly filled: Filled;
  readonly onTap?: () => void;
  readonly name?: string | undefined;
};
function Outline({ d, isHidden, filled: { fill, opacity = 1, isOn = false }, onTap, name }: OutlineProps) {
  return (
    <path
      d={d}
      fillRule="evenodd"
      onClick={onTap}
      className={onTap && 'cursor-pointer hover:opacity-75'}
      fill={fill}
      fillOpacity={isHidden && !isOn ? 0 : opacity}
      stroke={isOn ? 'var(--m-ink)' : 'var(--m-keyline)'}
      strokeWidth={isOn ? 1.5 : 0.8}
      strokeDasharray={isHidden ? '3 2' : undefined}
      strokeLinejoin="round"
      vectorEffect="non-scaling-stroke"
    >
      {name && <title>{name}</title>}
    </path>
  );
}
