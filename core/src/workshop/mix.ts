import { byParts } from '../quantities/film.ts';
import { type Litres, litres } from '../quantities/units.ts';

/** A mix that can be made again exactly: its parts by volume, in the order they go in. */
export type Mix = {
  readonly id: string;
  readonly name: string;
  readonly hex: string;
  readonly parts: readonly MixPart[];
  readonly note: string;
};
export type MixPart = { readonly name: string; readonly parts: number };

/**
 * What goes in for a batch, in litres, in the order of the parts; their sum is the batch.
 * @throws {RangeError} when all parts are 0
 */
export function batchOf(mix: Pick<Mix, 'parts'>, batch: Litres): { readonly name: string; readonly amount: Litres }[] {
  const amounts = byParts(
    batch,
    mix.parts.map((p) => p.parts),
  );
  return mix.parts.map((p, i) => ({ name: p.name, amount: litres(amounts[i]!) }));
}
