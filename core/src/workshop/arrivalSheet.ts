import type { Instant } from '../quantities/units.ts';

export const SIDES = ['front', 'left', 'right', 'back', 'top', 'inside'] as const;
export type PhotoSide = (typeof SIDES)[number];

/** Damage marked on a photo; x and y as shares of its width and height. */
export type DamageMark = { readonly photo: string; readonly x: number; readonly y: number; readonly words: string };

/** What was agreed with the client when the piece came. */
export type ArrivalSheet = {
  readonly marks: readonly DamageMark[];
  readonly remarks: string;
  readonly agreed: { readonly name: string; readonly at: Instant; readonly how: 'screen' | 'paper' } | null;
};
export const EMPTY_SHEET: ArrivalSheet = { marks: [], remarks: '', agreed: null };

const SINGULAR: Readonly<Record<string, string>> = { drawers: 'drawer', doors: 'door', shelves: 'shelf' };

/** Labels for the trays a piece is taken apart into. */
export function trayLabels(name: string, looseParts: number, partsName: string): string[] {
  const one = SINGULAR[partsName] ?? partsName;
  const parts = Array.from({ length: looseParts }, (_, i) => `${name} · ${one} ${i + 1} of ${looseParts}`);
  return [`${name} · hardware`, `${name} · screws and nails`, ...parts];
}
