import type { PieceView, WorkshopView } from '@app/contract';
import { firstShop } from '@app/core';
import { expect, test } from 'vitest';
import { changeSentence } from '../../plan/changeSentence.ts';
import { planSentence } from './planSentence.ts';

const NOW = 29_540_000;
const saying = { zone: 'UTC', units: 'metric' as const, now: NOW };
const piece = (id: string, more: Partial<PieceView>): PieceView =>
  ({
    id,
    name: id,
    due: null,
    promised: false,
    active: true,
    arrival: NOW,
    steps: [],
    ...more,
  }) as unknown as PieceView;
const view = (pieces: PieceView[], plan: Partial<WorkshopView['plan']>): WorkshopView =>
  ({
    shop: firstShop('UTC', 'Rona'),
    pieces,
    plan: { steps: {}, ready: {}, unplanned: [], notices: [], ...plan },
  }) as unknown as WorkshopView;

test('a told promise that is late comes before a worse one that was not told', () => {
  const v = view([piece('Settle', { due: NOW, promised: true }), piece('Stool', { due: NOW })], {
    ready: { Settle: NOW + 120, Stool: NOW + 5000 },
  });
  const s = planSentence(v, null, saying);
  expect(s.headline).toMatch(/^Settle misses .* by 2\sh; the client was told that date\.$/);
  expect(s.reason).toMatch(/1 more is late/);
});
test('the reason names where the days went, a hold by what it waits for', () => {
  const hold = { id: 'Settle.hold', hands: 0, title: 'Wait for the sample', state: { kind: 'planned' } };
  const v = view([piece('Settle', { due: NOW, steps: [hold] as never })], { ready: { Settle: NOW + 5000 } });
  const days = [
    { spent: 'hold', minutes: 2880 },
    { spent: 'drying', minutes: 720 },
    { spent: 'work', minutes: 90 },
    { spent: 'closed', minutes: 30 },
  ] as const;
  expect(planSentence(v, { waits: {}, chains: {}, days: { Settle: days } }, saying).reason).toBe(
    'On its way: 2\u00a0days waiting for the sample, 12\u00a0h drying, 1\u00a0h\u00a030 hands at work.',
  );
});
test('no room is said with its reason; when all fits, the next pickup is', () => {
  expect(
    planSentence(
      view([piece('Box', { steps: [{ id: 's', title: 'Prime' }] as never })], {
        unplanned: [{ step: 's', piece: 'Box', reason: { code: 'said', words: 'Too cold.' } }],
      }),
      null,
      saying,
    ),
  ).toMatchObject({ headline: 'Box has no room in the plan.', reason: '“Prime”: Too cold.' });
  expect(
    planSentence(view([piece('Box', { due: NOW + 600 })], { ready: { Box: NOW + 60 } }), null, saying),
  ).toMatchObject({ kind: 'fine', reason: expect.stringMatching(/^Next out: Box/) as string });
});
test('what a change moved is said by piece, later or sooner; what waiting moved before it is not put down to the tap', () => {
  const moves = [{ piece: 'Box', readyBefore: NOW, readyAfter: NOW + 130, moves: [] }];
  const after = (before: 'clock' | 'person') => ({
    ...view([piece('Box', {})], {}),
    changes: [{ number: 7, madeBy: before }],
  });
  const said = (before: 'clock' | 'person', madeBy: 'clock' | 'person', number = 8) =>
    changeSentence({ number, madeBy, moves } as never, after(before) as never, saying);
  expect(said('person', 'person')).toMatch(/^Box is ready 2\sh\s10 later, /);
  expect(said('clock', 'person')).toMatch(/^With the time it had waited: Box is ready 2\sh\s10 later, /);
  expect(said('clock', 'person', 9)).toMatch(/^Box is ready/);
  expect(said('clock', 'clock')).toMatch(/^Box is ready/);
  const nothing = (piece: string | null) =>
    changeSentence({ moves: [], piece } as never, after('person') as never, saying);
  expect(nothing('chest')).toBe('Nothing else moves.');
  // Of a change to the whole shop there is no else.
  expect(nothing(null)).toBe('Nothing moves.');
});
