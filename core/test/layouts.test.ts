import { setFlagsFromString } from 'node:v8';
import { runInThisContext } from 'node:vm';
import { expect, test } from 'vitest';
import { planAfresh } from '../src/index.ts';
import { newDraft } from '../src/planner/build/draft.ts';
import { withBaseline } from '../src/planner/build/stability.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

/** Whether two objects lie in memory in one way, as the engine that runs them has it. */
const areAlike = (() => {
  setFlagsFromString('--allow-natives-syntax');
  try {
    const alike = runInThisContext('(a, b) => %HaveSameMap(a, b)') as (a: object, b: object) => boolean;
    // It is read when it is first called.
    alike({}, {});
    return alike;
  } finally {
    setFlagsFromString('--no-allow-natives-syntax');
  }
})();

test('steps that know where people expect them, the others, and all ways to do them are found in one way each', () => {
  const { problem } = randomWorkshop(4, 12);
  const plan = planAfresh(problem);
  const draft = newDraft(problem, plan);
  const known = withBaseline(draft, plan);
  const steps = [...draft.compiled.model.steps, ...known.compiled.model.steps];
  expect(steps.filter((s) => s.baseline).length, 'some are expected somewhere').toBeGreaterThan(100);
  const modes = steps.flatMap((s) => s.modes);
  expect(new Set(modes.map((m) => m.speed)).size, 'some are quicker').toBeGreaterThan(1);
  for (const all of [steps, modes, [draft.schedule, known.schedule], [draft.compiled.model, known.compiled.model]])
    expect(all.filter((one) => !areAlike(one, all[0]!))).toHaveLength(0);
});
