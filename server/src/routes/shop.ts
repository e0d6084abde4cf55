import {
  Command,
  HelperInput,
  PaintInput,
  PersonInput,
  PlaceInput,
  StationInput,
  ToolInput,
  WorkshopInput,
} from '@app/contract';
import { type Request, type Response, Router } from 'express';
import type { AppOptions } from '../app.ts';
import { ApiError } from '../errors.ts';
import { ownerOf } from '../guards.ts';
import { addHelper } from '../services/accounts.ts';
import { removeShopRow, saveShopRow, saveWorkshop, type ShopTable } from '../services/shop.ts';

const ALL = { abortEarly: false, stripUnknown: true } as const;
const INPUTS = {
  people: PersonInput,
  stations: StationInput,
  tools: ToolInput,
  places: PlaceInput,
  paints: PaintInput,
} as const;

/** Setting up the shop; the owner's alone. */
export function shopRoutes({ deps }: AppOptions): Router {
  const save = async (req: Request, res: Response, id: string | null) => {
    const actor = await ownerOf(req);
    const table = tableOf(req);
    const input = await INPUTS[table].validate(req.body, ALL);
    res.json(await saveShopRow(deps, actor, table, id, input));
  };
  return Router()
    .put('/workshop', async (req, res) => {
      const actor = await ownerOf(req);
      res.json(await saveWorkshop(deps, actor, await WorkshopInput.validate(req.body, ALL)));
    })
    .post('/shop/:table', (req, res) => save(req, res, null))
    .put('/shop/:table/:id', (req, res) => save(req, res, req.params.id.slice(0, 60)))
    .delete('/shop/:table/:id', async (req, res) => {
      const actor = await ownerOf(req);
      const { commandId } = await Command.validate(req.body, ALL);
      res.json(await removeShopRow(deps, actor, tableOf(req), req.params.id, commandId));
    })
    .post('/helpers', async (req, res) => {
      const actor = await ownerOf(req);
      await addHelper(actor.workshopId, await HelperInput.validate(req.body, ALL));
      res.status(201).json({ ok: true });
    });
}

function tableOf(req: Request): ShopTable {
  const table = String(req.params['table']);
  if (!(table in INPUTS)) throw new ApiError('NOT_FOUND');
  return table as ShopTable;
}
