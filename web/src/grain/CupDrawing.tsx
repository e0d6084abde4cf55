import type { Portion } from '@app/core';

const WIDTH = 46;
const HEIGHT = 56;
const RIM = 4;
const TAPER = 6;
/** A cup is drawn full at so much; larger pours fill it to the rim. */
const FULL_LITRES = 0.6;
const LEAST = 6;

/** A cup with what is poured into it as strata: the paint in its colour, what thins it above. */
export function CupDrawing({
  portions,
  colour,
}: {
  readonly portions: readonly Portion[];
  readonly colour: string | null;
}) {
  const whole = portions.reduce((n, p) => n + p.litres, 0);
  const filled = Math.max(LEAST, Math.min(1, whole / FULL_LITRES) * (HEIGHT - RIM - 4));
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="shrink-0" aria-hidden="true">
      {portions.map((p, i) => {
        const below = portions.slice(0, i).reduce((n, x) => n + x.litres, 0);
        const bottom = HEIGHT - 2 - (whole > 0 ? (below / whole) * filled : 0);
        const y = bottom - (whole > 0 ? (p.litres / whole) * filled : 0);
        const d = `M${side(y)} ${y}L${WIDTH - side(y)} ${y}L${WIDTH - side(bottom)} ${bottom}L${side(bottom)} ${bottom}z`;
        return <path key={p.name} d={d} fill={i === 0 ? (colour ?? 'url(#clear-coat)') : 'var(--m-sunk)'} />;
      })}
      <path
        d={`M2 ${RIM}L${2 + TAPER} ${HEIGHT - 2}H${WIDTH - 2 - TAPER}L${WIDTH - 2} ${RIM}M0 ${RIM}H${WIDTH}`}
        fill="none"
        stroke="var(--m-ink)"
        strokeWidth="1.4"
      />
    </svg>
  );
}

/** Where the slanting side stands at a height. */
const side = (y: number) => 2 + (TAPER * (y - RIM)) / (HEIGHT - 2 - RIM);
