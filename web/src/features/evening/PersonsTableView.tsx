import {
  arrivalOfOrder,
  consumableOf,
  type CupToLay,
  lowerFirst,
  type PersonsTable,
  sayDay,
  type ThingToLay,
} from '@app/core';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayLitres, sayPoured, saySteps } from '../../ui/amounts.ts';
import { Button } from '../../ui/parts.tsx';
import { CupDrawing } from '../../grain/CupDrawing.tsx';

/** One person's table: cups in the order they are poured, then everything else; what is missing stands in red. */
export function PersonsTableView({ table }: { readonly table: PersonsTable }) {
  const { shown } = useWorkshop();
  const name = shown.shop.people.find((p) => p.id === table.person)?.name ?? '';
  return (
    <section aria-label={`Table of ${name}`} className="flex flex-col gap-3 border-t-2 border-ink pt-2">
      <h3 className="flex items-baseline gap-3 text-section font-semibold">
        {name} <span className="condensed text-table font-normal text-sub">{saySteps(table.steps.length)}</span>
      </h3>
      {table.cups.length > 0 && (
        <ul className="flex flex-wrap gap-x-6 gap-y-4" aria-label="Cups">
          {table.cups.map((c) => (
            <Cup key={`${c.product} ${c.colour}`} cup={c} />
          ))}
        </ul>
      )}
      <ul className="grid gap-x-6 sm:grid-cols-2" aria-label="Things">
        {table.things.map((t) => (
          <Thing key={t.item.id} thing={t} />
        ))}
      </ul>
    </section>
  );
}

function Cup({ cup }: { readonly cup: CupToLay }) {
  const { shown } = useWorkshop();
  const saying = useSaying();
  const products = useProducts();
  const { units } = shown.workshop;
  const product = products.get(cup.product)!;
  const isShelfKept = shown.shop.paints.length > 0;
  const lead = cup.can?.lead_days ?? null;
  return (
    <li className="flex w-44 gap-2">
      <CupDrawing portions={cup.portions} colour={cup.colour} />
      <span className="text-body">
        <strong className="block">{cup.can?.name ?? product.name}</strong>
        {cup.portions.map((p, i) => (
          <span key={p.name} className="block text-table">
            {sayPoured(p.litres, units)} {i === 0 ? '' : p.name}
          </span>
        ))}
        {cup.coats > 1 && <span className="condensed block text-lane text-sub">for {cup.coats} coats</span>}
        {cup.short_litres > 0 && (
          <strong className="block text-table text-oxide-text">
            short by {sayLitres(cup.short_litres, units)}
            {lead === null
              ? ''
              : `; ordered now it comes ${sayDay(arrivalOfOrder(saying.zone, saying.now, lead), saying)}`}
          </strong>
        )}
        {cup.can === null && cup.colour !== null && isShelfKept && (
          <strong className="block text-table text-oxide-text">no can of it on the shelf</strong>
        )}
      </span>
    </li>
  );
}

function Thing({ thing: { item, steps, missingFor } }: { readonly thing: ThingToLay }) {
  const { shown } = useWorkshop();
  const said = useInUnits();
  const { command, refusal } = useCommand();
  const isMissing = missingFor.length > 0;
  const consumable = consumableOf(item);
  const products = useProducts();
  // A colour says by itself what it is for.
  const of = item.colour === null && item.product ? lowerFirst(products.get(item.product)?.name ?? '') : null;
  const here = async () => {
    for (const id of missingFor) {
      const piece = shown.pieces.find((p) => p.id === id)!;
      const body = { version: piece.version, atHand: [...piece.atHand, consumable!] };
      if (!(await command('PUT', `/pieces/${id}/at-hand`, body))) return;
    }
  };
  return (
    <li className="flex min-h-10 items-center justify-between gap-2 border-b border-line py-1 text-body">
      <span className={isMissing ? 'text-oxide-text' : ''}>
        {item.colour != null && (
          <span className="mr-1.5 inline-block size-3 border border-keyline" style={{ background: item.colour }} />
        )}
        {said(item.words)}
        {of && <span className="text-table text-sub"> for {of}</span>}
        {steps > 1 && <span className="condensed text-table text-sub"> × {steps} steps</span>}
        {refusal}
      </span>
      {isMissing && (
        <Button kind="plain" className="!min-h-10 shrink-0" onClick={() => void here()}>
          It is here
        </Button>
      )}
    </li>
  );
}
