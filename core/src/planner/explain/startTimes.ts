import type { Instant } from '../../quantities/units.ts';
import { askWithoutFollowers, queryPlan, instantOf, slotOf } from './planQuery.ts';
import { type ConflictKind, conflictSetAt } from '../engine/schedule/conflictSet.ts';
import { lastOverload } from '../engine/resources/floor.ts';
import type { CompiledProblem } from '../compile/compile.ts';
import type { Draft } from '../build/draft.ts';
import { latestFor, readyAfter } from '../engine/schedule/partialSchedule.ts';
import { canStartAt } from '../engine/schedule/seek.ts';
import { RELAXATION, type Requirement } from '../engine/engineModel.ts';
import { linkReady } from './explain.ts';
import type { Plan, Problem } from '../model/model.ts';
import { maxLagFollowerWithoutRoom } from '../engine/schedule/maxLagFollower.ts';

/** A stretch of starts for one step: possible, or not and why. */
export type StartSpan = { readonly from: Instant; readonly until: Instant; readonly obstacle: Obstacle | null };
export type Obstacle =
  | { readonly kind: 'past' }
  /** An earlier step is not done or dry before `until`. */
  | { readonly kind: 'step'; readonly step: string; readonly until: Instant }
  /** Its window after `step` has closed by then. */
  | { readonly kind: 'window'; readonly step: string; readonly until: Instant }
  | { readonly kind: 'earliest'; readonly until: Instant }
  /** `step` must follow it within a window, and has no room in it. */
  | { readonly kind: 'after'; readonly step: string }
  | { readonly kind: Requirement }
  /** No one thing; `conflictSet` is the smallest set that forbids it by itself. */
  | { readonly kind: 'several'; readonly conflictSet: readonly ConflictKind[] };

/**
 * When a step could start, between two instants, with everything else where it is and what comes after it on the piece
 * free to follow: what a drag is told while the finger moves.
 */
export const startTimes = (problem: Problem, plan: Plan, stepId: string, from: Instant, until: Instant): StartSpan[] =>
  startTimesIn(queryPlan(problem, plan), plan, stepId, from, until);

/** As `startTimes`, of a plan that is laid out already; it stays as it is. */
export function startTimesIn(draft: Draft, plan: Plan, stepId: string, from: Instant, until: Instant): StartSpan[] {
  const { compiled } = draft;
  const i = compiled.indexOf.get(stepId);
  if (i === undefined || compiled.model.steps[i]!.fixed) return [];
  return askWithoutFollowers(draft, i, () => spansOf(draft, plan, i, from, until));
}

function spansOf(draft: Draft, plan: Plan, i: number, from: Instant, until: Instant): StartSpan[] {
  const { compiled, schedule } = draft;
  const { problem } = compiled;
  const stepId = compiled.steps[i]!.id;
  const known = compiled.model.steps[i]!;
  const own = slotOf(draft, Math.max(problem.now, earliestWithoutPin(compiled, stepId)));
  // The time it is pinned to now is what is being changed.
  const ready = readyAfter(schedule, known.preds, known.unpinned);
  const latest = latestFor(schedule, known);
  const nowSlot = slotOf(draft, problem.now);
  const comes = entrance(draft, plan, i);
  const out: StartSpan[] = [];
  const last = Math.min(compiled.model.slots, slotOf(draft, until));
  for (let k = Math.max(0, slotOf(draft, from)); k < last; k++) {
    const before = out.at(-1);
    const obstacle = obstacleAt(draft, plan, i, k, { nowSlot, ready, latest, own, comes }, before?.obstacle ?? null);
    if (before && isSame(before.obstacle, obstacle))
      out[out.length - 1] = { ...before, until: instantOf(draft, k + 1) };
    else out.push({ from: instantOf(draft, k), until: instantOf(draft, k + 1), obstacle });
  }
  return out;
}

type Bounds = {
  readonly nowSlot: number;
  readonly ready: number;
  readonly latest: number;
  readonly own: number;
  /** The slot its piece comes to the floor with this step; 0: it stands there anyway. */
  readonly comes: number;
};

/** A piece that would come earlier than it does now finds no room until then. */
function isFloorFull({ compiled: { model } }: Draft, i: number, from: number, until: number): boolean {
  const piece = model.pieces[model.steps[i]!.piece]!;
  return model.floor !== null && lastOverload(model.floor, from, until, piece.floor) >= 0;
}

/** When a piece enters the floor, if it is with this step that it does. */
function entrance(draft: Draft, plan: Plan, i: number): number {
  const { model, steps } = draft.compiled;
  const { piece } = model.steps[i]!;
  if (!model.floor || model.pieces[piece]!.isHere || model.pieces[piece]!.floor === 0) return 0;
  const starts = steps.flatMap((s, j) => (model.steps[j]!.piece === piece ? (plan.steps[s.id]?.start ?? []) : []));
  const first = Math.min(...starts);
  return plan.steps[steps[i]!.id]?.start === first ? slotOf(draft, first) : 0;
}

function obstacleAt(
  draft: Draft,
  plan: Plan,
  i: number,
  k: number,
  is: Bounds,
  before: Obstacle | null,
): Obstacle | null {
  const { compiled, schedule } = draft;
  if (k < is.nowSlot) return { kind: 'past' };
  if (k < is.own) return { kind: 'earliest', until: instantOf(draft, is.own) };
  if (k < is.ready) {
    const links = compiled.steps[i]!.after.map((l) => ({ step: l.step, until: linkReady(compiled, plan, l) }));
    const last = links.sort((a, b) => b.until - a.until)[0];
    // A delivery, say, comes later than all it waits for.
    return last && last.until > instantOf(draft, k)
      ? { kind: 'step', ...last }
      : { kind: 'earliest', until: instantOf(draft, is.ready) };
  }
  if (k > is.latest && compiled.model.steps[i]!.rescue_minutes < 0) {
    const tied = compiled.steps[i]!.after.find((l) => l.max_minutes !== null);
    if (tied) return { kind: 'window', step: tied.step, until: instantOf(draft, is.latest) };
  }
  if (k < is.comes && isFloorFull(draft, i, k, is.comes)) return { kind: 'space' };
  if (canStartAt(schedule, i, k)) {
    const tied = maxLagFollowerWithoutRoom(draft.schedule, i, k);
    return tied < 0 ? null : { kind: 'after', step: compiled.steps[tied]!.id };
  }
  const helps = ORDER.find((r) => canStartAt(schedule, i, k, RELAXATION[r]));
  if (helps) return { kind: helps };
  return before?.kind === 'several' ? before : { kind: 'several', conflictSet: conflictSetAt(draft.schedule, i, k) };
}
/** Somebody who is at work and busy is not outside working hours, so that is asked first. */
const ORDER: readonly Requirement[] = ['person', 'hours', 'space', 'dust', 'tool', 'air'];

/** Arrival and the day it may start, but not the time it is pinned to now: that is what is being changed. */
function earliestWithoutPin(compiled: CompiledProblem, stepId: string): Instant {
  const i = compiled.indexOf.get(stepId)!;
  const piece = compiled.pieces[compiled.model.steps[i]!.piece]!;
  return Math.max(piece.arrival, compiled.steps[i]!.pin.notBefore ?? 0);
}

const isSame = (a: Obstacle | null, b: Obstacle | null) =>
  a === b ||
  (a !== null && b !== null && a.kind === b.kind && ('until' in a ? a.until : 0) === ('until' in b ? b.until : 0));
