import type { EngineModel, EnginePiece, EngineStep, Pred } from '../planner/engine/engineModel.ts';
import { newStep } from '../planner/engine/layouts.ts';
import { newFloor } from '../planner/engine/resources/floor.ts';
import type { NeutralInstance, NeutralPiece, NeutralStep } from './format.ts';
import { NeutralResources, sorted } from './resources.ts';

export type Compiled = {
  readonly model: EngineModel;
  readonly stepIds: readonly string[];
  readonly staffIds: readonly string[];
};

/**
 * The instance as the engine sees it. Pieces are taken in the order of their ids, so that the order of input changes
 * nothing.
 * @throws {RangeError} naming what is missing or impossible
 */
export function compile(instance: NeutralInstance): Compiled {
  const resources = new NeutralResources(instance);
  const pieces = sorted(instance.pieces);
  const all = pieces.flatMap((p) => inOrder(p.steps));
  const indexOf = new Map(all.map((s, i) => [s.id, i]));
  if (indexOf.size !== all.length) throw new RangeError('Two steps have the same id; give each its own.');
  const groups = setupGroups(all);
  const steps = pieces.flatMap((p, k) =>
    inOrder(p.steps).map((s) => stepOf(s, p, k, resources, indexOf, groups, instance.grid)),
  );
  const own: number[][] = pieces.map(() => []);
  steps.forEach((s, i) => own[s.piece]!.push(i));
  return {
    model: {
      slots: resources.slots,
      now: 0,
      people: resources.people,
      profiles: resources.profiles,
      setups: resources.setups,
      floor: tightFloor(instance, resources.slots),
      steps,
      pieces: pieces.map((p, k) => pieceOf(p, own[k]!, resources, instance.grid)),
      loadCost: 0,
    },
    stepIds: all.map((s) => s.id),
    staffIds: resources.staff.map((s) => s.id),
  };
}

/** Set-ups by number. */
function setupGroups(steps: readonly NeutralStep[]): ReadonlyMap<string, number> {
  const groups = new Map<string, number>();
  for (const { group } of steps) if (group !== null && !groups.has(group)) groups.set(group, groups.size);
  return groups;
}

/** A floor that holds every piece at once never decides anything. */
const tightFloor = ({ pieces, floor }: NeutralInstance, slots: number) =>
  pieces.reduce((n, p) => n + p.floor, 0) > floor.capacity ? newFloor(slots, floor.capacity) : null;

function stepOf(
  s: NeutralStep,
  p: NeutralPiece,
  piece: number,
  resources: NeutralResources,
  indexOf: ReadonlyMap<string, number>,
  groups: ReadonlyMap<string, number>,
  grid: number,
): EngineStep {
  const release = resources.slot(p.release);
  return newStep({
    piece,
    work_minutes: s.duration,
    slots: resources.slot(s.duration),
    split: s.split && s.staff > 0,
    modes: resources.modesFor(s),
    hold: resources.slot(s.hold),
    cure: resources.slot(s.cure),
    doneStage: -1,
    preds: s.after.map((l): Pred => {
      const step = indexOf.get(l.step);
      if (step === undefined) throw new RangeError(`Step ${s.id} waits for "${l.step}", which is not given.`);
      const maxSlots = l.max === null ? Infinity : Math.floor(l.max / grid);
      return { step, stage: -1, min_minutes: l.min, minSlots: resources.slot(l.min), maxSlots };
    }),
    disjunctions: [],
    // The format counts what each step takes of a station by itself.
    sharesRoomWith: [],
    earliest: release,
    unpinned: release,
    pinSlot: -1,
    latest: Infinity,
    rescue_minutes: -1,
    group: s.group === null ? -1 : groups.get(s.group)!,
    baseline: null,
    fixed: null,
  });
}

const pieceOf = (
  p: NeutralPiece,
  steps: readonly number[],
  resources: NeutralResources,
  grid: number,
): EnginePiece => ({
  steps,
  release: resources.slot(p.release),
  due: resources.slot(p.due),
  floor: p.floor,
  staysUntil: p.holdUntilDue ? resources.slot(p.due) : 0,
  isHere: false,
  rank: 0,
  lateCost: 100 * p.weight * grid,
  flowCost: p.weight * grid,
  slack: 0,
  slackCost: 0,
});

/** Each step after those it waits for; a step tied to another by a window follows it at once. */
function inOrder(steps: readonly NeutralStep[]): NeutralStep[] {
  const known = new Map(steps.map((s) => [s.id, s]));
  const out: NeutralStep[] = [];
  const state = new Map<string, 1 | 2>();
  const visit = (s: NeutralStep) => {
    if (state.get(s.id) === 2) return;
    if (state.get(s.id) === 1)
      throw new RangeError(`Step ${s.id} waits for itself, by way of others; take one link out.`);
    state.set(s.id, 1);
    for (const l of s.after) {
      const before = known.get(l.step);
      if (before) visit(before);
    }
    state.set(s.id, 2);
    out.push(s);
  };
  for (const s of [...steps].sort((a, b) => (a.id < b.id ? -1 : 1))) visit(s);
  return out;
}
