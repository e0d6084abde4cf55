import {
  asProduct,
  Command,
  CommandAnswerSchema,
  CopiesSchema,
  HelperInput,
  HelpersSchema,
  HouseInput,
  MixInput,
  OkSchema,
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
import type { HouseRules } from '@app/core';
import type { Schema } from 'yup';
import { ApiError } from '../errors.ts';
import { addHelper, helpers, removeHelper } from '../services/accounts.ts';
import { copiesIn } from '../services/copies.ts';
import {
  removeProduct,
  removeShopRow,
  saveHouse,
  savePlanning,
  saveProducts,
  saveSeries,
  saveShopRow,
  saveWorkshop,
  type ShopInput,
  type ShopTable,
} from '../services/shop.ts';
import { TABLE_ACCESS } from '../services/tableAccess.ts';
import { type Route, route } from './route.ts';

/** Parts of the shop that are rows of their own: what each takes, and what one is called. */
const TABLES: Readonly<Record<ShopTable, { readonly body: Schema; readonly one: string }>> = {
  people: { body: PersonInput, one: 'a person' },
  stations: { body: StationInput, one: 'a station' },
  tools: { body: ToolInput, one: 'a tool' },
  places: { body: PlaceInput, one: 'a place with its air' },
  paints: { body: PaintInput, one: 'a can on the shelf' },
  mixes: { body: MixInput, one: 'a mix' },
  recipes: { body: RecipeInput, one: 'a recipe' },
};

function tableRoutes(table: ShopTable): Route[] {
  const { body, one } = TABLES[table];
  const access = TABLE_ACCESS[table];
  const shared = { access, answer: CommandAnswerSchema } as const;
  return [
    route({
      ...shared,
      method: 'post',
      path: `/shop/${table}`,
      owned: null,
      does: `adds ${one}`,
      body,
      run: ({ deps, actor, body: input }) => saveShopRow(deps, actor, table, null, input as ShopInput),
    }),
    route({
      ...shared,
      method: 'put',
      path: `/shop/${table}/:id`,
      // One that is not there yet is made under that id.
      owned: null,
      does: `changes ${one}`,
      body,
      run: ({ deps, actor, id, body: input }) => saveShopRow(deps, actor, table, id, input as ShopInput),
    }),
    route({
      ...shared,
      method: 'delete',
      path: `/shop/${table}/:id`,
      owned: table,
      does: `removes ${one}`,
      body: Command,
      run: ({ deps, actor, id, body: { commandId } }) => removeShopRow(deps, actor, table, id, commandId),
    }),
  ];
}

const owner = { access: 'owner', answer: CommandAnswerSchema, owned: null } as const;

/** Setting up the shop; the owner's alone but for what whoever paints keeps. */
export const SHOP_ROUTES: readonly Route[] = [
  route({
    ...owner,
    method: 'put',
    path: '/workshop',
    does: 'changes the workshop’s name, units, zone, place, floor and quiet hours',
    body: WorkshopInput,
    run: ({ deps, actor, body }) => saveWorkshop(deps, actor, body),
  }),
  route({
    ...owner,
    method: 'put',
    path: '/planning',
    does: 'changes what matters in a plan',
    body: PlanningInput,
    run: ({ deps, actor, body }) => savePlanning(deps, actor, body),
  }),
  route({
    ...owner,
    method: 'put',
    path: '/house',
    does: 'changes the house rules',
    body: HouseInput,
    run: ({ deps, actor, body }) => saveHouse(deps, actor, { ...body, house: body.house as HouseRules }),
  }),
  route({
    ...owner,
    method: 'put',
    path: '/products/:id',
    does: 'puts a product of the shop’s own, or its figures for one of the library’s, in the list',
    body: ProductInput,
    run: ({ deps, actor, id, body: { commandId, version, product } }) => {
      if (product.id !== id) throw new ApiError('NOT_FOUND');
      return saveProducts(deps, actor, { commandId, version, products: [asProduct(product)] });
    },
  }),
  route({
    ...owner,
    method: 'post',
    path: '/products',
    does: 'brings several products in',
    body: ProductsInput,
    run: ({ deps, actor, body: { commandId, products } }) =>
      saveProducts(deps, actor, { commandId, products: products.map(asProduct) }),
  }),
  route({
    ...owner,
    method: 'delete',
    path: '/products/:id',
    owned: 'products',
    does: 'puts a product back to the library’s figures, or takes an own one out',
    body: Command,
    run: ({ deps, actor, id, body }) => removeProduct(deps, actor, id, body.commandId),
  }),
  route({
    ...owner,
    method: 'put',
    path: '/shop/places/:id/series',
    owned: 'places',
    does: 'puts measured and forecast air in a place, or takes it out',
    body: SeriesInput,
    run: ({ deps, actor, id, body }) => saveSeries(deps, actor, id, body),
  }),
  ...(Object.keys(TABLES) as ShopTable[]).flatMap(tableRoutes),
  route({
    ...owner,
    method: 'post',
    path: '/helpers',
    does: 'gives somebody of the shop a sign-in of their own',
    body: HelperInput,
    answer: OkSchema,
    status: 201,
    run: async ({ deps, actor, body }) => {
      await addHelper(deps, actor.workshopId, body);
      return { ok: true };
    },
  }),
  route({
    ...owner,
    method: 'get',
    path: '/helpers',
    does: 'who of the shop can sign in beside its owner',
    body: null,
    answer: HelpersSchema,
    run: ({ actor }) => helpers(actor.workshopId),
  }),
  route({
    ...owner,
    method: 'get',
    path: '/copies',
    does: 'how many daily copies of everything there are, and when the last was made',
    body: null,
    answer: CopiesSchema,
    run: ({ options }) => copiesIn(options.copiesDir),
  }),
  route({
    ...owner,
    method: 'delete',
    path: '/helpers/:id',
    owned: 'people',
    does: 'takes somebody’s sign-in away; what they have open ends',
    body: null,
    answer: OkSchema,
    run: async ({ deps, actor, id }) => {
      await removeHelper(deps, actor.workshopId, id);
      return { ok: true };
    },
  }),
];
