import type { WorkshopView } from '@app/contract';
import { describe, expect, test } from 'vitest';
import type { Tap } from './store.ts';
import { withTaps } from './withTaps.ts';

const step = (id: string, state: object) => ({ id, work_minutes: 30, state });
const view = {
  shop: { people: [], timeZone: 'UTC' },
  pieces: [
    {
      id: 'p',
      steps: [step('p.prime', { kind: 'planned' }), step('p.coat', { kind: 'started', at: 80 })],
      stepVersions: { 'p.prime': 2 },
    },
    { id: 'q', steps: [step('q.prime', { kind: 'planned' })], stepVersions: {} },
  ],
  plan: { steps: { 'p.prime': { start: 100, end: 130, people: ['ines'], stations: [], dry: { recoat: 250 } } } },
} as unknown as WorkshopView;
const tap = (what: string, id: string, more: Partial<Tap> = {}): Tap => ({
  number: 1,
  owner: 'o',
  method: 'POST',
  path: `/steps/${id}/${what}`,
  body: { commandId: 'c', at: 160, by: 'ines' },
  step: id,
  words: '',
  tappedAt: 160,
  refused: null,
  ...more,
});
const stateOf = (v: WorkshopView, id: string) => v.pieces.flatMap((p) => p.steps).find((s) => s.id === id)!.state;

describe('the shop with taps that are not sent', () => {
  test('a step tapped as done ended when it was tapped; its film dries as long as planned, from then', () => {
    const shown = withTaps(view, [tap('done', 'p.prime')]);
    expect(stateOf(shown, 'p.prime')).toEqual({ kind: 'done', from: 130, until: 160, by: ['ines'] });
    expect(shown.plan.steps['p.prime']).toMatchObject({ start: 130, end: 160, dry: { recoat: 280 } });
  });

  test('one begun before is done from when it was begun', () => {
    expect(stateOf(withTaps(view, [tap('done', 'p.coat')]), 'p.coat')).toMatchObject({ from: 80, until: 160 });
  });

  test('each tap gives the step the version the server will have given it', () => {
    const shown = withTaps(view, [tap('start', 'p.prime'), tap('done', 'p.prime', { number: 2 })]);
    expect(shown.pieces[0]!.stepVersions['p.prime']).toBe(4);
    expect(stateOf(shown, 'p.prime')).toMatchObject({ kind: 'done', from: 160, until: 160 });
  });

  test('one the server has answered already, and that is still in the list, is not counted twice', () => {
    const sent = tap('start', 'p.prime', { body: { commandId: 'c', at: 160, by: 'ines', version: 1 } });
    const next = tap('done', 'p.prime', { number: 2, body: { commandId: 'd', at: 170, by: 'ines', version: 2 } });
    expect(withTaps(view, [sent])).toBe(view);
    expect(withTaps(view, [sent, next]).pieces[0]!.stepVersions['p.prime']).toBe(3);
  });

  test('what the same tap says is done before it stands done too, dry in time; what it does not name, and a tap alone, do not', () => {
    const link = { step: 'prime', from: 'recoat', min_minutes: 0, max_minutes: null };
    const prime = { ...step('p.prime', { kind: 'planned' }), key: 'prime', after: [] };
    const sand = { ...step('p.sand', { kind: 'planned' }), key: 'sand', after: [] };
    const coat = { ...step('p.coat', { kind: 'planned' }), key: 'coat', after: [link, { ...link, step: 'sand' }] };
    const of = { ...view, pieces: [{ id: 'p', steps: [prime, sand, coat], stepVersions: { 'p.prime': 2 } }] };
    const before = { steps: ['p.prime'], outcomes: [] };
    const said = { commandId: 'c', at: 500, by: 'ines', before };
    for (const [what, began] of [
      ['done', 470],
      ['start', 500],
      ['photo', 470],
    ] as const) {
      const body = what === 'photo' ? { ...said, done: true } : said;
      const shown = withTaps(of as unknown as WorkshopView, [tap(what, 'p.coat', { body })]);
      const until = began - 120;
      expect(stateOf(shown, 'p.prime')).toEqual({ kind: 'done', from: until - 30, until, by: ['ines'] });
      expect(shown.pieces[0]!.stepVersions).toMatchObject({ 'p.prime': 3, 'p.coat': 1 });
      expect(shown.plan.steps['p.prime']).toMatchObject({ end: until, dry: { recoat: began } });
      expect(stateOf(shown, 'p.sand').kind).toBe('planned');
    }
    const alone = withTaps(of as unknown as WorkshopView, [tap('done', 'p.coat')]);
    expect(stateOf(alone, 'p.prime').kind).toBe('planned');
  });

  test('a problem or a new time waits for the server; a refused tap changes nothing', () => {
    expect(stateOf(withTaps(view, [tap('problem', 'p.prime')]), 'p.prime')).toEqual({ kind: 'planned' });
    const refused = { type: '', title: '', status: 409, code: 'STEP_STATE' } as const;
    expect(withTaps(view, [tap('done', 'p.prime', { refused })])).toBe(view);
  });

  test('other pieces stay the very same, so nothing else is drawn again; an unknown step is let be', () => {
    expect(withTaps(view, [tap('done', 'p.prime')]).pieces[1]).toBe(view.pieces[1]);
    expect(withTaps(view, [tap('done', 'gone')])).toBe(view);
  });
});
