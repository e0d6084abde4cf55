import type { CopiesView } from '@app/contract';
import { readdir, stat } from 'node:fs/promises';

/** The daily copies beside the data. A folder that is not there holds none. */
export async function copiesIn(folder: string): Promise<CopiesView> {
  const names = await readdir(folder).catch(() => []);
  const copies = names.filter((name) => /^mokume-[\d-]+\.backup$/.test(name));
  const made = await Promise.all(copies.map(async (name) => (await stat(`${folder}/${name}`)).mtimeMs));
  // By the clock of the machine, which made them, and not by one that is fixed for a picture.
  return {
    now: Math.floor(Date.now() / 60_000),
    made: made.map((ms) => Math.floor(ms / 60_000)).sort((a, b) => a - b),
  };
}
