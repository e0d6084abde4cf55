import { expect, test } from 'vitest';
import { RELAXATION, SPAN } from '../src/planner/engine/engineModel.ts';
import { bitRow, clearRange, lastClear, setRange } from '../src/planner/engine/resources/bits.ts';
import { type PartialSchedule, remove, slotsOf } from '../src/planner/engine/schedule/partialSchedule.ts';
import { canStartAt } from '../src/planner/engine/schedule/seek.ts';
import { roomFrom } from '../src/planner/engine/schedule/roomFrom.ts';
import { plannedDraft } from './fixtures/plannedDraft.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

const WORKSHOPS = process.env['MOKUME_LONG'] ? 120 : 12;
const DAY_SLOTS = 288;
const TRIES = 150;

/** Whether in some way to do it nothing that is asked for from its start is taken while it is worked on. */
const hasRoomAt = (b: PartialSchedule, i: number, at: number) =>
  b.model.steps[i]!.modes.some((mode) =>
    mode.checks.every(
      ({ span, bits }) =>
        span === SPAN.wet || span === SPAN.setting || lastClear(bits, at, at + slotsOf(b.model.steps[i]!, mode, 0)) < 0,
    ),
  );

test(`in ${WORKSHOPS} workshops no step can start before there is said to be room for it`, () => {
  let [passed, free, unsaid, told] = [0, 0, 0, 0];
  for (let seed = 1; seed <= WORKSHOPS; seed++) {
    const { problem } = randomWorkshop(seed, 5);
    const { schedule: b } = plannedDraft(problem);
    const r = randomFrom(seed);
    const placed = b.model.steps.flatMap((s, i) => (b.start[i]! >= 0 && !s.fixed ? [i] : []));
    if (placed.length === 0) continue;
    // Half of what is to come is begun; the others ask when they could, while that is under way and wet.
    const asking = placed.filter((_, n) => n % 2 === 0);
    const begun = placed.filter((_, n) => n % 2 === 1);
    for (const i of asking) remove(b, i);
    for (let n = 0; n < TRIES; n++) {
      const i = asking[Math.floor(r() * asking.length)]!;
      const beside = begun[Math.floor(r() * begun.length)] ?? asking[0]!;
      const at = Math.max(0, b.start[beside]! + Math.floor((b.hold[beside]! - b.start[beside]!) * r()));
      const room = roomFrom(b, i, at, DAY_SLOTS);
      expect(room).toBeGreaterThanOrEqual(at);
      let sooner = at;
      while (sooner < room && !canStartAt(b, i, sooner)) sooner++;
      expect(sooner, `seed ${seed}, step ${i} can start sooner`).toBe(room);
      const isUnderWay = (j: number) => b.start[j]! >= 0 && b.start[j]! <= at && b.hold[j]! > at;
      // What lies on its own piece is known for as long as it is wet.
      const isBesideOwn = b.model.steps[i]!.disjunctions.some((c) => isUnderWay(c.step));
      if (!isBesideOwn) expect(room).toBeLessThan(at + DAY_SLOTS);
      if (room > at && !isBesideOwn) {
        expect(hasRoomAt(b, i, room), `seed ${seed}, step ${i} in slot ${room}`).toBe(true);
        told++;
      }
      if (room > at) passed++;
      else if (canStartAt(b, i, at)) free++;
      else unsaid++;
    }
  }
  for (const seen of [passed, free, unsaid]) expect(seen).toBeGreaterThan(20);
  expect(told).toBeGreaterThan(10);
});

test('room is where all that is needed is free at once, not one after another', () => {
  const row = (taken: readonly (readonly [number, number])[]) => {
    const bits = bitRow(100);
    setRange(bits, 0, 100);
    for (const [from, until] of taken) clearRange(bits, from, until);
    return bits;
  };
  const needs = [row([[10, 20]]), row([[0, 12]])].map((bits) => ({
    bits,
    span: SPAN.work,
    kind: RELAXATION.space,
    room: null,
  }));
  const step = { disjunctions: [], sharesRoomWith: [], slots: 2, modes: [{ speed: 1, checks: needs }] };
  const b = { model: { slots: 100, steps: [step] } } as unknown as PartialSchedule;
  expect(roomFrom(b, 0, 0, DAY_SLOTS)).toBe(20);
  expect(roomFrom(b, 0, 8, DAY_SLOTS)).toBe(20);
  expect(roomFrom(b, 0, 20, DAY_SLOTS)).toBe(20);
  // What only its film needs is taken from the end of work on.
  const wet = [{ ...needs[0]!, span: SPAN.wet }];
  const coat = { ...step, modes: [{ speed: 1, checks: wet }] };
  expect(roomFrom({ model: { slots: 100, steps: [coat] } } as unknown as PartialSchedule, 0, 12, DAY_SLOTS)).toBe(12);
});
