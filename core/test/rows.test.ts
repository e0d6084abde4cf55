import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  afterNth,
  bitRow,
  clearRange,
  firstRun,
  isSet,
  lastClear,
  nextClear,
  nextSet,
  setMasked,
  setRange,
} from '../src/planner/engine/resources/bits.ts';
import { clearFloor, lastOverload, newFloor, occupyFloor } from '../src/planner/engine/resources/floor.ts';
import { clearProfile, newProfile, rowFor, consume } from '../src/planner/engine/resources/cumulativeProfile.ts';
import {
  addSetup,
  cleanouts,
  fitSetup,
  groupBefore,
  newSetupSequence,
  removeSetup,
  standsApart,
} from '../src/planner/engine/resources/setupSequence.ts';

// Each against the slow and obvious: one entry a slot.
const SLOTS = 200;
const range = fc
  .tuple(fc.integer({ min: 0, max: SLOTS }), fc.integer({ min: 0, max: SLOTS }))
  .map(([a, b]): [number, number] => [Math.min(a, b), Math.max(a, b)]);
const slots = Array.from({ length: SLOTS }, (_, k) => k);

/** A row and the same as a list of booleans, from ranges set and cleared in turn. */
const rows = fc.array(fc.tuple(range, fc.boolean()), { maxLength: 12 }).map((changes) => {
  const bits = bitRow(SLOTS);
  const plain = slots.map(() => false);
  for (const [[from, until], isOn] of changes) {
    (isOn ? setRange : clearRange)(bits, from, until);
    plain.fill(isOn, from, until);
  }
  return { bits, plain };
});

describe('rows of bits', () => {
  test('hold what was set and cleared', () => {
    fc.assert(
      fc.property(rows, ({ bits, plain }) => {
        expect(slots.map((k) => isSet(bits, k))).toEqual(plain);
      }),
    );
  });
  test('find the next set, the next clear and the last clear slot', () => {
    fc.assert(
      fc.property(rows, range, ({ bits, plain }, [from, limit]) => {
        const next = (isOn: boolean) => slots.find((k) => k >= from && k < limit && plain[k] === isOn) ?? limit;
        expect(nextSet(bits, from, limit)).toBe(next(true));
        expect(nextClear(bits, from, limit)).toBe(next(false));
        expect(lastClear(bits, from, limit)).toBe(slots.findLast((k) => k >= from && k < limit && !plain[k]) ?? -1);
      }),
    );
  });
  test('find the first run that is long enough, and never one past the end', () => {
    fc.assert(
      fc.property(rows, range, fc.integer({ min: 1, max: 60 }), ({ bits, plain }, [from, limit], length) => {
        const isRun = (k: number) => k + length <= SLOTS && plain.slice(k, k + length).every(Boolean);
        expect(firstRun(bits, from, length, limit)).toBe(
          slots.find((k) => k >= from && k < limit && isRun(k)) ?? limit,
        );
      }),
    );
  });
  test('say where work that is broken by closed time ends', () => {
    fc.assert(
      fc.property(rows, fc.integer({ min: 0, max: SLOTS - 1 }), fc.integer({ min: 1, max: 90 }), (row, from, count) => {
        const open = slots.filter((k) => k >= from && row.plain[k]);
        expect(afterNth(row.bits, from, count)).toBe(open.length < count ? -1 : open[count - 1]! + 1);
      }),
    );
  });
  test('give back only what was open', () => {
    fc.assert(
      fc.property(rows, rows, range, (free, open, [from, until]) => {
        const given = free.bits.slice();
        setMasked(given, open.bits, from, until);
        const expected = slots.map((k) => free.plain[k]! || (k >= from && k < until && open.plain[k]!));
        expect(slots.map((k) => isSet(given, k))).toEqual(expected);
      }),
    );
  });
});

test('a line says where so many units still fit, whatever was taken and given back, also more than it has', () => {
  const demands = fc.array(fc.tuple(range, fc.integer({ min: 1, max: 6 }), fc.boolean()), { maxLength: 20 });
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 9 }),
      demands,
      fc.integer({ min: 1, max: 10 }),
      (capacity, all, lateUnits) => {
        const profile = newProfile(SLOTS, capacity);
        const queryPlan = [1, 3];
        for (const units of queryPlan) rowFor(profile, units);
        const used = slots.map(() => 0);
        for (const [[from, until], units, isGivenBack] of all) {
          consume(profile, from, until, units);
          if (isGivenBack) consume(profile, from, until, -units);
          else for (let k = from; k < until; k++) used[k]! += units;
        }
        // One is asked for only once some is taken.
        for (const units of [...queryPlan, lateUnits])
          expect(slots.map((k) => isSet(rowFor(profile, units), k))).toEqual(used.map((u) => u + units <= capacity));
        clearProfile(profile);
        for (const units of [...queryPlan, lateUnits])
          expect(nextClear(rowFor(profile, units), 0, SLOTS)).toBe(units <= capacity ? SLOTS : 0);
      },
    ),
  );
});

test('the floor knows the last slot in which a stay does not fit', () => {
  const stays = fc.array(fc.tuple(range, fc.integer({ min: 1, max: 3 })), { maxLength: 15 });
  fc.assert(
    fc.property(stays, range, fc.integer({ min: 0, max: 4 }), (all, [from, until], units) => {
      const floor = newFloor(SLOTS, 6);
      const used = slots.map(() => 0);
      for (const [[a, b], n] of all) {
        occupyFloor(floor, a, b, n);
        for (let k = a; k < b; k++) used[k]! += n;
      }
      expect(lastOverload(floor, from, until, units)).toBe(
        slots.findLast((k) => k >= from && k < until && used[k]! + units > 6) ?? -1,
      );
      clearFloor(floor);
      expect(lastOverload(floor, 0, SLOTS, 6)).toBe(-1);
    }),
  );
});

describe('a tool that is cleaned out between set-ups', () => {
  const booked = () => {
    const setups = newSetupSequence(1, 4);
    addSetup(setups, 30, 36, 1);
    addSetup(setups, 10, 16, 0);
    addSetup(setups, 50, 56, 1);
    return setups;
  };
  test('has work of another colour wait for the clean-out, and of its own not', () => {
    expect(fitSetup(booked(), 12, 18, 0, true)).toBe(16);
    expect(fitSetup(booked(), 12, 18, 1, true)).toBe(20);
    // Of the fourteen slots between two bookings eight go into cleaning: six of work fit, seven do not.
    expect(fitSetup(booked(), 12, 18, 2, true)).toBe(20);
    expect(fitSetup(booked(), 12, 19, 2, true)).toBe(60);
    expect(fitSetup(booked(), 36, 50, 1, true)).toBe(36);
  });
  test('knows its set-up, what stands apart from its own, and how often it is cleaned', () => {
    const setups = booked();
    expect([groupBefore(setups, 10), groupBefore(setups, 11), groupBefore(setups, 40)]).toEqual([-1, 0, 1]);
    expect(standsApart(setups, 20, 1)).toBe(false);
    expect(standsApart(setups, 20, 2)).toBe(true);
    expect(cleanouts(setups)).toBe(1);
    removeSetup(setups, 10, 16, 0);
    expect(cleanouts(setups)).toBe(0);
  });
});
