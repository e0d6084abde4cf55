import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { compile } from '../src/neutral/compile.ts';
import type { NeutralInstance } from '../src/neutral/format.ts';
import {
  modeLockOf,
  newPartialSchedule,
  type PartialSchedule,
} from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch, placePiece, removePiece } from '../src/planner/engine/schedule/serialSgs.ts';
import { Snapshot } from '../src/planner/engine/schedule/snapshot.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';

const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;

/** Everything that stands in a schedule and all that is booked by it. */
const stateOf = ({ model, start, end, hold, mode, crew }: PartialSchedule) => ({
  // Of what has no place nothing else counts.
  steps: Array.from(start, (at, i) => (at < 0 ? [] : [at, end[i], hold[i], mode[i], crew[i]])),
  people: model.people.map((p) => [...p.free, ...p.idle]),
  fits: model.profiles.map((p) => p.fits.map((row) => [...row])),
  setups: model.setups.map((t) => [...t.start]),
  floor: model.floor && [...model.floor.whole, ...model.floor.besides],
});

function placed(name: string) {
  const { model } = compile(load(name));
  const b = newPartialSchedule(model);
  const scratch = newScratch(model.steps.length, false);
  const all = model.pieces.map((_, k) => k);
  for (const k of all) placePiece(b, scratch, k, model.pieces[k]!.steps, Infinity);
  return { b, scratch, all, snapshot: new Snapshot(model.steps.length) };
}

test.each(['small-2', 'knot-2', 'medium-1'])(
  '%s: after any other plan everything stands and is booked as it was',
  (name) => {
    const { b, scratch, all, snapshot } = placed(name);
    const r = randomFrom(3);
    let moved = 0;
    for (let n = 0; n < 12; n++) {
      // Now and then something has no place.
      if (n % 3 === 0) removePiece(b, all[Math.floor(r() * all.length)]!);
      const before = stateOf(b);
      snapshot.keep(b, all);
      const others = all.filter(() => r() < 0.4).sort(() => r() - 0.5);
      for (const k of others) removePiece(b, k);
      for (const k of others) {
        const { steps } = b.model.pieces[k]!;
        for (const i of steps)
          if (r() < 0.5) b.modeLock[i] = modeLockOf(0, Math.floor(r() * b.model.steps[i]!.modes[0]!.crews.length));
        placePiece(b, scratch, k, steps, Infinity);
        for (const i of steps) b.modeLock[i] = -1;
      }
      if (JSON.stringify(stateOf(b)) !== JSON.stringify(before)) moved++;
      snapshot.replace(b, all);
      expect(stateOf(b), `change ${n}`).toEqual(before);
    }
    expect(moved).toBeGreaterThan(5);
  },
);

test('only what stood there the last time is put back, not what did the time before', () => {
  const { b, scratch, all, snapshot } = placed('small-2');
  snapshot.keep(b, all);
  const last = all.at(-1)!;
  removePiece(b, last);
  const before = stateOf(b);
  snapshot.keep(b, all);
  placePiece(b, scratch, last, b.model.pieces[last]!.steps, Infinity);
  snapshot.replace(b, all);
  expect(stateOf(b)).toEqual(before);
});
