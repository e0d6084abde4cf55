import type { Product } from '../products/product.ts';
import type { Brief } from '../route/brief.ts';
import { boughtOf, consumablesOf, type Consumable } from '../route/counts.ts';
import type { Zone } from '../route/piece.ts';
import { type Dimensions, templateById } from '../route/template/templates.ts';
import type { ShopStep } from './workshop.ts';

type PieceInShop = {
  readonly id: string;
  readonly name: string;
  readonly active: boolean;
  readonly template: string;
  readonly dimensions: Dimensions;
  readonly brief: Brief;
  readonly zones: readonly Zone[];
  readonly steps: readonly ShopStep[];
  /** Ids of what somebody said is there for it. */
  readonly atHand: readonly string[];
};
/** Something to get, how much of it for all pieces together, and which they are. */
export type ToGet = {
  readonly what: Consumable;
  readonly amount: number;
  readonly pieces: readonly { readonly id: string; readonly name: string }[];
};

/**
 * What the steps still to come take beside paint and nobody has said is there. What is used up adds up and is rounded to what can be
 * bought once, since a can or a disc goes on to the next piece; what is washed and taken again is needed as often as the one piece
 * that takes most of it. What most pieces wait for comes first.
 */
export function toGet(pieces: readonly PieceInShop[], products: ReadonlyMap<string, Product>): ToGet[] {
  const wanted = new Map<string, ToGet & { readonly exact: number }>();
  for (const { id, name, atHand, steps, zones, template, ...p } of pieces.filter((x) => x.active)) {
    const route = { zones, steps: steps.filter((s) => s.state.kind !== 'done') };
    for (const what of consumablesOf({ ...p, route, template: templateById.get(template)!, products })) {
      if (atHand.includes(what.id)) continue;
      const key = `${what.name} ${what.unit}`;
      const known = wanted.get(key) ?? { what, exact: 0, pieces: [] };
      const exact = what.isUsedUp ? known.exact + what.exact : Math.max(known.exact, what.exact);
      const isNamed = known.pieces.some((x) => x.id === id);
      const amount = boughtOf(what.unit, exact);
      wanted.set(key, { what, exact, amount, pieces: isNamed ? known.pieces : [...known.pieces, { id, name }] });
    }
  }
  return [...wanted.values()].sort((a, b) => b.pieces.length - a.pieces.length);
}
