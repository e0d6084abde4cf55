import type { Instant } from '../../quantities/units.ts';
import { type CompiledProblem, compileProblem } from '../compile/compile.ts';
import { conflictSetAt, sayClaims } from '../engine/schedule/conflictSet.ts';
import {
  type PartialSchedule,
  doneSlot,
  latestFor,
  remove,
  newPartialSchedule,
  insert,
  readyFor,
  seek,
} from '../engine/schedule/partialSchedule.ts';
import { RELAXATION } from '../engine/engineModel.ts';
import { GIVEN_UP, newScratch, type Scratch } from '../engine/schedule/serialSgs.ts';
import { withFollowers } from '../engine/schedule/followers.ts';
import {
  GRID_MINUTES,
  type Notice,
  type Placement,
  type Plan,
  type Problem,
  type Step,
  type Unplanned,
} from '../model/model.ts';

/** A plan in the making. */
export type Draft = {
  readonly compiled: CompiledProblem;
  readonly schedule: PartialSchedule;
  readonly scratch: Scratch;
};

export function newDraft(problem: Problem, previous: Plan | null): Draft {
  const compiled = compileProblem(problem, previous);
  const schedule = newPartialSchedule(compiled.model);
  return { compiled, schedule, scratch: newScratch(compiled.steps.length, true) };
}

/** Where a placed step stands, in instants; undefined when it is not placed. */
export function placementOf(draft: Draft, i: number): Placement | undefined {
  const { compiled, schedule } = draft;
  const step = compiled.steps[i]!;
  const happened = compiled.fixed.get(step.id);
  if (happened) return happened;
  const start = schedule.start[i]!;
  if (start < 0) return undefined;
  const mode = compiled.model.steps[i]!.modes[schedule.mode[i]!]!;
  const end = schedule.end[i]!;
  return {
    start: compiled.origin + start * GRID_MINUTES,
    end: compiled.origin + end * GRID_MINUTES,
    people: mode.crews[schedule.crew[i]!]!.map((p) => compiled.people[p]!.id),
    stations: compiled.places[mode.place]!,
    dry: mode.film ? mode.film.stages(end) : {},
  };
}

/** The draft as a plan, with the reasons of what has no place in it and what clashes. */
export function finish(draft: Draft): Plan {
  const { compiled } = draft;
  const placed: [string, Placement][] = [];
  const unplanned: Unplanned[] = [];
  const notices: Notice[] = [];
  compiled.steps.forEach((step, i) => {
    const at = placementOf(draft, i);
    if (at) placed.push([step.id, at]);
    else unplanned.push({ step: step.id, piece: pieceOf(draft, i).id, reason: whyNoRoom(draft, i) });
    if (at && step.state.kind === 'planned') notices.push(...noticesOf(draft, i, at));
  });
  const steps = Object.fromEntries(placed.sort(([a], [b]) => (a < b ? -1 : 1)));
  const ready: Record<string, Instant> = {};
  for (const piece of compiled.problem.pieces) {
    let at = piece.steps.length > 0 ? 0 : piece.arrival;
    for (const step of piece.steps) {
      const p = steps[step.id];
      at = Math.max(
        at,
        p && (step.product === null || p.dry.travel !== undefined) ? p.end : Infinity,
        p?.dry.travel ?? 0,
      );
    }
    if (at !== Infinity) ready[piece.id] = at;
  }
  const inOrder = <T extends { readonly step: string }>(list: T[]) => list.sort((a, b) => (a.step < b.step ? -1 : 1));
  return { steps, ready, unplanned: inOrder(unplanned), notices: inOrder(notices) };
}

const pieceOf = (draft: Draft, i: number) => draft.compiled.pieces[draft.compiled.model.steps[i]!.piece]!;
const quote = (step: Step) => `“${step.title}”`;

function noticesOf(draft: Draft, i: number, at: Placement): Notice[] {
  const { compiled, schedule } = draft;
  const step = compiled.steps[i]!;
  const notice = (kind: Notice['kind'], words: string): Notice => ({
    step: step.id,
    piece: pieceOf(draft, i).id,
    kind,
    words,
  });
  const out: Notice[] = [];
  if (schedule.start[i]! > latestFor(schedule, compiled.model.steps[i]!))
    for (const link of step.after) {
      const before = compiled.steps[compiled.indexOf.get(link.step) ?? -1];
      const was = before && placementOf(draft, compiled.indexOf.get(link.step)!);
      if (!was || link.max_minutes === null || at.start <= was.end + link.max_minutes) continue;
      out.push(
        link.rescue
          ? notice(
              'rescue',
              `${quote(step)} starts past its window after ${quote(before)}: ${link.rescue.title} first (${link.rescue.minutes} min, counted in).`,
            )
          : notice(
              'window-missed',
              `${quote(step)} was to start within ${link.max_minutes} minutes of ${quote(before)}; that window is past. Look at the surface before going on.`,
            ),
      );
    }
  if (step.pin.at !== undefined && at.start !== step.pin.at)
    out.push(
      notice(
        'pin-not-kept',
        `${quote(step)} cannot start at the time it was pinned to: ${sayClaims(conflictSetAtPin(draft, i, step.pin.at))}. It is planned at the next possible time.`,
      ),
    );
  return out;
}

/** What forbids the time a step is pinned to, with everything else where it is and its followers free to follow. */
function conflictSetAtPin({ compiled, schedule, scratch }: Draft, i: number, at: Instant) {
  const { steps } = compiled.model;
  const { start, end, hold, mode, crew } = schedule;
  const kept = withFollowers(compiled.model, i)
    .filter((k) => !steps[k]!.fixed && start[k]! >= 0)
    .map((k) => [k, start[k]!, end[k]!, hold[k]!, mode[k]!, crew[k]!] as const);
  for (const [k] of kept) remove(schedule, k);
  const conflictSet = conflictSetAt(
    { compiled, schedule, scratch },
    i,
    Math.floor((at - compiled.origin) / GRID_MINUTES),
  );
  for (const k of kept) insert(schedule, ...k);
  return conflictSet.length > 0 ? conflictSet : (['order'] as const);
}

/** Why a step has no room, proved by lifting one requirement at a time. */
function whyNoRoom(draft: Draft, i: number): string {
  const { compiled, schedule, scratch } = draft;
  const { problem } = compiled;
  const step = compiled.steps[i]!;
  const engine = compiled.model.steps[i]!;
  const missing = engine.preds.find((p) => schedule.start[p.step]! < 0);
  if (missing && scratch.left?.[i] !== GIVEN_UP)
    return `It waits for ${quote(compiled.steps[missing.step]!)}, which has no place in the plan.`;
  if (scratch.left?.[i] === GIVEN_UP) return tightWords(draft, i);
  if (engine.modes.length === 0) return whoOrWhereIsMissing(problem, step);
  const earliest = readyFor(schedule, engine);
  if ((step.pin.notBefore ?? 0) >= problem.horizon)
    return 'It may not start before a day after the plan ends; say when it is expected.';
  if (earliest > compiled.model.slots)
    return 'What it waits for never dries in the climate given; warm the place or choose another product.';
  const helps = (requirement: number) => seek(schedule, i, earliest, 0, requirement);
  const product = problem.products.find((p) => p.id === step.product);
  if (helps(RELAXATION.air)) {
    if (product?.limits)
      return `${product.name} needs at least ${product.limits.minTemperature_c} °C and at most ${product.limits.maxHumidity_pct} % humidity from start until dry to handle; no such stretch falls in working hours.`;
    return 'It is too cold or too wet for it outdoors in all working hours until the plan ends.';
  }
  if (helps(RELAXATION.hours))
    return step.splittable
      ? 'There are too few working hours before the plan ends.'
      : `It takes ${step.work_minutes} minutes in one go, and no shift is that long or free.`;
  if (helps(RELAXATION.person)) return 'Everyone who can do it is taken until the plan ends.';
  if (helps(RELAXATION.space)) return 'There is no space for it until the plan ends.';
  if (helps(RELAXATION.tool)) return 'Its tool is taken until the plan ends.';
  if (helps(RELAXATION.dust)) return 'There is dust, spray or wet paint beside it until the plan ends.';
  if (schedule.start[i]! < 0 && compiled.model.floor) return 'The floor is full until the plan ends.';
  return 'There is no room for it before the plan ends.';
}

/** A chain of short windows that no day has room for: the pair that is tied. */
function tightWords(draft: Draft, i: number): string {
  const { steps, model } = draft.compiled;
  const own = model.pieces[model.steps[i]!.piece]!.steps;
  const later = own.find((k) => model.steps[k]!.preds.some((p) => p.step === i && p.maxSlots < Infinity));
  const before = model.steps[i]!.preds.find((p) => p.maxSlots < Infinity)?.step;
  const pair = before !== undefined ? [i, before] : later !== undefined ? [later, i] : null;
  return pair
    ? `${quote(steps[pair[0]!]!)} must follow ${quote(steps[pair[1]!]!)} in a short window, and no day has room for both.`
    : 'It comes after steps tied by a short window that no day has room for.';
}

function whoOrWhereIsMissing({ people, stations, tools }: Problem, step: Step): string {
  const able = people.filter((p) => (p.skills[step.skill] ?? 0) > 0);
  if (step.hands > 0 && step.pin.person !== undefined && !people.some((p) => p.id === step.pin.person))
    return 'The person it is given to is not in the shop.';
  if (step.hands > 0 && able.length === 0)
    return `Nobody in the shop does "${step.skill}" work; give someone that skill in Shop.`;
  if (able.length < step.hands)
    return `It needs ${step.hands} people at once and only ${able[0]!.name} can do it; ask for a second pair of hands in Shop.`;
  for (const need of step.needs)
    if (!stations.some((s) => s.kind === need.kind && s.capacity >= need.units))
      return `It needs ${need.units} ${need.kind} ${need.units === 1 ? 'space' : 'spaces'} at once; the shop has no such station. Add one in Shop.`;
  if (step.tool !== null && !tools.some((t) => t.id === step.tool)) return 'It needs a tool the shop does not have.';
  return 'The person it is given to cannot do it.';
}

/** When a piece is wholly done, or the end of the plan while a step of it has no place. */
export function doneOf(draft: Draft, piece: number): number {
  const { schedule, compiled } = draft;
  let done = 0;
  for (const i of compiled.model.pieces[piece]!.steps) {
    if (schedule.start[i]! < 0) return compiled.model.slots;
    done = Math.max(done, doneSlot(schedule, i));
  }
  return done;
}
