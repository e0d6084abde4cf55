import type { CommandAnswer, StepProgress } from '@app/contract';
import { assertNever, expectedAtPace, type Instant, partsOf, sayLength, type WorkState, workedBy } from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import type { KeptShop } from './keptShops.ts';
import { findStep, happened, type StepFields } from './steps.ts';

type Running = WorkState & { readonly kind: 'started' };
type Told = { readonly state: WorkState; readonly words: string };

/** What is said of a step while it is under way; the plan follows. */
export function tellProgress(deps: Deps, actor: Actor, stepId: string, input: StepProgress): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, before) => {
      const { step, piece } = await findStep(rows, stepId);
      await rows.mustBeSeen('steps', stepId, input.version);
      if (step.state.kind !== 'started')
        throw new ApiError('STEP_STATE', { detail: 'It is not under way. Tap Start first.' });
      const now = happened(deps, input.at);
      if (now < step.state.at) throw atFault('It had not been started then.');
      const { state, words } = await told(rows, before, { id: stepId, step, running: step.state, now }, input);
      await rows.update('steps', stepId, { state }, input.version);
      return {
        summary: `“${step.route.title}” on ${piece}: ${words}`,
        piece: step.piece_id,
        touched: [step.piece_id],
        planning: 'repair',
        hasHappened: true,
        isTap: true,
      };
    },
  });
}

type UnderWay = { readonly id: string; readonly step: StepFields; readonly running: Running; readonly now: Instant };

async function told(rows: Recorder, before: KeptShop, u: UnderWay, input: StepProgress): Promise<Told> {
  const of = partsOf(u.step.route, await rows.mustRead('pieces', u.step.piece_id));
  const { kind } = input;
  switch (kind) {
    case 'pause':
      return laidDown(before, u, of);
    case 'longer':
      return longer(before, u, input.minutes);
    case 'parts':
      return finished(u, input.parts, of);
    default:
      return assertNever(kind);
  }
}

function laidDown({ view }: KeptShop, { step, running, now }: UnderWay, of: number): Told {
  if (!step.route.splittable && of === 1)
    throw new ApiError('STEP_STATE', {
      detail: 'It has to be done in one go. Finish it, or say under “Problem” that it stopped and is done again.',
    });
  const { work_minutes, skill } = step.route;
  const worked = workedBy({ work_minutes, skill, state: running }, view.shop.people, now, of);
  const left = Math.ceil(work_minutes - worked.minutes);
  const parts = worked.parts === undefined ? '' : `${worked.parts} of ${of} done, `;
  return { state: { kind: 'planned', worked }, words: `laid down, ${parts}${sayLength(left)} left` };
}

function longer({ view }: KeptShop, { id, running, now }: UnderWay, minutes = 15): Told {
  const end = Math.max(view.plan.steps[id]?.end ?? now, now);
  return { state: { ...running, expected: end + minutes }, words: `takes ${sayLength(minutes)} longer` };
}

function finished({ running, now }: UnderWay, parts: number | undefined, of: number): Told {
  if (of === 1) throw partsFault('It is one thing and has no parts.');
  const before = running.worked?.parts ?? 0;
  if (parts === undefined || parts >= of || parts <= before)
    throw partsFault(`Between ${before + 1} and ${of - 1} parts; when all ${of} are finished, tap Done.`);
  const expected = expectedAtPace(running, parts, of, now);
  return { state: { ...running, parts, expected }, words: `${parts} of ${of} done` };
}

const atFault = (words: string) => new ApiError('INVALID_REQUEST', { fields: { at: words } });
const partsFault = (words: string) => new ApiError('INVALID_REQUEST', { fields: { parts: words } });
