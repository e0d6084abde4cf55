import { dequal } from 'dequal/lite';

/** One thing changed here and elsewhere, both ways not the same. */
export type Clash<T> = {
  readonly [K in keyof T]-?: { readonly name: K; readonly mine: T[K]; readonly theirs: T[K] };
}[keyof T];

export type Merged<T> = {
  /** What was changed on one side only, from that side; where both changed, mine. */
  readonly merged: T;
  readonly clashes: readonly Clash<T>[];
};

/** Three-way merge of an edit, field by field: what it began from, what it is here, and what it became elsewhere. */
export function mergeEdits<T extends object>(base: T, mine: T, theirs: T): Merged<T> {
  const merged = { ...mine };
  const clashes: Clash<T>[] = [];
  for (const name of Object.keys(theirs) as (keyof T)[]) {
    if (dequal(theirs[name], base[name]) || dequal(theirs[name], mine[name])) continue;
    if (dequal(mine[name], base[name])) merged[name] = theirs[name];
    else clashes.push({ name, mine: mine[name], theirs: theirs[name] });
  }
  return { merged, clashes };
}
