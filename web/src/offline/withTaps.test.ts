import type { WorkshopView } from '@app/contract';
import { describe, expect, test } from 'vitest';
import type { Tap } from './store.ts';
import { withTaps } from './withTaps.ts';

const step = (id: string, state: object) => ({ id, work_minutes: 30, state });
const view = {
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
