import { isHexColour, type NearMix, type ShelfPaint } from '@app/core';
import { useState } from 'react';
import { CoreFault } from '../../core/CoreFault.tsx';
import { useMixesNear } from '../../core/useCore.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTypedLitres, toTypedLitres } from '../../ui/amounts.ts';
import { Button, Field, Input, Select } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useProducts } from '../../data/useProducts.ts';
import type { Begun } from './MixCup.tsx';

/** Which leftovers come near a colour, in which parts. */
export function NearColour({ onMake }: { readonly onMake: (begun: Begun) => void }) {
  const { view } = useWorkshop();
  const products = useProducts();
  const { units } = view.workshop;
  const own = [...new Set(view.shop.paints.map((p) => p.product))];
  const [hex, setHex] = useState('#8a9a86');
  const [product, setProduct] = useState(own[0] ?? '');
  const [typed, setTyped] = useState(String(toTypedLitres(0.4, units)));
  const isColour = isHexColour(hex);
  const answer = useMixesNear(view, isColour && product !== '' ? { hex, product } : null);
  const wanted = fromTypedLitres(readNumber(typed), units);
  const make = (m: NearMix<ShelfPaint>) => {
    const whole = m.parts.reduce((n, p) => n + p.parts, 0);
    const parts = m.parts.map((p) => ({ paint: p.paint.id, name: p.paint.name, litres: (wanted * p.parts) / whole }));
    onMake({ key: `near-${m.hex}`, name: '', product, parts, water_litres: 0 });
  };
  if (own.length === 0)
    return <p className="text-body">Add the paints you have first; leftovers are looked for among them.</p>;
  return (
    <div className="flex flex-col gap-3 border-l-3 border-ink bg-raised p-4" role="group" aria-label="Near a colour">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Wanted colour" error={isColour ? undefined : 'Like #3d5a45.'}>
          <span className="flex gap-2">
            <input
              type="color"
              aria-label="Choose the wanted colour"
              className="h-8 w-12 cursor-pointer border border-keyline"
              value={isColour ? hex : '#000000'}
              onChange={(e) => setHex(e.target.value)}
            />
            <Input className="!w-28" value={hex} onChange={(e) => setHex(e.target.value)} />
          </span>
        </Field>
        <Field label="From leftovers of">
          <Select value={product} onChange={(e) => setProduct(e.target.value)}>
            {own.map((id) => (
              <option key={id} value={id}>
                {products.get(id)?.name ?? id}
              </option>
            ))}
          </Select>
        </Field>
        <Field
          label={units === 'metric' ? 'How much, L' : 'How much, qt'}
          error={wanted > 0 ? undefined : 'Enter more than 0.'}
        >
          <Input className="!w-20" inputMode="decimal" value={typed} onChange={(e) => setTyped(e.target.value)} />
        </Field>
      </div>
      <CoreFault of={answer} />
      {answer.data?.length === 0 && <p className="text-body">No can of this product has anything left in it.</p>}
      <ul className="flex flex-col gap-2">
        {(answer.data ?? []).map((m) => (
          <li
            key={`${m.hex} ${m.parts.map((p) => p.paint.id).join()}`}
            className="flex flex-wrap items-center gap-3 text-body"
          >
            <svg width="120" height="34" viewBox="0 0 120 34" aria-hidden="true">
              <rect width="60" height="34" fill={hex} />
              <rect x="60" width="60" height="34" fill={m.hex} />
            </svg>
            <PartsBar mix={m} />
            <span className="min-w-40 flex-1">
              {m.parts.map((p) => `${p.parts} ${p.paint.name}`).join(' : ')}
              <span className="condensed block text-table text-sub">{nearWords(m.difference)}</span>
            </span>
            {wanted > 0 && <Button onClick={() => make(m)}>Mix this</Button>}
          </li>
        ))}
      </ul>
      <p className="text-table text-sub">
        Left the wanted colour, right what the mix comes near to. Reckoned from how the paints look, never exact: mix a
        spoonful first and look at it dry.
      </p>
    </div>
  );
}

function PartsBar({ mix }: { readonly mix: NearMix<ShelfPaint> }) {
  const whole = mix.parts.reduce((n, p) => n + p.parts, 0);
  const bars = mix.parts.map((p, i) => {
    const before = mix.parts.slice(0, i).reduce((n, q) => n + q.parts, 0);
    return { id: p.paint.id, hex: p.paint.hex, x: (before / whole) * 80, width: (p.parts / whole) * 80 };
  });
  return (
    <svg width="80" height="20" viewBox="0 0 80 20" aria-hidden="true">
      {bars.map((b) => (
        <rect key={b.id} x={b.x} width={b.width} height="20" fill={b.hex} stroke="var(--m-keyline)" strokeWidth="0.6" />
      ))}
    </svg>
  );
}

/** How alike two colours look, by CIEDE2000. */
function nearWords(difference: number): string {
  if (difference < 1) return 'nobody sees a difference';
  if (difference < 2.5) return 'hardly to be told apart side by side';
  if (difference < 5) return 'close; seen side by side';
  if (difference < 10) return 'a relative';
  return 'another colour';
}
