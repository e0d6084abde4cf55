import type { PieceView } from '@app/contract';
import { canFor, seriesOf, type ShopStep, takenOf } from '@app/core';
import { type ReactNode, useState } from 'react';
import { CanOptions } from '../../data/ShopOptions.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useProducts } from '../../data/useProducts.ts';
import { litresOfPoured, sayPoured } from '../../ui/amounts.ts';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';

export type Different =
  | { readonly kind: 'can'; readonly paint: string; readonly isWrong: boolean }
  | { readonly kind: 'zones'; readonly zones: readonly string[] }
  | { readonly kind: 'coats'; readonly coats: 1 | -1 }
  | { readonly kind: 'spilled' | 'litres'; readonly paint: string; readonly litres: number };

type Props = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly onDifferent: (different: Different) => void;
  /** It was ruined: sanded back and done again. */
  readonly onRuined: () => void;
  readonly canBeRuined: boolean;
};

/** What was done otherwise than the route says; the record, the shelf and what follows are put right from it. */
export function Differently({ piece, step, onDifferent, onRuined, canBeRuined }: Props) {
  return (
    <div className="flex flex-col gap-4 border-l-3 border-line pl-3" role="group" aria-label="Done differently">
      {step.coat !== null && <OtherCan step={step} onDifferent={onDifferent} />}
      {step.zones.length > 1 && <OtherZones piece={piece} step={step} onDifferent={onDifferent} />}
      {step.coat !== null && seriesOf(step.key) !== null && (
        <div className="flex flex-wrap gap-2">
          <Button size="hand" onClick={() => onDifferent({ kind: 'coats', coats: 1 })}>
            One more coat
          </Button>
          <Button size="hand" onClick={() => onDifferent({ kind: 'coats', coats: -1 })}>
            One coat fewer
          </Button>
        </div>
      )}
      {step.coat !== null && <TookLitres step={step} onDifferent={onDifferent} />}
      <Spilled onDifferent={onDifferent} />
      {canBeRuined && (
        <Button size="hand" className="self-start" onClick={onRuined}>
          Ruined: {step.coat === null ? 'do it again' : 'sand back and lay it again'}
        </Button>
      )}
    </div>
  );
}

type Told = Pick<Props, 'onDifferent'>;

function OtherCan({ step, onDifferent }: Told & { readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const [paint, setPaint] = useState('');
  if (view.shop.paints.length === 0)
    return <p className="text-table text-sub">Another can was used? Put it on the shelf first, then choose it here.</p>;
  const isSame = view.shop.paints.find((p) => p.id === paint)?.hex.toLowerCase() === step.colour?.toLowerCase();
  return (
    <div className="flex flex-col gap-2">
      <Field label="Another can or cup was used">
        <Select className="!h-12" value={paint} onChange={(e) => setPaint(e.target.value)}>
          <option value="">Choose it</option>
          <CanOptions />
        </Select>
      </Field>
      {paint !== '' && (
        <div className="flex flex-wrap gap-2">
          <Button kind="primary" size="hand" onClick={() => onDifferent({ kind: 'can', paint, isWrong: false })}>
            Done with it, and it stays
          </Button>
          {!isSame && (
            <Button size="hand" onClick={() => onDifferent({ kind: 'can', paint, isWrong: true })}>
              Wrong colour: sand back and lay it again
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

function OtherZones({ piece, step, onDifferent }: Told & Pick<Props, 'piece' | 'step'>) {
  const zones = piece.zones.filter((z) => step.zones.includes(z.id));
  const [done, setDone] = useState<readonly string[]>([]);
  if (zones.length < 2) return null;
  const isSome = done.length > 0 && done.length < zones.length;
  return (
    <div className="flex flex-col gap-2">
      <p className="condensed text-lane font-semibold text-sub">Only these parts were done; the rest comes later</p>
      <div className="flex flex-wrap gap-1.5">
        {zones.map((z) => (
          <Tap
            key={z.id}
            isOn={done.includes(z.id)}
            onToggle={() => setDone(done.includes(z.id) ? done.filter((x) => x !== z.id) : [...done, z.id])}
          >
            <span className="inline-flex min-h-10 items-center px-1">{z.name}</span>
          </Tap>
        ))}
      </div>
      {isSome && (
        <Button size="hand" className="self-start" onClick={() => onDifferent({ kind: 'zones', zones: done })}>
          Done but for the rest
        </Button>
      )}
    </div>
  );
}

/** What the coat really took: the shelf and the shop's own book follow it. */
function TookLitres({ step, onDifferent }: Told & { readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const products = useProducts();
  const known = step.state.kind === 'done' ? step.state.took?.paint : undefined;
  const can = view.shop.paints.find((p) => p.id === known) ?? canFor(view.shop.paints, step);
  if (!can) return null;
  return (
    <details>
      <summary className="min-h-11 cursor-pointer content-center text-table font-semibold">
        It took more or less
      </summary>
      <p className="text-table text-sub">
        Of {can.name}; reckoned {sayPoured(takenOf(step, products.get(can.product)), units)}. Said a few times, amounts
        follow your own hand.
      </p>
      <AmountOf
        words="It took this much"
        fault="Enter how much it took."
        onAmount={(litres) => onDifferent({ kind: 'litres', paint: can.id, litres })}
      />
    </details>
  );
}

type AmountProps = {
  readonly words: string;
  readonly fault: string;
  readonly onAmount: (litres: number) => void;
  readonly before?: ReactNode;
};

/** An amount poured, typed as the shop measures, and a button that says what becomes of it. */
function AmountOf({ words, fault: faultWords, onAmount, before }: AmountProps) {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<string>();
  const tell = () => {
    const amount = readNumber(typed);
    if (!(amount > 0)) return setFault(faultWords);
    onAmount(litresOfPoured(amount, units));
    setTyped('');
  };
  return (
    <div className="flex flex-wrap items-end gap-2 pb-2">
      {before}
      <div className="w-28">
        <Field label={units === 'metric' ? 'mL' : 'fl oz'} error={fault}>
          <Input
            className="!h-12"
            inputMode="decimal"
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              setFault(undefined);
            }}
          />
        </Field>
      </div>
      <Button size="hand" onClick={tell}>
        {words}
      </Button>
    </div>
  );
}

function Spilled({ onDifferent }: Told) {
  const { view } = useWorkshop();
  const [paint, setPaint] = useState(view.shop.paints[0]?.id ?? '');
  if (view.shop.paints.length === 0) return null;
  return (
    <details>
      <summary className="min-h-11 cursor-pointer content-center text-table font-semibold">Spilled some</summary>
      <AmountOf
        words="Take it off the shelf"
        fault="Enter how much was spilled."
        onAmount={(litres) => onDifferent({ kind: 'spilled', paint, litres })}
        before={
          <div className="min-w-40 flex-1">
            <Field label="From">
              <Select className="!h-12" value={paint} onChange={(e) => setPaint(e.target.value)}>
                <CanOptions />
              </Select>
            </Field>
          </div>
        }
      />
    </details>
  );
}
