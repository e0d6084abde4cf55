import { type PartialSchedule, modeLockOf } from '../schedule/partialSchedule.ts';
import { pieceCost, UNPLACED } from '../schedule/cost.ts';
import type { CostBound } from '../schedule/costBound.ts';
import type { Arc } from './criticalArcs.ts';
import type { KeyedSteps } from './keyedSteps.ts';
import { NO_ROOM, placePiece, placeTogether, type Scratch, TOO_LATE } from '../schedule/serialSgs.ts';

/** Places whole pieces one after another. @returns their cost, or Infinity once it is sure to be more than `before` */
export function placeOneByOne(
  b: PartialSchedule,
  scratch: Scratch,
  group: number[],
  before: number,
  least: Float64Array,
  r: () => number,
): number {
  order(b, group, r);
  let after = 0;
  let others = 0;
  for (const k of group) others += least[k]!;
  for (const k of group) {
    others -= least[k]!;
    const out = placePiece(b, scratch, k, b.model.pieces[k]!.steps, limitFor(b, k, before - after - others));
    if (out === TOO_LATE || (out === NO_ROOM && !scratch.left)) return Infinity;
    after += pieceCost(b, k);
    if (after + others > before) return Infinity;
  }
  return after;
}

/** Places the steps of all pieces among one another. @returns their cost, or Infinity when one does not fit */
export function placeInterleaved(
  b: PartialSchedule,
  scratch: Scratch,
  group: readonly number[],
  sequence: readonly number[],
  before: number,
  least: Float64Array,
  cost: CostBound,
): number {
  if (!cost.begin(group, least, before) || !placeTogether(b, scratch, group, sequence, cost)) return Infinity;
  let after = 0;
  for (const k of group) after += pieceCost(b, k);
  return after;
}

/** The steps of a group in the order they start now, with a few of them sooner than before. */
export function shuffledOrder(
  b: PartialSchedule,
  keyed: KeyedSteps,
  group: readonly number[],
  r: () => number,
): number[] {
  const { pieces, steps } = b.model;
  const jolt = r() < 0.5 ? 0 : r() * 60;
  for (const k of group)
    for (const i of pieces[k]!.steps)
      if (!steps[i]!.fixed) keyed.set(i, b.start[i]! + (jolt > 0 ? (r() - 0.5) * jolt : 0));
  // Some steps jump the queue; what they wait for goes with them, since order keeps to the links.
  const jumps = 1 + Math.floor(r() * 3);
  for (let n = 0; n < jumps; n++) keyed.lower(keyed.list[Math.floor(r() * keyed.list.length)]!, r() * 200);
  return keyed.takeInOrder();
}

/** Another hand or place for one or two steps than they have: what is soonest for a step need not be best for the rest. */
export function lockModes(b: PartialSchedule, group: readonly number[], r: () => number): number[] {
  const { pieces, steps } = b.model;
  const out: number[] = [];
  for (let n = 1 + Math.floor(r() * 2); n > 0; n--) {
    const own = pieces[group[Math.floor(r() * group.length)]!]!.steps;
    const i = own[Math.floor(r() * own.length)]!;
    const { modes, fixed } = steps[i]!;
    if (fixed || modes.length === 0) continue;
    const mode = Math.floor(r() * modes.length);
    const { crews } = modes[mode]!;
    if (modes.length === 1 && crews.length < 2) continue;
    b.modeLock[i] = modeLockOf(mode, Math.floor(r() * crews.length));
    out.push(i);
  }
  return out;
}

/** The steps of a group from the first of the arc on, in the order they start now, but the second before it. */
export function orderWithArcSwapped(
  b: PartialSchedule,
  keyed: KeyedSteps,
  group: readonly number[],
  { first, second }: Arc,
): number[] {
  const from = b.start[first]!;
  for (const k of group)
    for (const i of b.model.pieces[k]!.steps)
      if (!b.model.steps[i]!.fixed && b.start[i]! >= from) keyed.set(i, b.start[i]!);
  keyed.set(second, from - 0.5);
  return keyed.takeInOrder();
}

/** Last slot in which a piece may be done to cost no more than `most`. */
function limitFor(b: PartialSchedule, k: number, most: number): number {
  if (most >= UNPLACED) return Infinity;
  const p = b.model.pieces[k]!;
  const onTime = Math.max(0, p.due - p.release) * p.flowCost;
  if (most < onTime || p.due === Infinity) return p.release + Math.floor(most / p.flowCost);
  return Math.max(p.due, p.release) + Math.floor((most - onTime) / (p.lateCost + p.flowCost));
}

/** Puts the group in the order it is tried in: mostly the dearest first, sometimes any. */
function order(b: PartialSchedule, group: number[], r: () => number): void {
  const kind = r();
  const key = (k: number) => {
    const p = b.model.pieces[k]!;
    if (kind < 0.35) return r();
    if (kind < 0.6) return p.due * (0.8 + 0.4 * r());
    if (kind < 0.8) return -p.lateCost * (0.5 + r());
    return k === group[0] ? -1 : r();
  };
  const keys = new Map(group.map((k) => [k, key(k)]));
  group.sort((x, y) => keys.get(x)! - keys.get(y)! || x - y);
}
