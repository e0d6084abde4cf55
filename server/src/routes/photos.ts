import { Command, CommandAnswerSchema, PhotoInput, StepPicture } from '@app/contract';
import { ApiError } from '../errors.ts';
import { addPhoto, pictureOfStep, removePhoto, showPhoto } from '../services/photos.ts';
import { type Route, route } from './route.ts';

/** Photos of pieces; seen only by people of their workshop. */
export const PHOTO_ROUTES: readonly Route[] = [
  route({
    method: 'post',
    path: '/pieces/:id/photos',
    access: 'helper',
    owned: 'pieces',
    does: 'adds a photo to a piece',
    body: PhotoInput,
    answer: CommandAnswerSchema,
    status: 201,
    takesPhoto: true,
    run: ({ deps, actor, id, body, req }) => {
      if (!req.file) throw new ApiError('INVALID_REQUEST', { fields: { photo: 'Choose a photo to send.' } });
      const { commandId, side } = body;
      return addPhoto(deps, actor, id, { commandId, side: side, file: req.file.buffer });
    },
  }),
  route({
    method: 'post',
    path: '/steps/:id/photo',
    access: 'helper',
    owned: 'steps',
    does: 'adds a photo at a step, which the same tap may say is done',
    body: StepPicture,
    answer: CommandAnswerSchema,
    status: 201,
    takesPhoto: true,
    run: ({ deps, actor, id, body, req }) => {
      if (!req.file) throw new ApiError('INVALID_REQUEST', { fields: { photo: 'Choose a photo to send.' } });
      return pictureOfStep(deps, actor, id, { ...body, file: req.file.buffer, isSound: false });
    },
  }),
  route({
    method: 'post',
    path: '/steps/:id/clip',
    access: 'helper',
    owned: 'steps',
    does: 'adds a clip of sound at a step, up to a minute',
    body: StepPicture,
    answer: CommandAnswerSchema,
    status: 201,
    takesPhoto: true,
    run: ({ deps, actor, id, body, req }) => {
      if (!req.file) throw new ApiError('INVALID_REQUEST', { fields: { photo: 'Record a clip to send.' } });
      return pictureOfStep(deps, actor, id, { ...body, file: req.file.buffer, isSound: true });
    },
  }),
  route({
    method: 'delete',
    path: '/photos/:id',
    access: 'helper',
    owned: 'photos',
    does: 'takes a photo away',
    body: Command,
    answer: CommandAnswerSchema,
    run: ({ deps, actor, id, body }) => removePhoto(deps, actor, id, body.commandId),
  }),
  route({
    method: 'get',
    path: '/photos/:id',
    access: 'helper',
    owned: 'photos',
    does: 'a photo’s picture, or the sound of a clip',
    body: null,
    answer: 'picture',
    run: async ({ actor, id, res }) => {
      const { mime, bytes } = await showPhoto(actor.workshopId, id);
      res.type(mime).set('cache-control', 'private, max-age=31536000, immutable').send(bytes);
    },
  }),
];
