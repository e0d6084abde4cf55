import { doneAt } from '../model/doneAt.ts';
import type { Instant } from '../../quantities/units.ts';
import type { CompiledProblem } from '../compile/compile.ts';
import { queryPlan } from './planQuery.ts';
import type { Draft } from '../build/draft.ts';
import { remove, insert, readyFor } from '../engine/schedule/partialSchedule.ts';
import { seek } from '../engine/schedule/seek.ts';
import { RELAXATION, type Requirement } from '../engine/engineModel.ts';
import { type Link, type PieceToPlan, type Plan, type Problem, type Step } from '../model/model.ts';
import { stockTimes } from '../compile/stockTimes.ts';
import { type LeadTimePart, leadTimeBreakdown } from './leadTimeBreakdown.ts';

/** What keeps a step from starting earlier. `until` is when it ends. */
export type Wait =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'arrival'; readonly until: Instant }
  | { readonly kind: 'pin'; readonly until: Instant }
  /** Its product is not on the shelf before. */
  | { readonly kind: 'delivery'; readonly until: Instant }
  | { readonly kind: 'step'; readonly step: string; readonly from: Link['from']; readonly until: Instant }
  /** Proved: relaxing this requirement alone lets the step start earlier. */
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
  /** Minutes of that chain by what they go on; they add up to the whole. */
  leadTimeOf(pieceId: string): LeadTimePart[];
};

/** Rebuilds the bookings of a plan once; each question then costs a few scans. */
export function explainer(problem: Problem, plan: Plan): Explainer {
  const draft = queryPlan(problem, plan);
  const { compiled } = draft;
  const stock = stockTimes(problem, plan);
  const waitsFor = (stepId: string): Wait => {
    const i = compiled.indexOf.get(stepId);
    const at = plan.steps[stepId];
    if (i === undefined || !at || compiled.steps[i]!.state.kind !== 'planned' || draft.schedule.start[i]! < 0)
      return { kind: 'nothing' };
    return whyNotEarlier(draft, plan, i, stock.get(stepId));
  };
  const bindingChain = (pieceId: string) => chain(compiled, plan, waitsFor, pieceId);
  return { waitsFor, bindingChain, leadTimeOf: (pieceId) => leadTimeBreakdown(compiled, bindingChain(pieceId)) };
}

/** Of several that would let it start equally soon the first is named: hours last, since nights stand in the way of much. */
const REQUIREMENTS: readonly Requirement[] = ['air', 'space', 'dust', 'tool', 'person', 'hours'];

function whyNotEarlier(draft: Draft, plan: Plan, i: number, delivery: Instant | undefined): Wait {
  const { schedule, compiled } = draft;
  const step = compiled.steps[i]!;
  const start = schedule.start[i]!;
  const until = plan.steps[step.id]!.start;
  const earliest = readyFor(schedule, compiled.model.steps[i]!);
  if (start <= earliest) return bound(compiled, plan, step, delivery);
  const own = [schedule.start[i]!, schedule.end[i]!, schedule.hold[i]!, schedule.mode[i]!, schedule.crew[i]!] as const;
  remove(schedule, i);
  const startIf = (relaxed: number) => (seek(schedule, i, earliest, 0, relaxed) ? schedule.found.start : Infinity);
  const helps = startIf(0) >= start ? bestOf(startIf, start) : undefined;
  insert(schedule, i, ...own);
  return { kind: helps ?? 'several', until };
}

/** The requirement without which the step would start the soonest; undefined when none by itself holds it. */
function bestOf(startIf: (relaxed: number) => number, start: number): Requirement | undefined {
  let best: Requirement | undefined;
  let soonest = start;
  for (const r of REQUIREMENTS) {
    const at = startIf(RELAXATION[r]);
    if (at < soonest) [best, soonest] = [r, at];
  }
  return best;
}

/** The step starts as soon as it may: which of arrival, pin, delivery and what comes before it says when that is. */
function bound(compiled: CompiledProblem, plan: Plan, step: Step, delivery: Instant | undefined): Wait {
  const { problem } = compiled;
  const piece = compiled.pieces[compiled.model.steps[compiled.indexOf.get(step.id)!]!.piece]!;
  const links = step.after.map((link) => ({ link, at: linkReady(compiled, plan, link) }));
  const earliest = Math.max(
    problem.now,
    piece.arrival,
    step.pin.notBefore ?? 0,
    step.pin.at ?? 0,
    delivery ?? 0,
    ...links.map((l) => l.at),
  );
  if (earliest <= problem.now) return { kind: 'nothing' };
  const last = links.find((l) => l.at === earliest);
  if (last) return { kind: 'step', step: last.link.step, from: last.link.from, until: earliest };
  if (step.pin.at === earliest || step.pin.notBefore === earliest) return { kind: 'pin', until: earliest };
  if (delivery === earliest) return { kind: 'delivery', until: earliest };
  return { kind: 'arrival', until: earliest };
}

/** When one link is satisfied; Infinity when a film never dries, or the step before has no place. */
export function linkReady(compiled: CompiledProblem, plan: Plan, link: Link): Instant {
  const before = plan.steps[link.step];
  const i = compiled.indexOf.get(link.step);
  if (!before || i === undefined) return Number.POSITIVE_INFINITY;
  const dries = compiled.steps[i]!.product !== null;
  const from = link.from === 'end' ? before.end : (before.dry[link.from] ?? (dries ? Infinity : before.end));
  return from + link.min_minutes;
}

function chain(compiled: CompiledProblem, plan: Plan, waitsFor: (id: string) => Wait, pieceId: string): Stretch[] {
  const piece: PieceToPlan | undefined = compiled.pieces.find((p) => p.id === pieceId);
  if (!piece || plan.ready[pieceId] === undefined) return [];
  const out: Stretch[] = [];
  const finishOf = (s: Step) => doneAt(s, plan.steps[s.id]!);
  let step = [...piece.steps].sort((a, b) => finishOf(b) - finishOf(a))[0];
  if (step && finishOf(step) > plan.steps[step.id]!.end)
    out.unshift({ kind: 'drying', step: step.id, wait: null, from: plan.steps[step.id]!.end, until: finishOf(step) });
  while (step) {
    const at = plan.steps[step.id]!;
    out.unshift({ kind: 'work', step: step.id, wait: null, from: at.start, until: at.end });
    if (step.state.kind !== 'planned') break;
    const binding: Link | undefined = [...step.after].sort(
      (a, b) => linkReady(compiled, plan, b) - linkReady(compiled, plan, a),
    )[0];
    const before = binding && compiled.steps[compiled.indexOf.get(binding.step) ?? -1];
    const relaxed = before ? linkReady(compiled, plan, binding) : Math.max(piece.arrival, compiled.problem.now);
    if (at.start > relaxed)
      out.unshift({ kind: 'waiting', step: step.id, wait: waitsFor(step.id), from: relaxed, until: at.start });
    if (before) {
      const end = plan.steps[before.id]!.end;
      if (relaxed > end)
        out.unshift({ kind: 'drying', step: before.id, wait: null, from: end, until: Math.min(relaxed, at.start) });
    }
    step = before;
  }
  return out;
}
