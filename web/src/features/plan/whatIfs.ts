import type { WorkshopView } from '@app/contract';
import { dateOf, type HoursException, type Person, type Shop, type Station, wallClock } from '@app/core';

/** Something that might be otherwise. */
export type WhatIf =
  | { readonly kind: 'away'; readonly person: string; readonly days: number; readonly from: number }
  | { readonly kind: 'longer'; readonly person: string; readonly hours: number; readonly days: number }
  | { readonly kind: 'hands'; readonly like: string }
  | { readonly kind: 'room'; readonly station: string }
  | { readonly kind: 'date'; readonly piece: string; readonly days: number }
  | { readonly kind: 'without'; readonly piece: string };

/** A request that makes it so. */
export type Step = { readonly method: 'POST' | 'PUT' | 'DELETE'; readonly path: string; readonly body: object };
export type Tried = { readonly view: Pick<WorkshopView, 'shop' | 'pieces'>; readonly steps: readonly Step[] };

/** The workshop as it would be, and what to send to make it so; null when it is about nothing there is. */
export function tried(view: WorkshopView, what: WhatIf, sayPiece: (id: string, due: number) => object): Tried | null {
  const { shop, pieces } = view;
  const withShop = (next: Shop, steps: readonly Step[]): Tried => ({ view: { shop: next, pieces }, steps });
  switch (what.kind) {
    case 'away':
    case 'longer': {
      const person = shop.people.find((p) => p.id === what.person);
      if (!person) return null;
      const next = { ...person, hours: { ...person.hours, exceptions: exceptions(view, person, what) } };
      return withShop({ ...shop, people: shop.people.map((p) => (p === person ? next : p)) }, [
        {
          method: 'PUT',
          path: `/shop/people/${person.id}`,
          body: {
            version: view.versions[`people/${person.id}`],
            name: next.name,
            hours: next.hours,
            skills: next.skills,
          },
        },
      ]);
    }
    case 'hands': {
      const like = shop.people.find((p) => p.id === what.like);
      if (!like) return null;
      const more = { ...like, id: 'one-more', name: 'One more' };
      return withShop({ ...shop, people: [...shop.people, more] }, [
        { method: 'POST', path: '/shop/people', body: { name: more.name, hours: more.hours, skills: more.skills } },
      ]);
    }
    case 'room': {
      const station = shop.stations.find((s) => s.id === what.station);
      if (!station) return null;
      const next: Station = { ...station, capacity: station.capacity + 1 };
      const { id, ...body } = next;
      return withShop({ ...shop, stations: shop.stations.map((s) => (s === station ? next : s)) }, [
        { method: 'PUT', path: `/shop/stations/${id}`, body: { version: view.versions[`stations/${id}`], ...body } },
      ]);
    }
    case 'date': {
      const piece = pieces.find((p) => p.id === what.piece);
      if (!piece || piece.due === null) return null;
      const due = piece.due + what.days * 1440;
      return {
        view: { shop, pieces: pieces.map((p) => (p === piece ? { ...p, due } : p)) },
        steps: [{ method: 'PUT', path: `/pieces/${piece.id}`, body: sayPiece(piece.id, due) }],
      };
    }
    case 'without': {
      const piece = pieces.find((p) => p.id === what.piece);
      if (!piece) return null;
      return {
        view: { shop, pieces: pieces.filter((p) => p !== piece) },
        steps: [{ method: 'DELETE', path: `/pieces/${piece.id}`, body: { version: piece.version } }],
      };
    }
  }
}

/** Days off, or longer days, for as many days as asked; days already set apart keep their note. */
function exceptions(
  view: WorkshopView,
  person: Person,
  what: Extract<WhatIf, { kind: 'away' | 'longer' }>,
): HoursException[] {
  const first = wallClock(view.shop.timeZone, view.now).day + (what.kind === 'away' ? what.from : 0);
  const out = new Map(person.hours.exceptions.map((e) => [e.date, e]));
  for (let day = first; day < first + what.days; day++) {
    const date = dateOf(day);
    const known = out.get(date)?.shifts ?? person.hours.weekly[(((day + 3) % 7) + 7) % 7] ?? [];
    const last = known.at(-1);
    if (what.kind === 'away') out.set(date, { date, shifts: [], note: 'away' });
    else if (last)
      out.set(date, {
        date,
        shifts: [...known.slice(0, -1), { from: last.from, until: Math.min(1440, last.until + what.hours * 60) }],
        note: 'longer day',
      });
  }
  return [...out.values()].sort((a, b) => (a.date < b.date ? -1 : 1));
}
