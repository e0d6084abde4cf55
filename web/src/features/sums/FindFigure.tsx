import { measuresOf, templateById } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { lengthUnit, sayArea, toTyped } from '../../ui/amounts.ts';
import { OUTLINES } from '../../ui/outlines.ts';

/** The find as it is reckoned with: its outline with the measurements it usually has, and what of it is painted. */
export function FindFigure({ template, area_m2 }: { readonly template: string; readonly area_m2: number | null }) {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const measures = measuresOf(templateById.get(template)!).filter((m) => m.kind === 'length');
  const say = (key: string) => {
    const m = measures.find((x) => x.key === key);
    return m ? `${Math.round(toTyped(m.usual, units))} ${lengthUnit(units)}` : null;
  };
  const [width, height, depth] = [say('width'), say('height'), say('depth')];
  return (
    <figure className="flex items-center gap-4 bg-raised p-3">
      <svg viewBox="-14 0 76 56" className="h-32 shrink-0" role="img" aria-label={`Usual size of a ${template}`}>
        <path d={OUTLINES[template]} fill="none" stroke="var(--m-ink)" strokeWidth="1.2" strokeLinecap="square" />
        {width && (
          <g>
            <path d="M6 44H42M6 42v4M42 42v4" stroke="var(--m-keyline)" strokeWidth="0.7" />
            <text x="24" y="53" fontSize="7" textAnchor="middle" fill="var(--m-ink)">
              {width}
            </text>
          </g>
        )}
        {height && (
          <g>
            <path d="M0 4V37M-2 4h4M-2 37h4" stroke="var(--m-keyline)" strokeWidth="0.7" />
            <text x="-4" y="22" fontSize="7" textAnchor="middle" transform="rotate(-90 -4 22)" fill="var(--m-ink)">
              {height}
            </text>
          </g>
        )}
      </svg>
      <figcaption className="text-table">
        {[width && `${width} wide`, height && `${height} high`, depth && `${depth} deep`].filter(Boolean).join(', ')}:
        as such pieces usually are.
        {area_m2 === null ? '' : ` About ${sayArea(area_m2, units)} to paint.`}
      </figcaption>
    </figure>
  );
}
