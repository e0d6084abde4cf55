import { PRODUCT_COLUMNS, productsFromTable, productToRow, type ReadProducts } from '@app/core';
import Papa from 'papaparse';
import { useState } from 'react';
import { useProducts } from '../../data/useProducts.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { Button } from '../../ui/parts.tsx';
import { readText } from '../../ui/readText.ts';

const MOST_BYTES = 2_000_000;

/** A product list from a file: read, looked at, and only then brought in; and the list as a file. */
export function ImportProducts({ onDone }: { readonly onDone: () => void }) {
  const { command, refusal } = useCommand();
  const products = useProducts();
  const [read, setRead] = useState<ReadProducts | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const open = async (file: File | undefined) => {
    setRead(null);
    setFault(null);
    if (!file) return;
    if (file.size > MOST_BYTES) {
      setFault('This file is larger than 2 MB. Bring in at most 500 products at a time.');
      return;
    }
    const parsed = Papa.parse<string[]>(readText(await file.arrayBuffer()));
    setRead(productsFromTable(parsed.data));
  };
  const bringIn = async () => {
    if (read && (await command('POST', '/products', { products: read.products }))) onDone();
  };
  const rows = [...products.values()].map(productToRow);
  const csv = Papa.unparse({ fields: [...PRODUCT_COLUMNS], data: rows }, { newline: '\r\n', escapeFormulae: true });
  return (
    <div className="flex flex-col gap-3 bg-raised p-3">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2 text-table font-semibold">
          CSV file
          <input
            type="file"
            accept=".csv,.txt,text/csv"
            className="file-input file-input-sm border-keyline"
            onChange={(e) => void open(e.target.files?.[0])}
          />
        </label>
        <a
          className="text-table underline"
          download="products.csv"
          href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`}
        >
          The list as a file, to begin from
        </a>
      </div>
      {fault && (
        <p role="alert" className="text-oxide-text">
          {fault}
        </p>
      )}
      {read && (
        <>
          {read.faults.length > 0 && (
            <ul role="alert" className="max-h-40 overflow-auto text-table text-oxide-text">
              {read.faults.map((f) => (
                <li key={`${f.line} ${f.words}`}>
                  Line {f.line}: {f.words}
                </li>
              ))}
            </ul>
          )}
          {read.products.length > 0 && (
            <>
              <p className="text-table">
                {read.products.length} can be brought in:{' '}
                {read.products
                  .slice(0, 8)
                  .map((p) => p.name)
                  .join(', ')}
                {read.products.length > 8 ? '…' : ''}
              </p>
              <Button kind="primary" className="self-start" onClick={() => void bringIn()}>
                Bring in {read.products.length}
              </Button>
              {refusal}
            </>
          )}
        </>
      )}
    </div>
  );
}
