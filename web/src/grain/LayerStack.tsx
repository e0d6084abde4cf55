import type { Coat } from '@app/core';

type Layer = { readonly key: string; readonly colour: string; readonly label: string; readonly coat: Coat };
type StackProps = {
  readonly wood: string;
  readonly body: readonly Layer[];
  readonly top: readonly Layer[];
  readonly names?: readonly [string, string];
};

const WOOD = 26;
const WIDTH = 340;

/** A cut through the finish as it will be: wood in the middle, the body's coats above it, the top's below. */
export function LayerStack({ wood, body, top, names }: StackProps) {
  const h = Math.min(18, Math.max(9, 120 / Math.max(1, body.length + top.length)));
  const woodY = 8 + body.length * h;
  const height = woodY + WOOD + top.length * h + 8;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full max-w-[420px]"
      role="img"
      aria-label={`Layers: ${[...body]
        .reverse()
        .map((l) => l.label)
        .join(', ')}, wood${top.length > 0 ? `, ${top.map((l) => l.label).join(', ')}` : ''}`}
    >
      {body.map((l, i) => (
        <LayerBand key={l.key} layer={l} y={woodY - (i + 1) * h} h={h} inset={i * 5} />
      ))}
      <rect x="0" y={woodY} width="230" height={WOOD} fill={wood} stroke="var(--m-keyline)" />
      <path
        d={`M0 ${woodY + 7}c60 -5 120 5 230 0M0 ${woodY + 14}c80 5 140 -4 230 1M0 ${woodY + 20}c50 -3 150 4 230 -1`}
        fill="none"
        stroke="#000"
        strokeOpacity="0.18"
      />
      {names && (
        <>
          <text x="8" y={woodY + 17} fontSize="12" fill="#1d2430">
            {top.length > 0 ? `${names[0]} above, ${names[1]} below` : names[0]}
          </text>
        </>
      )}
      {top.map((l, i) => (
        <LayerBand key={l.key} layer={l} y={woodY + WOOD + i * h} h={h} inset={i * 5} />
      ))}
    </svg>
  );
}

function LayerBand({
  layer,
  y,
  h,
  inset,
}: {
  readonly layer: Layer;
  readonly y: number;
  readonly h: number;
  readonly inset: number;
}) {
  const fill = layer.coat === 'clear' ? 'url(#clear-coat)' : layer.coat === 'wax' ? 'url(#wax-coat)' : layer.colour;
  return (
    <g>
      <rect
        x="0"
        y={y}
        width={230 - inset}
        height={h}
        fill={layer.coat === 'clear' || layer.coat === 'wax' ? 'var(--m-raised)' : layer.colour}
      />
      <rect x="0" y={y} width={230 - inset} height={h} fill={fill} stroke="var(--m-keyline)" />
      <path d={`M${230 - inset} ${y + h / 2}H236`} stroke="var(--m-keyline)" />
      <text x="240" y={y + h / 2 + 4} fontSize="12" fill="var(--m-ink)">
        {layer.label}
      </text>
    </g>
  );
}
