import { canFor, catalogueOf, type RouteStep, type ShelfPaint, type Shop, takenOf, type Took } from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';

/** Takes what a coat needs out of its can; nothing when no such can is on the shelf. */
export async function takeFromCan(
  rows: Recorder,
  shop: Shop,
  coat: Pick<RouteStep, 'product' | 'colour' | 'litres' | 'method' | 'water_pct'>,
): Promise<Took | null> {
  const can = canFor(shop.paints, coat);
  const wanted = can ? takenOf(coat, catalogueOf(shop.products).get(can.product)) : 0;
  return can && wanted > 0 ? { paint: can.id, litres: await takeOut(rows, can, wanted) } : null;
}

/** Takes litres out of a can, no more than is in it. @returns what it held of them */
export async function takeOut(rows: Recorder, can: ShelfPaint, wanted: number): Promise<number> {
  const { on_hand_litres } = await rows.mustRead('paints', can.id);
  const litres = Math.min(on_hand_litres, wanted);
  await rows.update('paints', can.id, { on_hand_litres: toMillilitre(on_hand_litres - litres) });
  return litres;
}

/** What a coat took goes back into its can, where that is still on the shelf. */
export async function putBack(rows: Recorder, { paint, litres }: Took): Promise<void> {
  const can = await rows.read('paints', paint);
  if (can) await rows.update('paints', paint, { on_hand_litres: toMillilitre(can.on_hand_litres + litres) });
}

/** @throws {ApiError} INVALID_REQUEST when it is not on the shelf */
export function mustBeOnShelf(shop: Shop, id: string | undefined): ShelfPaint {
  const can = shop.paints.find((p) => p.id === id);
  if (!can) throw new ApiError('INVALID_REQUEST', { fields: { paint: 'Choose a can from the shelf.' } });
  return can;
}

const toMillilitre = (l: number) => Math.round(l * 1000) / 1000;
