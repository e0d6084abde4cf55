import { consumablesOf, type Consumable, templateById } from '@app/core';
import { Link } from 'react-router';
import { useInUnits } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Section } from '../../ui/parts.tsx';
import { sayConsumable } from '../../ui/sayConsumable.ts';

type Wanted = {
  readonly what: Consumable;
  readonly pieces: { readonly id: string; readonly name: string }[];
  amount: number;
};

/** What the steps still to come use up beside paint and nobody has said is there, for all pieces together. */
export function ToGetSection() {
  const { view } = useWorkshop();
  const products = useProducts();
  const said = useInUnits();
  const wanted = new Map<string, Wanted>();
  for (const p of view.pieces.filter((x) => x.active)) {
    const steps = p.steps.filter((s) => s.state.kind !== 'done');
    const { dimensions, brief, zones } = p;
    for (const c of consumablesOf({
      route: { zones, steps },
      template: templateById.get(p.template)!,
      dimensions,
      brief,
      products,
    })) {
      if (p.atHand.includes(c.id)) continue;
      const key = `${c.name} ${c.unit}`;
      const known = wanted.get(key) ?? { what: c, pieces: [], amount: 0 };
      known.amount += c.amount;
      if (!known.pieces.some((x) => x.id === p.id)) known.pieces.push({ id: p.id, name: p.name });
      wanted.set(key, known);
    }
  }
  const list = [...wanted.values()].sort((a, b) => b.pieces.length - a.pieces.length);
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
