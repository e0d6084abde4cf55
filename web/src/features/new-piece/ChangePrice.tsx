import { pieceSums, type RouteStep, sayFullDate, sayHours, sayLength, sayTime, type Zone } from '@app/core';
import { useProducts } from '../../data/useProducts.ts';
import { useQuoteTerms } from '../../data/useQuoteTerms.ts';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayLitres, sayMoney } from '../../ui/amounts.ts';

type Way = { readonly steps: readonly RouteStep[]; readonly zones: readonly Zone[]; readonly ready: number | null };
type Props = {
  readonly name: string;
  readonly client: string;
  /** As it is kept, and as it would be with what is changed here; what was done counts in both. */
  readonly before: Way;
  readonly after: Way;
};

/** Less than these is no change worth a word. */
const LEAST = { minutes: 5, litres: 0.005, cents: 50, ready: 60 };

/** A change of mind priced in hours, paint, money and days, by the terms of the last quote, with words for the client. */
export function ChangePrice({ name, client, before, after }: Props) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const products = useProducts();
  const { quote } = useQuoteTerms();
  const priced = (way: Way) => {
    const sums = pieceSums(way.steps, way.zones, view.shop.paints, products);
    return { ...sums, litres: sums.coats.reduce((n, c) => n + c.litres, 0), total: quote(sums)?.total ?? null };
  };
  const [was, is] = [priced(before), priced(after)];
  const cents = was.total === null || is.total === null ? null : is.total - was.total;
  const parts = [
    difference(is.minutes - was.minutes, LEAST.minutes, sayHours, 'at the bench'),
    difference(is.litres - was.litres, LEAST.litres, (l) => sayLitres(l, view.workshop.units), 'laid'),
    cents === null ? null : difference(cents, LEAST.cents, sayMoney, 'with tax'),
    later(before.ready, after.ready),
  ].filter((p) => p !== null);
  if (parts.length === 0) return null;
  const costs = cents !== null && cents >= LEAST.cents ? ` It costs ${sayMoney(cents)} more.` : '';
  return (
    <section aria-label="What the change costs" className="flex flex-col gap-2 border-l-3 border-ink pl-3">
      <p role="status" className="text-body">
        <strong>This change:</strong> {parts.join(', ')}
        {after.ready !== null && `; ready ${sayTime(after.ready, saying)}`}.
      </p>
      <p className="condensed text-table text-sub">
        Against the piece as it is kept, by the terms under “What it takes”. Leave the page, and nothing is changed.
      </p>
      {client !== '' && after.ready !== null && (
        <details>
          <summary className="min-h-8 cursor-pointer content-center text-table font-semibold">
            Words for {client}
          </summary>
          <pre className="border border-keyline bg-paper p-2 font-sans text-table whitespace-pre-wrap select-all">
            {`Dear ${client},\nwith the change we spoke of, your ${name.toLowerCase()} will be ready ${sayFullDate(after.ready, saying)}.${costs} Shall I go ahead?\n${view.me.name}, ${view.workshop.name}`}
          </pre>
        </details>
      )}
    </section>
  );
}

function difference(amount: number, least: number, say: (n: number) => string, of: string): string | null {
  if (Math.abs(amount) < least) return null;
  return `${say(Math.abs(amount))} ${amount > 0 ? 'more' : 'less'} ${of}`;
}

function later(was: number | null, is: number | null): string | null {
  if (was === null || is === null || Math.abs(is - was) < LEAST.ready) return null;
  return `ready ${sayLength(Math.abs(is - was))} ${is > was ? 'later' : 'sooner'}`;
}
