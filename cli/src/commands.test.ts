import { readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { runCommand } from './commands.ts';
import { solveCommand } from './solve.ts';

const run = (name: string, input: unknown) =>
  runCommand(name, () => (typeof input === 'string' ? input : JSON.stringify(input)));
const fromFile = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../docs/examples/${name}.json`, import.meta.url), 'utf8'));
const { edits: exampleEdits, ...ROUTE } = fromFile('route') as { brief: object; edits: readonly { step: string }[] };
const example = fromFile('plan') as {
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

describe('route', () => {
  const answerTo = (more: object) => {
    const answer = run('route', { ...ROUTE, ...more });
    if (answer.kind !== 'done') throw new Error(answer.words);
    return answer.output as {
      steps: { key: string; title: string; coat: string | null; zones: string[] }[];
      struck: { key: string }[];
      conflicts: { id: string; step: string | null; severity: string; words: string; fix: unknown }[];
    };
  };
  test('makes the painter’s changes to it', () => {
    const leftOut = exampleEdits[0]!.step;
    expect(answerTo({}).steps.map((s) => s.key)).toContain(leftOut);
    const changed = answerTo({ edits: exampleEdits });
    expect(changed.steps.map((s) => s.key)).not.toContain(leftOut);
    expect(changed.struck.map((s) => s.key)).toContain(leftOut);
  });
  test('says what will not hold, with a way out: paint laid over wax', () => {
    const { steps, conflicts } = answerTo({});
    expect(conflicts.filter((c) => c.severity === 'stop')).toEqual([]);
    const seal = steps.findLast((s) => s.coat === 'wax' && s.zones.includes('seats'))!;
    const step = {
      key: 'late',
      title: 'Paint again',
      zones: ['seats'],
      minutes: 30,
      hands: 1,
      skill: 'paint',
      product: 'matt-paint',
      coat: 'paint',
      colour: null,
      dusty: false,
      wait_minutes: 0,
    };
    const over = answerTo({ edits: [{ op: 'add', after: seal.key, step }] });
    const stop = over.conflicts.find((c) => c.severity === 'stop' && c.step === 'late')!;
    expect(stop.words).toMatch(/wax/i);
    expect(stop.fix).toBeTruthy();
  });
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
    ['plan', '{}', /^problem: Fill this in\.$/],
    ['plan', '{"problem":{}}', /problem\.now: Fill this in\.[^]*problem\.pieces: Fill this in\./],
    [
      'plan',
      JSON.stringify({ problem: { ...example.problem, people: [{ entered: 'quick' }] } }),
      /people\[0\]\.entered: An object with fields belongs here/,
    ],
    ['route', '{"template":"ship"}', /template is one of chest-of-drawers/],
    ['route', JSON.stringify({ ...ROUTE, edits: 'none' }), /edits: A list belongs here/],
    ['route', JSON.stringify({ ...ROUTE, dimensions: { parts: -4 } }), /Chairs: enter 2 to 24/],
  ])('%s %s', (name, input, words) => {
    const answer = run(name, input);
    expect(answer).toMatchObject({ kind: 'failed', exitCode: 2, words: expect.stringMatching(words) as string });
  });
  test('a pickup before arrival is told by the piece’s name, and the rest is planned', () => {
    const wrong = structuredClone(example);
    wrong.problem.pieces[0]!.due = 1000;
    const { output } = run('plan', wrong) as { output: { faults: string[]; unplanned: { words: string }[] } };
    expect(output.faults.join()).toMatch(/pickup is before it arrives/);
    expect(output.unplanned[0]!.words).toMatch(/pickup is before it arrives/);
  });
});

test('promise gives the earliest date, how sure each is, and what reaches an earlier one', () => {
  const { problem } = example as unknown as {
    problem: { now: number; pieces: { id: string; due: number; steps: { id: string }[] }[] };
  };
  const [first, ...others] = problem.pieces;
  const answer = run('promise', {
    problem: { ...problem, pieces: others },
    piece: first,
    wanted: problem.now + 1440,
    runs: 50,
  });
  if (answer.kind !== 'done') throw new Error(answer.words);
  const out = answer.output as {
    kind: string;
    earliest: number;
    chances: { p50: number; p80: number };
    remedies: object[];
  };
  expect(out.kind).toBe('ready');
  expect(out.chances.p80).toBeGreaterThanOrEqual(out.chances.p50);
  expect(out.remedies.length).toBeGreaterThan(0);
  expect(run('promise', { problem })).toMatchObject({ kind: 'failed', words: 'piece: Fill this in.' });
});

describe('solve', () => {
  const instance = new URL('../../bench/instances/tiny-1.json', import.meta.url).pathname;
  const plan = join(tmpdir(), `mokume-plan-${process.pid}.json`);
  const said: string[] = [];
  beforeEach(() => {
    said.length = 0;
    vi.spyOn(process.stderr, 'write').mockImplementation((words) => said.push(String(words)) > 0);
    // Counted from the start of the process, which here is long past: the first plan is written.
    vi.spyOn(performance, 'now').mockReturnValue(60_000);
  });
  afterEach(() => {
    vi.restoreAllMocks();
    rmSync(plan, { force: true });
  });
  test('writes a plan of every step in the neutral format and says what it cost', async () => {
    expect(await solveCommand(['--seconds', '0.1', '--seed', '7', instance, plan])).toBe(0);
    const written = JSON.parse(readFileSync(plan, 'utf8')) as { format: string; steps: object };
    expect(written.format).toBe('workshop-plan/1');
    expect(Object.keys(written.steps)).toHaveLength(26);
    expect(said.join('')).toMatch(/first plan \d+ in .* of search[\s\S]*cost \d+/);
  });
  test('says so when the second thread fails, and writes its own plan', async () => {
    const answer = () => Promise.resolve({ kind: 'failed' as const, words: 'failed: no memory' });
    const start = () => ({ answer, stop: () => Promise.resolve() });
    expect(await solveCommand(['--seconds', '3', instance, plan], start)).toBe(0);
    expect(said.join('')).toContain('second thread failed: no memory\n');
    expect(JSON.parse(readFileSync(plan, 'utf8'))).toMatchObject({ format: 'workshop-plan/1' });
  });
  test('alone where a second thread would hardly have begun', async () => {
    const start = vi.fn();
    expect(await solveCommand(['--seconds', '2.99', instance, plan], start)).toBe(0);
    expect(start).not.toHaveBeenCalled();
    expect(said.join('')).not.toContain('second thread');
  });
  test.each([
    ['the cheaper plan of a second thread', 1, '{"steps":{}}'],
    ['not a dearer one', 1e12, null],
  ])('takes %s', async (_, cost, written) => {
    const seeds: number[] = [];
    const answer = () => Promise.resolve({ kind: 'found' as const, cost, plan: '{"steps":{}}' });
    const start = (file: string, seed: number) => {
      expect(file).toBe(instance);
      seeds.push(seed);
      return { answer, stop: () => Promise.resolve() };
    };
    expect(await solveCommand(['--seconds', '3', '--seed', '7', instance, plan], start)).toBe(0);
    expect(said.join('')).toContain(`second thread ${cost}\n`);
    expect(seeds).toHaveLength(1);
    expect(seeds[0]).not.toBe(7);
    const text = readFileSync(plan, 'utf8');
    if (written) expect(text).toBe(written);
    else expect(Object.keys((JSON.parse(text) as { steps: object }).steps)).toHaveLength(26);
  });
  test.each([
    [['--seconds', 'soon', instance, plan], /--seconds must be a number above 0/],
    [['--seconds', '1', instance], /Name the instance to read and the plan to write/],
    [['--fast', instance, plan], /no option --fast/],
    [['--seconds', '1', '/nowhere.json', plan], /cannot be read/],
  ])('what it cannot do is said: %j', async (args, words) => {
    expect(await solveCommand(args)).toBe(2);
    expect(said.join('')).toMatch(words);
  });
});

describe('ask', () => {
  const planned = () => {
    const answer = run('plan', example);
    if (answer.kind !== 'done') throw new Error(answer.words);
    return answer.output as { steps: Record<string, { start: number }> };
  };
  const asked = (question: object) => {
    const answer = run('ask', { ...example, plan: planned(), question });
    if (answer.kind !== 'done') throw new Error(answer.words);
    return answer.output as Record<string, never>;
  };
  test('what each step waits for, what a pin does, what one more hand gives, and another shop', () => {
    const plan = planned();
    const [step, at] = Object.entries(plan.steps).sort(([, a], [, b]) => a.start - b.start)[0]!;
    expect(Object.keys(asked({ kind: 'why' })['waits']!).length).toBeGreaterThan(0);
    expect(asked({ kind: 'pin', step, at: at.start + 1440 })['ready']).toBeGreaterThan(0);
    expect(asked({ kind: 'one-more', on: { kind: 'person', skill: 'paint' } })).toHaveProperty('with.flow_minutes');
    expect(asked({ kind: 'what-if', problem: example.problem })).toMatchObject({
      moves: expect.any(Array) as unknown[],
    });
  });
  test.each([
    [{ kind: 'dream' }, /question\.kind is one of why, pin, one-more, what-if/],
    [{ kind: 'pin', step: 'nowhere', at: 5 }, /question\.step: no piece has the step "nowhere"/],
    [{ kind: 'pin', step: 'a' }, /question\.at: Fill this in\./],
  ])('%o is refused by its field', (question, words) => {
    expect(run('ask', { ...example, plan: planned(), question })).toMatchObject({
      kind: 'failed',
      words: expect.stringMatching(words) as string,
    });
  });
});
