import { isHexColour, PRODUCTS, type ShelfPaint, shelfDemand } from '@app/core';
import { useState } from 'react';
import { useSaying } from '../../app/saying.ts';
import { useWorkshop } from '../../app/workshop.tsx';
import { fromTypedLitres, sayLitres, toTypedLitres } from '../../ui/amounts.ts';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import { sayTime } from '../../ui/time.ts';

const COATINGS = PRODUCTS.filter((p) => p.spread_m2PerL !== null);

/** What is left of each colour against what the planned coats will take. */
export function PaintsSection() {
  const { view, command } = useWorkshop();
  const demand = shelfDemand(view.shop.paints, view.pieces, view.plan);
  const add = () =>
    void command('POST', '/shop/paints', {
      name: 'New colour',
      hex: '#3f5c74',
      product: 'matt-paint',
      on_hand_litres: 1,
    });
  return (
    <Section title="Paint on the shelf" aside={<Button onClick={add}>Add a paint</Button>}>
      {demand.length === 0 && (
        <p className="text-sub">Enter what is in your cans, and Mokume says before which coat one will run short.</p>
      )}
      <ul className="grid gap-4 md:grid-cols-2">
        {demand.map((d) => (
          <PaintEditor
            key={`${d.paint.id}-${view.versions[`paints/${d.paint.id}`] ?? 0}`}
            paint={d.paint}
            needed={d.needed_litres}
            short={d.short}
          />
        ))}
      </ul>
    </Section>
  );
}

type EditorProps = {
  readonly paint: ShelfPaint;
  readonly needed: number;
  readonly short: ReturnType<typeof shelfDemand>[number]['short'];
};

function PaintEditor({ paint, needed, short }: EditorProps) {
  const { view, command } = useWorkshop();
  const saying = useSaying();
  const { units } = view.workshop;
  const [name, setName] = useState(paint.name);
  const [hex, setHex] = useState(paint.hex);
  const [product, setProduct] = useState(paint.product);
  const [left, setLeft] = useState(String(toTypedLitres(paint.on_hand_litres, units)));
  const on_hand_litres = fromTypedLitres(Number(left.replace(',', '.')), units);
  const isReadable = Number.isFinite(on_hand_litres) && on_hand_litres >= 0 && isHexColour(hex);
  const piece = view.pieces.find((p) => p.id === short?.piece);
  const step = piece?.steps.find((s) => s.id === short?.step);
  const save = () =>
    void command('PUT', `/shop/paints/${paint.id}`, {
      version: view.versions[`paints/${paint.id}`],
      name,
      hex,
      product,
      on_hand_litres,
    });
  return (
    <li className="grid grid-cols-[56px_minmax(0,1fr)] gap-3 border-b border-line pb-3">
      <Can hex={isHexColour(hex) ? hex : paint.hex} left={paint.on_hand_litres} needed={needed} />
      <div className="flex flex-col gap-2">
        <div className="grid grid-cols-[1fr_110px] gap-2">
          <Field label="Colour">
            <Input value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
          </Field>
          <Field label="Hex">
            <Input value={hex} onChange={(e) => setHex(e.target.value.trim())} />
          </Field>
          <Field label="Product">
            <Select value={product} onChange={(e) => setProduct(e.target.value)}>
              {COATINGS.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </Select>
          </Field>
          <Field label={`Left, ${units === 'metric' ? 'litres' : 'quarts'}`}>
            <Input inputMode="decimal" value={left} onChange={(e) => setLeft(e.target.value)} />
          </Field>
        </div>
        {short && piece && step ? (
          <p className="font-semibold text-oxide-text">
            Runs short by {sayLitres(short.litres, units)}: not enough for “{step.title}” on {piece.name},{' '}
            {sayTime(short.at, saying)}.
          </p>
        ) : (
          <p className="text-sub">
            {needed > 0 ? `Planned coats take ${sayLitres(needed, units)}; enough.` : 'No planned coat takes it.'}
          </p>
        )}
        <div className="flex gap-2">
          <Button kind="primary" disabled={!isReadable} onClick={save}>
            Save {paint.name}
          </Button>
          <Button onClick={() => void command('DELETE', `/shop/paints/${paint.id}`, {})}>Remove</Button>
        </div>
      </div>
    </li>
  );
}

const HEIGHT = 92;

/** A can filled as high as what is left; the bracket shows what the plan will take. */
function Can({ hex, left, needed }: { readonly hex: string; readonly left: number; readonly needed: number }) {
  const full = Math.max(1, left, needed) * 1.1;
  const y = (litres: number) => HEIGHT - 6 - (litres / full) * (HEIGHT - 16);
  return (
    <svg width="56" height={HEIGHT + 4} aria-hidden="true" className="self-end">
      <path d={`M4 8V${HEIGHT - 4}h36V8`} fill="var(--m-raised)" stroke="var(--m-keyline)" strokeWidth="1.4" />
      <rect
        x="5"
        y={y(left)}
        width="34"
        height={Math.max(0, HEIGHT - 5 - y(left))}
        fill={hex}
        stroke="var(--m-keyline)"
      />
      <path d={`M2 8h40`} stroke="var(--m-ink)" strokeWidth="2" />
      {needed > 0 && (
        <path
          d={`M44 ${y(needed)}h6V${HEIGHT - 5}h-6`}
          fill="none"
          stroke={needed > left ? 'var(--m-oxide)' : 'var(--m-ink)'}
          strokeWidth="1.6"
        />
      )}
    </svg>
  );
}
