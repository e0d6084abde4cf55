import {
  type Brief,
  catalogueOf,
  dimensionFaults,
  type Dimensions,
  type EditedRoute,
  editedRoute,
  HOUSE_DEFAULTS,
  type HouseRules,
  type Product,
  rebuilt,
  type RouteEdit,
  type RouteInput,
  type ShopMeans,
  type ShopStep,
  type StepState,
  type Survey,
  templateById,
  type ZoneChoice,
  zonesOf,
} from '@app/core';
import { ApiError } from '../errors.ts';
import { PersonRow, ProductRow, StationRow, StepRow, ToolRow } from '../store/models.ts';
import type { Fields } from '../store/models.ts';
import type { Recorder } from './commands.ts';

/** What of a piece decides its route. */
export type RouteFields = {
  readonly kind: 'client' | 'stock';
  readonly template: string;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly zones: ZoneChoice;
};

/** What of the shop decides a route, read within the transaction. */
export async function meansFor(rows: Recorder): Promise<ShopMeans> {
  const where = { where: { workshop_id: rows.workshopId }, transaction: rows.transaction };
  const people = await PersonRow.count(where);
  const sprayers = await ToolRow.count({ ...where, where: { ...where.where, id: 'sprayer' } });
  const stations = await StationRow.findAll(where);
  const workshop = await rows.read('workshops', rows.workshopId);
  const own = await ProductRow.findAll({ ...where, order: [['id', 'ASC']] });
  return {
    people,
    sprayer: sprayers > 0,
    ventilated: stations.some((s) => s.kind === 'outdoors' || s.kind === 'spray'),
    house: { ...HOUSE_DEFAULTS, ...(workshop?.['house'] as Partial<HouseRules> | undefined) },
    products: catalogueOf(own.map((p) => p.product)),
  };
}

/** @throws {ApiError} INVALID_REQUEST with the fault at its field */
export async function routeFor(rows: Recorder, p: RouteFields, edits: readonly RouteEdit[]): Promise<EditedRoute> {
  const input = inputFor(p, await meansFor(rows));
  return editedRoute(input, edits);
}

function inputFor(p: RouteFields, means: ShopMeans): RouteInput {
  const template = templateById.get(p.template);
  const fail = (field: string, words: string) => new ApiError('INVALID_REQUEST', { fields: { [field]: words } });
  if (!template) throw fail('template', 'Choose a kind of piece.');
  const faults = dimensionFaults(template, p.dimensions);
  if (faults.length > 0) throw fail('dimensions', faults.join(' '));
  const zoneFaults = Object.values(zonesOf(template, p.dimensions, p.zones).faults);
  if (zoneFaults.length > 0) throw fail('zones', zoneFaults.join(' '));
  const paint: Product | undefined = means.products?.get(p.brief.paint);
  if (paint?.family !== 'paint')
    throw fail('brief.paint', 'This paint is not in the list. Choose one from the list, or add it under Products.');
  const { dimensions, survey, brief, zones, kind } = p;
  return { template, dimensions, survey, brief, zones, kind, means };
}

/** The fields of a stored piece that decide its route. */
export const routeFieldsOf = (piece: Fields): RouteFields => ({
  kind: piece['kind'] as 'client' | 'stock',
  template: String(piece['template']),
  dimensions: piece['dimensions'] as Dimensions,
  survey: piece['survey'] as Survey,
  brief: piece['brief'] as Brief,
  zones: piece['zone_choice'] as ZoneChoice,
});
export const editsOf = (piece: Fields) => piece['edits'] as readonly RouteEdit[];

/** The columns of a piece that follow from its route. */
export const routeColumns = (route: EditedRoute) => ({
  zones: route.zones,
  notes: [...route.notes, ...route.unused.map((u) => `A change of yours no longer fits: ${u.why}`)],
  struck: route.struck,
});

export async function stepsOf(rows: Recorder, pieceId: string): Promise<ShopStep[]> {
  const all = await StepRow.findAll({
    where: { workshop_id: rows.workshopId, piece_id: pieceId },
    order: [['position', 'ASC']],
    transaction: rows.transaction,
  });
  return all.map((s) => ({ ...s.route, id: s.id, state: s.state, pin: s.pin }));
}

/** Makes a piece's steps what its route says; what happened stays. `pins` sets pins of new steps by key. */
export async function storeRoute(
  rows: Recorder,
  pieceId: string,
  route: EditedRoute,
  pins: Readonly<Record<string, ShopStep['pin']>> = {},
): Promise<void> {
  const before = await stepsOf(rows, pieceId);
  const next = rebuilt(pieceId, before, route.steps);
  const ids = new Set(next.map((s) => s.id));
  for (const s of before) if (!ids.has(s.id)) await rows.remove('steps', s.id);
  const known = new Set(before.map((s) => s.id));
  for (const [position, { id, state, pin: kept, ...step }] of next.entries()) {
    const pin = pins[step.key] ?? kept;
    if (known.has(id)) await rows.update('steps', id, { position, route: step, pin });
    else await rows.insert('steps', id, { piece_id: pieceId, position, route: step, state, pin });
  }
}

/** Builds a stored piece's route again, with other changes or another survey, and stores both. */
export async function rebuildPiece(
  rows: Recorder,
  pieceId: string,
  more: {
    readonly edits?: readonly RouteEdit[];
    readonly survey?: Survey;
    readonly pins?: Readonly<Record<string, ShopStep['pin']>>;
  },
  version?: number,
): Promise<EditedRoute> {
  const piece = await rows.read('pieces', pieceId);
  if (!piece) throw new ApiError('NOT_FOUND');
  const survey = more.survey ?? (piece['survey'] as Survey);
  const edits = more.edits ?? editsOf(piece);
  const route = await routeFor(rows, { ...routeFieldsOf(piece), survey }, edits);
  await rows.update('pieces', pieceId, { edits, survey, ...routeColumns(route) }, version);
  await storeRoute(rows, pieceId, route, more.pins);
  return route;
}

export const isUntouched = (steps: readonly { readonly state: StepState }[]) =>
  steps.every((s) => s.state.kind === 'planned');
