import { type FoundRecord, FoundRecordSchema } from '@app/contract';
import { isHexColour, LOOKS, sayDay } from '@app/core';
import { useState } from 'react';
import { Link } from 'react-router';
import useSWR from 'swr';
import { send } from '../../data/api.ts';
import { useSaying } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { PeopleOptions } from '../../data/ShopOptions.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { LOOK_WORDS } from '../../ui/lookWords.ts';
import { sayPoured } from '../../ui/amounts.ts';
import { Field, Input, Section, Select } from '../../ui/parts.tsx';

/** Which piece had that green, and how many coats did it take: all pieces ever, by word, colour, product, look or person. */
export function RecordSearch() {
  const { view } = useWorkshop();
  const products = useProducts();
  const [word, setWord] = useState('');
  const [hex, setHex] = useState('');
  const [product, setProduct] = useState('');
  const [look, setLook] = useState('');
  const [person, setPerson] = useState('');
  const isAsked = [word.trim(), hex, product, look, person].some((x) => x !== '') && (hex === '' || isHexColour(hex));
  const query = new URLSearchParams({ word: word.trim(), hex, product, look, person }).toString();
  const found = useSWR<FoundRecord, Error>(
    isAsked ? `/record?${query}` : null,
    (path: string) => send(FoundRecordSchema, 'GET', path),
    { keepPreviousData: true },
  );
  const used = [...new Set(view.pieces.flatMap((p) => p.steps.flatMap((s) => s.product ?? [])))];
  return (
    <Section title="Find in the record">
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-5">
        <Field label="Word" hint="a name, a client, a step">
          <Input value={word} maxLength={60} onChange={(e) => setWord(e.target.value)} />
        </Field>
        <Field label="Colour near" error={hex !== '' && !isHexColour(hex) ? 'Like #3d5a45.' : undefined}>
          <span className="flex gap-2">
            <input
              type="color"
              aria-label="Choose the colour looked for"
              className="h-8 w-12 cursor-pointer border border-keyline"
              value={isHexColour(hex) ? hex : '#808080'}
              onChange={(e) => setHex(e.target.value)}
            />
            <Input value={hex} placeholder="any" onChange={(e) => setHex(e.target.value)} />
          </span>
        </Field>
        <Field label="Product">
          <Select value={product} onChange={(e) => setProduct(e.target.value)}>
            <option value="">any</option>
            {used.map((id) => (
              <option key={id} value={id}>
                {products.get(id)?.name ?? id}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Look">
          <Select value={look} onChange={(e) => setLook(e.target.value)}>
            <option value="">any</option>
            {LOOKS.map((kind) => (
              <option key={kind} value={kind}>
                {LOOK_WORDS[kind]}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Done by">
          <Select value={person} onChange={(e) => setPerson(e.target.value)}>
            <option value="">anybody</option>
            <PeopleOptions />
          </Select>
        </Field>
      </div>
      {found.error && (
        <p role="alert" className="text-table text-oxide-text">
          {found.error.message}
        </p>
      )}
      {isAsked && found.data && <Found record={found.data} />}
    </Section>
  );
}

function Found({ record }: { readonly record: FoundRecord }) {
  const { view } = useWorkshop();
  const products = useProducts();
  const saying = useSaying();
  if (record.pieces.length === 0) return <p className="text-table">No piece had that.</p>;
  return (
    <ul className="flex flex-col" aria-label="Found">
      {record.pieces.map((p) => (
        <li
          key={p.id}
          className="grid gap-x-4 border-b border-line py-2 text-body sm:grid-cols-[200px_120px_minmax(0,1fr)]"
        >
          <Link to={`/pieces/${p.id}`} className="font-semibold underline">
            {p.name}
          </Link>
          <span className="condensed text-table text-sub">
            {p.leftAt === null ? 'in the shop' : `left ${sayDay(p.leftAt, saying)}`}
          </span>
          <span className="flex flex-wrap gap-x-5 gap-y-1 text-table">
            {p.coats.map((c) => (
              <span key={`${c.product} ${c.colour} ${c.zones.join()}`} className="inline-flex items-center gap-1.5">
                <Layers count={c.coats} colour={c.colour} />
                {c.coats} × {products.get(c.product)?.name ?? c.product}, {sayPoured(c.litres, view.workshop.units)}
              </span>
            ))}
          </span>
        </li>
      ))}
      {!record.isAll && <li className="pt-2 text-table text-sub">More were found; say more to see fewer.</li>}
    </ul>
  );
}

/** As many strata as there were coats. */
function Layers({ count, colour }: { readonly count: number; readonly colour: string | null }) {
  const shown = Math.min(count, 5);
  return (
    <svg width="22" height={shown * 5 + 1} viewBox={`0 0 22 ${shown * 5 + 1}`} aria-hidden="true">
      {Array.from({ length: shown }, (_, i) => (
        <rect
          key={i}
          x="0.5"
          y={i * 5 + 0.5}
          width="21"
          height="5"
          fill={colour ?? 'var(--m-raised)'}
          stroke="var(--m-keyline)"
          strokeWidth="0.7"
        />
      ))}
    </svg>
  );
}
