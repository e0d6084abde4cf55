import { type PartialSchedule, readyAfterEnd } from '../planner/engine/schedule/partialSchedule.ts';

/** What a plan has still to be done, as it was planned. */
export type StillToCome = {
  /** Steps that have a place in the plan, in the order of their starts, and the number of each in it; -1: it has none. */
  readonly order: Int32Array;
  readonly number: Int32Array;
  /** Steps that wait for each, those it waits for, and of each of these the slots from its start until what is waited for is there. */
  readonly followers: readonly (readonly number[])[];
  readonly preds: readonly (readonly number[])[];
  readonly lags: readonly (readonly number[])[];
  /** Of those that wait for each: they have to follow it in a window, whatever it takes. */
  readonly tied: readonly (readonly number[])[];
  readonly start: Int32Array;
  readonly end: Int32Array;
  readonly mode: Int32Array;
  readonly crew: Int32Array;
};

/** What is to come of the plan that stands in a schedule. */
export function stillToCome(b: PartialSchedule): StillToCome {
  const { steps } = b.model;
  const order = Int32Array.from(steps.keys())
    .filter((i) => !steps[i]!.fixed && b.start[i]! >= 0)
    .sort((x, y) => b.start[x]! - b.start[y]! || x - y);
  const number = new Int32Array(steps.length).fill(-1);
  order.forEach((i, n) => (number[i] = n));
  const followers: number[][] = steps.map(() => []);
  const preds: number[][] = steps.map(() => []);
  for (const i of order)
    for (const of of new Set(steps[i]!.preds.map((p) => p.step))) {
      if (number[of]! < 0) continue;
      followers[of]!.push(i);
      preds[i]!.push(of);
    }
  const isTied = (of: number, step: number) =>
    steps[step]!.rescue_minutes < 0 && steps[step]!.preds.some((p) => p.step === of && p.maxSlots < Infinity);
  const { start, end, mode, crew } = b;
  return {
    order,
    number,
    followers,
    preds,
    lags: preds.map((those, i) => those.map((of) => lagOf(b, of, i))),
    tied: followers.map((those, of) => those.filter((step) => isTied(of, step))),
    start: start.slice(),
    end: end.slice(),
    mode: mode.slice(),
    crew: crew.slice(),
  };
}

function lagOf(b: PartialSchedule, of: number, step: number): number {
  const film = b.model.steps[of]!.modes[b.mode[of]!]?.film;
  let ready = 0;
  for (const p of b.model.steps[step]!.preds) {
    if (p.step !== of) continue;
    ready = Math.max(ready, readyAfterEnd(p, film, b.end[of]!));
  }
  return ready - b.start[of]!;
}
