import { dayOf, instantAt, type Obstacle, sayObstacle, sayWait, type ShopStep, type Wait } from '@app/core';
import { expect, test } from 'vitest';
import { fromField } from './dateField.ts';

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
  [
    { kind: 'step', step: 'p.paint-1', from: 'end', until: now + 60 },
    'Waits until “Paint, coat 1” is finished, today 11:00.',
  ],
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

test.each<[Obstacle, string]>([
  [{ kind: 'past' }, 'That time is past.'],
  [{ kind: 'earliest', until: now + 60 }, 'It may not start before today 11:00.'],
  [
    { kind: 'step', step: 'p.paint-1', until: now + 60 },
    '“Paint, coat 1” is not done and dry enough before today 11:00.',
  ],
  [
    { kind: 'window', step: 'p.paint-1', until: now + 60 },
    'Its window after “Paint, coat 1” has closed by then; the latest start is today 11:00.',
  ],
  [{ kind: 'after', step: 'p.paint-1' }, '“Paint, coat 1” must follow in a short window, and has no room then.'],
  [{ kind: 'hours' }, 'Outside working hours: nobody who can do it works there then, long enough to finish.'],
  [{ kind: 'person' }, 'Everyone who can do it and is at work then is busy.'],
  [{ kind: 'space' }, 'The bench or rack is full then, or while it dries.'],
  [{ kind: 'tool' }, 'The sprayer is taken then, or not cleaned out yet.'],
  [{ kind: 'air' }, 'Too cold or too damp then, or before it is dry to handle.'],
  [{ kind: 'dust' }, 'Dust, spray or wet paint is beside it then.'],
  [
    { kind: 'several', conflictSet: ['person', 'after'] },
    'Everyone who can do it and is at work is busy; what must follow it in a short window has no room then, and that is not all.',
  ],
])('where a step cannot be dropped, %o is said as a sentence', (obstacle, words) => {
  expect(sayObstacle(obstacle, steps, saying)).toBe(words);
});

test('a typed time is the shop’s local time, and half a time is none', () => {
  expect(fromField('2026-03-10T10:00', 'UTC')).toBe(now);
  expect(fromField('2026-03-10T23:00', 'Pacific/Auckland')).toBe(now);
  expect(fromField('2026-03-10', 'UTC')).toBeUndefined();
  expect(fromField('', 'UTC')).toBeUndefined();
});
