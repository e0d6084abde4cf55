import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { judge } from '../../core/test/fixtures/neutralJudge.ts';
import type { NeutralInstance, NeutralPlan } from '@app/core';

const root = new URL('../../', import.meta.url).pathname;
const dir = mkdtempSync(join(tmpdir(), 'mokume-cli-'));
const read = (file: string): unknown => JSON.parse(readFileSync(file, 'utf8'));

// The command as it is run: one prebuilt file, which is also what the second thread runs.
beforeAll(() => {
  execFileSync('npx', ['vite', 'build', '--logLevel', 'error', 'cli', '--outDir', dir], { cwd: root });
}, 60_000);
afterAll(() => rmSync(dir, { recursive: true, force: true }));

test.each([
  ['too little time for a second thread', '0.5', /cost \d+, \d+ pieces placed again, searched/],
  // It may be late on a busy machine, but it must not fail.
  ['time for two', '3', availableParallelism() > 1 ? /second thread (\d+|was not done in time)\n/ : /searched/],
])('solve with %s writes a right plan that costs what it says', (_, seconds, words) => {
  const instance = join(root, 'bench/instances/small-1.json');
  const plan = join(dir, 'plan.json');
  const out = spawnSync(process.execPath, [join(dir, 'mokume.js'), 'solve', '--seconds', seconds, instance, plan]);
  expect(out.status).toBe(0);
  const promised = out.stderr.toString();
  expect(promised).toMatch(words);
  const { faults, cost } = judge(read(instance) as NeutralInstance, read(plan) as NeutralPlan);
  expect(faults).toEqual([]);
  expect(promised).toContain(`cost ${cost},`);
});
