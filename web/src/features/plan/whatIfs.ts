import type { PieceView, WorkshopView } from '@app/contract';
import { changedBy, type Person, type Station, type WhatIf, type Workshop } from '@app/core';

/** A request that makes it so. */
type Step = { readonly method: 'POST' | 'PUT' | 'DELETE'; readonly path: string; readonly body: object };
export type Tried = { readonly view: Workshop<PieceView>; readonly step: Step };

/** The workshop as it would be, and what to send to make it so; null when it is about nothing there is. */
export function tried(view: WorkshopView, what: WhatIf, sayPiece: (id: string, due: number) => object): Tried | null {
  const next = changedBy(view, what, view.now);
  return next && { view: next, step: stepFor(view, next, what, sayPiece) };
}

function stepFor(
  view: WorkshopView,
  next: Workshop<PieceView>,
  what: WhatIf,
  sayPiece: (id: string, due: number) => object,
): Step {
  const version = (row: string) => view.versions[row];
  switch (what.kind) {
    case 'away':
    case 'longer': {
      const { id, ...fields } = personOf(next, what.person);
      return { method: 'PUT', path: `/shop/people/${id}`, body: { version: version(`people/${id}`), ...fields } };
    }
    case 'hands': {
      // Under the id it was tried with: the order of ids decides between what is as good.
      const { id, ...fields } = next.shop.people.find((p) => !view.shop.people.some((q) => q.id === p.id))!;
      return { method: 'PUT', path: `/shop/people/${id}`, body: fields };
    }
    case 'room': {
      const { id, ...fields } = next.shop.stations.find((s) => s.id === what.station)! satisfies Station;
      return { method: 'PUT', path: `/shop/stations/${id}`, body: { version: version(`stations/${id}`), ...fields } };
    }
    case 'date': {
      const { id, due } = next.pieces.find((p) => p.id === what.piece)!;
      return { method: 'PUT', path: `/pieces/${id}`, body: sayPiece(id, due!) };
    }
    case 'without': {
      const { id, version: seen } = view.pieces.find((p) => p.id === what.piece)!;
      return { method: 'DELETE', path: `/pieces/${id}`, body: { version: seen } };
    }
  }
}

const personOf = (next: Workshop<PieceView>, id: string): Person => next.shop.people.find((p) => p.id === id)!;
