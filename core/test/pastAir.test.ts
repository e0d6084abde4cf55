import { expect, test } from 'vitest';
import { planAfresh, problemOf, type ShopPiece } from '../src/index.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

test('the day a film is hard does not change while it cures, weeks after it was laid', () => {
  const { shop, pieces, now } = randomWorkshop(3, 3);
  const plan = planAfresh(problemOf(shop, pieces, now));
  const laid = pieces.map((p): ShopPiece => {
    const steps = p.steps.map((s) => {
      const at = plan.steps[s.id];
      if (s.product === null || !at) return s;
      return { ...s, state: { kind: 'done' as const, from: at.start, until: at.end, by: at.people } };
    });
    return { ...p, steps };
  });
  const coats = laid.flatMap((p) => p.steps.filter((s) => s.state.kind === 'done').map((s) => s.id));
  const last = Math.max(...coats.map((id) => plan.steps[id]!.end));
  const curesAt = (t: number) => {
    const { steps } = planAfresh(problemOf(shop, laid, t));
    return Object.fromEntries(coats.map((id) => [id, steps[id]!.dry.cure]));
  };
  const soon = curesAt(last);
  expect(coats.length).toBeGreaterThan(10);
  expect(curesAt(last + 28 * 1440)).toEqual(soon);
});
