import { randomUUID } from 'node:crypto';
import type {
  CommandAnswer,
  PaintInput,
  PersonInput,
  PlaceInput,
  StationInput,
  ToolInput,
  WorkshopInput,
} from '@app/contract';
import { ApiError } from '../errors.ts';
import { PersonRow, StationRow } from '../store/models.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';

export type ShopTable = 'people' | 'stations' | 'tools' | 'places' | 'paints';
export type ShopInput = PersonInput | StationInput | ToolInput | PlaceInput | PaintInput;

/** Adds (`id` null) or changes a person, station, tool or place; the plan follows. */
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
      const before = id === null ? null : await rows.read(table, id);
      if (before) await rows.update(table, id!, fields, version ?? -1);
      // The sprayer is known by its id: routes ask whether the shop has one.
      else await rows.insert(table, id ?? randomUUID(), table === 'places' ? { ...fields, series: null } : fields);
      return { summary: `${before ? 'Changed' : 'Added'} ${fields.name} in the shop`, planning: 'repair' };
    },
  });
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
      const before = await rows.read(table, id);
      if (!before) throw new ApiError('NOT_FOUND');
      const where = { where: { workshop_id: rows.workshopId }, transaction: rows.transaction };
      if (table === 'people' && (await PersonRow.count(where)) === 1)
        throw new ApiError('INVALID_REQUEST', { fields: { id: 'A shop needs at least one person.' } });
      if (table === 'places' && (await StationRow.count({ ...where, where: { ...where.where, climate: id } })) > 0)
        throw new ApiError('INVALID_REQUEST', { fields: { id: 'Stations stand in this place. Move them first.' } });
      await rows.remove(table, id);
      return { summary: `Removed ${String(before['name'])} from the shop`, planning: 'repair' };
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
        { name: input.name, units: input.units, time_zone: input.timeZone },
        input.version,
      );
      return { summary: 'Changed the workshop’s settings', planning: 'repair' };
    },
  });
}

/** Works the whole plan out from nothing instead of repairing it. */
export function planAgain(deps: Deps, actor: Actor, commandId: string): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: commandId,
    run: async () => Promise.resolve({ summary: 'Planned everything afresh', planning: 'afresh' }),
  });
}
