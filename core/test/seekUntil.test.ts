import { expect, test } from 'vitest';
import { insert, readyFor, remove } from '../src/planner/engine/schedule/partialSchedule.ts';
import { seek } from '../src/planner/engine/schedule/seek.ts';
import { plannedDraft } from './fixtures/plannedDraft.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 200 : 6;

test(`in ${RUNS} workshops a place that must begin before a slot is one that does, and to the end of what is known it is the same place`, () => {
  let refused = 0;
  for (let seed = 1; seed <= RUNS; seed++) {
    const { problem } = randomWorkshop(seed, 5);
    const { schedule: b } = plannedDraft(problem);
    b.model.steps.forEach((step, i) => {
      if (step.fixed || b.start[i]! < 0) return;
      const where = `seed ${seed}, step ${i}`;
      const at = [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const;
      remove(b, i);
      const ready = readyFor(b, step);
      const isFound = seek(b, i, ready);
      const plain = { ...b.found };
      expect(seek(b, i, ready, 0, 0, b.model.slots), where).toBe(isFound);
      if (isFound) expect(b.found, where).toEqual(plain);
      expect(seek(b, i, ready, 0, 0, ready), where).toBe(false);
      for (const until of [ready + 1, plain.start, plain.start + 1]) {
        const isBefore = seek(b, i, ready, 0, 0, until);
        if (isBefore) expect(b.found.start, where).toBeLessThan(until);
        // What begins before it is found, and what does not is not.
        else refused++;
        if (isFound && plain.start < until) expect(isBefore, where).toBe(true);
      }
      insert(b, i, ...at);
    });
  }
  expect(refused).toBeGreaterThan(RUNS);
});
