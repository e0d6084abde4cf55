import type { CopiesView } from '@app/contract';
import { readdir, stat } from 'node:fs/promises';

/** The daily copies beside the data: how many there are, and when the last was made. */
export async function copiesIn(folder: string): Promise<CopiesView> {
  const names = await readdir(folder).catch(() => []);
  const copies = names.filter((name) => /^mokume-[\d-]+\.backup$/.test(name)).sort();
  const last = copies.at(-1);
  const made = last === undefined ? null : await stat(`${folder}/${last}`).catch(() => null);
  return { count: copies.length, last: made && Math.floor(made.mtimeMs / 60_000) };
}
