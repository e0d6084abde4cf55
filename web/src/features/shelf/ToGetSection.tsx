import { toGet } from '@app/core';
import { Link } from 'react-router';
import { useInUnits } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Section } from '../../ui/parts.tsx';
import { sayConsumable } from '../../ui/sayConsumable.ts';

/** What the steps still to come take beside paint and nobody has said is there, for all pieces together. */
export function ToGetSection() {
  const { view } = useWorkshop();
  const said = useInUnits();
  const list = toGet(view.pieces, useProducts());
  const most = Math.max(1, ...list.map((w) => w.pieces.length));
  return (
    <Section title="To get, beside paint">
      {list.length === 0 && <p className="text-sub">Everything the steps to come use up is at hand.</p>}
      <ul className="grid gap-x-8 gap-y-1 md:grid-cols-2" aria-label="To get, beside paint">
        {list.map((w) => (
          <li key={`${w.what.name} ${w.what.unit}`} className="border-b border-line py-1 text-table">
            <span className="flex items-center gap-2">
              <span
                aria-hidden="true"
                className="h-2 shrink-0 bg-keyline"
                style={{ width: `${(w.pieces.length / most) * 72}px` }}
              />
              <span className="font-semibold">
                {said(sayConsumable({ ...w.what, amount: Math.round(w.amount * 10) / 10 }, view.workshop.units))}
              </span>
            </span>
            <span className="condensed block text-lane text-sub">
              {!w.what.isUsedUp && 'washed and taken again, so many at once '}
              for{' '}
              {w.pieces.map((p, i) => (
                <span key={p.id}>
                  {i > 0 && ', '}
                  <Link to={`/pieces/${p.id}/edit`} className="underline">
                    {p.name}
                  </Link>
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
