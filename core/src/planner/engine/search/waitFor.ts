import type { EngineModel } from '../engineModel.ts';

/**
 * Has one piece begin only when another has left the floor, by when that one is to be fetched, or else by its date.
 * @param notBefore by piece: slot before which it is not begun
 */
export function waitFor({ pieces, slots }: EngineModel, notBefore: Float64Array, one: number, other: number): void {
  const { staysUntil, due } = pieces[other]!;
  const gone = staysUntil > 0 ? staysUntil : due;
  if (gone < slots) notBefore[one] = gone;
}
