import { dayOf, instantAt, type ShopStep, type Wait } from '@app/core';
import { expect, test } from 'vitest';
import { fromField } from './fromField.ts';
import { sayWait } from './sayWait.ts';

const now = instantAt('UTC', dayOf('2026-03-10'), 600);
const saying = { zone: 'UTC', units: 'metric' as const, now };
const steps = [
  { id: 'p.paint-1', title: 'Paint, coat 1', hands: 1 },
  { id: 'p.hold', title: 'Wait for the client’s word', hands: 0 },
] as unknown as ShopStep[];

test.each<[Wait, string | null]>([
  [{ kind: 'nothing' }, null],
  [
    { kind: 'step', step: 'p.paint-1', from: 'recoat', until: now + 60 },
    'Waits for “Paint, coat 1” to dry enough for the next coat, today 11:00.',
  ],
  [{ kind: 'step', step: 'p.paint-1', from: 'end', until: now + 60 }, 'Waits for “Paint, coat 1”, done today 11:00.'],
  [
    { kind: 'step', step: 'p.hold', from: 'end', until: now + 1440 },
    'Waits for the client’s word, expected tomorrow 10:00.',
  ],
  [{ kind: 'person', until: now + 60 }, 'Waits for someone who can do it to be free, today 11:00.'],
  [{ kind: 'space', until: now + 60 }, 'Waits for space on the bench or rack, today 11:00.'],
  [{ kind: 'tool', until: now + 60 }, 'Waits for the sprayer, today 11:00.'],
  [{ kind: 'air', until: now + 60 }, 'Waits until it is warm and dry enough, today 11:00.'],
  [{ kind: 'dust', until: now + 60 }, 'Waits until no dust, spray or wet paint is beside it, today 11:00.'],
  [{ kind: 'delivery', until: now + 60 }, 'Waits for its product to be on the shelf, today 11:00.'],
  [{ kind: 'hours', until: now + 60 }, 'Waits for working hours, today 11:00.'],
  [{ kind: 'arrival', until: now + 60 }, 'Waits for the piece to arrive, today 11:00.'],
  [{ kind: 'pin', until: now + 60 }, 'Set to start no earlier than today 11:00.'],
])('%o is said as a sentence', (wait, words) => {
  expect(sayWait(wait, steps, saying)).toBe(words);
});

test('a typed time is the shop’s local time, and half a time is none', () => {
  expect(fromField('2026-03-10T10:00', 'UTC')).toBe(now);
  expect(fromField('2026-03-10T23:00', 'Pacific/Auckland')).toBe(now);
  expect(fromField('2026-03-10', 'UTC')).toBeUndefined();
  expect(fromField('', 'UTC')).toBeUndefined();
});
