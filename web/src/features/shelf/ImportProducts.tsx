import { PRODUCT_COLUMNS, productsFromTable, productToRow, type ReadProducts } from '@app/core';
import Papa from 'papaparse';
import { useState } from 'react';
import { useProducts } from '../../data/useProducts.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { Button } from '../../ui/parts.tsx';
import { TableFile } from '../../ui/TableFile.tsx';

const MOST_BYTES = 2_000_000;

/** A product list from a file: read, looked at, and only then brought in; and the list as a file. */
export function ImportProducts({ onDone }: { readonly onDone: () => void }) {
  const { command, refusal } = useCommand();
  const products = useProducts();
  const [read, setRead] = useState<ReadProducts | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const forget = () => {
    setRead(null);
    setFault(null);
  };
  const look = (rows: readonly (readonly string[])[] | null) => {
    if (rows) setRead(productsFromTable(rows));
    else setFault('This file is larger than 2 MB. Bring in at most 500 products at a time.');
  };
  const bringIn = async () => {
    if (read && (await command('POST', '/products', { products: read.products }))) onDone();
  };
  const rows = [...products.values()].map(productToRow);
  const csv = Papa.unparse({ fields: [...PRODUCT_COLUMNS], data: rows }, { newline: '\r\n', escapeFormulae: true });
  return (
    <div className="flex flex-col gap-3 bg-raised p-3">
      <div className="flex flex-wrap items-center gap-3">
        <TableFile label="CSV file" mostBytes={MOST_BYTES} onOpen={forget} onRows={look} />
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
