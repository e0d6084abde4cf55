import type { Instant } from '../quantities/units.ts';
import {
  type Found,
  type Keepouts,
  type Requirement,
  type Team,
  findStart,
  placeFixed,
  teamsFor,
  crewMinutes,
} from './findStart.ts';
import {
  GRID_MINUTES,
  type Link,
  type Notice,
  type PieceToPlan,
  type Placement,
  type Plan,
  type Problem,
  type Step,
  type Unplanned,
} from './model.ts';
import { type ShopFloor, book, clear, layOut, slotCeil, slotFloor } from './shop.ts';
import { inLinkOrder } from './linkOrder.ts';

/** A plan in the making: who and what is booked, and what could not be placed. */
export type Draft = {
  readonly problem: Problem;
  readonly floor: ShopFloor;
  /** Steps of each piece so that every step comes after those it waits for. */
  readonly ordered: ReadonlyMap<string, readonly Step[]>;
  readonly teams: Map<string, readonly Team[]>;
  readonly placed: Map<string, Placement>;
  readonly unplanned: Map<string, Unplanned>;
  readonly notices: Notice[];
  /** Work out why a step has no room; costs whole scans of the horizon, so a search leaves it off. */
  readonly explains: boolean;
};

export function newDraft(problem: Problem, explains = true): Draft {
  return {
    problem,
    floor: layOut(problem),
    ordered: new Map(problem.pieces.map((p) => [p.id, inLinkOrder(p.steps)])),
    teams: new Map(),
    placed: new Map(),
    unplanned: new Map(),
    notices: [],
    explains,
  };
}

export function emptyDraft(draft: Draft): void {
  clear(draft.floor);
  draft.placed.clear();
  draft.unplanned.clear();
  draft.notices.length = 0;
}

/** Books everything done or running; a running step lasts at least until now. */
export function placeWhatHappened(draft: Draft, previous: Plan | null): void {
  for (const piece of byId(draft.problem.pieces))
    for (const step of draft.ordered.get(piece.id)!) {
      const { state } = step;
      if (state.kind === 'planned') continue;
      const start = state.kind === 'started' ? state.at : state.from;
      const end = state.kind === 'done' ? state.until : runningEnd(draft, step, state.at, state.by);
      put(draft, step, placeFixed(draft.floor, step, start, end, state.by, previous?.steps[step.id]?.stations ?? []));
    }
}

/** When a running step ends: its own minutes over open time if it may be split, and never before now. */
function runningEnd(draft: Draft, step: Step, at: Instant, by: readonly string[]): Instant {
  const { floor, problem } = draft;
  const crew = floor.people.filter((p) => by.includes(p.person.id));
  const minutes = crewMinutes(step, crew);
  const soonest = Math.ceil(problem.now / GRID_MINUTES) * GRID_MINUTES;
  if (!step.splittable || at + minutes <= problem.now) return Math.max(at + minutes, soonest);
  let left = Math.ceil((at + minutes - Math.max(at, floor.origin)) / GRID_MINUTES);
  let k = slotFloor(floor, at);
  for (; k < floor.slots && left > 0; k++) if (crew.every((p) => p.open[k])) left--;
  return Math.max(floor.origin + k * GRID_MINUTES, soonest);
}

/**
 * Places the planned steps of one piece from position `first` on, each as early as it can. A step that would miss
 * its latest start pulls the step it is tied to later, and only this piece is done again from there.
 * @param notBefore earliest starts by step, e.g. to keep what was planned before
 */
export function placePiece(
  draft: Draft,
  piece: PieceToPlan,
  first = 0,
  notBefore: ReadonlyMap<string, Instant> = NO_TIMES,
): void {
  const steps = draft.ordered.get(piece.id)!;
  const pushed = new Map(notBefore);
  for (let i = first, tries = 0; i < steps.length; i++) {
    const step = steps[i]!;
    if (step.state.kind !== 'planned') continue;
    const outcome = placeStep(draft, piece, step, pushed.get(step.id) ?? Number.NEGATIVE_INFINITY);
    if (outcome.kind === 'placed') continue;
    const anchorIndex = steps.findIndex((s) => s.id === outcome.anchor.id);
    pushed.set(outcome.anchor.id, outcome.push);
    takeOut(draft, steps, anchorIndex);
    if (++tries > MAX_TRIES) {
      giveUp(
        draft,
        piece,
        steps,
        anchorIndex,
        `${quote(step)} must follow ${quote(outcome.anchor)} in a short window, and no day has room for both.`,
      );
      return;
    }
    i = anchorIndex - 1;
  }
}
const NO_TIMES: ReadonlyMap<string, Instant> = new Map();
const MAX_TRIES = 400;

export type StepOutcome =
  | { readonly kind: 'placed' }
  /** The window after `anchor` would be missed: start `anchor` no earlier than `push`. */
  | { readonly kind: 'tooLate'; readonly anchor: Step; readonly push: Instant };

/** Places one step at its earliest, or says which step must move later first. A step with no room at all is recorded. */
export function placeStep(
  draft: Draft,
  piece: PieceToPlan,
  step: Step,
  notBefore: Instant,
  teams = teamsOf(draft, step),
): StepOutcome {
  const blockedBy = step.after.find((l) => draft.unplanned.has(l.step));
  if (blockedBy) {
    const before = piece.steps.find((s) => s.id === blockedBy.step)!;
    leaveOut(draft, piece, step, `It waits for ${quote(before)}, which has no place in the plan.`);
    return PLACED;
  }
  const earliest = earliestStart(draft, piece, step);
  const found =
    earliest === Number.POSITIVE_INFINITY ? null : seek(draft, piece, step, Math.max(earliest, notBefore), teams);
  if (!found) {
    leaveOut(draft, piece, step, draft.explains ? whyNoRoom(draft, piece, step, earliest) : '');
    return PLACED;
  }
  for (const link of step.after) {
    if (link.max_minutes === null) continue;
    const latest = draft.placed.get(link.step)!.end + link.max_minutes;
    if (found.at.start <= latest) continue;
    const anchor = piece.steps.find((s) => s.id === link.step)!;
    if (anchor.state.kind === 'planned' && anchor.pin.at === undefined)
      return { kind: 'tooLate', anchor, push: draft.placed.get(link.step)!.start + roundUp(found.at.start - latest) };
    draft.notices.push({
      step: step.id,
      piece: piece.id,
      kind: 'window-missed',
      words: `${quote(step)} was to start within ${link.max_minutes} minutes of ${quote(anchor)}; that window is past. Look at the surface before going on.`,
    });
  }
  if (step.pin.at !== undefined && found.at.start !== step.pin.at)
    draft.notices.push({
      step: step.id,
      piece: piece.id,
      kind: 'pin-not-kept',
      words: `${quote(step)} cannot start at the time it was pinned to; it is planned at the next possible time.`,
    });
  put(draft, step, found.at);
  return PLACED;
}
const PLACED: StepOutcome = { kind: 'placed' };

/** The earliest a step may start by arrival, pins and what it waits for; Infinity when a film never dries in the known climate. */
export function earliestStart(draft: Draft, piece: PieceToPlan, step: Step): Instant {
  let at = Math.max(draft.problem.now, piece.arrival, step.pin.notBefore ?? 0, step.pin.at ?? 0);
  for (const link of step.after) at = Math.max(at, linkReady(draft, link));
  return at;
}

/** When one link is satisfied. */
export function linkReady(draft: Draft, link: Link): Instant {
  const before = draft.placed.get(link.step);
  if (!before) return Number.POSITIVE_INFINITY;
  const origin =
    link.from === 'end'
      ? before.end
      : (before.dry[link.from] ?? (hasDrying(draft, link.step) ? Number.POSITIVE_INFINITY : before.end));
  return origin + link.min_minutes;
}

function hasDrying(draft: Draft, stepId: string): boolean {
  for (const piece of draft.problem.pieces) for (const s of piece.steps) if (s.id === stepId) return s.product !== null;
  return false;
}

export function seek(
  draft: Draft,
  piece: PieceToPlan,
  step: Step,
  from: Instant,
  teams: readonly Team[],
  lifted?: ReadonlySet<Requirement>,
): Found | null {
  return findStart(draft.floor, step, teams, slotCeil(draft.floor, from), keepouts(draft, piece, step), lifted);
}

export function teamsOf(draft: Draft, step: Step): readonly Team[] {
  let teams = draft.teams.get(step.id);
  if (!teams) draft.teams.set(step.id, (teams = teamsFor(draft.floor, step)));
  return teams;
}

/** A film that stays where the piece stands, so that dust raised there would land on it. */
export const isWetInPlace = (step: Step) => step.product !== null && step.needs.some((n) => n.span === 'both');

function keepouts(draft: Draft, piece: PieceToPlan, step: Step): Keepouts {
  const work: (readonly [number, number])[] = [];
  const wet: (readonly [number, number])[] = [];
  const { floor } = draft;
  for (const other of piece.steps) {
    const at = other.id === step.id ? undefined : draft.placed.get(other.id);
    if (!at) continue;
    if (other.zones.some((z) => step.zones.includes(z)))
      work.push([slotFloor(floor, at.start), slotCeil(floor, at.end)]);
    if (step.dusty && isWetInPlace(other))
      work.push([slotFloor(floor, at.start), slotCeil(floor, Math.max(at.end, at.dry.handle ?? at.end))]);
    if (other.dusty && isWetInPlace(step)) wet.push([slotFloor(floor, at.start), slotCeil(floor, at.end)]);
  }
  return { work, wet };
}

/** Why a step has no room, proved by lifting one requirement at a time. */
function whyNoRoom(draft: Draft, piece: PieceToPlan, step: Step, earliest: Instant): string {
  const { problem } = draft;
  const teams = teamsOf(draft, step);
  if (earliest === Number.POSITIVE_INFINITY)
    return 'What it waits for never dries in the climate given; warm the place or choose another product.';
  if (teams.length === 0) return whoOrWhereIsMissing(draft, step);
  if (step.pin.person !== undefined && !problem.people.some((p) => p.id === step.pin.person))
    return 'The person it is given to is not in the shop.';
  const helps = (r: Requirement) => seek(draft, piece, step, earliest, teams, new Set([r])) !== null;
  const product = problem.products.find((p) => p.id === step.product);
  if (helps('air') && product?.limits)
    return `${product.name} needs at least ${product.limits.minTemperature_c} °C and at most ${product.limits.maxHumidity_pct} % humidity from start until dry to handle; no such stretch falls in working hours.`;
  if (helps('hours'))
    return step.splittable
      ? 'There are too few working hours before the plan ends.'
      : `It takes ${step.work_minutes} minutes in one go, and no shift is that long or free.`;
  if (helps('person')) return 'Everyone who can do it is taken until the plan ends.';
  if (helps('space')) return 'There is no space for it until the plan ends.';
  return 'There is no room for it before the plan ends.';
}

function whoOrWhereIsMissing(draft: Draft, step: Step): string {
  const { people, stations } = draft.problem;
  const able = people.filter((p) => (p.skills[step.skill] ?? 0) > 0);
  if (able.length === 0) return `Nobody in the shop does "${step.skill}" work; give someone that skill in Shop.`;
  if (able.length < step.hands)
    return `It needs ${step.hands} people at once and only ${able[0]!.name} can do it; ask for a second pair of hands in Shop.`;
  for (const need of step.needs)
    if (!stations.some((s) => s.kind === need.kind && s.capacity >= need.units))
      return `It needs ${need.units} ${need.kind} ${need.units === 1 ? 'space' : 'spaces'} at once; the shop has no such station. Add one in Shop.`;
  return 'The person it is given to cannot do it.';
}

export function put(draft: Draft, step: Step, at: Placement): void {
  draft.placed.set(step.id, at);
  book(draft.floor, step, at, 1);
}

/** Frees the planned steps of one piece from position `first` on. */
export function takeOut(draft: Draft, steps: readonly Step[], first: number): void {
  for (let i = first; i < steps.length; i++) {
    const step = steps[i]!;
    if (step.state.kind !== 'planned') continue;
    const at = draft.placed.get(step.id);
    if (at) book(draft.floor, step, at, -1);
    draft.placed.delete(step.id);
    draft.unplanned.delete(step.id);
    for (let n = draft.notices.length - 1; n >= 0; n--)
      if (draft.notices[n]!.step === step.id) draft.notices.splice(n, 1);
  }
}

function giveUp(draft: Draft, piece: PieceToPlan, steps: readonly Step[], first: number, reason: string): void {
  takeOut(draft, steps, first);
  for (let i = first; i < steps.length; i++)
    if (steps[i]!.state.kind === 'planned') leaveOut(draft, piece, steps[i]!, reason);
}

function leaveOut(draft: Draft, piece: PieceToPlan, step: Step, reason: string): void {
  draft.unplanned.set(step.id, { step: step.id, piece: piece.id, reason });
}

/** The draft as a plan. */
export function finish(draft: Draft): Plan {
  const ready: Record<string, Instant> = {};
  for (const piece of draft.problem.pieces) {
    const at = readyAt(draft, piece);
    if (at !== null) ready[piece.id] = at;
  }
  const inOrder = <T extends { readonly step: string }>(list: Iterable<T>) =>
    [...list].sort((a, b) => (a.step < b.step ? -1 : 1));
  return {
    steps: Object.fromEntries([...draft.placed].sort(([a], [b]) => (a < b ? -1 : 1))),
    ready,
    unplanned: inOrder(draft.unplanned.values()),
    notices: inOrder(draft.notices),
  };
}

/** Last step done and dry to travel, or null while a step has no place. */
export function readyAt(draft: Draft, piece: PieceToPlan): Instant | null {
  let at = piece.steps.length > 0 ? 0 : piece.arrival;
  for (const step of piece.steps) {
    const p = draft.placed.get(step.id);
    if (!p || (step.product !== null && p.dry.travel === undefined)) return null;
    at = Math.max(at, p.end, p.dry.travel ?? 0);
  }
  return at;
}

export const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
  [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
const roundUp = (minutes: number) => Math.max(GRID_MINUTES, Math.ceil(minutes / GRID_MINUTES) * GRID_MINUTES);
const quote = (step: Step) => `“${step.title}”`;
