import { type Coat, readColour } from '@app/core';

const FAINT_FROM_LIGHTNESS = 70;

/** Colour of a drying film's grain lines: the coat's own, or the keyline where that would not show on paper. */
export function grainInk(coat: Coat | null, colour: string | null): string {
  const isClear = coat === 'clear' || coat === 'wax' || colour === null;
  return isClear || readColour(colour).lightness > FAINT_FROM_LIGHTNESS ? 'var(--m-keyline)' : colour;
}
