import {
  asProduct,
  Command,
  HelperInput,
  HouseInput,
  MixInput,
  PaintInput,
  PersonInput,
  PlaceInput,
  PlanningInput,
  ProductInput,
  ProductsInput,
  RecipeInput,
  SeriesInput,
  StationInput,
  ToolInput,
  WorkshopInput,
} from '@app/contract';
import { type Request, type Response, Router } from 'express';
import type { AppOptions } from '../app.ts';
import { ApiError } from '../errors.ts';
import { actorOf, ownerOf } from '../guards.ts';
import { addHelper } from '../services/accounts.ts';
import type { HouseRules } from '@app/core';
import {
  removeProduct,
  removeShopRow,
  saveHouse,
  savePlanning,
  saveSeries,
  saveProducts,
  saveShopRow,
  saveWorkshop,
  type ShopInput,
  type ShopTable,
} from '../services/shop.ts';

const ALL = { abortEarly: false, stripUnknown: true } as const;
const INPUTS = {
  people: PersonInput,
  stations: StationInput,
  tools: ToolInput,
  places: PlaceInput,
  paints: PaintInput,
  mixes: MixInput,
  recipes: RecipeInput,
} as const;
/** Kept by whoever mixes and paints; the rest of the shop is the owner's alone. */
const ANYONES: readonly ShopTable[] = ['paints', 'mixes', 'recipes'];

/** Setting up the shop; the owner's alone. */
export function shopRoutes({ deps }: AppOptions): Router {
  const save = async (req: Request, res: Response, id: string | null) => {
    const table = tableOf(req);
    const actor = ANYONES.includes(table) ? await actorOf(req) : await ownerOf(req);
    const input = await INPUTS[table].validate(req.body, ALL);
    res.json(await saveShopRow(deps, actor, table, id, input as ShopInput));
  };
  return Router()
    .put('/workshop', async (req, res) => {
      const actor = await ownerOf(req);
      res.json(await saveWorkshop(deps, actor, await WorkshopInput.validate(req.body, ALL)));
    })
    .put('/planning', async (req, res) => {
      const actor = await ownerOf(req);
      res.json(await savePlanning(deps, actor, await PlanningInput.validate(req.body, ALL)));
    })
    .put('/house', async (req, res) => {
      const actor = await ownerOf(req);
      const input = await HouseInput.validate(req.body, ALL);
      res.json(await saveHouse(deps, actor, { ...input, house: input.house as HouseRules }));
    })
    .put('/products/:id', async (req, res) => {
      const actor = await ownerOf(req);
      const { commandId, version, product } = await ProductInput.validate(req.body, ALL);
      if (product.id !== req.params.id) throw new ApiError('NOT_FOUND');
      res.json(await saveProducts(deps, actor, { commandId, version, products: [asProduct(product)] }));
    })
    .post('/products', async (req, res) => {
      const actor = await ownerOf(req);
      const { commandId, products } = await ProductsInput.validate(req.body, ALL);
      res.json(await saveProducts(deps, actor, { commandId, products: products.map(asProduct) }));
    })
    .delete('/products/:id', async (req, res) => {
      const actor = await ownerOf(req);
      const { commandId } = await Command.validate(req.body, ALL);
      res.json(await removeProduct(deps, actor, req.params.id.slice(0, 60), commandId));
    })
    .post('/shop/:table', (req, res) => save(req, res, null))
    .put('/shop/places/:id/series', async (req, res) => {
      const actor = await ownerOf(req);
      res.json(await saveSeries(deps, actor, req.params.id.slice(0, 60), await SeriesInput.validate(req.body, ALL)));
    })
    .put('/shop/:table/:id', (req, res) => save(req, res, req.params.id.slice(0, 60)))
    .delete('/shop/:table/:id', async (req, res) => {
      const table = tableOf(req);
      const actor = ANYONES.includes(table) ? await actorOf(req) : await ownerOf(req);
      const { commandId } = await Command.validate(req.body, ALL);
      res.json(await removeShopRow(deps, actor, table, req.params.id, commandId));
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
