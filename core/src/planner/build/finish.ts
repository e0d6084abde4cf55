import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { type ConflictKind, conflictSetAt } from '../engine/schedule/conflictSet.ts';
import { withFollowers } from '../engine/schedule/followers.ts';
import { insert, latestFor, remove } from '../engine/schedule/partialSchedule.ts';
import { byCause } from '../model/byCause.ts';
import type { Placement, Plan } from '../model/model.ts';
import type { Notice, Unplanned } from '../model/reasons.ts';
import { wetWorkLeft } from '../compile/wetWorkLeft.ts';
import { doneAt } from '../model/doneAt.ts';
import { type Draft, placementOf } from './draft.ts';
import { whyNoRoom } from './noRoom.ts';

/** The draft as a plan, with the reasons of what has no place in it and what it could not keep. */
export function finish(draft: Draft): Plan {
  const { compiled } = draft;
  const steps: Record<string, Placement> = {};
  const unplanned: Unplanned[] = [];
  const notices: Notice[] = [];
  compiled.steps.forEach((step, i) => {
    const at = placementOf(draft, i);
    if (at) steps[step.id] = at;
    else unplanned.push({ step: step.id, piece: pieceOf(draft, i).id, reason: whyNoRoom(draft, i) });
    if (at && step.state.kind === 'planned') notices.push(...noticesOf(draft, i, at));
    if (step.state.kind === 'started') notices.push(...leftWet(draft, i));
  });
  return {
    steps,
    ready: readyTimes(draft, steps),
    unplanned: unplanned.sort(byCause),
    notices: notices.sort((a, b) => (a.step < b.step ? -1 : 1)),
  };
}

const pieceOf = (draft: Draft, i: number) => draft.compiled.pieces[draft.compiled.model.steps[i]!.piece]!;

/** When each piece is done and dry to travel; those with a step that has no place, or that never dries, are left out. */
function readyTimes(draft: Draft, steps: Plan['steps']): Record<string, Instant> {
  const ready: Record<string, Instant> = {};
  for (const piece of draft.compiled.problem.pieces) {
    let at = piece.steps.length > 0 ? 0 : piece.arrival;
    for (const step of piece.steps) {
      const p = steps[step.id];
      at = Math.max(at, p ? doneAt(step, p) : Infinity);
    }
    if (at !== Infinity) ready[piece.id] = at;
  }
  return ready;
}

function noticesOf(draft: Draft, i: number, at: Placement): Notice[] {
  const { compiled, schedule } = draft;
  const step = compiled.steps[i]!;
  const about = { step: step.id, piece: pieceOf(draft, i).id, title: step.title };
  const out: Notice[] = [];
  if (schedule.start[i]! > latestFor(schedule, compiled.model.steps[i]!))
    for (const link of step.after) {
      const before = compiled.steps[compiled.indexOf.get(link.step) ?? -1];
      const was = before && placementOf(draft, compiled.indexOf.get(link.step)!);
      if (!was || link.max_minutes === null || at.start <= was.end + link.max_minutes) continue;
      out.push(
        link.rescue
          ? { ...about, kind: 'rescue', before: before.title, rescue: link.rescue.title, minutes: link.rescue.minutes }
          : { ...about, kind: 'window-missed', before: before.title, max_minutes: link.max_minutes },
      );
    }
  if (step.pin.at !== undefined && at.start !== step.pin.at)
    out.push({ ...about, kind: 'pin-not-kept', conflictSet: conflictSetAtPin(draft, i, step.pin.at) });
  return out;
}

/** A coat under way that its painter did not finish. */
function leftWet(draft: Draft, i: number): Notice[] {
  const step = draft.compiled.steps[i]!;
  const { problem } = draft.compiled;
  const left = wetWorkLeft(problem, step);
  if (!left || left.left_minutes === 0 || step.state.kind !== 'started') return [];
  const { by } = step.state;
  const who = problem.people.filter((p) => by.includes(p.id)).map((p) => p.name);
  const about = { step: step.id, piece: pieceOf(draft, i).id, title: step.title };
  const { left_minutes, finisher } = left;
  return [{ ...about, kind: 'left-wet', who: who.join(' and '), left_minutes, finisher: finisher?.name ?? null }];
}

/** What forbids the time a step is pinned to, with everything else where it is and its followers free to follow. */
function conflictSetAtPin({ compiled, schedule }: Draft, i: number, at: Instant): readonly ConflictKind[] {
  const { steps } = compiled.model;
  const { start, end, hold, mode, crew } = schedule;
  const kept = withFollowers(compiled.model, i)
    .filter((k) => !steps[k]!.fixed && start[k]! >= 0)
    .map((k) => [k, start[k]!, end[k]!, hold[k]!, mode[k]!, crew[k]!] as const);
  for (const [k] of kept) remove(schedule, k);
  const conflictSet = conflictSetAt(schedule, i, Math.floor((at - compiled.origin) / GRID_MINUTES));
  for (const k of kept) insert(schedule, ...k);
  return conflictSet.length > 0 ? conflictSet : ['order'];
}
