import { CupInput } from '@app/contract';
import { cupColour, cupFault, cupLacks, type CupPart, cupLitres, sayTime } from '@app/core';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { CupDrawing } from '../../grain/CupDrawing.tsx';
import { CUP_MEASURES, type CupMeasure, litresMeasured, measured, measureWords, sayPoured } from '../../ui/amounts.ts';
import { ProductOptions } from '../../data/ProductOptions.tsx';
import { Button, Choice, Field, Input, Select } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useKept } from '../../ui/useKept.ts';

/** What a cup is begun with: nothing, the parts of another, or of a mix that was found. */
export type Begun = {
  readonly key: string;
  readonly name: string;
  readonly product: string | null;
  readonly parts: readonly CupPart[];
  readonly water_litres: number;
};
type Row = { readonly paint: string; readonly typed: string };

/** What is mixed in a cup for a coat. */
const CUP_FAMILIES = ['paint', 'glaze', 'stain', 'primer', 'metallic'] as const;
/** Poured in by so much while stirring. */
const STEP_LITRES = 0.005;
/** One part: its can above its amount where there is no room beside it. */
const PART = 'grid grid-cols-[minmax(0,1fr)_auto_44px] items-end gap-2 sm:grid-cols-[minmax(0,1fr)_84px_auto_44px]';

/** What is in the cup of an amount; what cannot be read has not been poured. */
const poured = (l: number) => (l > 0 ? l : 0);

/** A cup being mixed: parts in mL or spoons, water, a little more of this and that while stirring, and the colour it comes to. */
export function MixCup({ begun, onDone }: { readonly begun: Begun; readonly onDone: () => void }) {
  const { view, now } = useWorkshop();
  const { command, refusal } = useCommand();
  const saying = useSaying();
  const products = useProducts();
  const { units } = view.workshop;
  const { paints } = view.shop;
  const [kept, keepMeasure] = useKept('cup-measure', 'volume');
  const measure = CUP_MEASURES.find((m) => m === kept) ?? 'volume';
  const typed = (l: number) => measured(l, measure, units);
  const [rows, setRows] = useState<readonly Row[]>(() =>
    begun.parts.length > 0
      ? begun.parts.map((p) => ({ paint: p.paint ?? '', typed: typed(p.litres) }))
      : paints.slice(0, 2).map((p) => ({ paint: p.id, typed: '' })),
  );
  const [water, setWater] = useState(begun.water_litres > 0 ? typed(begun.water_litres) : '');
  const [name, setName] = useState(begun.name);
  const [stands, setStands] = useState('');
  const [product, setProduct] = useState(begun.product ?? paints[0]?.product ?? 'matt-paint');
  const [fault, setFault] = useState<string>();
  const read = (text: string) => (text.trim() === '' ? 0 : litresMeasured(readNumber(text), measure, units));
  const parts = rows.flatMap((r): CupPart[] => {
    const can = paints.find((p) => p.id === r.paint);
    return can ? [{ paint: can.id, name: can.name, litres: read(r.typed) }] : [];
  });
  const made = { parts, water_litres: read(water) };
  const isReadable = [...parts.map((p) => p.litres), made.water_litres].every((l) => l >= 0);
  const colour = isReadable ? cupColour(parts, paints) : null;
  const lacks = isReadable ? cupLacks(parts, paints) : [];
  const set = (i: number, more: Partial<Row>) => setRows(rows.map((r, k) => (k === i ? { ...r, ...more } : r)));
  const stepLitres = measure === 'volume' ? STEP_LITRES : litresMeasured(1, measure, units);
  // Under the whole row, so that the button stays beside its field.
  const faultUnder = (text: string) =>
    !(read(text) >= 0) && (
      <p role="alert" className="col-span-full text-lane text-oxide-text">
        Enter 0 or more.
      </p>
    );
  const more = (text: string) => typed(poured(read(text)) + stepLitres);
  /** What stands in the fields stays as much as it was. */
  const measureBy = (next: CupMeasure) => {
    const again = (text: string) =>
      text.trim() === '' || Number.isNaN(read(text)) ? text : measured(read(text), next, units);
    setRows(rows.map((r) => ({ ...r, typed: again(r.typed) })));
    setWater(again(water));
    keepMeasure(next);
  };
  const mixing = products.get(product);
  const alive = mixing?.mixing ? now + mixing.mixing.life_minutes : null;
  const save = async () => {
    const bad = isReadable ? cupFault(made) : 'Enter each amount as a number.';
    if (bad) return setFault(bad);
    const body = {
      id: crypto.randomUUID(),
      name: name.trim(),
      hex: colour!,
      product,
      ...made,
      alive_until: alive,
      stands,
    };
    const whole = { ...body, commandId: crypto.randomUUID() };
    try {
      await CupInput.validate(whole);
    } catch (why) {
      return setFault((why as Error).message);
    }
    setFault(undefined);
    if (await command('POST', '/cups', body)) onDone();
  };
  const step = measure === 'volume' ? sayPoured(STEP_LITRES, units) : `1 ${measure}`;
  if (paints.length === 0)
    return <p className="text-body">A cup is mixed from what is on the shelf: add the paints you have first.</p>;
  return (
    <div
      className="grid gap-4 border-l-3 border-ink bg-raised p-4 md:grid-cols-[auto_minmax(0,1fr)]"
      role="group"
      aria-label="Mix a cup"
    >
      <div className="flex flex-col items-center gap-1">
        <CupDrawing
          portions={[
            { name: 'paint', litres: parts.reduce((n, p) => n + poured(p.litres), 0) },
            { name: 'water', litres: poured(made.water_litres) },
          ]}
          colour={colour}
        />
        <strong>{isReadable ? sayPoured(cupLitres(made), units) : '–'}</strong>
        {colour && (
          <span className="flex flex-col items-center text-lane">
            <span className="h-10 w-24 border border-keyline" style={{ background: colour }} />
            near {colour}, never exact: try it, wet and dry
          </span>
        )}
      </div>
      <div className="flex flex-col gap-3">
        <Choice<CupMeasure>
          label="Measured in"
          value={measure}
          options={CUP_MEASURES.map((m) => [m, measureWords(m, units)] as const)}
          onChange={measureBy}
        />
        {rows.map((r, i) => (
          <div key={`${i}-${r.paint}`} className={PART}>
            <Field label={`Part ${i + 1}`} className="col-span-full sm:col-span-1">
              <Select className="!h-11" value={r.paint} onChange={(e) => set(i, { paint: e.target.value })}>
                {paints.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}, {sayPoured(p.on_hand_litres, units)}
                  </option>
                ))}
              </Select>
            </Field>
            <Field label={measureWords(measure, units)}>
              <Input
                className="!h-11"
                inputMode="decimal"
                value={r.typed}
                onChange={(e) => set(i, { typed: e.target.value })}
              />
            </Field>
            <Button size="hand" onClick={() => set(i, { typed: more(r.typed) })}>
              + {step}
            </Button>
            <button
              type="button"
              aria-label={`Take part ${i + 1} out`}
              className="flex size-11 cursor-pointer items-center justify-center hover:bg-sunk"
              onClick={() => setRows(rows.filter((_, k) => k !== i))}
            >
              <X size={16} />
            </button>
            {faultUnder(r.typed)}
          </div>
        ))}
        <div className={PART}>
          <Button
            className="col-span-full justify-self-start sm:col-span-1"
            onClick={() => setRows([...rows, { paint: paints[0]!.id, typed: '' }])}
          >
            Another part
          </Button>
          <Field label={`Water, ${measureWords(measure, units)}`}>
            <Input className="!h-11" inputMode="decimal" value={water} onChange={(e) => setWater(e.target.value)} />
          </Field>
          <Button size="hand" onClick={() => setWater(more(water))}>
            + {step}
          </Button>
          {faultUnder(water)}
          <span />
        </div>
        <div className="grid gap-3 sm:grid-cols-3">
          <Field label="Name of the cup">
            <Input maxLength={60} value={name} onChange={(e) => setName(e.target.value)} />
          </Field>
          <Field label="It is a">
            <Select value={product} onChange={(e) => setProduct(e.target.value)}>
              {CUP_FAMILIES.map((f) => (
                <ProductOptions key={f} family={f} />
              ))}
            </Select>
          </Field>
          <Field label="Where it stands">
            <Input maxLength={60} value={stands} onChange={(e) => setStands(e.target.value)} />
          </Field>
        </div>
        {alive !== null && (
          <p className="text-table">
            Mixed with {mixing!.mixing!.with} it is good until {sayTime(alive, saying)}.
          </p>
        )}
        {lacks.map((l) => (
          <p key={l.paint.id} role="alert" className="text-table font-semibold text-oxide-text">
            You have {sayPoured(l.litres, units)} too little of {l.paint.name}.
          </p>
        ))}
        {fault && (
          <p role="alert" className="text-table text-oxide-text">
            {fault}
          </p>
        )}
        {refusal}
        <div className="flex gap-2">
          <Button kind="primary" onClick={() => void save()}>
            Put the cup on the shelf
          </Button>
          <Button kind="plain" onClick={onDone}>
            Leave it
          </Button>
        </div>
      </div>
    </div>
  );
}
