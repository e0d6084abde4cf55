import {
  AdoptInput,
  ArrivalInput,
  AtHandInput,
  ChangesPageSchema,
  Command,
  CommandAnswerSchema,
  DayBreakInput,
  EditPiece,
  EditsInput,
  FoundRecordSchema,
  LeftPiecesSchema,
  NewPiece,
  PieceSchema,
  PieceVersion,
  ProposalAnswerSchema,
  StepDone,
  StepPin,
  StepDifferently,
  OwnBookSchema,
  OwnFiguresInput,
  StepFound,
  StepLesson,
  StepLook,
  StepProblem,
  StepProgress,
  StepStart,
  Undo,
  ViewSchema,
  ViewSinceSchema,
} from '@app/contract';
import type { RouteEdit } from '@app/core';
import { ApiError } from '../errors.ts';
import { isStillSignedIn } from '../guards.ts';
import { addPiece, editPiece, editRoute, removePiece, saveArrivalSheet, sayAtHand } from '../services/pieces.ts';
import { adopt, lookForBetter } from '../services/proposals.ts';
import { planAgain } from '../services/shop.ts';
import { applyDayBreak } from '../services/dayBreak.ts';
import { tellDifferently } from '../services/differently.ts';
import { learnLesson, ownBookView, planByFigures } from '../services/ownBook.ts';
import { tellFound, tellLook } from '../services/looks.ts';
import { tellProgress } from '../services/progress.ts';
import { searchRecord } from '../services/record.ts';
import { finishStep, pinStep, reportProblem, startStep } from '../services/steps.ts';
import { undo } from '../services/undo.ts';
import { leftPieces, olderChanges, pieceView, viewSince, workshopView } from '../services/view.ts';
import { type Route, route } from './route.ts';

/** Revisions are whole numbers of the database, up to this. */
const MOST_REVISION = 2_147_483_647;

/** More than anybody searches for. */
const LONGEST_WORD = 80;

/** @throws {ApiError} INVALID_REQUEST for what is no whole number the database has room for */
function wholeNumber(given: unknown): number {
  const n = typeof given === 'string' || typeof given === 'number' ? Number(given) : Number.NaN;
  if (!Number.isSafeInteger(n) || Math.abs(n) > MOST_REVISION)
    throw new ApiError('INVALID_REQUEST', { detail: 'Give a whole number.' });
  return n;
}
const text = (given: unknown): string => (typeof given === 'string' ? given : '');

/** What every command on a piece, a step or the plan shares. */
const work = { access: 'helper', answer: CommandAnswerSchema } as const;
const onPiece = { ...work, owned: 'pieces' } as const;
const onStep = { ...work, owned: 'steps' } as const;

/** Looking at the workshop and doing its daily work: pieces, steps, plan, undo. */
export const WORK_ROUTES: readonly Route[] = [
  route({
    method: 'get',
    path: '/view',
    access: 'helper',
    owned: null,
    does: 'the workshop as its people see it',
    body: null,
    answer: ViewSchema,
    run: async ({ deps, options, actor }) => {
      await options.keeper.beforeLook(actor.workshopId);
      return workshopView(deps, actor);
    },
  }),
  route({
    method: 'get',
    path: '/view/since/:id',
    access: 'helper',
    owned: null,
    does: 'what happened since a revision, one change after the other; null when that is too long ago',
    body: null,
    answer: ViewSinceSchema,
    run: ({ deps, actor, id }) => viewSince(deps, actor.workshopId, wholeNumber(id)),
  }),
  route({
    method: 'get',
    path: '/left',
    access: 'helper',
    owned: null,
    does: 'pieces that left the shop, the last first, a page at a time (`?leftAt=…&id=…`: after that one)',
    body: null,
    answer: LeftPiecesSchema,
    run: ({ actor, req }) => {
      const { leftAt, id } = req.query;
      return leftPieces(actor.workshopId, leftAt === undefined ? null : { leftAt: wholeNumber(leftAt), id: text(id) });
    },
  }),
  route({
    method: 'get',
    path: '/pieces/:id',
    access: 'helper',
    owned: 'pieces',
    does: 'one piece, also when it has left the shop',
    body: null,
    answer: PieceSchema,
    run: ({ actor, id }) => pieceView(actor.workshopId, id),
  }),
  route({
    method: 'get',
    path: '/record',
    access: 'helper',
    owned: null,
    does: 'pieces, here and left, that had a word, a colour near one, a product, a look or a person, with their coats',
    body: null,
    answer: FoundRecordSchema,
    run: ({ actor, req }) => {
      const said = (name: string) => {
        const given = req.query[name];
        return typeof given === 'string' ? given.slice(0, LONGEST_WORD) : '';
      };
      const query = {
        word: said('word'),
        hex: said('hex'),
        product: said('product'),
        look: said('look'),
        person: said('person'),
      };
      return searchRecord(actor.workshopId, query);
    },
  }),
  route({
    method: 'get',
    path: '/changes',
    access: 'helper',
    owned: null,
    does: 'older changes, the newest first, a page at a time (`?before=…`; `&piece=…`: only those about it)',
    body: null,
    answer: ChangesPageSchema,
    run: ({ actor, req: { query } }) => {
      const piece = query['piece'] === undefined ? null : text(query['piece']);
      return olderChanges(actor.workshopId, wholeNumber(query['before'] ?? MOST_REVISION), piece);
    },
  }),
  route({
    method: 'get',
    path: '/events',
    access: 'helper',
    owned: null,
    does: 'tells when the workshop changed, as server-sent events',
    body: null,
    answer: 'events',
    run: ({ options, actor, req, res }) => {
      const stays = () => isStillSignedIn(req);
      return Promise.resolve(options.events.open(actor.workshopId, actor.userId, res, stays));
    },
  }),
  route({
    ...work,
    method: 'post',
    path: '/pieces',
    owned: null,
    does: 'adds a piece',
    body: NewPiece,
    status: 201,
    run: ({ deps, actor, body }) => addPiece(deps, actor, { ...body, edits: body.edits as RouteEdit[] }),
  }),
  route({
    ...onPiece,
    method: 'put',
    path: '/pieces/:id',
    does: 'changes a piece; what happened on it stays',
    body: EditPiece,
    run: ({ deps, actor, id, body }) =>
      editPiece(deps, actor, id, { ...body, edits: body.edits as RouteEdit[] | undefined }),
  }),
  route({
    ...onPiece,
    method: 'put',
    path: '/pieces/:id/at-hand',
    does: 'says what lies ready for a piece beside paint',
    body: AtHandInput,
    run: ({ deps, actor, id, body }) => sayAtHand(deps, actor, id, body),
  }),
  route({
    ...onPiece,
    method: 'put',
    path: '/pieces/:id/edits',
    does: 'replaces the changes made to a piece’s route',
    body: EditsInput,
    run: ({ deps, actor, id, body }) => editRoute(deps, actor, id, { ...body, edits: body.edits as RouteEdit[] }),
  }),
  route({
    ...onPiece,
    method: 'put',
    path: '/pieces/:id/arrival',
    does: 'keeps what was agreed when a piece came',
    body: ArrivalInput,
    run: ({ deps, actor, id, body }) => saveArrivalSheet(deps, actor, id, { ...body, sheet: body.sheet }),
  }),
  route({
    ...onPiece,
    method: 'delete',
    path: '/pieces/:id',
    does: 'takes a piece out of the shop',
    body: PieceVersion,
    run: ({ deps, actor, id, body }) => removePiece(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/start',
    does: 'starts a step',
    body: StepStart,
    run: ({ deps, actor, id, body }) => startStep(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/done',
    does: 'says that a step is done',
    body: StepDone,
    run: ({ deps, actor, id, body }) => finishStep(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/progress',
    does: 'tells how a step under way goes on: laid down, taking longer, parts finished',
    body: StepProgress,
    run: ({ deps, actor, id, body }) => tellProgress(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/differently',
    does: 'tells what was done otherwise than the route says',
    body: StepDifferently,
    run: ({ deps, actor, id, body }) => tellDifferently(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/look',
    does: 'tells what came of looking at something; a fault is rescued in the route',
    body: StepLook,
    run: ({ deps, actor, id, body }) => tellLook(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/lesson',
    does: 'notes what was learned with what a step used',
    body: StepLesson,
    run: ({ deps, actor, id, body }) => learnLesson(deps, actor, id, body),
  }),
  route({
    method: 'get',
    path: '/own-book',
    access: 'helper',
    owned: null,
    does: 'pace, drying, coverage and coats by the shop’s own log, against the book',
    body: null,
    answer: OwnBookSchema,
    run: ({ deps, actor }) => ownBookView(deps, actor.workshopId),
  }),
  route({
    method: 'post',
    path: '/own-book',
    access: 'owner',
    owned: null,
    does: 'plans with a figure of the shop’s own log, or with the book’s again',
    body: OwnFiguresInput,
    answer: CommandAnswerSchema,
    run: ({ deps, actor, body }) => planByFigures(deps, actor, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/found',
    does: 'adds a little more to do that was found while working',
    body: StepFound,
    run: ({ deps, actor, id, body }) => tellFound(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'post',
    path: '/steps/:id/problem',
    does: 'tells what went wrong with a step, or holds it up',
    body: StepProblem,
    run: ({ deps, actor, id, body }) => reportProblem(deps, actor, id, body),
  }),
  route({
    ...onStep,
    method: 'put',
    path: '/steps/:id/pin',
    does: 'gives a step a time or a person by hand',
    body: StepPin,
    run: ({ deps, actor, id, body }) => pinStep(deps, actor, id, body),
  }),
  route({
    method: 'post',
    path: '/day-breaks',
    access: 'owner',
    owned: null,
    does: 'applies what happened to a day: illness, a lost day, cold, a date brought forward, a piece that did not come',
    body: DayBreakInput,
    answer: CommandAnswerSchema,
    run: ({ deps, actor, body }) => applyDayBreak(deps, actor, body),
  }),
  route({
    ...work,
    method: 'post',
    path: '/plan/afresh',
    owned: null,
    does: 'works the whole plan out anew, as well as it can be in about a second',
    body: Command,
    run: ({ deps, actor, body }) => planAgain(deps, actor, body.commandId),
  }),
  route({
    ...work,
    method: 'post',
    path: '/plan/improve',
    owned: null,
    does: 'looks a little longer for a better plan; changes nothing',
    body: null,
    answer: ProposalAnswerSchema,
    run: ({ deps, actor }) => lookForBetter(deps, actor.workshopId),
  }),
  route({
    ...work,
    method: 'post',
    path: '/plan/adopt',
    owned: null,
    does: 'takes a better plan that was found',
    body: AdoptInput,
    run: ({ deps, actor, body }) => adopt(deps, actor, body),
  }),
  route({
    ...work,
    method: 'post',
    path: '/changes/:id/undo',
    owned: 'changes',
    does: 'takes a change back, with what depends on it when asked',
    body: Undo,
    run: ({ deps, actor, id, body }) => undo(deps, actor, id, body),
  }),
];
