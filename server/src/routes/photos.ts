import { Command, CommandAnswerSchema, PhotoInput } from '@app/contract';
import { ApiError } from '../errors.ts';
import { addPhoto, removePhoto, showPhoto } from '../services/photos.ts';
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
    does: 'a photo’s picture',
    body: null,
    answer: 'picture',
    run: async ({ actor, id, res }) => {
      const picture = await showPhoto(actor.workshopId, id);
      res.type('image/webp').set('cache-control', 'private, max-age=31536000, immutable').send(picture);
    },
  }),
];
