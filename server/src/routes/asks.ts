import { AskAnswer, AskInput, AskRevoke, ClientAnswer, CommandAnswerSchema } from '@app/contract';
import { ERRORS } from '@app/contract';
import type { Response } from 'express';
import { randomUUID } from 'node:crypto';
import { faultPage } from '../client/clientPage.ts';
import { ApiError } from '../errors.ts';
import { answerAsk, askClient, askFile, askPage, clientAnswers, revokeAsk } from '../services/asks.ts';
import { type Route, route } from './route.ts';

/** A client has no app that could say what went wrong: the page itself says it. */
async function inWords(res: Response, show: () => Promise<void>): Promise<void> {
  try {
    await show();
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    const isGone = error.code === 'NOT_FOUND';
    const words = isGone
      ? 'This link is not valid any more. Ask the shop for a new one.'
      : (Object.values(error.extra.fields ?? {})[0] ?? error.message);
    res.status(ERRORS[error.code].status).type('html').send(faultPage(words));
  }
}

const onPiece = { access: 'helper', answer: CommandAnswerSchema, owned: 'pieces' } as const;

/** Asking and telling clients: as a file for any messenger, or by a link that can be taken away. */
export const ASK_ROUTES: readonly Route[] = [
  route({
    ...onPiece,
    method: 'post',
    path: '/pieces/:id/asks',
    does: 'asks or tells the client of a piece something',
    body: AskInput,
    status: 201,
    run: ({ deps, actor, id, body, options }) => askClient(deps, actor, id, body, options.publicUrl !== null),
  }),
  route({
    ...onPiece,
    method: 'post',
    path: '/pieces/:id/asks/answer',
    does: 'notes a client’s answer; what waited for it goes on',
    body: AskAnswer,
    run: ({ deps, actor, id, body }) => answerAsk(deps, actor, id, { ...body, by: 'shop' }),
  }),
  route({
    ...onPiece,
    method: 'post',
    path: '/pieces/:id/asks/revoke',
    does: 'takes the link of a question away',
    body: AskRevoke,
    run: ({ deps, actor, id, body }) => revokeAsk(deps, actor, id, body),
  }),
  route({
    method: 'get',
    path: '/pieces/:id/asks/file',
    access: 'helper',
    owned: 'pieces',
    does: 'what a client is asked, as one file that needs nothing else (?ask=)',
    body: null,
    answer: 'page',
    run: async ({ deps, actor, id, req, res }) => {
      const ask = typeof req.query['ask'] === 'string' ? req.query['ask'] : '';
      const page = await askFile(deps, actor.workshopId, id, ask);
      res.type('html').set('content-disposition', 'attachment; filename="piece.html"').send(page);
    },
  }),
  route({
    method: 'get',
    path: '/client/:id',
    access: 'anyone',
    owned: null,
    does: 'what a client is asked, under a link that can be taken away',
    body: null,
    answer: 'page',
    run: ({ deps, id, res }) =>
      inWords(res, async () => {
        const page = await askPage(deps, id);
        // With no referrer at all a browser's form says it comes from nowhere, and its answer would be refused.
        res.type('html').set('referrer-policy', 'same-origin').send(page);
      }),
  }),
  route({
    method: 'post',
    path: '/client/:id',
    access: 'anyone',
    owned: null,
    does: 'a client’s answer under a link; once',
    body: ClientAnswer,
    answer: 'page',
    run: ({ deps, id, body, res }) =>
      inWords(res, async () => {
        await clientAnswers(deps, id, randomUUID(), body.choice, body.words);
        res.redirect(303, `/api/client/${encodeURIComponent(id)}`);
      }),
  }),
];
