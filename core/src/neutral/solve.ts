import { type PartialSchedule, clearSchedule, newPartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';
import { leastCosts } from '../planner/engine/bounds/headsAndTails.ts';
import { LowerBound } from '../planner/engine/bounds/lowerBound.ts';
import { costOfDone, scheduleCost } from '../planner/engine/schedule/cost.ts';
import type { EngineModel } from '../planner/engine/engineModel.ts';
import { newScratch, placePiece, type Scratch } from '../planner/engine/schedule/serialSgs.ts';
import { orderByRule, PRIORITY_RULES } from '../planner/engine/schedule/priorityRules.ts';
import { improve } from '../planner/engine/search/search.ts';
import { type Compiled, compile } from './compile.ts';
import type { NeutralInstance, NeutralPlan } from './format.ts';

export type Solve = {
  readonly seed: number;
  readonly evaluations: number;
  readonly isOver: () => boolean;
  /** Effort spent on the bound; missing: that of each piece alone, which takes milliseconds. */
  readonly boundRounds?: number;
  /** Nobody asks what no plan could better. */
  readonly isBoundless?: boolean;
  /** Milliseconds; missing: nothing is timed. */
  readonly clock?: () => number;
  readonly onCompiled?: () => void;
  readonly onFirst?: (cost: number, ms: number) => void;
};

export type Solved = {
  readonly plan: NeutralPlan;
  readonly cost: number;
  readonly evaluations: number;
  /** No plan costs less; the best one may cost more. Null: there are too many steps to say. */
  readonly bound: number | null;
  /** Steps for which there is no room before the horizon. */
  readonly left: number;
};

/** The best plan found for an instance. Steps for which there is no room before the horizon are left out. */
export function solveNeutral(instance: NeutralInstance, options: Solve): Solved {
  const compiled = compile(instance);
  const schedule = newPartialSchedule(compiled.model);
  const scratch = newScratch(compiled.model.steps.length, false);
  options.onCompiled?.();
  const isSmall = compiled.stepIds.length <= MOST_PRUNED;
  const known = isSmall ? leastCosts(compiled.model) : undefined;
  const executed = options.clock?.() ?? 0;
  buildFirst(schedule, scratch, options, () =>
    options.onFirst?.(scheduleCost(schedule), (options.clock?.() ?? 0) - executed),
  );
  const evaluations = improve(schedule, scratch, {
    ...options,
    isFresh: true,
    ...(known ? { leastCosts: known } : {}),
  });
  const left = schedule.start.reduce((n, at) => n + (at < 0 ? 1 : 0), 0);
  const plan = planOf(instance, compiled, schedule);
  const cost = scheduleCost(schedule);
  // Last, since it empties the schedule.
  const isBounded = !options.isBoundless && compiled.stepIds.length <= MOST_BOUNDED;
  const bound = isBounded ? boundOf(compiled.model, cost, options.boundRounds ?? 0) : null;
  return { plan, cost, evaluations, bound, left };
}

function boundOf(model: EngineModel, cost: number, rounds: number): number {
  const bound = new LowerBound(model);
  const costOf = (piece: number, done: number) => costOfDone(model.pieces[piece]!, done);
  return rounds === 0 ? bound.alone(costOf) : bound.together(costOf, cost, rounds);
}

/** With more steps, giving up early what cannot pay saves less than it takes to know what each piece costs at best. */
const MOST_PRUNED = 400;
/** With more steps no bound is worked out. */
const MOST_BOUNDED = 6000;

/** Rules in the order they are tried: the one that is best most often first. */
const ORDER = [1];

/** Leaves the best of the first plans in the schedule; `onFirst` is told of the very first. */
function buildFirst(schedule: PartialSchedule, scratch: Scratch, options: Solve, onFirst: () => void): void {
  const { model } = schedule;
  let best: { order: readonly number[]; cost: number } | null = null;
  let built: readonly number[] = [];
  const build = (order: readonly number[]) => {
    clearSchedule(schedule);
    for (const k of order) placePiece(schedule, scratch, k, model.pieces[k]!.steps, Infinity);
    built = order;
  };
  for (const rule of ORDER) {
    if (best && options.isOver()) break;
    const order = orderByRule(model, PRIORITY_RULES[rule]!);
    build(order);
    const cost = scheduleCost(schedule);
    if (!best) onFirst();
    if (!best || cost < best.cost) best = { order, cost };
  }
  if (best && built !== best.order) build(best.order);
}

function planOf(instance: NeutralInstance, { model, stepIds, staffIds }: Compiled, b: PartialSchedule): NeutralPlan {
  const plan: NeutralPlan = { format: 'workshop-plan/1', instance: instance.name, steps: {} };
  stepIds.forEach((id, i) => {
    if (b.start[i]! < 0) return;
    const crew = model.steps[i]!.modes[b.mode[i]!]!.crews[b.crew[i]!]!;
    plan.steps[id] = {
      start: b.start[i]! * instance.grid,
      end: b.end[i]! * instance.grid,
      staff: crew.map((c) => staffIds[c]!),
    };
  });
  return plan;
}
