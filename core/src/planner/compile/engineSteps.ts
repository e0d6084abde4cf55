import { GRID_MINUTES } from '../../calendar/grid.ts';
import { STAGES } from '../../products/product.ts';
import type { Instant } from '../../quantities/units.ts';
import { DISJUNCTION, type Disjunction, type EngineStep, type Mode, type Pred } from '../engine/engineModel.ts';
import { newStep } from '../engine/layouts.ts';
import { doneAt } from '../model/doneAt.ts';
import type { Link, PieceToPlan, Placement, Problem, Step } from '../model/model.ts';
import type { Grid } from './grid.ts';
import type { Modes } from './modes.ts';

/** Steps and pieces by the numbers the engine knows them by; `own`: the steps of each piece. */
export type NumberedSteps = {
  readonly steps: readonly Step[];
  readonly pieces: readonly PieceToPlan[];
  readonly pieceOf: readonly number[];
  readonly own: readonly (readonly number[])[];
  readonly indexOf: ReadonlyMap<string, number>;
};
/** Where steps stand that are not moved, by their ids. */
export type FixedSteps = {
  readonly placements: ReadonlyMap<string, Placement>;
  readonly modeOf: ReadonlyMap<string, Mode>;
};
/** What the stages before came to. `stock`: from when each step's product is on the shelf. */
type Compiled = {
  readonly problem: Problem;
  readonly grid: Grid;
  readonly modes: Modes;
  readonly numbered: NumberedSteps;
  readonly fixed: FixedSteps;
  readonly stock: ReadonlyMap<string, Instant>;
  readonly withinPieces: WeakMap<PieceToPlan, WithinPiece>;
};
/** What steps of a piece are to one another, by the numbers they have when its first has number `first`: which may not overlap which, and which share room. */
export type WithinPiece = {
  readonly first: number;
  readonly disjunctions: readonly (readonly Disjunction[])[];
  readonly sharesRoomWith: readonly (readonly number[])[];
};

/** A film that stays where the piece stands, so that dust raised there would land on it. */
const isWetInPlace = (step: Step) => step.product !== null && step.needs.some((n) => n.span === 'both');

/** Each step as the engine sees it: its modes, what it waits for, when it may start, and where it is fixed. */
export function engineSteps(c: Compiled): EngineStep[] {
  const groups = setupGroups(c.numbered.steps);
  return c.numbered.steps.map((s, i) => engineStep(c, s, i, groups));
}

/** Set-ups by number: product and applicator together. */
function setupGroups(steps: readonly Step[]): ReadonlyMap<string, number> {
  const groups = new Map<string, number>();
  for (const { load } of steps) if (load != null && !groups.has(load)) groups.set(load, groups.size);
  return groups;
}

function engineStep(c: Compiled, s: Step, i: number, groups: ReadonlyMap<string, number>): EngineStep {
  const { grid, modes, numbered, fixed } = c;
  const piece = numbered.pieceOf[i]!;
  const at = fixed.placements.get(s.id);
  const mode = fixed.modeOf.get(s.id);
  const links = s.after.filter((l) => numbered.indexOf.has(l.step));
  const within = withinPiece(c, piece);
  const { earliest, latest, preds } = startBounds(c, s, numbered.pieces[piece]!, links);
  const slotOf = (t: Instant) => (t === Number.POSITIVE_INFINITY ? grid.slots + 1 : grid.ceil(t));
  return newStep({
    piece,
    work_minutes: s.work_minutes,
    slots: Math.ceil(s.work_minutes / GRID_MINUTES - 1e-9),
    split: s.splittable && s.hands > 0,
    modes: mode ? [mode] : modes.modesOf(s),
    hold: 0,
    cure: 0,
    doneStage: s.product === null ? -1 : STAGES.indexOf('travel'),
    preds,
    disjunctions: within.disjunctions[i - within.first]!,
    sharesRoomWith: within.sharesRoomWith[i - within.first]!,
    earliest: slotOf(Math.max(earliest, s.pin.at ?? 0)),
    unpinned: slotOf(earliest),
    pinSlot: s.pin.at !== undefined && s.pin.at >= earliest ? slotOf(s.pin.at) : -1,
    latest: latest === Infinity ? Infinity : grid.rawFloor(latest),
    rescue_minutes: rescueOf(links),
    baseline: null,
    group: s.load == null ? -1 : groups.get(s.load)!,
    fixed: at ? fixedSlots(s, at, grid) : null,
  });
}

/** When a step may start by what is known before anything is placed, and what it waits for beside that. */
function startBounds(
  { problem, numbered, fixed, stock }: Compiled,
  s: Step,
  piece: PieceToPlan,
  links: readonly Link[],
): { earliest: Instant; latest: Instant; preds: Pred[] } {
  let earliest = Math.max(problem.now, piece.arrival, s.pin.notBefore ?? 0, stock.get(s.id) ?? 0);
  let latest = Infinity;
  const preds: Pred[] = [];
  for (const l of links) {
    const i = numbered.indexOf.get(l.step)!;
    const was = fixed.placements.get(l.step);
    if (!was) {
      preds.push(predOf(l, i));
      continue;
    }
    const dries = numbered.steps[i]!.product !== null;
    const from = l.from === 'end' ? was.end : (was.dry[l.from] ?? (dries ? Number.POSITIVE_INFINITY : was.end));
    earliest = Math.max(earliest, from + l.min_minutes);
    if (l.max_minutes !== null) latest = Math.min(latest, was.end + l.max_minutes);
  }
  return { earliest, latest, preds };
}

const predOf = (l: Link, step: number): Pred => ({
  step,
  stage: l.from === 'end' ? -1 : STAGES.indexOf(l.from),
  min_minutes: l.min_minutes,
  minSlots: Math.ceil(l.min_minutes / GRID_MINUTES),
  maxSlots: l.max_minutes === null ? Infinity : Math.floor(l.max_minutes / GRID_MINUTES),
});

/** Extra work when a window is missed; -1 when one of its windows must hold, or there is none. */
function rescueOf(links: readonly Link[]): number {
  const windows = links.filter((l) => l.max_minutes !== null);
  return windows.length > 0 && windows.every((l) => l.rescue) ? Math.max(...windows.map((l) => l.rescue!.minutes)) : -1;
}

const fixedSlots = (s: Step, at: Placement, grid: Grid) => ({
  start: grid.floor(at.start),
  end: grid.ceil(at.end),
  usedFrom: grid.rawFloor(at.start),
  usedUntil: grid.rawCeil(at.end),
  touch: grid.ceil(Math.max(at.end, at.dry.touch ?? at.end)),
  hold: grid.ceil(Math.max(at.end, at.dry.handle ?? at.end)),
  done: doneAt(s, at) === Number.POSITIVE_INFINITY ? grid.slots : grid.ceil(doneAt(s, at)),
});

/** What steps of a piece are to one another, found once for a piece that stays as it is. */
function withinPiece({ numbered, withinPieces }: Compiled, piece: number): WithinPiece {
  const of = numbered.pieces[piece]!;
  const own = numbered.own[piece]!;
  const known = withinPieces.get(of);
  if (known && known.first === own[0]) return known;
  const { steps } = numbered;
  const before = ancestors(own, numbered);
  const found = {
    first: own[0]!,
    disjunctions: own.map((i) => {
      const isOrdered = (k: number) => before.get(i)!.has(k) || before.get(k)!.has(i);
      return disjunctionsOf(steps[i]!, own, steps, isOrdered);
    }),
    sharesRoomWith: own.map((i) => own.filter((k) => k !== i && isInOnePlace(steps[i]!, steps[k]!))),
  };
  withinPieces.set(of, found);
  return found;
}

/** Whether two steps need the same kind of place. */
const isInOnePlace = (a: Step, b: Step) => a.needs.some((n) => b.needs.some((m) => m.kind === n.kind));

/** All that each step of a piece waits for, and what that waits for; but for what a step waited for that was begun before its turn. */
function ancestors(
  own: readonly number[],
  { steps, indexOf }: NumberedSteps,
): ReadonlyMap<number, ReadonlySet<number>> {
  const found = new Map<number, Set<number>>();
  const collect = (i: number): Set<number> => {
    const known = found.get(i);
    if (known) return known;
    const before = new Set<number>();
    found.set(i, before);
    for (const { step } of steps[i]!.after) {
      const k = indexOf.get(step);
      if (k === undefined) continue;
      before.add(k);
      if (steps[k]!.state.kind === 'planned') for (const b of collect(k)) before.add(b);
    }
    return before;
  };
  for (const i of own) collect(i);
  return found;
}

/**
 * Steps of its piece that may not overlap it: on a zone of both, while one is turned over, or dust where the other is wet.
 * @param isOrdered the one waits for the end of the other, so that their work never overlaps unless it was begun before its turn
 */
function disjunctionsOf(
  s: Step,
  own: readonly number[],
  steps: readonly Step[],
  isOrdered: (i: number) => boolean,
): Disjunction[] {
  const out: Disjunction[] = [];
  for (const i of own) {
    const other = steps[i]!;
    if (other === s) continue;
    const isInTurn = s.state.kind === 'planned' && other.state.kind === 'planned' && isOrdered(i);
    if (!isInTurn && (s.moves || other.moves || other.zones.some((z) => s.zones.includes(z))))
      out.push({ step: i, kind: DISJUNCTION.work });
    if (s.dusty && isWetInPlace(other)) out.push({ step: i, kind: DISJUNCTION.underWet });
    if (other.dusty && isWetInPlace(s)) out.push({ step: i, kind: DISJUNCTION.wetOver });
  }
  return out;
}
