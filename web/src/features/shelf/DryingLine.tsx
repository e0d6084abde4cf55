import type { Product, Stage } from '@app/core';
import { scaleLog } from 'd3';

const WIDTH = 460;
const scale = scaleLog()
  .domain([5, 45 * 1440])
  .range([0, WIDTH])
  .clamp(true);
const TICKS = [
  [15, '15 min'],
  [60, '1 h'],
  [240, '4 h'],
  [720, 'a night'],
  [1440, '1 d'],
  [4320, '3 d'],
  [10_080, '1 wk'],
  [43_200, '30 d'],
] as const;
const SHOWN: readonly (readonly [Stage, string])[] = [
  ['touch', 'touch'],
  ['recoat', 'next coat'],
  ['topcoat', 'seal'],
  ['use', 'use'],
  ['cure', 'cured'],
];

/** The time axis the drying lines stand on, from minutes to weeks. */
export function DryingAxis() {
  return (
    <div className="hidden items-end gap-x-4 md:grid md:grid-cols-[250px_minmax(0,1fr)_120px_110px]">
      <span />
      <svg viewBox={`0 0 ${WIDTH} 16`} className="w-full" aria-hidden="true">
        {TICKS.map(([at, words]) => (
          <text key={at} x={scale(at)} y="12" fontSize="10" textAnchor="middle" fill="var(--m-sub)">
            {words}
          </text>
        ))}
      </svg>
      <span className="condensed text-lane text-sub">coverage</span>
      <span className="condensed text-lane text-sub">works from</span>
    </div>
  );
}

/** A film drying: solid while wet to the touch, grain lines that open until it can be sealed, dashed while it cures. */
export function DryingLine({ product }: { readonly product: Product }) {
  const s = product.stages_minutes;
  const at = (stage: Stage) => scale(Math.max(5, s[stage]));
  const [touch, top, cure] = [at('touch'), at('topcoat'), at('cure')];
  const lines = Math.max(0, Math.round((top - touch) / 9));
  const words = SHOWN.map(([stage, word]) => `${word} ${say(s[stage])}`).join(', ');
  return (
    <svg viewBox={`0 0 ${WIDTH} 22`} className="w-full" role="img" aria-label={words}>
      <title>{words}</title>
      <rect x="0" y="5" width={Math.max(1, touch)} height="11" fill="var(--m-keyline)" />
      {Array.from({ length: lines }, (_, i) => {
        const x = touch + ((i + 1) / (lines + 1)) ** 1.3 * (top - touch);
        return <path key={String(i)} d={`M${x} 5v11`} stroke="var(--m-keyline)" strokeWidth={1.8 - i / lines} />;
      })}
      <path d={`M${touch} 5.5H${Math.max(touch, top)}M${touch} 15.5H${Math.max(touch, top)}`} stroke="var(--m-line)" />
      <path d={`M${Math.max(touch, top)} 10.5H${Math.max(cure, top)}`} stroke="var(--m-sub)" strokeDasharray="3 4" />
      {SHOWN.slice(1).map(([stage]) => (
        <path key={stage} d={`M${at(stage)} 1v20`} stroke="var(--m-ink)" strokeWidth={stage === 'recoat' ? 1.6 : 1} />
      ))}
    </svg>
  );
}

const say = (minutes: number) =>
  minutes < 60
    ? `${minutes} min`
    : minutes < 2880
      ? `${Math.round(minutes / 6) / 10} h`
      : `${Math.round(minutes / 144) / 10} days`;
