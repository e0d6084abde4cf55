import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { type Brief, catalogueOf, type HouseRules, type Product, productById, type RouteEdit } from '@app/core';
import type {
  CommandAnswer,
  MixInput,
  PaintInput,
  PersonInput,
  PlaceInput,
  PlanningInput,
  SeriesInput,
  StationInput,
  ToolInput,
  WorkshopInput,
} from '@app/contract';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { activePieces, ownProducts, peopleCount, stations, stepsOfPiece } from '../store/shopParts.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { isUntouched, rebuildPiece } from './routes.ts';

export type ShopTable = 'people' | 'stations' | 'tools' | 'places' | 'paints' | 'mixes' | 'recipes';
type RecipeFields = {
  readonly commandId: string;
  readonly version?: number | undefined;
  readonly name: string;
  readonly brief: Brief;
  readonly edits: readonly RouteEdit[];
};
export type ShopInput = PersonInput | StationInput | ToolInput | PlaceInput | PaintInput | MixInput | RecipeFields;

/** Adds (`id` null) or changes a person, station, tool, place, paint, mix or recipe; the plan follows. */
export function saveShopRow(
  deps: Deps,
  actor: Actor,
  table: ShopTable,
  id: string | null,
  input: ShopInput,
): Promise<CommandAnswer> {
  const { commandId, version, ...fields } = input;
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows) => {
      if ('climate' in fields && !(await rows.read('places', fields.climate)))
        throw new ApiError('INVALID_REQUEST', { fields: { climate: 'Choose one of the shop’s places.' } });
      if ('on_hand_litres' in fields) await mustBeProduct(rows, fields.product);
      const before = id === null ? null : await rows.read(table, id);
      // Somebody changes what they saw; when it was removed since, a late save does not bring it back.
      if (!before && version !== undefined) throw new ApiError('NOT_FOUND', { detail: REMOVED });
      if (before) await rows.update(table, id!, fields, version ?? -1);
      // The sprayer is known by its id: routes ask whether the shop has one.
      else await rows.insert(table, id ?? randomUUID(), table === 'places' ? { ...fields, series: null } : fields);
      return {
        summary: `${before ? 'Changed' : 'Added'} ${fields.name} in the shop`,
        planning: NO_PLAN_NEEDED.includes(table) ? 'none' : 'repair',
      };
    },
  });
}

const REMOVED = 'It was removed in the meantime, so there is nothing to change. Add it anew if it is still wanted.';

/** What is kept in these says nothing about when anything can be done. */
const NO_PLAN_NEEDED: readonly ShopTable[] = ['mixes', 'recipes'];

export async function mustBeProduct(rows: Recorder, id: string): Promise<void> {
  if (!catalogueOf(await ownProducts(rows)).has(id))
    throw new ApiError('INVALID_REQUEST', { fields: { product: 'Choose a product from the list.' } });
}

/**
 * Puts products of the shop's own, or its figures for library ones, in the list; routes not yet begun are built again,
 * so that amounts and waits follow.
 */
export function saveProducts(
  deps: Deps,
  actor: Actor,
  input: { readonly commandId: string; readonly products: readonly Product[]; readonly version?: number | undefined },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      for (const product of input.products) {
        const before = await rows.read('products', product.id);
        if (!before && input.version !== undefined) throw new ApiError('NOT_FOUND', { detail: REMOVED });
        if (!before) await rows.insert('products', product.id, { product });
        else
          await rows.update(
            'products',
            product.id,
            { product },
            input.products.length === 1 ? input.version : undefined,
          );
      }
      const touched = await rebuildUntouched(rows);
      const [first] = input.products;
      const words = input.products.length === 1 ? first!.name : `${input.products.length} products`;
      return { summary: `Changed ${words} in the list`, touched, planning: 'repair' };
    },
  });
}

/** One product with other figures; a library product that has the library's again is the library's. */
export async function putProduct(rows: Recorder, product: Product): Promise<void> {
  const isLibrarys = isDeepStrictEqual(JSON.parse(JSON.stringify(product)), productById.get(product.id));
  const isThere = (await rows.read('products', product.id)) !== null;
  if (isThere && isLibrarys) await rows.remove('products', product.id);
  else if (isThere) await rows.update('products', product.id, { product });
  else if (!isLibrarys) await rows.insert('products', product.id, { product });
}

/** Back to the library's figures, or out of the list when it was the shop's own. */
export function removeProduct(deps: Deps, actor: Actor, id: string, commandId: string): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows) => {
      const before = await rows.mustRead('products', id);
      await rows.remove('products', id);
      const touched = await rebuildUntouched(rows);
      return {
        touched,
        summary: `Put ${before.product.name} back to the library’s figures`,
        planning: 'repair',
      };
    },
  });
}

/** The house's ways; pieces nobody has begun are built again by them, the others keep the route they have. */
export function saveHouse(
  deps: Deps,
  actor: Actor,
  input: { readonly commandId: string; readonly version: number; readonly house: HouseRules },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      await rows.update('workshops', actor.workshopId, { house: input.house }, input.version);
      const built = await rebuildUntouched(rows);
      return {
        summary: `Changed the house rules${built.length > 0 ? `, ${built.length} ${built.length === 1 ? 'piece' : 'pieces'} built again` : ''}`,
        touched: built,
        planning: 'repair',
      };
    },
  });
}

/** Builds the routes of all pieces on which nothing has happened yet again; their ids. */
export async function rebuildUntouched(rows: Recorder): Promise<string[]> {
  const built: string[] = [];
  for (const id of await activePieces(rows)) {
    if (!isUntouched(await stepsOfPiece(rows, id))) continue;
    await rebuildPiece(rows, id, {});
    built.push(id);
  }
  return built;
}

export function removeShopRow(
  deps: Deps,
  actor: Actor,
  table: ShopTable,
  id: string,
  commandId: string,
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows) => {
      const before = await rows.mustRead(table, id);
      if (table === 'people' && (await peopleCount(rows)) === 1)
        throw new ApiError('INVALID_REQUEST', { fields: { id: 'A shop needs at least one person.' } });
      if (table === 'places' && (await stations(rows)).some((s) => s.climate === id))
        throw new ApiError('INVALID_REQUEST', { fields: { id: 'Stations stand in this place. Move them first.' } });
      await rows.remove(table, id);
      return {
        summary: `Removed ${before.name} from the shop`,
        planning: NO_PLAN_NEEDED.includes(table) ? 'none' : 'repair',
      };
    },
  });
}

export function saveWorkshop(deps: Deps, actor: Actor, input: WorkshopInput): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      await rows.update(
        'workshops',
        actor.workshopId,
        {
          name: input.name,
          units: input.units,
          time_zone: input.timeZone,
          latitude_deg: input.latitude_deg,
          longitude_deg: input.longitude_deg,
          floor_units: input.floor_units,
          noise: input.noise,
        },
        input.version,
      );
      return { summary: 'Changed the workshop’s settings', planning: 'repair' };
    },
  });
}

/** Puts measured and forecast hours in a place, or takes them out. */
export function saveSeries(deps: Deps, actor: Actor, placeId: string, input: SeriesInput): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const place = await rows.mustRead('places', placeId);
      await rows.update('places', placeId, { series: input.series }, input.version);
      const hours = input.series?.temperature_c.length ?? 0;
      const words = hours > 0 ? `Put ${hours} hours of air in` : 'Took the measured air out of';
      return { summary: `${words} ${place.name}`, planning: 'repair' };
    },
  });
}

/** What matters more in a plan, and how far ahead nothing is moved; only later improvement follows it. */
export function savePlanning(deps: Deps, actor: Actor, input: PlanningInput): Promise<CommandAnswer> {
  const { commandId, version, ...planning } = input;
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows) => {
      await rows.update('workshops', actor.workshopId, { planning }, version);
      return { summary: 'Changed what matters in a plan', planning: 'none' };
    },
  });
}

/** Works the whole plan out anew, as well as it can be in about a second, instead of repairing it. */
export function planAgain(deps: Deps, actor: Actor, commandId: string): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: commandId,
    run: async () => Promise.resolve({ summary: 'Planned everything afresh', planning: 'anew' }),
  });
}
