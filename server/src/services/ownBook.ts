import type { CommandAnswer, PaceView, StepLesson } from '@app/contract';
import { lessonIdOf, learnPace, ownPaceOf, type Shop, speedOf, type Timed } from '@app/core';
import { ApiError } from '../errors.ts';
import { toDate } from '../store/moments.ts';
import { recordOf } from '../store/record.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { findStep } from './steps.ts';

/** One word about what a step used, and at most one line: shown beside the next step it fits. The last word counts. */
export function learnLesson(deps: Deps, actor: Actor, stepId: string, input: StepLesson): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const { step, piece } = await findStep(rows, stepId);
      await rows.mustBeSeen('steps', stepId, input.version);
      const id = lessonIdOf(step.route);
      if (id === null)
        throw new ApiError('INVALID_REQUEST', { fields: { verdict: 'It used no product or tool to learn about.' } });
      const lesson = { verdict: input.verdict, words: input.words, learned_at: toDate(deps.clock.now()) };
      if (await rows.read('lessons', id)) await rows.update('lessons', id, lesson);
      else await rows.insert('lessons', id, lesson);
      return { summary: `Learned on ${piece}: ${input.verdict} ${input.words}`.trim(), planning: 'none' };
    },
  });
}

/** Steps of which both ends were tapped, each against what the book gives it at the person's entered speed. */
async function timedSteps(workshopId: string, shop: Shop): Promise<Timed[]> {
  return (await recordOf(workshopId)).flatMap((p) =>
    p.done.flatMap(({ route, state }): Timed[] => {
      const [person] = state.by;
      if (state.timed !== true || person === undefined || state.by.length > 1) return [];
      const speed = speedOf(shop.people, state.by, route.skill);
      if (!Number.isFinite(speed)) return [];
      const took = state.until - state.from + (state.worked?.minutes ?? 0) / speed;
      return [{ person, skill: route.skill, book_minutes: route.work_minutes / speed, took_minutes: took }];
    }),
  );
}

/** How everybody's pace stands to the book, by the shop's own log. @throws {ApiError} NOT_FOUND */
export async function paceView(deps: Deps, workshopId: string): Promise<PaceView> {
  const kept = await deps.shops.now(workshopId);
  if (!kept) throw new ApiError('NOT_FOUND');
  return { paces: learnPace(await timedSteps(workshopId, kept.view.shop)) };
}

/** Plans with the shop's own pace from now on, or with the book's again; the plan follows. */
export function planByPace(
  deps: Deps,
  actor: Actor,
  input: { readonly commandId: string; readonly isOwn: boolean },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const own = input.isOwn ? ownPaceOf(learnPace(await timedSteps(actor.workshopId, view.shop))) : null;
      await rows.update('workshops', actor.workshopId, { own_pace: own });
      return {
        summary: input.isOwn ? 'Plans by the shop’s own pace' : 'Plans by the book’s pace again',
        planning: 'repair',
      };
    },
  });
}
