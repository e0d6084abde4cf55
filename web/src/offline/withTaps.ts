import type { PieceView, WorkshopView } from '@app/contract';
import type { Plan, ShopStep, WorkState } from '@app/core';
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
  const state = stateAfter(step, tap);
  const tapped: PieceView = {
    ...piece,
    steps: piece.steps.map((s) => (s === step ? { ...s, state } : s)),
    stepVersions: { ...piece.stepVersions, [step.id]: version + 1 },
  };
  return {
    ...view,
    pieces: view.pieces.map((p) => (p === piece ? tapped : p)),
    plan: planAfter(view.plan, step.id, state),
  };
}

function stateAfter(step: ShopStep, tap: Tap): WorkState {
  const { at = tap.tappedAt, by } = tap.body as Begun;
  const crew = by === undefined ? [] : [by];
  if (tap.path.endsWith('/start')) return { kind: 'started', at, by: crew };
  if (tap.path.endsWith('/progress') && (tap.body as { kind?: string }).kind === 'pause')
    return { kind: 'planned', worked: { minutes: 0 } };
  const isDone = tap.path.endsWith('/done') || (tap.body as { done?: boolean }).done === true;
  if (!isDone) return step.state;
  const from = step.state.kind === 'started' ? step.state.at : at - step.work_minutes;
  return { kind: 'done', from, until: at, by: crew };
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
