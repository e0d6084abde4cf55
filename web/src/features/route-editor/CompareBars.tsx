import { type Route, sayHours, sumsOf } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayLitres } from '../../ui/amounts.ts';

const WIDTH = 120;

/** Hours and litres of the built route and of the changed one, one over the other. */
export function CompareBars({ built, route }: { readonly built: Route; readonly route: Route }) {
  const { view } = useWorkshop();
  const [a, b] = [sumsOf(built.steps), sumsOf(route.steps)];
  const rows = [
    ['Hands-on', a.minutes, b.minutes, sayHours(b.minutes), sayHours(a.minutes)],
    ['Product', a.litres, b.litres, sayLitres(b.litres, view.workshop.units), sayLitres(a.litres, view.workshop.units)],
  ] as const;
  return (
    <dl className="condensed flex flex-wrap gap-x-5 gap-y-1 text-table">
      {rows.map(([label, was, is, saysIs, saysWas]) => {
        const most = Math.max(was, is, 0.001);
        return (
          <div key={label} className="flex items-center gap-2">
            <dt className="text-sub">{label}</dt>
            <dd className="flex items-center gap-2">
              <svg width={WIDTH} height="16" aria-hidden="true">
                <rect
                  x="0"
                  y="2"
                  width={(was / most) * WIDTH}
                  height="4"
                  fill="var(--m-line)"
                  stroke="var(--m-keyline)"
                />
                <rect x="0" y="9" width={(is / most) * WIDTH} height="5" fill="var(--m-ink)" />
              </svg>
              <strong>{saysIs}</strong>
              {was !== is && <span className="text-sub">built {saysWas}</span>}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
