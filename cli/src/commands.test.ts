import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { runCommand } from './commands.ts';

const run = (name: string, input: unknown) =>
  runCommand(name, () => (typeof input === 'string' ? input : JSON.stringify(input)));
const ROUTE = {
  template: 'chair-set',
  dimensions: { parts: 4, width: 0.45, depth: 0.42, height: 0.9 },
  survey: { wood: 'hardwood', finish: 'varnish', layers: 1, findings: ['loose-joints'] },
  brief: {
    paint: 'matt-paint',
    body: { name: 'c', hex: '#3f5c74' },
    top: { kind: 'same' },
    prime: 'auto',
    sealer: 'wax',
    method: 'brush',
    hardware: 'keep',
  },
};
const example = JSON.parse(readFileSync(new URL('../../docs/examples/plan.json', import.meta.url), 'utf8')) as {
  problem: { pieces: { due: number }[] };
};

test('route, plan and verify pass JSON from one to the next', () => {
  const route = run('route', ROUTE);
  expect(route).toMatchObject({ kind: 'done', exitCode: 0 });
  const plan = run('plan', example);
  expect(plan).toMatchObject({ kind: 'done', exitCode: 0 });
  if (plan.kind !== 'done') return;
  expect(run('verify', { ...example, plan: plan.output })).toEqual({ kind: 'done', output: [], exitCode: 0 });
});

test('verify names a broken rule and ends with 1', () => {
  const plan = run('plan', example);
  if (plan.kind !== 'done') throw new Error('no plan');
  const broken = JSON.parse(JSON.stringify(plan.output)) as { steps: Record<string, { start: number; end: number }> };
  const first = Object.values(broken.steps)[0]!;
  first.start += 1;
  expect(run('verify', { ...example, plan: broken })).toMatchObject({ kind: 'done', exitCode: 1 });
});

describe('bad input is answered in words with exit 2', () => {
  test.each([
    ['fly', '{}', /no command "fly"/],
    ['plan', '{ not json', /not readable JSON/],
    ['plan', '[]', /must be a JSON object/],
    ['plan', '{}', /"problem" is missing/],
    ['plan', '{"problem":{}}', /lacks something/],
    ['route', '{"template":"ship"}', /"template" must be one of chest-of-drawers/],
    ['route', JSON.stringify({ ...ROUTE, dimensions: { parts: -4 } }), /Chairs: enter 2 to 24/],
  ])('%s %s', (name, input, words) => {
    const answer = run(name, input);
    expect(answer).toMatchObject({ kind: 'failed', exitCode: 2, words: expect.stringMatching(words) as string });
  });
  test('a pickup before arrival is told by the piece’s name', () => {
    const wrong = structuredClone(example);
    wrong.problem.pieces[0]!.due = 1000;
    expect(run('plan', wrong)).toMatchObject({ words: expect.stringMatching(/pickup is before it arrives/) as string });
  });
});
