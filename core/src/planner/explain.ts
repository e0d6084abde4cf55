import type { Instant } from '../quantities/units.ts';
import { type Draft, earliestStart, linkReady, newDraft, placeWhatHappened, seek, teamsOf } from './draft.ts';
import type { Requirement } from './findStart.ts';
import { GRID_MINUTES, type Link, type PieceToPlan, type Plan, type Problem, type Step } from './model.ts';
import { book } from './shop.ts';

/** What keeps a step from starting earlier. `until` is when it is lifted. */
export type Wait =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'arrival'; readonly until: Instant }
  | { readonly kind: 'pin'; readonly until: Instant }
  | { readonly kind: 'step'; readonly step: string; readonly from: Link['from']; readonly until: Instant }
  /** Proved: lifting this requirement alone lets the step start earlier. `drying` names the film that would be wet in bad air. */
  | { readonly kind: Requirement; readonly until: Instant }
  /** No single requirement explains it: several hold it together, or it keeps its time for stability. */
  | { readonly kind: 'several'; readonly until: Instant };

/** One stretch of a piece's life on its binding chain, newest last. */
export type Stretch = {
  readonly kind: 'work' | 'drying' | 'waiting';
  readonly step: string;
  readonly wait: Wait | null;
  readonly from: Instant;
  readonly until: Instant;
};

export type Explainer = {
  /** What a planned step waits for. */
  waitsFor(stepId: string): Wait;
  /** The chain of steps and waits that decides when the piece is ready, from arrival (or now) to ready. */
  bindingChain(pieceId: string): Stretch[];
};

/** Rebuilds the bookings of a plan once; each question then costs a few scans. */
export function explainer(problem: Problem, plan: Plan): Explainer {
  const draft = newDraft(problem);
  placeWhatHappened(draft, plan);
  const stepOf = new Map<string, { piece: PieceToPlan; step: Step }>();
  for (const piece of problem.pieces)
    for (const step of piece.steps) {
      stepOf.set(step.id, { piece, step });
      const at = plan.steps[step.id];
      if (step.state.kind !== 'planned' || !at) continue;
      draft.placed.set(step.id, at);
      book(draft.floor, step, at, 1);
    }
  const waitsFor = (stepId: string): Wait => {
    const found = stepOf.get(stepId);
    const at = plan.steps[stepId];
    if (!found || !at || found.step.state.kind !== 'planned') return { kind: 'nothing' };
    return whyNotEarlier(draft, found.piece, found.step, at.start);
  };
  return { waitsFor, bindingChain: (pieceId) => chain(problem, plan, draft, stepOf, waitsFor, pieceId) };
}

const REQUIREMENTS: readonly Requirement[] = ['air', 'space', 'tool', 'person', 'hours'];

function whyNotEarlier(draft: Draft, piece: PieceToPlan, step: Step, start: Instant): Wait {
  const earliest = earliestStart(draft, piece, step);
  if (start - earliest < GRID_MINUTES) return bound(draft, piece, step, earliest);
  const own = draft.placed.get(step.id)!;
  book(draft.floor, step, own, -1);
  draft.placed.delete(step.id);
  const teams = teamsOf(draft, step);
  const startIf = (lifted: ReadonlySet<Requirement>) =>
    seek(draft, piece, step, earliest, teams, lifted)?.at.start ?? Infinity;
  const lifted = REQUIREMENTS.find((r) => startIf(new Set([r])) < start && startIf(new Set()) >= start);
  draft.placed.set(step.id, own);
  book(draft.floor, step, own, 1);
  return { kind: lifted ?? 'several', until: start };
}

function bound(draft: Draft, piece: PieceToPlan, step: Step, earliest: Instant): Wait {
  if (earliest <= draft.problem.now) return { kind: 'nothing' };
  for (const link of step.after) {
    const until = linkReady(draft, link);
    if (until === earliest) return { kind: 'step', step: link.step, from: link.from, until };
  }
  if (step.pin.at === earliest || step.pin.notBefore === earliest) return { kind: 'pin', until: earliest };
  if (piece.arrival === earliest) return { kind: 'arrival', until: earliest };
  return { kind: 'nothing' };
}

function chain(
  problem: Problem,
  plan: Plan,
  draft: Draft,
  stepOf: ReadonlyMap<string, { piece: PieceToPlan; step: Step }>,
  waitsFor: (id: string) => Wait,
  pieceId: string,
): Stretch[] {
  const piece = problem.pieces.find((p) => p.id === pieceId);
  const ready = plan.ready[pieceId];
  if (!piece || ready === undefined) return [];
  const out: Stretch[] = [];
  const finishOf = (s: Step) => Math.max(plan.steps[s.id]!.end, plan.steps[s.id]!.dry.travel ?? 0);
  let step = [...piece.steps].sort((a, b) => finishOf(b) - finishOf(a))[0];
  if (step && finishOf(step) > plan.steps[step.id]!.end)
    out.unshift({ kind: 'drying', step: step.id, wait: null, from: plan.steps[step.id]!.end, until: finishOf(step) });
  while (step) {
    const at = plan.steps[step.id]!;
    out.unshift({ kind: 'work', step: step.id, wait: null, from: at.start, until: at.end });
    if (step.state.kind !== 'planned') break;
    const binding: Link | undefined = [...step.after].sort((a, b) => linkReady(draft, b) - linkReady(draft, a))[0];
    const before = binding && stepOf.get(binding.step)?.step;
    const lifted = before ? linkReady(draft, binding) : Math.max(piece.arrival, problem.now);
    if (at.start > lifted)
      out.unshift({ kind: 'waiting', step: step.id, wait: waitsFor(step.id), from: lifted, until: at.start });
    if (before) {
      const end = plan.steps[before.id]!.end;
      if (lifted > end)
        out.unshift({ kind: 'drying', step: before.id, wait: null, from: end, until: Math.min(lifted, at.start) });
    }
    step = before;
  }
  return out;
}
