import { expect, test } from 'vitest';
import { RELAXATION } from '../src/planner/engine/engineModel.ts';
import { bitRow, lastClear, setRange } from '../src/planner/engine/resources/bits.ts';
import { intersect } from '../src/planner/engine/resources/calendars.ts';
import { WeatherWindow } from '../src/planner/engine/resources/weatherWindow.ts';
import { readyFor, remove } from '../src/planner/engine/schedule/partialSchedule.ts';
import { seekMode, seekOnly } from '../src/planner/engine/schedule/seek.ts';
import { plannedDraft } from './fixtures/plannedDraft.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

const SLOTS = 400;
const [RUNS, SHOPS] = process.env['MOKUME_LONG'] ? [2000, 120] : [100, 15];
/** Two days of slots: so far it is seen that a coat cannot be laid sooner. */
const LOOKED_AT = 600;

/** Air that suits a film in some stretches of the plan. */
function anyRow(r: () => number) {
  const row = bitRow(SLOTS);
  for (let at = Math.floor(r() * 30); at < SLOTS; at += 1 + Math.floor(r() * 40)) {
    const until = Math.min(SLOTS, at + 1 + Math.floor(r() * 60));
    setRange(row, at, until);
    at = until;
  }
  return row;
}

/** A film that dries in so many slots, fewer or more by the time of day, and never sooner for being laid later. */
function anyFilm(r: () => number) {
  const dry: number[] = [];
  for (let end = 0; end <= SLOTS; end++)
    dry.push(Math.max(dry.at(-1) ?? 0, end + Math.floor(5 + 20 * r() ** 2) * Number(r() < 0.95)));
  return (end: number) => dry[end]!;
}

test(`of ${RUNS} films in one or two climates the first end of work after which the air suits them is found, in whatever order one asks`, () => {
  const seen = { atOnce: 0, later: 0, never: 0 };
  for (let seed = 1; seed <= RUNS; seed++) {
    const r = randomFrom(seed);
    const film = anyFilm(r);
    const rows = Array.from({ length: 1 + (seed % 2) }, () => anyRow(r));
    const window = new WeatherWindow(film, intersect(rows, SLOTS), SLOTS);
    const suits = (end: number) => film(end) <= SLOTS && rows.every((row) => lastClear(row, end, film(end)) < 0);
    for (let n = 0; n < 60; n++) {
      const end = Math.floor(r() * (SLOTS + 1));
      let first = end;
      while (first <= SLOTS && !suits(first)) first++;
      expect(window.endFrom(end), `seed ${seed}, from ${end}`).toBe(first);
      if (first === end) seen.atOnce++;
      else if (first <= SLOTS) seen.later++;
      else seen.never++;
    }
  }
  for (const n of Object.values(seen)) expect(n).toBeGreaterThan(RUNS);
});

test('work ends when the cold is just over, and as late as it is dry just before the cold comes', () => {
  const warm = bitRow(SLOTS);
  setRange(warm, 100, 160);
  setRange(warm, 200, 300);
  const film = (slots: number) => new WeatherWindow((end) => end + slots, warm, SLOTS);
  expect(film(60).endFrom(0), 'from the first warm slot on').toBe(100);
  expect(film(60).endFrom(101), 'a slot too late for that').toBe(200);
  expect(film(61).endFrom(0), 'a slot too long').toBe(200);
  expect(film(100).endFrom(150)).toBe(200);
  expect(film(101).endFrom(150), 'no warm spell is long enough').toBeGreaterThan(SLOTS);
});

test(`in ${SHOPS} workshops a coat has the very first place in which it can be laid, cold or not, in each place`, () => {
  let [waitsForAir, coldWhileWet, hasNone] = [0, 0, 0];
  for (let seed = 1; seed <= SHOPS; seed++) {
    const { problem } = randomWorkshop(seed, 5);
    const { schedule: b } = plannedDraft(problem);
    b.model.steps.forEach((step, i) => {
      if (step.fixed || step.split || b.start[i]! < 0 || !step.modes.some((m) => m.weather)) return;
      remove(b, i);
      const ready = readyFor(b, step);
      step.modes.forEach((mode, w) => {
        const where = `seed ${seed}, step ${i}, way ${w}`;
        const isPlaced = seekMode(b, i, w, ready, RELAXATION.air);
        const { start, end } = b.found;
        const suitsWork = mode.checks.every((c) => c.kind !== RELAXATION.air || lastClear(c.bits, start, end) < 0);
        if (isPlaced && suitsWork && mode.weather!.endFrom(end) > end) coldWhileWet++;
        const inAnyAir = isPlaced ? start : Infinity;
        const found = seekMode(b, i, w, ready) ? b.found.start : Infinity;
        const until = Math.min(found, ready + LOOKED_AT);
        let first = ready;
        while (first < until && !mode.crews.some((_, c) => seekOnly(b, i, w, c, first))) first++;
        expect(first, where).toBe(until);
        if (found === Infinity) hasNone++;
        else if (inAnyAir < found) waitsForAir++;
      });
    });
  }
  // That it waits for the air, while it is laid or only while it is wet, is seen where neither is asked for.
  for (const seen of [waitsForAir, coldWhileWet, hasNone]) expect(seen).toBeGreaterThan(SHOPS / 2);
});
