import { canFor, clock, type Evening, type Overnight, sayTime } from '@app/core';
import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { useProducts } from '../../data/useProducts.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayTemperature } from '../../ui/amounts.ts';
import { Section } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { NightDrawing } from './NightDrawing.tsx';

/** What is shut, washed, put away and left to dry. */
export function CloseTheDay({ evening }: { readonly evening: Evening }) {
  const { opened, cleanUp, rags, unfinished, overnight } = evening;
  const isQuiet = opened.length === 0 && rags === null && unfinished.length === 0 && overnight.length === 0;
  return (
    <Section title="This evening">
      {isQuiet && <p className="text-sub">Nothing was opened today and nothing dries overnight.</p>}
      <ul className="flex flex-col gap-3">
        {unfinished.map((u) => (
          <Unfinished key={u.step} of={u} />
        ))}
        {opened.length > 0 && <Lids opened={opened} />}
        {cleanUp.length > 0 && (
          <Item title="Brushes, rollers and sprayer clean">
            {cleanUp.map((c) => `${c.products.join(', ')}: ${c.with}`).join(' · ')}
          </Item>
        )}
        {rags && <Rags isOily={rags === 'oily'} />}
      </ul>
      {overnight.length > 0 && <NightDrawing films={overnight} />}
      {overnight.map((f) => (
        <Cold key={f.step} film={f} />
      ))}
    </Section>
  );
}

function Item({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <li className="border-l-3 border-line pl-3 text-body">
      <span className="block font-semibold">{title}</span>
      {children}
    </li>
  );
}

function Unfinished({ of }: { readonly of: Evening['unfinished'][number] }) {
  const { shown } = useWorkshop();
  const said = useInUnits();
  const piece = shown.pieces.find((p) => p.id === of.piece)!;
  const step = piece.steps.find((s) => s.id === of.step)!;
  const how =
    step.state.kind === 'started' ? 'still under way: finish it, or lay it down on Today' : 'laid down, goes on later';
  return (
    <Item title={`${piece.name}: ${said(step.title)}`}>
      <span className={step.state.kind === 'started' ? 'text-copper-text' : ''}>{how}</span>
    </Item>
  );
}

function Lids({ opened }: Pick<Evening, 'opened'>) {
  const { shown } = useWorkshop();
  const products = useProducts();
  return (
    <Item title="Lids on">
      <span className="flex flex-wrap gap-x-4 gap-y-1 pt-1">
        {opened.map((o) => (
          <span key={`${o.product} ${o.colour}`} className="inline-flex items-center gap-1.5">
            <span className="size-4 border border-keyline" style={{ background: o.colour ?? 'transparent' }} />
            {canFor(shown.shop.paints, o)?.name ?? products.get(o.product)?.name ?? o.product}
          </span>
        ))}
      </span>
    </Item>
  );
}

function Rags({ isOily }: { readonly isOily: boolean }) {
  return (
    <Item title="Rags">
      {isOily ? (
        <span className="flex gap-2">
          <TriangleAlert size={16} aria-hidden="true" className="mt-0.5 shrink-0 text-oxide-text" />
          Oily ones heat up by themselves and can burn: spread them flat outdoors, or into a lidded metal can full of
          water, as labels and local rules say. Never in a heap, never in the bin.
        </span>
      ) : (
        'Wet ones hung up; nothing oily was used today.'
      )}
    </Item>
  );
}

/** What a cold night does to a film: how long it stands still, and what that makes of the morning. */
function Cold({ film }: { readonly film: Overnight }) {
  const { shown } = useWorkshop();
  const saying = useSaying();
  const { cold } = film;
  if (!cold) return null;
  const piece = shown.pieces.find((p) => p.id === film.piece)!;
  const place = shown.shop.places.find((p) => p.id === cold.place)!;
  const degrees = (c: number) => sayTemperature(c, saying.units);
  return (
    <p className="flex gap-2 text-body text-brass-text">
      <Tag brief={piece.brief} size={22} />
      <span>
        {place.name} falls to {degrees(cold.lowest_c)} tonight: below {degrees(cold.below_c)} {piece.name} stands still
        for {cold.hours} h and is ready{' '}
        {film.ready - saying.now < 720 ? clock(film.ready, saying) : sayTime(film.ready, saying)}. Warmer, it is ready
        sooner; open its coat on Today to see where.
      </span>
    </p>
  );
}
