import { GRID_MINUTES } from '../../calendar/grid.ts';
import { byUrgency } from '../model/byUrgency.ts';
import { buildBest, planAfresh } from './construct.ts';
import { withoutUntold } from './withoutUntold.ts';
import { doneOf, type Draft, newDraft } from './draft.ts';
import { finish } from './finish.ts';
import { clearSchedule, remove } from '../engine/schedule/partialSchedule.ts';
import { latenessCost } from '../engine/schedule/cost.ts';
import { bookFloor, placePiece, settleFloor } from '../engine/schedule/serialSgs.ts';
import { pullForward } from './pullForward.ts';
import { fitAfter, isToPlace, type Queued, queueOf, shiftRight, stay } from './rightShift.ts';
import type { ResourceCache } from '../compile/shopResources.ts';
import { type PieceToPlan, type Plan, type Problem } from '../model/model.ts';
import { Snapshot } from '../engine/schedule/snapshot.ts';
import { improve } from '../engine/search/search.ts';
import { withBaseline } from './stability.ts';

/**
 * The smallest honest change to `previous` that fits the problem as it is now. Two repairs are made, and the one that
 * costs less in promises, then in other dates, then in days by which pieces are ready later, then in moved steps is kept:
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
  { cache, worseThan = null }: { readonly cache?: ResourceCache | undefined; readonly worseThan?: Plan | null } = {},
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
const latenessIn = (plan: Plan | null, draft: Draft, k: number): number =>
  Math.max(0, (plan ? readyIn(plan, draft, k) : -Infinity) - draft.compiled.model.pieces[k]!.due);

/** The slot in which a piece is ready in a plan; -Infinity: it has no place there. */
function readyIn(plan: Plan, { compiled }: Draft, k: number): number {
  const ready = plan.ready[compiled.pieces[k]!.id];
  return ready === undefined ? -Infinity : Math.ceil((ready - compiled.origin) / GRID_MINUTES);
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
    for (const i of model.pieces[k]!.steps) if (!model.steps[i]!.fixed) remove(draft.schedule, i);
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

/** What a repair costs those who count on the plan, part by part, the weightiest first. */
type PerturbationCost = {
  readonly parts: readonly number[];
  readonly isWider: (touched: readonly string[]) => boolean;
};

function perturbationCost(draft: Draft, previous: Plan): PerturbationCost {
  const { schedule, compiled } = draft;
  const { model, pieces, problem } = compiled;
  const soon = Math.floor((problem.now - compiled.origin + NEAR_MINUTES) / GRID_MINUTES);
  let [promised, other, later, soonMoved, moved] = [0, 0, 0, 0, 0];
  const movedPieces = new Set<number>();
  for (let k = 0; k < pieces.length; k++) {
    if (pieces[k]!.promised) promised += latenessCost(schedule, k);
    else other += latenessCost(schedule, k);
    const before = readyIn(previous, draft, k);
    if (before > -Infinity) later += Math.max(0, doneOf(draft, k) - before - LATER_SLOTS);
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
    parts: [promised, other, later, soonMoved, moved],
    isWider: (touched) => [...movedPieces].some((k) => !touched.includes(pieces[k]!.id)),
  };
}
/** That a piece is ready later by no more than half a day is not worth moving others for. */
const LATER_SLOTS = (12 * 60) / GRID_MINUTES;
/** Steps within this time are near: whoever is to do them counts on them most. */
export const NEAR_MINUTES = 2 * 1440;

function comparePerturbation(a: PerturbationCost, b: PerturbationCost): number {
  const k = a.parts.findIndex((part, n) => part !== b.parts[n]);
  return k < 0 ? 0 : a.parts[k]! - b.parts[k]!;
}
