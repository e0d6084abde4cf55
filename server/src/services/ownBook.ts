import type { CommandAnswer, OwnBookView, OwnFiguresInput, StepLesson } from '@app/contract';
import {
  areEnough,
  assertNever,
  bySheet,
  catalogueOf,
  coatsFacts,
  coverageFacts,
  dryingFacts,
  dryingTimes,
  dryingToPlan,
  ENOUGH_COATS,
  ENOUGH_FILMS,
  ENOUGH_TIMES,
  hidesKey,
  learnCoats,
  learnCoverage,
  learnDrying,
  learnPace,
  lessonIdOf,
  type LoggedPiece,
  ownPaceOf,
  type Shop,
  speedOf,
  spreading,
  type Timed,
} from '@app/core';
import { ApiError } from '../errors.ts';
import { toDate } from '../store/moments.ts';
import { logOf } from '../store/record.ts';
import type { Recorder } from '../store/recorder.ts';
import { type Actor, carryOut, type Deps, type Done } from './commands.ts';
import { putProduct, rebuildUntouched } from './shop.ts';
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
function timedSteps(log: readonly LoggedPiece[], shop: Shop): Timed[] {
  return log.flatMap((p) =>
    p.steps.flatMap(({ route, state }): Timed[] => {
      if (state.kind !== 'done') return [];
      const [person] = state.by;
      if (state.timed !== true || person === undefined || state.by.length > 1) return [];
      const speed = speedOf(shop.people, state.by, route.skill);
      if (!Number.isFinite(speed)) return [];
      const took = state.until - state.from + (state.worked?.minutes ?? 0) / speed;
      return [{ person, skill: route.skill, book_minutes: route.work_minutes / speed, took_minutes: took }];
    }),
  );
}

/** What the shop's own log says against the book. */
async function learned(workshopId: string, shop: Shop): Promise<OwnBookView> {
  const log = await logOf(workshopId);
  const products = catalogueOf(shop.products);
  return {
    paces: learnPace(timedSteps(log, shop)),
    drying: learnDrying(dryingFacts(log, shop, products)),
    coverage: learnCoverage(coverageFacts(log, products), products),
    coats: learnCoats(coatsFacts(log)),
  };
}

/** @throws {ApiError} NOT_FOUND */
export async function ownBookView(deps: Deps, workshopId: string): Promise<OwnBookView> {
  const kept = await deps.shops.now(workshopId);
  if (!kept) throw new ApiError('NOT_FOUND');
  return learned(workshopId, kept.view.shop);
}

/** Plans with a figure of the shop's own from now on, or with the book's again; routes nobody has begun and the plan follow. */
export function planByFigures(deps: Deps, actor: Actor, input: OwnFiguresInput): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const book = input.isOwn ? await learned(actor.workshopId, view.shop) : NOTHING_LEARNED;
      const { about } = input;
      switch (about) {
        case 'pace':
          await rows.update('workshops', actor.workshopId, {
            own_pace: input.isOwn ? ownPaceOf(book.paces) : null,
          });
          return { summary: `Plans by ${input.isOwn ? 'the shop’s own' : 'the book’s'} pace`, planning: 'repair' };
        case 'drying':
        case 'coverage':
          return planProduct(rows, view.shop, book, { ...input, about });
        case 'coats':
          return planCoats(rows, view.shop, book, input);
        default:
          return assertNever(about);
      }
    },
  });
}
const NOTHING_LEARNED: OwnBookView = { paces: [], drying: [], coverage: [], coats: [] };

async function planProduct(
  rows: Recorder,
  shop: Shop,
  book: OwnBookView,
  { about, of, isOwn, isBelowSheet }: OwnFiguresInput & { readonly about: 'drying' | 'coverage' },
): Promise<Done> {
  const product = catalogueOf(shop.products).get(of);
  if (!product) throw new ApiError('INVALID_REQUEST', { fields: { of: 'Choose a product from the list.' } });
  const next = !isOwn
    ? bySheet(product, about)
    : about === 'drying'
      ? dryingTimes(product, dryingToPlan(known(book.drying, of, ENOUGH_FILMS, 'films').factor, isBelowSheet))
      : spreading(product, known(book.coverage, of, ENOUGH_COATS, 'coats').own_m2PerL);
  await putProduct(rows, next);
  const touched = await rebuildUntouched(rows);
  const words = about === 'drying' ? 'dries' : 'covers';
  return { summary: `${product.name} ${words} as ${isOwn ? 'here' : 'its sheet says'}`, touched, planning: 'repair' };
}

/** Of a product or paint enough is known. @throws {ApiError} INVALID_REQUEST saying how much is missing */
function known<T extends { readonly product: string; readonly n: number }>(
  list: readonly T[],
  product: string,
  enough: number,
  things: string,
): T {
  const found = list.find((x) => x.product === product);
  if (found && found.n >= enough) return found;
  throw tooFew(found?.n ?? 0, enough, things);
}
const tooFew = (n: number, enough: number, things: string) =>
  new ApiError('INVALID_REQUEST', {
    fields: { of: `The log knows ${n} ${things} of it; from ${enough} on it can be planned with.` },
  });

async function planCoats(rows: Recorder, shop: Shop, book: OwnBookView, { of, isOwn }: OwnFiguresInput): Promise<Done> {
  const found = book.coats.find((c) => hidesKey(c.hides) === of);
  if (isOwn && !(found && areEnough(found)))
    throw tooFew(found?.times ?? 0, ENOUGH_TIMES, 'times the same number of coats');
  const { [of]: _before, ...others } = shop.ownCoats ?? {};
  await rows.update('workshops', rows.workshopId, { own_coats: isOwn ? { ...others, [of]: found!.own } : others });
  const touched = await rebuildUntouched(rows);
  return {
    summary: isOwn ? 'Lays as many coats as it took here' : 'Lays coats by the book',
    touched,
    planning: 'repair',
  };
}
