import { cupLacks, type CupPart, remade, sayTime, type ShelfPaint } from '@app/core';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { CanOptions } from '../../data/ShopOptions.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { CupDrawing } from '../../grain/CupDrawing.tsx';
import { fromTypedLitres, sayLitres, sayPoured, toTypedLitres } from '../../ui/amounts.ts';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import { PhotoButton } from '../../ui/PhotoButton.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { type Begun, MixCup } from './MixCup.tsx';
import { NearColour } from './NearColour.tsx';

/** Cups mixed here: what is in them, where they stand and how long they live; made anew, made again, poured together. */
export function CupsSection() {
  const { view } = useWorkshop();
  const [begun, setBegun] = useState<Begun | null>(null);
  const [isLooking, setLooking] = useState(false);
  const cups = view.shop.paints.filter((p) => p.made != null);
  const begin = (b: Begun) => {
    setBegun(b);
    setLooking(false);
  };
  return (
    <Section
      title="Cups"
      aside={
        <span className="flex gap-2">
          <Button onClick={() => setLooking(!isLooking)} aria-expanded={isLooking}>
            Near a colour…
          </Button>
          <Button onClick={() => setBegun(FRESH)}>Mix a cup</Button>
        </span>
      }
    >
      {begun && <MixCup key={begun.key} begun={begun} onDone={() => setBegun(null)} />}
      {isLooking && <NearColour onMake={begin} />}
      {cups.length === 0 && !begun && (
        <p className="text-sub">
          A cup mixed for a coat is a paint like any other: its parts are kept, it is chosen for a coat, and it can be
          made again.
        </p>
      )}
      <ul className="grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
        {cups.map((c) => (
          <Cup key={c.id} cup={c} onAgain={begin} />
        ))}
      </ul>
      {view.shop.paints.length > 1 && <PourTogether />}
    </Section>
  );
}

const FRESH: Begun = { key: 'fresh', name: '', product: null, parts: [], water_litres: 0 };

function Cup({ cup, onAgain }: { readonly cup: ShelfPaint; readonly onAgain: (b: Begun) => void }) {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const { command, refusal } = useCommand();
  const { units } = view.workshop;
  const [typed, setTyped] = useState(String(toTypedLitres(0.4, units)));
  const made = cup.made!;
  const wanted = fromTypedLitres(readNumber(typed), units);
  const again = wanted > 0 ? remade(made, wanted) : null;
  const lacks = again ? cupLacks(again.parts, view.shop.paints) : [];
  const isDead = made.alive_until !== null && made.alive_until <= now;
  return (
    <li className="flex gap-3 border-t border-line pt-3">
      <CupDrawing
        portions={[
          { name: cup.name, litres: Math.max(0, cup.on_hand_litres - made.water_litres) },
          { name: 'water', litres: Math.min(made.water_litres, cup.on_hand_litres) },
        ]}
        colour={cup.hex}
      />
      {made.photo && (
        <img
          src={`/api/photos/${made.photo}`}
          alt={`The cup ${cup.name}`}
          className="h-28 w-20 shrink-0 border border-keyline object-cover"
        />
      )}
      <div className="flex min-w-0 flex-col gap-1 text-table">
        <strong className="text-body">{cup.name}</strong>
        <span>
          {sayLitres(cup.on_hand_litres, units)} left, mixed {sayTime(made.at, saying)}
          {made.stands === '' ? '' : `, ${made.stands}`}
        </span>
        {made.alive_until !== null && (
          <span className={isDead ? 'font-semibold text-oxide-text' : ''}>
            {isDead ? 'dead since' : 'good until'} {sayTime(made.alive_until, saying)}
          </span>
        )}
        <span className="text-sub">{partsWords(made.parts, made.water_litres, units)}</span>
        <span className="flex items-end gap-2">
          <Field
            label={units === 'metric' ? 'Make again, L' : 'Make again, qt'}
            error={again ? undefined : 'Enter more than 0.'}
          >
            <Input className="!w-20" inputMode="decimal" value={typed} onChange={(e) => setTyped(e.target.value)} />
          </Field>
          {again && (
            <Button
              onClick={() =>
                onAgain({ key: `again-${cup.id}-${wanted}`, name: `${cup.name} again`, product: cup.product, ...again })
              }
            >
              Make it
            </Button>
          )}
        </span>
        {again && <span>{partsWords(again.parts, again.water_litres, units)}</span>}
        <PhotoButton
          className="min-h-11 self-start px-2"
          label={`Photo of ${cup.name}`}
          onPhoto={(file) => void command('POST', `/cups/${encodeURIComponent(cup.id)}/photo`, formOf(file))}
        >
          <Camera size={14} aria-hidden="true" /> {made.photo ? 'Photo again' : 'Photo of the cup'}
        </PhotoButton>
        {refusal}
        {lacks.map((l) => (
          <span key={l.paint.id} className="font-semibold text-oxide-text">
            you have {sayPoured(l.litres, units)} too little of {l.paint.name}
          </span>
        ))}
      </div>
    </li>
  );
}

function formOf(photo: File): FormData {
  const form = new FormData();
  form.set('photo', photo, 'cup');
  return form;
}

const partsWords = (parts: readonly CupPart[], water_litres: number, units: 'metric' | 'us') =>
  [
    ...parts.map((p) => `${sayPoured(p.litres, units)} ${p.name}`),
    ...(water_litres > 0 ? [`${sayPoured(water_litres, units)} water`] : []),
  ].join(' + ');

/** Two cans of one product become one. */
function PourTogether() {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const [from, setFrom] = useState('');
  const [into, setInto] = useState('');
  const { paints } = view.shop;
  const source = paints.find((p) => p.id === from);
  const targets = paints.filter((p) => p.id !== from && p.product === source?.product);
  return (
    <details>
      <summary className="min-h-9 cursor-pointer content-center text-table font-semibold">Pour two together</summary>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="All of">
          <Select value={from} onChange={(e) => setFrom(e.target.value)}>
            <option value="">Choose a can</option>
            <CanOptions />
          </Select>
        </Field>
        <Field label="into" hint={source && targets.length === 0 ? 'No other can of this product.' : undefined}>
          <Select value={into} onChange={(e) => setInto(e.target.value)}>
            <option value="">Choose a can</option>
            {targets.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Select>
        </Field>
        {targets.some((p) => p.id === into) && (
          <Button onClick={() => void command('POST', '/cups/pour', { from, into })}>Pour them together</Button>
        )}
      </div>
      {refusal}
    </details>
  );
}
