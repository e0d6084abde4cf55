import type { Instant } from '../quantities/units.ts';
import { byUrgency } from './stockTimes.ts';
import { planAfresh } from './construct.ts';
import { doneOf, type Draft, finish, newDraft } from './draft.ts';
import { lift, put, readyFor, seekOnly } from './engine/board.ts';
import { giveFloorBack, liftPiece, placePiece, placeSteps, settleFloor, takeFloor } from './engine/place.ts';
import { GRID_MINUTES, type PieceToPlan, type Plan, type Problem } from './model.ts';
import { wayOf } from './wayOf.ts';

/** A piece is pulled forward only when it, or its very next step, gains this much; less is not worth a change. */
const WORTH_MOVING_MINUTES = 30;

/**
 * The smallest honest change to `previous` that fits the problem as it is now: every step keeps its time and
 * people where it can and shifts right where it cannot, nothing is reordered; then the pieces that were touched or
 * are late are pulled forward into free time; new pieces go round the others.
 *
 * @param touched ids of pieces whose own steps or dates changed
 * Field term: right-shift repair with local re-insertion
 */
export function replan(problem: Problem, previous: Plan | null, touched: readonly string[] = []): Plan {
  if (!previous) return planAfresh(problem);
  return finish(replanned(problem, previous, touched));
}

/** As `replan`, still on the board. */
export function replanned(problem: Problem, previous: Plan, touched: readonly string[]): Draft {
  const draft = newDraft(problem, previous);
  const { pieces, model } = draft.compiled;
  const isKnown = (p: PieceToPlan) => p.steps.some((s) => previous.steps[s.id]);
  const numbers = pieces.map((_, k) => k).sort((a, b) => byUrgency(pieces[a]!, pieces[b]!));
  const known = numbers.filter((k) => isKnown(pieces[k]!));
  const tardy = new Set<number>();
  keepAndShift(draft, known, previous);
  const hereFirst = [...known.filter((k) => model.pieces[k]!.isHere), ...known.filter((k) => !model.pieces[k]!.isHere)];
  for (const k of hereFirst) if (takeFloor(draft.board, k, model.pieces[k]!.isHere) >= 0) tardy.add(k);
  for (const k of tardy) {
    liftSteps(draft, k);
    placePiece(draft.board, draft.scratch, k, model.pieces[k]!.steps, Infinity);
  }
  for (const k of known) {
    const done = doneOf(draft, k);
    const isLate = done >= model.slots || done > model.pieces[k]!.due;
    if (touched.includes(pieces[k]!.id) || isLate) pullForward(draft, k);
  }
  for (const k of numbers)
    if (!isKnown(pieces[k]!)) placePiece(draft.board, draft.scratch, k, model.pieces[k]!.steps, Infinity);
  settleFloor(draft.board, draft.scratch);
  return draft;
}

function liftSteps(draft: Draft, piece: number): void {
  const { model } = draft.compiled;
  for (const i of model.pieces[piece]!.steps) if (!model.steps[i]!.fixed) lift(draft.board, i);
}

function keepAndShift(draft: Draft, known: readonly number[], previous: Plan): void {
  const { compiled } = draft;
  const queue: { i: number; piece: number; pinned: number; key: Instant; order: number }[] = [];
  for (const k of known) {
    const own = compiled.model.pieces[k]!.steps;
    // Pieces with a pinned time go first, so that a step of another piece shifting right goes round the pin.
    const pinned = own.some((i) => compiled.model.steps[i]!.isPinned && !compiled.model.steps[i]!.fixed) ? 0 : 1;
    const keys = new Map<string, Instant>();
    own.forEach((i, order) => {
      const step = compiled.steps[i]!;
      draft.scratch.push[i] = 0;
      draft.scratch.left![i] = 0;
      // A new step has no time of its own yet: it comes right after what it waits for.
      const waits = Math.max(0, ...step.after.map((l) => keys.get(l.step) ?? 0));
      const key = Math.max(previous.steps[step.id]?.start ?? 0, waits);
      keys.set(step.id, key);
      if (step.state.kind === 'planned') queue.push({ i, piece: k, pinned, key, order });
    });
  }
  queue.sort((a, b) => a.pinned - b.pinned || a.key - b.key || a.piece - b.piece || a.order - b.order);
  for (const { i, piece } of queue) keep(draft, piece, i, previous);
}

/** Places one step where it was, or, when that cannot be, as soon after as it can. */
function keep(draft: Draft, piece: number, i: number, previous: Plan): void {
  const { board, compiled, scratch } = draft;
  if (board.start[i]! >= 0 || scratch.left![i]) return;
  const engine = compiled.model.steps[i]!;
  const old = previous.steps[compiled.steps[i]!.id];
  const own = compiled.model.pieces[piece]!.steps;
  const oldSlot = old ? slotOf(draft, old.start) : 0;
  if (old && engine.preds.every((p) => board.start[p.step]! >= 0) && readyFor(board, engine) <= oldSlot) {
    const same = wayOf(compiled, i, old);
    if (same && seekOnly(board, i, same.way, same.crew, oldSlot)) {
      const { start, end, hold, way, crew } = board.found;
      put(board, i, start, end, hold, way, crew);
      return;
    }
  }
  for (const k of own)
    if (board.start[k]! < 0)
      scratch.push[k] = Math.max(0, slotOf(draft, previous.steps[compiled.steps[k]!.id]?.start ?? 0));
  placeSteps(
    board,
    scratch,
    own.filter((k) => board.start[k]! >= 0 || k === i),
    0,
    Infinity,
  );
}

const slotOf = (draft: Draft, at: Instant) => Math.floor((at - draft.compiled.origin) / GRID_MINUTES);

/** Tries a piece again in whatever time is free now, and puts it back when that gains too little to be worth it. */
function pullForward(draft: Draft, piece: number): void {
  const { board, compiled, scratch } = draft;
  const { steps, pieces, slots } = compiled.model;
  const own = pieces[piece]!.steps.filter((i) => !steps[i]!.fixed);
  const before = doneOf(draft, piece);
  const wasWhole = before < slots;
  const kept = own.map(
    (i) =>
      [i, board.start[i]!, board.end[i]!, board.hold[i]!, board.way[i]!, board.crew[i]!, scratch.left![i]!] as const,
  );
  const next = kept.filter((k) => k[1] >= 0).sort((a, b) => a[1] - b[1])[0];
  liftPiece(board, piece);
  const after = placePiece(board, scratch, piece, pieces[piece]!.steps, Infinity);
  const worth = WORTH_MOVING_MINUTES / GRID_MINUTES;
  if (after >= 0) {
    const gain = next ? next[1] - board.start[next[0]]! : 0;
    if (!wasWhole || after <= before - worth || (after <= before && gain >= worth)) return;
    giveFloorBack(board, piece);
  }
  liftSteps(draft, piece);
  for (const [i, start, end, hold, way, crew, left] of kept) {
    if (start >= 0) put(board, i, start, end, hold, way, crew);
    scratch.left![i] = left;
  }
  if (wasWhole) takeFloor(board, piece, true);
}
