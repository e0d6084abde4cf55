import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { MUTANTS } from './lib/mutants.mjs';

const timesFound = ({ file, find }) =>
  readFileSync(new URL(`../${file}`, import.meta.url), 'utf8').split(find).length - 1;

// A fault that no longer stands in its file is not tried, and nobody would hear of it before the next whole run.
test('what is spoilt for each fault is in its file, once, and no two faults are called the same', () => {
  expect(MUTANTS.filter((m) => timesFound(m) !== 1).map((m) => m.fault)).toEqual([]);
  expect(new Set(MUTANTS.map((m) => m.fault)).size).toBe(MUTANTS.length);
});
