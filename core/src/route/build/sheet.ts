import type { Authority, Method } from '../piece.ts';

/** The choices rules make about a part; several may speak for one, the strongest word counts. */
export type Slots = {
  readonly washes: number;
  readonly strip: { readonly how: 'chemical' | 'heat'; readonly rounds: number };
  /** How the surface is made ready: sanded bare, sanded smooth, scuffed, only dulled, or not at all. */
  readonly ground: { readonly how: 'bare' | 'smooth' | 'scuff' | 'dull' | 'none'; readonly grits: string };
  readonly primer: { readonly product: string; readonly coats: number };
  readonly tint: string;
  readonly coats: number;
  readonly method: Method;
  readonly seal: { readonly product: string; readonly coats: number };
};
export type Slot = keyof Slots;
export type Choice<S extends Slot = Slot> = {
  readonly value: Slots[S];
  readonly reason: string;
  readonly rule: string;
  readonly authority: Authority;
};
export type Chosen = { readonly [S in Slot]?: Choice<S> };
