import type { PieceView, StepsBefore, WorkshopView } from '@app/contract';
import { latestEnds, openBefore, type Plan, type ShopStep, type WorkState } from '@app/core';
import type { Tap } from './store.ts';

type Begun = { readonly at?: number; readonly by?: string };
type Seen = { readonly version?: number };

/**
 * The shop as it looks with taps that are not sent: a step tapped as begun or done stands so, the rest of the plan waits for
 * the server. What comes after such a tap is sent with the version the server will have given the step by then.
 */
export function withTaps(view: WorkshopView, taps: readonly Tap[]): WorkshopView {
  return taps.reduce((v, tap) => (tap.refused === null ? withTap(v, tap) : v), view);
}

function withTap(view: WorkshopView, tap: Tap): WorkshopView {
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === tap.step));
  const step = piece?.steps.find((s) => s.id === tap.step);
  if (!piece || !step) return view;
  const version = piece.stepVersions[step.id] ?? 0;
  // The server's answer may be in the view a moment before the tap leaves the list: it is not counted twice. A photo alone
  // says no version.
  const { version: seen = version } = tap.body as Seen;
  if (seen !== version) return view;
  const states = new Map([[step.id, stateAfter(step, tap)], ...statesBefore(view, piece, step, tap)]);
  const versions = [...states.keys()].map((id) => [id, (piece.stepVersions[id] ?? 0) + 1] as const);
  const tapped: PieceView = {
    ...piece,
    steps: piece.steps.map((s) => (states.has(s.id) ? { ...s, state: states.get(s.id)! } : s)),
    stepVersions: { ...piece.stepVersions, ...Object.fromEntries(versions) },
  };
  return {
    ...view,
    pieces: view.pieces.map((p) => (p === piece ? tapped : p)),
    plan: [...states].reduce((plan, [id, state]) => planAfter(plan, id, state), view.plan),
  };
}

/** Steps before it that the same tap says are done, as the server will note them. */
function statesBefore(view: WorkshopView, piece: PieceView, step: ShopStep, tap: Tap): [string, WorkState][] {
  const { before } = tap.body as { readonly before?: StepsBefore };
  const state = stateAfter(step, tap);
  if (!before || state.kind === 'planned') return [];
  const open = openBefore(piece.steps, step.id).filter((s) => before.steps.includes(s.id));
  const ends = latestEnds(open, step, state.kind === 'done' ? state.from : state.at, view);
  return open.map((s) => [s.id, doneState(s, ends.get(s.id)!, state.by)]);
}

function doneState(step: ShopStep, until: number, by: readonly string[]): WorkState {
  const from = step.state.kind === 'started' ? step.state.at : until - step.work_minutes;
  return { kind: 'done', from, until, by };
}

function stateAfter(step: ShopStep, tap: Tap): WorkState {
  const { at = tap.tappedAt, by } = tap.body as Begun;
  const crew = by === undefined ? [] : [by];
  if (tap.path.endsWith('/start')) return { kind: 'started', at, by: crew };
  if (tap.path.endsWith('/progress') && (tap.body as { kind?: string }).kind === 'pause')
    return { kind: 'planned', worked: { minutes: 0 } };
  const isDone = tap.path.endsWith('/done') || (tap.body as { done?: boolean }).done === true;
  if (!isDone) return step.state;
  return doneState(step, at, crew);
}

/** The step where it was tapped; its film dries as long as planned, from then. */
function planAfter(plan: Plan, id: string, state: WorkState): Plan {
  const at = plan.steps[id];
  if (!at || state.kind === 'planned') return plan;
  const start = state.kind === 'done' ? state.from : state.at;
  const end = state.kind === 'done' ? state.until : Math.max(at.end, start);
  const later = end - at.end;
  const dry = Object.fromEntries(Object.entries(at.dry).map(([stage, t]) => [stage, t + later]));
  return { ...plan, steps: { ...plan.steps, [id]: { ...at, start, end, dry } } };
}
