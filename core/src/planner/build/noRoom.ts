import { readyFor } from '../engine/schedule/partialSchedule.ts';
import { seek } from '../engine/schedule/seek.ts';
import { RELAXATION } from '../engine/engineModel.ts';
import { GIVEN_UP } from '../engine/schedule/serialSgs.ts';
import type { Problem, Step } from '../model/model.ts';
import type { NoRoom } from '../model/reasons.ts';
import type { Draft } from './draft.ts';

/** Why a step has no room, proved by relaxing one requirement at a time. Leaves the schedule as it is. */
export function whyNoRoom(draft: Draft, i: number): NoRoom {
  const { compiled, schedule, scratch } = draft;
  const { problem } = compiled;
  const step = compiled.steps[i]!;
  const engine = compiled.model.steps[i]!;
  if (scratch.left?.[i] === GIVEN_UP) return windowsWithoutRoom(draft, i);
  const missing = engine.preds.find((p) => schedule.start[p.step]! < 0);
  if (missing) return { code: 'before-unplanned', before: compiled.steps[missing.step]!.title };
  if (engine.modes.length === 0) return whoOrWhereIsMissing(problem, step);
  const earliest = readyFor(schedule, engine);
  if ((step.pin.notBefore ?? 0) >= problem.horizon) return { code: 'pinned-past-end' };
  if (earliest > compiled.model.slots) return { code: 'never-dries' };
  const helps = (requirement: number) => seek(schedule, i, earliest, 0, requirement);
  if (helps(RELAXATION.air)) {
    const product = problem.products.find((p) => p.id === step.product);
    return product?.limits ? { code: 'limits', product: product.name, ...product.limits } : { code: 'outdoors' };
  }
  if (helps(RELAXATION.person)) return { code: 'everyone-busy' };
  if (helps(RELAXATION.hours))
    return step.splittable ? { code: 'few-hours' } : { code: 'no-shift', work_minutes: step.work_minutes };
  if (helps(RELAXATION.space)) return { code: 'no-space' };
  if (helps(RELAXATION.tool)) return { code: 'tool-taken' };
  if (helps(RELAXATION.dust)) return { code: 'beside-dust' };
  return { code: compiled.model.floor ? 'floor-full' : 'nowhere' };
}

/** A chain of short windows that no day has room for: the pair that is tied. */
function windowsWithoutRoom(draft: Draft, i: number): NoRoom {
  const { steps, model } = draft.compiled;
  const own = model.pieces[model.steps[i]!.piece]!.steps;
  const later = own.find((k) => model.steps[k]!.preds.some((p) => p.step === i && p.maxSlots < Infinity));
  const before = model.steps[i]!.preds.find((p) => p.maxSlots < Infinity)?.step;
  const pair = before !== undefined ? [i, before] : later !== undefined ? [later, i] : null;
  return pair
    ? { code: 'window-pair', later: steps[pair[0]!]!.title, earlier: steps[pair[1]!]!.title }
    : { code: 'window-chain' };
}

function whoOrWhereIsMissing({ people, stations, tools }: Problem, step: Step): NoRoom {
  const able = people.filter((p) => (p.skills[step.skill] ?? 0) > 0);
  if (step.hands > 0 && step.pin.person !== undefined && !people.some((p) => p.id === step.pin.person))
    return { code: 'person-gone' };
  if (step.hands > 0 && able.length === 0) return { code: 'no-skill', skill: step.skill };
  if (able.length < step.hands) return { code: 'few-hands', hands: step.hands, able: able[0]!.name };
  for (const { kind, units } of step.needs)
    if (!stations.some((s) => s.kind === kind && s.capacity >= units)) return { code: 'no-station', kind, units };
  if (step.tool !== null && !tools.some((t) => t.id === step.tool)) return { code: 'no-tool' };
  return { code: 'person-unable' };
}
