import { useInUnits } from '../../data/saying.ts';
import { compatibilityOf, FAMILIES, type Product, type ProductFamily, PRODUCTS } from '@app/core';
import { useState } from 'react';
import { useProducts } from '../../data/useProducts.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayCoverage, sayTemperature } from '../../ui/amounts.ts';
import { Button, Section } from '../../ui/parts.tsx';
import { DryingAxis, DryingLine } from './DryingLine.tsx';
import { ImportProducts } from './ImportProducts.tsx';
import { ProductForm } from './ProductForm.tsx';

const FAMILY_WORDS: Record<ProductFamily, string> = {
  primer: 'Primers and sealers',
  paint: 'Paints',
  stain: 'Stains',
  clear: 'Clear coats',
  wax: 'Waxes',
  oil: 'Oils',
  glaze: 'Glazes',
  adhesive: 'Paper adhesives',
  glue: 'Glues',
  filler: 'Fillers',
  wash: 'Washing',
  stripper: 'Strippers',
  conditioner: 'Conditioners',
  metallic: 'Metallics',
};
const LIBRARY = new Set(PRODUCTS.map((p) => p.id));
const ORDER: readonly ProductFamily[] = ['paint', 'primer', 'clear', 'wax', 'oil', 'stain', 'glaze'];
const FAMILY_ORDER = [...ORDER, ...FAMILIES.filter((f) => !ORDER.includes(f))];

/** How each product dries, spreads and what it cannot stand; library figures until the shop has its own. */
export function ProductsSection({ isOwner }: { readonly isOwner: boolean }) {
  const said = useInUnits();
  const products = useProducts();
  const [open, setOpen] = useState<string | null>(null);
  const [isImporting, setImporting] = useState(false);
  return (
    <Section
      title="Products"
      aside={
        isOwner ? (
          <span className="flex flex-wrap gap-2">
            <Button onClick={() => setOpen(open === 'new' ? null : 'new')}>Add a product</Button>
            <Button onClick={() => setImporting(!isImporting)}>From or to a CSV file</Button>
          </span>
        ) : undefined
      }
    >
      <p className="text-table text-sub">
        {said('Library figures are generic ranges, at 23 °C and 50 % humidity')}: a start, to be replaced by the data
        sheet of the can in hand. Nothing is ever planned faster than the figure shown. Solid: wet to the touch; grain
        lines open until something else may go over; the strong mark is the next coat; dashed until it is cured.
      </p>
      {isImporting && <ImportProducts onDone={() => setImporting(false)} />}
      {open === 'new' && <ProductForm product={null} onDone={() => setOpen(null)} />}
      <DryingAxis />
      {FAMILY_ORDER.map((family) => {
        const own = [...products.values()].filter((p) => p.family === family && p.family !== 'wash');
        return own.length === 0 ? null : (
          <div key={family}>
            <h3 className="pt-2 pb-1 font-semibold">{FAMILY_WORDS[family]}</h3>
            <ul>
              {own.map((p) => (
                <ProductRow
                  key={p.id}
                  product={p}
                  isOwner={isOwner}
                  isOpen={open === p.id}
                  onToggle={() => setOpen(open === p.id ? null : p.id)}
                />
              ))}
            </ul>
          </div>
        );
      })}
    </Section>
  );
}

/** Whose figures they are, where they are not the library's. */
function ownWords(p: Product): string {
  if (p.sheet) return 'by your own log';
  return LIBRARY.has(p.id) ? 'your figures' : 'yours';
}

type RowProps = {
  readonly product: Product;
  readonly isOwner: boolean;
  readonly isOpen: boolean;
  readonly onToggle: () => void;
};

function ProductRow({ product: p, isOwner, isOpen, onToggle }: RowProps) {
  const said = useInUnits();
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const { units } = view.workshop;
  const isOwn = view.shop.products.some((x) => x.id === p.id);
  return (
    <li className="border-b border-line">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={onToggle}
        className="grid w-full cursor-pointer grid-cols-[minmax(0,1fr)] items-center gap-x-4 py-1.5 text-left hover:bg-sunk md:grid-cols-[250px_minmax(0,1fr)_120px_110px]"
      >
        <span className="text-table">
          <span className="font-semibold">{p.name}</span>
          {isOwn && <span className="condensed text-sub"> · {ownWords(p)}</span>}
        </span>
        <DryingLine product={p} />
        <span className="condensed text-table text-sub">
          {p.spread_m2PerL === null ? '' : sayCoverage(p.spread_m2PerL, units)}
        </span>
        <span className="condensed text-table text-sub">
          {p.limits ? `from ${sayTemperature(p.limits.minTemperature_c, units)}` : ''}
          {p.limits && p.limits.maxHumidity_pct < 100 ? `, to ${p.limits.maxHumidity_pct} %` : ''}
        </span>
      </button>
      {isOpen && (
        <div className="flex flex-col gap-2 pb-3">
          <p className="text-table">
            <span className="text-sub">Range: </span>
            {said(p.range)}. Thinned and cleaned with {p.thinner}; {p.flammability}.
            {p.reactivable ? ' Softens again under water.' : ''}
            {p.ownSealer ? ' Carries its own sealer.' : ''}
            {p.solids_pct === null ? '' : ` Volume solids ${p.solids_pct} %.`}
            {p.mixing
              ? ` Mixed ${p.mixing.parts.join(':')} with ${p.mixing.with}, rested ${p.mixing.rest_minutes} min.`
              : ''}
          </p>
          {compatibilityOf(p).map((words) => (
            <p key={words} className="border-l-3 border-keyline pl-3 text-table">
              {said(words)}
            </p>
          ))}
          {p.caution && (
            <p className="text-table text-oxide-text">
              {said(p.caution)} The label, local rules and licensed people come first.
            </p>
          )}
          {isOwner && (
            <>
              <ProductForm key={p.id} product={p} onDone={onToggle} />
              {isOwn && (
                <Button className="self-start" onClick={() => void command('DELETE', `/products/${p.id}`, {})}>
                  {LIBRARY.has(p.id) ? 'Back to the library’s figures' : 'Take it out of the list'}
                </Button>
              )}
              {refusal}
            </>
          )}
        </div>
      )}
    </li>
  );
}
