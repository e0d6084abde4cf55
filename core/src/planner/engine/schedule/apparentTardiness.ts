import type { EngineModel } from '../engineModel.ts';
import { isSet } from '../resources/bits.ts';

/**
 * Slots that go by while the work of each piece is done, if everybody did nothing else: their hours are a part of the day, and
 * more of them are done in less.
 */
export function elapsedWork({ pieces, steps, people, slots }: EngineModel): Float64Array {
  let open = 0;
  for (const { open: hours } of people) for (let s = 0; s < slots; s++) if (isSet(hours, s)) open++;
  const perSlot = Math.max(LEAST_HANDS, open / slots);
  return Float64Array.from(pieces, (p) => {
    const work = p.steps.reduce((n, i) => n + (steps[i]!.fixed ? 0 : steps[i]!.slots), 0);
    return Math.max(1, work / perSlot);
  });
}
/** Hands at work on the mean of all slots, so that nothing is divided by none. */
const LEAST_HANDS = 0.01;

/**
 * When each piece of a group is done if they are worked on one after another, each time the one that gains most by it: what a
 * slot of lateness costs over the work it takes, less the more time it still has. What is late whatever is done goes by weight
 * over work (Smith 1956), what has time by its date.
 * @param elapsed slots that go by with the work of each piece
 * @param lookAhead after so many times the work of an ordinary piece a date is not urgent yet
 * Field term: apparent tardiness cost (Vepsalainen & Morton 1987)
 */
export function doneByApparentTardiness(
  { pieces, slots }: EngineModel,
  group: readonly number[],
  elapsed: Float64Array,
  lookAhead: number,
): Float64Array {
  const ordinary = group.reduce((n, k) => n + elapsed[k]!, 0) / group.length;
  const done = new Float64Array(pieces.length);
  const left = new Set(group);
  let now = 0;
  const worth = (k: number) => {
    const { due, lateCost } = pieces[k]!;
    const spare = Math.max(0, Math.min(due, slots) - now - elapsed[k]!);
    return (lateCost / elapsed[k]!) * Math.exp(-spare / (lookAhead * ordinary));
  };
  while (left.size > 0) {
    let next = -1;
    let most = -1;
    for (const k of left) {
      const w = worth(k);
      if (w <= most) continue;
      most = w;
      next = k;
    }
    left.delete(next);
    now += elapsed[next]!;
    done[next] = now;
  }
  return done;
}
