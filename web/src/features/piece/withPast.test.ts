import type { PieceView, WorkshopView } from '@app/contract';
import { expect, test } from 'vitest';
import { laneModel } from '../../grain/laneModel.ts';
import { withPast } from './withPast.ts';

const step = (key: string, state: object) => ({
  id: `p.${key}`,
  key,
  title: key,
  coat: key === 'paint' ? 'paint' : null,
  colour: '#3f5c74',
  group: 'body',
  hands: 1,
  zones: [],
  after: [],
  needs: [],
  state,
  pin: {},
});
const piece = {
  id: 'p',
  name: 'Gone',
  active: false,
  leftAt: 900,
  due: null,
  survey: { wood: 'softwood', finish: 'raw' },
  steps: [
    step('wash', { kind: 'done', from: 100, until: 160, by: ['ines'] }),
    step('paint', { kind: 'done', from: 300, until: 360, by: ['teo'] }),
    step('wax', { kind: 'planned' }),
  ],
} as unknown as PieceView;
const view = {
  pieces: [],
  plan: {
    steps: { 'q.a': { start: 5, end: 6, people: [], stations: [], dry: {} } },
    ready: {},
    unplanned: [],
    notices: [],
  },
} as unknown as WorkshopView;

test('what was done on a piece that left stands at the time it took, by whom; what was not done stands nowhere', () => {
  const { steps } = withPast(view, piece).plan;
  expect(steps['p.wash']).toMatchObject({ start: 100, end: 160, people: ['ines'] });
  expect(steps['p.wax']).toBeUndefined();
  // The plan of the others is as it was, and the view it came from untouched.
  expect(steps['q.a']).toBe(view.plan.steps['q.a']);
  expect(view.plan.steps['p.wash']).toBeUndefined();
});
test('its grain is drawn from that: the coat from when it was laid, the work as done', () => {
  const lane = laneModel(piece, withPast(view, piece).plan, 900);
  expect(lane.strata.map((s) => [s.from, s.laid, s.isDone])).toEqual([[300, 360, true]]);
  expect(lane.works.map((w) => [w.step.key, w.state])).toEqual([
    ['wash', 'done'],
    ['paint', 'done'],
  ]);
});
