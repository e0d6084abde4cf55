import type { PieceView } from '@app/contract';
import { type Method, pieceSums, sayHours } from '@app/core';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayAmount, sayArea, sayLitres, sayMoney } from '../../ui/amounts.ts';
import { Field, Input } from '../../ui/parts.tsx';
import { useQuoteTerms } from '../../data/useQuoteTerms.ts';

const METHOD_WORDS: Record<Method, string> = {
  brush: 'brushed',
  roll: 'rolled',
  spray: 'sprayed',
  wipe: 'wiped',
  aerosol: 'from the can',
};

/** The sums of this piece: each coat's surface, way, loss and litres; what to buy; hours, cost and a quote. */
export function SumsSection({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const products = useProducts();
  const { units } = view.workshop;
  const sums = pieceSums(piece.steps, piece.zones, view.shop.paints, products);
  const most = Math.max(0.01, ...sums.coats.map((c) => c.litres));
  const name = (id: string) => products.get(id)?.name ?? id;
  return (
    <details className="border-t border-line pt-2">
      <summary className="cursor-pointer text-section font-semibold">
        What it takes{' '}
        <span className="condensed text-table font-normal text-sub">
          {sayHours(sums.minutes)},{' '}
          {sayLitres(
            sums.coats.reduce((n, c) => n + c.litres, 0),
            units,
          )}
        </span>
      </summary>
      <ul className="pt-2" aria-label="Coats">
        {sums.coats.map((c) => (
          <li key={c.key} className="flex items-center gap-2 py-0.5 text-table">
            <span className="w-52 shrink-0 leading-tight">{c.title}</span>
            <span
              className="h-3 border border-keyline"
              style={{ width: `${Math.max(3, (c.litres / most) * 110)}px`, background: c.colour ?? 'var(--m-line)' }}
            />
            <strong className="w-16">{sayAmount(c.product, c.litres, units)}</strong>
            <span className="condensed text-sub">
              {sayArea(c.area_m2, units)}
              {c.method ? `, ${METHOD_WORDS[c.method]}, ${Math.round(c.loss * 100)} % lost` : ''}
            </span>
          </li>
        ))}
      </ul>
      <ul className="flex flex-col border-t border-line py-2 text-table" aria-label="Products">
        {sums.products.map((p) => {
          const mixing = products.get(p.product)?.mixing;
          return (
            <li key={`${p.product} ${p.colour ?? ''}`}>
              <strong>{sayAmount(p.product, p.litres, units)}</strong> {name(p.product)}
              {p.shelf
                ? `; ${p.shelf.name}: ${sayLitres(p.shelf.on_hand_litres, units)} on the shelf`
                : '; none on the shelf'}
              {p.buy && p.buy.cans > 0
                ? `, buy ${p.buy.cans} ${p.buy.cans === 1 ? 'can' : 'cans'}, ${sayLitres(p.buy.left_litres, units)} left over`
                : ''}
              {p.cents === null ? '' : `, ${(p.cents / 100).toFixed(2)}`}
              {mixing
                ? `. Mix ${sayLitres((p.litres * mixing.parts[0]) / (mixing.parts[0] + mixing.parts[1]), units)} of it with ${sayLitres((p.litres * mixing.parts[1]) / (mixing.parts[0] + mixing.parts[1]), units)} ${mixing.with}`
                : ''}
              .
            </li>
          );
        })}
      </ul>
      <Money minutes={sums.minutes} materials_cents={sums.materials_cents} />
    </details>
  );
}

function Money({ minutes, materials_cents }: { readonly minutes: number; readonly materials_cents: number }) {
  const { typed, set, quote: quoteOf } = useQuoteTerms();
  const quote = quoteOf({ minutes, materials_cents });
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-2">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <Field label="An hour costs">
          <Input inputMode="decimal" value={typed.rate} onChange={(e) => set.rate(e.target.value)} />
        </Field>
        <Field label="Other materials">
          <Input inputMode="decimal" value={typed.other} onChange={(e) => set.other(e.target.value)} />
        </Field>
        <Field label="Margin, %">
          <Input inputMode="decimal" value={typed.margin} onChange={(e) => set.margin(e.target.value)} />
        </Field>
        <Field label="Tax, %">
          <Input inputMode="decimal" value={typed.tax} onChange={(e) => set.tax(e.target.value)} />
        </Field>
      </div>
      {quote ? (
        <p role="status">
          Costs {sayMoney(quote.cost)}; quote <strong>{sayMoney(quote.total)}</strong> with tax, {sayMoney(quote.net)}{' '}
          without. Deposit of 30 %: {sayMoney(quote.deposit)}.
        </p>
      ) : (
        <p role="alert" className="text-oxide-text">
          Enter 0 or more everywhere, and a margin below 100 %.
        </p>
      )}
    </div>
  );
}
