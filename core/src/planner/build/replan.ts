import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { byUrgency } from '../model/byUrgency.ts';
import { buildBest, planAfresh } from './construct.ts';
import { withoutUntold } from './withoutUntold.ts';
import { doneOf, type Draft, newDraft } from './draft.ts';
import { finish } from './finish.ts';
import { clearSchedule, latestFor, remove, insert, readyFor } from '../engine/schedule/partialSchedule.ts';
import { seekOnly } from '../engine/schedule/seek.ts';
import { latenessCost } from '../engine/schedule/cost.ts';
import {
  releaseFloor,
  removePiece,
  placePiece,
  placeSteps,
  settleFloor,
  bookFloor,
} from '../engine/schedule/serialSgs.ts';
import type { ResourceCache } from '../compile/shopResources.ts';
import { type PieceToPlan, type Plan, type Problem } from '../model/model.ts';
import { Snapshot } from '../engine/schedule/snapshot.ts';
import { improve } from '../engine/search/search.ts';
import { withBaseline } from './stability.ts';

/** A piece is pulled forward only when it, or its very next step, gains this much; less is not worth a change. */
export const WORTH_MOVING_MINUTES = 30;

/**
 * The smallest honest change to `previous` that fits the problem as it is now. Two repairs are made, and the one that
 * costs less in promises, then in other dates, then in moved steps is kept:
 * - every step keeps its time and people where it can and shifts right where it cannot, nothing is reordered;
 * - steps whose time is still good keep it, and only then those that cannot stay are put into what is free.
 * Pieces that were touched or are late are pulled forward into free time; new pieces go round the others.
 *
 * @param touched ids of pieces whose own steps or dates changed
 * @param waiting ids of pieces whose steps without a place in `previous` are placed after all others, as if they were new
 * @param more.cache of the shop's resources, kept between its plans
 * @param more.worseThan what is told is only what happened: a date is worth others' giving way where it is missed by more than
 *   in this plan; missing: wherever it is missed
 * Field term: right-shift repair and minimum-perturbation repair with local re-insertion
 */
export function replan(
  problem: Problem,
  previous: Plan | null,
  touched: readonly string[] = [],
  waiting: ReadonlySet<string> = NONE,
  { cache, worseThan = null }: { readonly cache?: ResourceCache; readonly worseThan?: Plan | null } = {},
): Plan {
  if (!previous) return planAfresh(problem);
  return finish(toldKept(replanned(problem, previous, touched, waiting, cache), previous, touched, worseThan));
}

/**
 * As it was repaired, unless a piece that is new or changed was told a date that it misses so. Then those whose date nobody
 * was told give way to it; and when all told dates together are still later than if every piece were simply placed in the
 * order of told dates, that is done: promises come before everything that is only wished.
 */
function toldKept(repaired: Draft, previous: Plan, touched: readonly string[], worseThan: Plan | null): Draft {
  const { problem } = repaired.compiled;
  const isAbout = (p: PieceToPlan) => touched.includes(p.id) || !isKnown(p, previous);
  const isMissed = repaired.compiled.pieces.some(
    (p, k) => p.promised && isAbout(p) && lateOf(repaired, k) > latenessIn(worseThan, repaired, k),
  );
  if (!isMissed) return repaired;
  const late = toldLateness(repaired);
  const byDate = placedByDate(problem, previous);
  const [most, isBetter] = [toldLateness(byDate), (d: Draft) => toldLateness(d) < late];
  const yielding = new Set(problem.pieces.filter((p) => !p.promised).map((p) => p.id));
  const gaveWay = replanned(problem, withoutUntold(problem, previous), touched, yielding);
  if (toldLateness(gaveWay) <= most) return isBetter(gaveWay) ? gaveWay : repaired;
  return isBetter(byDate) ? byDate : repaired;
}

/** Slots by which all told dates together are missed; a piece without a place misses its by the rest of the plan. */
const toldLateness = (draft: Draft): number =>
  draft.compiled.pieces.reduce((sum, p, k) => sum + (p.promised ? lateOf(draft, k) : 0), 0);

const lateOf = (draft: Draft, k: number): number => Math.max(0, doneOf(draft, k) - draft.compiled.model.pieces[k]!.due);

/** Slots by which a piece misses its date in a plan; 0 where there is none, or no place for it there. */
function latenessIn(plan: Plan | null, { compiled }: Draft, k: number): number {
  const ready = plan?.ready[compiled.pieces[k]!.id];
  if (ready === undefined) return 0;
  return Math.max(0, Math.ceil((ready - compiled.origin) / GRID_MINUTES) - compiled.model.pieces[k]!.due);
}

/** Every piece placed one after another, told dates before others, the earliest first. Field term: serial generation by earliest due date */
function placedByDate(problem: Problem, previous: Plan): Draft {
  const draft = newDraft(problem, previous);
  buildBest(draft, 1);
  return draft;
}

/** As `replan`, still in the schedule. */
export function replanned(
  problem: Problem,
  previous: Plan,
  touched: readonly string[],
  waiting: ReadonlySet<string> = NONE,
  cache?: ResourceCache,
): Draft {
  const draft = withBaseline(newDraft(problem, previous, cache), previous, RELUCTANCE);
  repair(draft, previous, touched, shiftRight, waiting);
  const shifted = perturbationCost(draft, previous);
  // A new piece goes round the others, whatever its date.
  const hasNew = draft.compiled.pieces.some((p) => !isKnown(p, previous));
  if (hasNew || !shifted.isWider(touched)) return draft;
  const putBack = remembered(draft);
  clearSchedule(draft.schedule);
  repair(draft, previous, touched, stayThenFit);
  improve(
    draft.schedule,
    { ...draft.scratch, isStrict: true },
    { seed: 1, evaluations: SWAPS, isOver: () => false, isDescentOnly: true },
  );
  if (comparePerturbation(perturbationCost(draft, previous), shifted) <= 0) return draft;
  putBack();
  return draft;
}

/** The plan as it stands in the schedule. @returns puts it back there, whatever was tried since */
function remembered({ schedule, scratch, compiled }: Draft): () => void {
  const all = compiled.model.pieces.map((_, k) => k);
  const steps = new Snapshot(compiled.model.steps.length);
  steps.keep(schedule, all);
  const left = scratch.left!.slice();
  return () => {
    clearSchedule(schedule);
    steps.replace(schedule, all);
    scratch.left!.set(left);
  };
}
const NONE: ReadonlySet<string> = new Set();
/** Pieces tried anew when what cannot stay is fitted in far from where it was. */
const SWAPS = 60;
/** Only a date is worth moving others for, not their being done a little sooner. */
const RELUCTANCE = 20;

const isKnown = (p: PieceToPlan, previous: Plan) => p.steps.some((s) => previous.steps[s.id]);

function repair(
  draft: Draft,
  previous: Plan,
  touched: readonly string[],
  keepAll: (draft: Draft, queue: readonly Queued[], previous: Plan) => void,
  waiting: ReadonlySet<string> = NONE,
): void {
  const { pieces, model } = draft.compiled;
  const numbers = pieces.map((_, k) => k).sort((a, b) => byUrgency(pieces[a]!, pieces[b]!));
  const known = numbers.filter((k) => isKnown(pieces[k]!, previous));
  const tardy = new Set<number>();
  // What had no place takes none from those that have theirs.
  const hadNone = new Set(previous.unplanned.map((u) => u.piece));
  const isLast = (k: number) =>
    waiting.has(pieces[k]!.id) || hadNone.has(pieces[k]!.id) || !isKnown(pieces[k]!, previous);
  const queue = queueOf(draft, known, previous);
  keepAll(
    draft,
    queue.filter((q) => !isLast(q.piece) || previous.steps[draft.compiled.steps[q.i]!.id]),
    previous,
  );
  const hereFirst = [...known.filter((k) => model.pieces[k]!.isHere), ...known.filter((k) => !model.pieces[k]!.isHere)];
  for (const k of hereFirst) if (bookFloor(draft.schedule, k, model.pieces[k]!.isHere) >= 0) tardy.add(k);
  for (const k of tardy) {
    removeSteps(draft, k);
    placePiece(draft.schedule, draft.scratch, k, model.pieces[k]!.steps, Infinity);
  }
  for (const k of known) {
    if (isLast(k)) continue;
    const done = doneOf(draft, k);
    const isLate = done >= model.slots || done > model.pieces[k]!.due;
    if (touched.includes(pieces[k]!.id) || isLate) pullForward(draft, k);
  }
  for (const k of numbers)
    if (isLast(k)) placePiece(draft.schedule, draft.scratch, k, model.pieces[k]!.steps, Infinity);
  settleFloor(draft.schedule, draft.scratch);
}

function removeSteps(draft: Draft, piece: number): void {
  const { model } = draft.compiled;
  for (const i of model.pieces[piece]!.steps) if (!model.steps[i]!.fixed) remove(draft.schedule, i);
}

/** A step to be placed, where it was, and the order it is taken in. */
type Queued = { readonly i: number; readonly piece: number; readonly isPiecePinned: boolean; readonly key: Instant };

function queueOf({ compiled, scratch }: Draft, known: readonly number[], previous: Plan): Queued[] {
  const queue: (Queued & { readonly order: number })[] = [];
  for (const piece of known) {
    const own = compiled.model.pieces[piece]!.steps;
    const isPiecePinned = own.some((i) => compiled.model.steps[i]!.pinSlot >= 0 && !compiled.model.steps[i]!.fixed);
    const keys = new Map<string, Instant>();
    own.forEach((i, order) => {
      const step = compiled.steps[i]!;
      scratch.push[i] = 0;
      scratch.left![i] = 0;
      // A new step has no time of its own yet: it comes right after what it waits for.
      const waits = Math.max(0, ...step.after.map((l) => keys.get(l.step) ?? 0));
      const key = Math.max(previous.steps[step.id]?.start ?? 0, waits);
      keys.set(step.id, key);
      if (step.state.kind === 'planned') queue.push({ i, piece, isPiecePinned, key, order });
    });
  }
  return queue.sort((a, b) => a.key - b.key || a.piece - b.piece || a.order - b.order);
}

/** In the order of their times, each where it was or as soon after as it can: nothing overtakes. */
function shiftRight(draft: Draft, queue: readonly Queued[], previous: Plan): void {
  // Pieces with a pinned time go first, so that a step of another piece shifting right goes round the pin.
  for (const q of [...queue.filter((x) => x.isPiecePinned), ...queue.filter((x) => !x.isPiecePinned)])
    if (isToPlace(draft, q.i) && !stay(draft, q.i)) fitAfter(draft, q, previous);
}

/** All that can stay stays; then what cannot is fitted in, with pinned steps and what they wait for before anything. */
function stayThenFit(draft: Draft, queue: readonly Queued[], previous: Plan): void {
  const { model } = draft.compiled;
  const beforePins = new Set<number>();
  const want = (i: number) => {
    if (beforePins.has(i) || model.steps[i]!.fixed) return;
    beforePins.add(i);
    for (const p of model.steps[i]!.preds) want(p.step);
  };
  for (const q of queue) if (model.steps[q.i]!.pinSlot >= 0) want(q.i);
  const place = (q: Queued) => isToPlace(draft, q.i) && !stay(draft, q.i) && fitAfter(draft, q, previous);
  for (const q of queue) if (beforePins.has(q.i)) place(q);
  for (const q of queue) if (isToPlace(draft, q.i)) stay(draft, q.i);
  for (const q of queue) place(q);
}

const isToPlace = ({ schedule, scratch }: Draft, i: number) => schedule.start[i]! < 0 && !scratch.left![i];

/** Puts a step where it was. @returns false when it cannot be there any more, or not yet */
function stay({ schedule, compiled }: Draft, i: number): boolean {
  const engine = compiled.model.steps[i]!;
  const { baseline } = engine;
  // A pin that can be kept is not kept by staying elsewhere.
  if (!baseline || (engine.pinSlot >= 0 && baseline.start !== engine.pinSlot)) return false;
  if (!engine.preds.every((p) => schedule.start[p.step]! >= 0) || readyFor(schedule, engine) > baseline.start)
    return false;
  // What it waits for may have come sooner, so that its window has passed by its old time: then it takes a rescue first.
  const isPast = baseline.start > latestFor(schedule, engine) && engine.rescue_minutes >= 0;
  // A window that must hold moves one of the two; only what has begun can have closed it for good.
  if (!isPast && baseline.start > latestFor(schedule, { ...engine, latest: Infinity })) return false;
  if (!seekOnly(schedule, i, baseline.mode, baseline.crew, baseline.start, isPast ? engine.rescue_minutes : 0))
    return false;
  const { start, end, hold, mode, crew } = schedule.found;
  insert(schedule, i, start, end, hold, mode, crew);
  return true;
}

/** Places a step, after what its piece has in the schedule, as soon after its old time as it can. */
function fitAfter({ schedule, compiled, scratch }: Draft, { i, piece }: Queued, previous: Plan): void {
  const own = compiled.model.pieces[piece]!.steps;
  for (const k of own)
    if (schedule.start[k]! < 0) {
      const old = previous.steps[compiled.steps[k]!.id]?.start ?? 0;
      const { pinSlot } = compiled.model.steps[k]!;
      scratch.push[k] = pinSlot >= 0 ? 0 : Math.max(0, Math.floor((old - compiled.origin) / GRID_MINUTES));
    }
  const order = own.filter((k) => schedule.start[k]! >= 0 || k === i);
  placeSteps(schedule, scratch, order, 0, Infinity);
}

/** What a repair costs those who count on the plan, part by part, the weightiest first. */
type PerturbationCost = {
  readonly parts: readonly number[];
  readonly isWider: (touched: readonly string[]) => boolean;
};

function perturbationCost({ schedule, compiled }: Draft, previous: Plan): PerturbationCost {
  const { model, pieces, problem } = compiled;
  const soon = Math.floor((problem.now - compiled.origin + NEAR_MINUTES) / GRID_MINUTES);
  let [promised, other, soonMoved, moved] = [0, 0, 0, 0];
  const movedPieces = new Set<number>();
  for (let k = 0; k < pieces.length; k++) {
    if (pieces[k]!.promised) promised += latenessCost(schedule, k);
    else other += latenessCost(schedule, k);
    for (const i of model.pieces[k]!.steps) {
      const { baseline, fixed } = model.steps[i]!;
      if (fixed || !previous.steps[compiled.steps[i]!.id]) continue;
      if (
        baseline &&
        schedule.start[i] === baseline.start &&
        schedule.mode[i] === baseline.mode &&
        schedule.crew[i] === baseline.crew
      )
        continue;
      moved++;
      if (baseline && Math.min(baseline.start, schedule.start[i]!) < soon) soonMoved++;
      movedPieces.add(k);
    }
  }
  return {
    parts: [promised, other, soonMoved, moved],
    isWider: (touched) => [...movedPieces].some((k) => !touched.includes(pieces[k]!.id)),
  };
}
/** Steps within this time are near: whoever is to do them counts on them most. */
export const NEAR_MINUTES = 2 * 1440;

function comparePerturbation(a: PerturbationCost, b: PerturbationCost): number {
  const k = a.parts.findIndex((part, n) => part !== b.parts[n]);
  return k < 0 ? 0 : a.parts[k]! - b.parts[k]!;
}

/** Tries a piece again in whatever time is free now, and puts it back when that gains too little to be worth it. */
function pullForward(draft: Draft, piece: number): void {
  const { schedule, compiled, scratch } = draft;
  const { steps, pieces, slots } = compiled.model;
  const own = pieces[piece]!.steps.filter((i) => !steps[i]!.fixed);
  const before = doneOf(draft, piece);
  const wasWhole = before < slots;
  const kept = own.map(
    (i) =>
      [
        i,
        schedule.start[i]!,
        schedule.end[i]!,
        schedule.hold[i]!,
        schedule.mode[i]!,
        schedule.crew[i]!,
        scratch.left![i]!,
      ] as const,
  );
  const next = kept.filter((k) => k[1] >= 0).sort((a, b) => a[1] - b[1])[0];
  removePiece(schedule, piece);
  const after = placePiece(schedule, scratch, piece, pieces[piece]!.steps, Infinity);
  const worth = WORTH_MOVING_MINUTES / GRID_MINUTES;
  // A time given by hand that was kept is not given up for being done sooner.
  const isPinLost = kept.some(([i, start]) => start === steps[i]!.pinSlot && start >= 0 && schedule.start[i] !== start);
  if (after >= 0 && !isPinLost) {
    const gain = next ? next[1] - schedule.start[next[0]]! : 0;
    if (!wasWhole || after <= before - worth || (after <= before && gain >= worth)) return;
  }
  if (after >= 0) releaseFloor(schedule, piece);
  removeSteps(draft, piece);
  for (const [i, start, end, hold, mode, crew, left] of kept) {
    if (start >= 0) insert(schedule, i, start, end, hold, mode, crew);
    scratch.left![i] = left;
  }
  if (wasWhole) bookFloor(schedule, piece, true);
}
