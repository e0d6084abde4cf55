import { expect, test } from 'vitest';
import { compareScores, improvePlan, type Plan, planAfresh, type Problem, scoreOf, verify } from '../src/index.ts';
import { insert, readyFor, remove, seek } from '../src/planner/engine/schedule/partialSchedule.ts';
import { queryPlan } from '../src/planner/explain/planQuery.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 60 : 3;

/** Steps that could begin sooner by more than `slots`, in as short a time, with everything else where it is. */
function couldBeSooner(problem: Problem, plan: Plan, slots: number): string[] {
  const { compiled, schedule: b } = queryPlan(problem, plan);
  const { steps, pieces, floor } = b.model;
  return compiled.steps.flatMap((s, i) => {
    const step = steps[i]!;
    const isTied = steps.some((f) => f.preds.some((p) => p.step === i && p.maxSlots < Infinity));
    if (step.fixed || step.pinSlot >= 0 || b.start[i]! < 0 || isTied || step.rescue_minutes >= 0) return [];
    const at = [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const;
    const own = pieces[step.piece]!;
    const first = Math.min(...own.steps.map((j) => (b.start[j]! < 0 ? Infinity : b.start[j]!)));
    const ready = Math.max(readyFor(b, step), floor && own.floor > 0 ? first : 0);
    remove(b, i);
    const isFound = seek(b, i, ready);
    const { start, end } = b.found;
    const is = isFound && start < at[0] - slots && end <= at[1] && end - start <= at[1] - at[0];
    insert(b, i, ...at);
    return is ? [s.id] : [];
  });
}

test(`in ${RUNS} shops nobody stands idle for more than an hour while a step waits that they could do, and the plan is right`, () => {
  for (let seed = 1; seed <= RUNS; seed++) {
    const { problem } = randomWorkshop(seed, 12);
    const first = planAfresh(problem);
    const better = improvePlan(problem, first, { seed: 1, evaluations: 40 });
    expect(verify(problem, better), `seed ${seed}`).toEqual([]);
    expect(compareScores(scoreOf(problem, better), scoreOf(problem, first), problem.preferences)).toBeLessThanOrEqual(
      0,
    );
    for (const plan of [first, better]) expect(couldBeSooner(problem, plan, 12), `seed ${seed}`).toEqual([]);
  }
});
