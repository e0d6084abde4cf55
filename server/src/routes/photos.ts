import { Command, PhotoInput } from '@app/contract';
import type { PhotoSide } from '@app/core';
import { Router } from 'express';
import multer from 'multer';
import type { AppOptions } from '../app.ts';
import { ApiError } from '../errors.ts';
import { actorOf } from '../guards.ts';
import { addPhoto, pictureOf, removePhoto } from '../services/photos.ts';

const MOST_BYTES = 15 * 1024 * 1024;
const ALL = { abortEarly: false, stripUnknown: true } as const;

/** Photos of pieces; seen only by people of their workshop. */
export function photoRoutes({ deps }: AppOptions): Router {
  const upload = multer({ storage: multer.memoryStorage(), limits: { fileSize: MOST_BYTES, files: 1, fields: 4 } });
  return Router()
    .post(
      '/pieces/:id/photos',
      async (req, _res, next) => {
        // Who sends it is asked before a byte of the picture is read.
        await actorOf(req);
        next();
      },
      upload.single('photo'),
      async (req, res) => {
        const actor = await actorOf(req);
        const { commandId, side } = await PhotoInput.validate(req.body, ALL);
        if (!req.file) throw new ApiError('INVALID_REQUEST', { fields: { photo: 'Choose a photo to send.' } });
        const input = { commandId, side: side as PhotoSide, file: req.file.buffer };
        res.status(201).json(await addPhoto(deps, actor, String(req.params['id']), input));
      },
    )
    .delete('/photos/:id', async (req, res) => {
      const actor = await actorOf(req);
      const { commandId } = await Command.validate(req.body, ALL);
      res.json(await removePhoto(deps, actor, req.params.id, commandId));
    })
    .get('/photos/:id', async (req, res) => {
      const { workshopId } = await actorOf(req);
      const picture = await pictureOf(workshopId, req.params.id);
      res.type('image/webp').set('cache-control', 'private, max-age=31536000, immutable').send(picture);
    });
}
