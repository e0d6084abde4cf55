import { Command, CommandAnswerSchema, CupInput, PourInput, StepCan, TrialsInput } from '@app/contract';
import { ApiError } from '../errors.ts';
import { photoOfCup } from '../services/photos.ts';
import { chooseCan, mixCup, pourTogether } from '../services/cups.ts';
import { saveTrials } from '../services/trials.ts';
import { type Route, route } from './route.ts';

const work = { access: 'helper', answer: CommandAnswerSchema } as const;

/** Cups mixed here, and which coat is laid from which can. */
export const CUP_ROUTES: readonly Route[] = [
  route({
    ...work,
    method: 'post',
    path: '/cups',
    owned: null,
    does: 'mixes a cup: it stands on the shelf, and what is in it comes out of its cans',
    body: CupInput,
    status: 201,
    run: ({ deps, actor, body }) => mixCup(deps, actor, body),
  }),
  route({
    ...work,
    method: 'post',
    path: '/cups/:id/photo',
    owned: 'paints',
    does: 'keeps a photo of a cup, in place of the one it had',
    body: Command,
    status: 201,
    takesPhoto: true,
    run: ({ deps, actor, id, body, req }) => {
      if (!req.file) throw new ApiError('INVALID_REQUEST', { fields: { photo: 'Choose a photo to send.' } });
      return photoOfCup(deps, actor, id, { commandId: body.commandId, file: req.file.buffer });
    },
  }),
  route({
    ...work,
    method: 'post',
    path: '/cups/pour',
    owned: null,
    does: 'pours one can into another of the same product',
    body: PourInput,
    run: ({ deps, actor, body }) => pourTogether(deps, actor, body),
  }),
  route({
    ...work,
    method: 'put',
    path: '/steps/:id/can',
    owned: 'steps',
    does: 'chooses the can a coat still to come is laid from',
    body: StepCan,
    run: ({ deps, actor, id, body }) => chooseCan(deps, actor, id, body),
  }),
  route({
    ...work,
    method: 'put',
    path: '/pieces/:id/trials',
    owned: 'pieces',
    does: 'colours tried on a piece, their verdicts, and until when somebody decides',
    body: TrialsInput,
    run: ({ deps, actor, id, body }) => saveTrials(deps, actor, id, body),
  }),
];
