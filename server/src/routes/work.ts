import {
  AdoptInput,
  ArrivalInput,
  Command,
  EditPiece,
  EditsInput,
  NewPiece,
  PieceVersion,
  StepDone,
  StepPin,
  StepProblem,
  StepStart,
  Undo,
} from '@app/contract';
import type { ArrivalSheet, RouteEdit } from '@app/core';
import { Router } from 'express';
import type { AppOptions } from '../app.ts';
import { actorOf, userOf } from '../guards.ts';
import { keepUp } from '../services/keepUp.ts';
import { addPiece, editPiece, editRoute, type PieceFields, removePiece, saveArrivalSheet } from '../services/pieces.ts';
import { adopt, lookForBetter } from '../services/proposals.ts';
import { planAgain } from '../services/shop.ts';
import { finishStep, pinStep, reportProblem, startStep } from '../services/steps.ts';
import { undo } from '../services/undo.ts';
import { workshopView } from '../services/view.ts';

const ALL = { abortEarly: false, stripUnknown: true } as const;
const ID_MAX = 200;
const idOf = (params: Readonly<Record<string, string | string[] | undefined>>) =>
  String(params['id'] ?? '').slice(0, ID_MAX);

/** Looking at the workshop and doing its daily work: pieces, steps, plan, undo. */
export function workRoutes({ deps, events }: AppOptions): Router {
  return Router()
    .get('/view', async (req, res) => {
      const user = await userOf(req);
      // Looking must never fail because the plan could not follow the clock.
      await keepUp(deps, user.workshop_id).catch((error: unknown) =>
        deps.log.error({ err: error }, 'keeping up failed'),
      );
      res.json(await workshopView(deps, user));
    })
    .get('/events', async (req, res) => {
      const user = await userOf(req);
      events.open(user.workshop_id, res);
    })
    .post('/pieces', async (req, res) => {
      const actor = await actorOf(req);
      const input = await NewPiece.validate(req.body, ALL);
      const { commandId, id, edits } = input;
      const fields = input as unknown as PieceFields;
      res.status(201).json(await addPiece(deps, actor, { ...fields, commandId, id, edits: edits as RouteEdit[] }));
    })
    .put('/pieces/:id', async (req, res) => {
      const actor = await actorOf(req);
      const input = await EditPiece.validate(req.body, ALL);
      const { commandId, version } = input;
      const edits = input.edits as RouteEdit[] | undefined;
      const fields = input as unknown as PieceFields;
      res.json(await editPiece(deps, actor, idOf(req.params), { ...fields, commandId, version, edits }));
    })
    .put('/pieces/:id/edits', async (req, res) => {
      const actor = await actorOf(req);
      const { commandId, version, edits } = await EditsInput.validate(req.body, ALL);
      const input = { commandId, version, edits: edits as RouteEdit[] };
      res.json(await editRoute(deps, actor, idOf(req.params), input));
    })
    .put('/pieces/:id/arrival', async (req, res) => {
      const actor = await actorOf(req);
      const { commandId, version, sheet } = await ArrivalInput.validate(req.body, ALL);
      const input = { commandId, version, sheet: sheet as ArrivalSheet };
      res.json(await saveArrivalSheet(deps, actor, idOf(req.params), input));
    })
    .delete('/pieces/:id', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await removePiece(deps, actor, idOf(req.params), await PieceVersion.validate(req.body, ALL)));
    })
    .post('/steps/:id/start', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await startStep(deps, actor, idOf(req.params), await StepStart.validate(req.body, ALL)));
    })
    .post('/steps/:id/done', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await finishStep(deps, actor, idOf(req.params), await StepDone.validate(req.body, ALL)));
    })
    .post('/steps/:id/problem', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await reportProblem(deps, actor, idOf(req.params), await StepProblem.validate(req.body, ALL)));
    })
    .put('/steps/:id/pin', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await pinStep(deps, actor, idOf(req.params), await StepPin.validate(req.body, ALL)));
    })
    .post('/plan/afresh', async (req, res) => {
      const actor = await actorOf(req);
      const { commandId } = await Command.validate(req.body, ALL);
      res.json(await planAgain(deps, actor, commandId));
    })
    .post('/plan/improve', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await lookForBetter(deps, actor.workshopId));
    })
    .post('/plan/adopt', async (req, res) => {
      const actor = await actorOf(req);
      res.json(await adopt(deps, actor, await AdoptInput.validate(req.body, ALL)));
    })
    .post('/changes/:id/undo', async (req, res) => {
      const actor = await actorOf(req);
      const input = await Undo.validate(req.body, ALL);
      res.json(await undo(deps, actor, input.commandId, idOf(req.params), input.withDependents));
    });
}
