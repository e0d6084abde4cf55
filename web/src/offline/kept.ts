import { openStore } from './store.ts';

/** An answer and when it was given by this device's clock, milliseconds. */
export type Kept = { readonly value: unknown; readonly at: number };

/** Keeps an answer for when the server cannot be asked. Where a browser keeps nothing, nothing is kept. */
export async function keep(path: string, value: unknown): Promise<void> {
  try {
    await (await openStore()).put('kept', { value, at: Date.now() } satisfies Kept, path);
  } catch {
    // A browser that keeps nothing works as long as the server answers.
  }
}

/** @returns what was kept; null: nothing */
export async function keptAnswer(path: string): Promise<Kept | null> {
  try {
    return ((await (await openStore()).get('kept', path)) as Kept | undefined) ?? null;
  } catch {
    return null;
  }
}

/** Whoever signs out leaves nothing of the shop behind; taps that were not sent stay theirs. */
export async function forgetKept(): Promise<void> {
  try {
    await (await openStore()).clear('kept');
  } catch {
    // Nothing was kept.
  }
}
