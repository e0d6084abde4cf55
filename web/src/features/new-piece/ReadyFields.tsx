import { consumablesOf, type Consumable, type Route, templateById } from '@app/core';
import { Tap, Section } from '../../ui/parts.tsx';
import { useInUnits } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayConsumable } from '../../ui/sayConsumable.ts';
import type { PieceDraft } from './pieceDraft.ts';

type ReadyProps = {
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
  readonly route: Route | null;
};

/** Papers, rollers, brushes, tape, sheets and cans the route takes: counted, and asked once whether they are there. */
export function ReadyFields({ draft, onChange, route }: ReadyProps) {
  const products = useProducts();
  const said = useInUnits();
  const { view } = useWorkshop();
  const template = templateById.get(draft.template);
  if (!route || !template) return null;
  const { dimensions, brief, atHand } = draft;
  const list = consumablesOf({ route, template, dimensions, brief, products });
  const missing = list.filter((c) => !atHand.includes(c.id)).length;
  const toggle = (c: Consumable) =>
    onChange({ ...draft, atHand: atHand.includes(c.id) ? atHand.filter((x) => x !== c.id) : [...atHand, c.id] });
  return (
    <Section
      title="What has to lie ready beside paint"
      aside={
        <span className="condensed text-table text-sub">
          {missing === 0 ? 'everything is here' : `${missing} still to get; tap what is here`}
        </span>
      }
    >
      <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2" aria-label="What has to lie ready">
        {list.map((c) => (
          <li key={c.id} className="grid grid-cols-[1fr_auto] items-center gap-2 border-b border-line py-1 text-table">
            <span>
              <span className="font-semibold">{said(sayConsumable(c, view.workshop.units))}</span>
              <span className="condensed block text-lane text-sub">{said(c.use)}</span>
            </span>
            <Tap isOn={atHand.includes(c.id)} onToggle={() => toggle(c)}>
              {atHand.includes(c.id) ? 'here' : 'to get'}
            </Tap>
          </li>
        ))}
      </ul>
    </Section>
  );
}
