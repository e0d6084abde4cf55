import type { Instant } from '../quantities/units.ts';
import {
  type Draft,
  earliestStart,
  finish,
  newDraft,
  placePiece,
  placeStep,
  placeWhatHappened,
  put,
  readyAt,
  seek,
  takeOut,
  teamsOf,
} from './draft.ts';
import type { Team } from './findStart.ts';
import { planAfresh } from './construct.ts';
import type { PieceToPlan, Placement, Plan, Problem, Step } from './model.ts';
import { latenessOf } from './score.ts';

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
  const draft = newDraft(problem);
  placeWhatHappened(draft, previous);
  const known = problem.pieces.filter((p) => p.steps.some((s) => previous.steps[s.id]));
  keepAndShift(draft, known, previous);
  for (const piece of mostUrgent(known)) {
    const ready = readyAt(draft, piece);
    if (touched.includes(piece.id) || ready === null || latenessOf(piece, ready) > 0) pullForward(draft, piece);
  }
  for (const piece of mostUrgent(problem.pieces.filter((p) => !known.includes(p)))) placePiece(draft, piece);
  return finish(draft);
}

const mostUrgent = (pieces: readonly PieceToPlan[]) =>
  [...pieces].sort(
    (a, b) => Number(b.told) - Number(a.told) || (a.due ?? Infinity) - (b.due ?? Infinity) || (a.id < b.id ? -1 : 1),
  );

function keepAndShift(draft: Draft, pieces: readonly PieceToPlan[], previous: Plan): void {
  const queue: { piece: PieceToPlan; step: Step; pinned: number; key: Instant; order: number }[] = [];
  for (const piece of pieces) {
    // Pieces with a pinned time go first, so that a step of another piece shifting right goes round the pin.
    const pinned = piece.steps.some((s) => s.pin.at !== undefined && s.state.kind === 'planned') ? 0 : 1;
    const keys = new Map<string, Instant>();
    draft.ordered.get(piece.id)!.forEach((step, order) => {
      // A new step has no time of its own yet: it comes right after what it waits for.
      const waits = Math.max(0, ...step.after.map((l) => keys.get(l.step) ?? 0));
      const key = Math.max(previous.steps[step.id]?.start ?? 0, waits);
      keys.set(step.id, key);
      if (step.state.kind === 'planned') queue.push({ piece, step, pinned, key, order });
    });
  }
  queue.sort(
    (a, b) =>
      a.pinned - b.pinned ||
      a.key - b.key ||
      (a.piece.id < b.piece.id ? -1 : a.piece.id > b.piece.id ? 1 : a.order - b.order),
  );
  for (const { piece, step } of queue) keep(draft, piece, step, previous);
}

function keep(draft: Draft, piece: PieceToPlan, step: Step, previous: Plan): void {
  if (draft.placed.has(step.id) || draft.unplanned.has(step.id)) return;
  const old = previous.steps[step.id];
  const outcome = placeStep(
    draft,
    piece,
    step,
    old?.start ?? 0,
    (old && teamAsBefore(draft, piece, step, old)) ?? teamsOf(draft, step),
  );
  if (outcome.kind === 'placed') return;
  const steps = draft.ordered.get(piece.id)!;
  const anchor = steps.findIndex((s) => s.id === outcome.anchor.id);
  takeOut(draft, steps, anchor);
  placePiece(draft, piece, anchor, new Map([...oldTimes(piece, previous), [outcome.anchor.id, outcome.push]]));
}

/** The people and places of before, when they can still start at the time of before. */
function teamAsBefore(draft: Draft, piece: PieceToPlan, step: Step, old: Placement): readonly Team[] | undefined {
  if (earliestStart(draft, piece, step) > old.start) return undefined;
  const same = teamsOf(draft, step).filter((t) => isSameTeam(old, t));
  return seek(draft, piece, step, old.start, same)?.at.start === old.start ? same : undefined;
}

const isSameTeam = (old: Placement, team: Team) =>
  team.people.every((p) => old.people.includes(p.person.id)) &&
  team.stations.every((s, i) => s.station.id === old.stations[i]);

const oldTimes = (piece: PieceToPlan, previous: Plan) =>
  new Map(piece.steps.flatMap((s) => (previous.steps[s.id] ? [[s.id, previous.steps[s.id]!.start] as const] : [])));

function pullForward(draft: Draft, piece: PieceToPlan): void {
  const steps = draft.ordered.get(piece.id)!;
  const before = readyAt(draft, piece);
  const kept = steps
    .filter((s) => s.state.kind === 'planned')
    .map((s) => [s, draft.placed.get(s.id), draft.unplanned.get(s.id)] as const);
  const notices = [...draft.notices];
  takeOut(draft, steps, 0);
  placePiece(draft, piece);
  const after = readyAt(draft, piece);
  const next = kept.filter(([, at]) => at).sort((a, b) => a[1]!.start - b[1]!.start)[0];
  const gain = next ? next[1]!.start - (draft.placed.get(next[0].id)?.start ?? Infinity) : 0;
  if (
    after !== null &&
    (before === null || after <= before - WORTH_MOVING_MINUTES || (after <= before && gain >= WORTH_MOVING_MINUTES))
  )
    return;
  takeOut(draft, steps, 0);
  for (const [step, at, left] of kept) {
    if (at) put(draft, step, at);
    if (left) draft.unplanned.set(step.id, left);
  }
  draft.notices.splice(0, draft.notices.length, ...notices);
}
