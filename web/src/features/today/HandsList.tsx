import type { PieceView } from '@app/contract';
import { canFor, handsOf, type HandItem, mixOf, type Pour, type ShopStep } from '@app/core';
import { Brush, Layers2, type LucideIcon, PaintBucket, Shirt, SquareDashed, Wrench } from 'lucide-react';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayAmount, sayPoured } from '../../ui/amounts.ts';
import { ZoneSketch } from './ZoneSketch.tsx';

const ICONS: Readonly<Record<HandItem['kind'], LucideIcon>> = {
  protection: Shirt,
  applicator: Brush,
  paper: Layers2,
  tool: Wrench,
  cloth: SquareDashed,
  cover: SquareDashed,
  part: Wrench,
};

/** What and where, from which can, how much of what, and everything else the hands take up. */
export function HandsList({ piece, step }: { readonly piece: PieceView; readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const products = useProducts();
  const toolName = (id: string) => view.shop.tools.find((t) => t.id === id)?.name ?? id;
  const { pour, items } = handsOf(step, products, toolName);
  const mixed = step.mixes === undefined ? null : mixOf(step, piece.steps, products);
  const poured = mixed ?? pour;
  const laid = mixed ? { ...step, product: mixed.product, colour: mixed.colour } : step;
  return (
    <div className="flex flex-col gap-2">
      <ZoneSketch piece={piece} step={step} />
      {poured && <PourLine pour={poured} step={laid} />}
      {items.length > 0 && (
        <ul className="flex flex-wrap gap-x-4 gap-y-1" aria-label="In the hand">
          {items.map((i) => {
            const Icon = ICONS[i.kind];
            return (
              <li key={i.id} className="flex items-center gap-1.5 text-body">
                <Icon size={15} aria-hidden="true" className="shrink-0 text-sub" />
                {i.words}
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}

function PourLine({ pour, step }: { readonly pour: Pour; readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const products = useProducts();
  const { units } = view.workshop;
  const can = canFor(view.shop.paints, step);
  const name = can?.name ?? products.get(pour.product)!.name;
  const [own, ...others] = pour.portions;
  const amount = others.length === 0 ? sayAmount(pour.product, pour.litres, units) : sayPoured(pour.litres, units);
  return (
    <p className="flex items-start gap-2 text-[17px] leading-[24px]">
      <PaintBucket size={18} aria-hidden="true" className="mt-1 shrink-0" />
      <span
        className="mt-1 size-4 shrink-0 border border-keyline"
        style={{ background: pour.colour ?? 'transparent' }}
      />
      <span>
        <strong>{amount}</strong> {name}
        {others.length > 0 && (
          <>
            {': '}
            {sayPoured(own!.litres, units)} of it
            {others.map((o) => ` + ${sayPoured(o.litres, units)} ${o.name}`).join('')}
          </>
        )}
        {can && (
          <span className="condensed block text-table text-sub">
            {sayPoured(can.on_hand_litres, units)} in the can on the shelf
          </span>
        )}
      </span>
    </p>
  );
}
