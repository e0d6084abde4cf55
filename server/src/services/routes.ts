import type { PieceFields } from '@app/contract';
import {
  catalogueOf,
  dimensionFaults,
  type EditedRoute,
  editedRoute,
  HOUSE_DEFAULTS,
  isBegun,
  type Product,
  rebuilt,
  type RouteEdit,
  type RouteInput,
  type ShopMeans,
  type ShopStep,
  type Survey,
  templateById,
  type WorkState,
  zonesOf,
} from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import type { Records } from '../store/records.ts';
import { hasTool, ownProducts, peopleCount, stations, stepsOfPiece } from '../store/shopParts.ts';

/** What of a piece decides its route. */
type RouteFields = Pick<PieceFields, 'kind' | 'template' | 'dimensions' | 'survey' | 'brief' | 'zoneChoice'>;

/** What of the shop decides a route, read within the transaction. */
async function meansFor(rows: Recorder): Promise<ShopMeans> {
  const workshop = await rows.mustRead('workshops', rows.workshopId);
  const places = await stations(rows);
  return {
    people: await peopleCount(rows),
    sprayer: await hasTool(rows, 'sprayer'),
    ventilated: places.some((s) => s.kind === 'outdoors' || s.kind === 'spray'),
    house: { ...HOUSE_DEFAULTS, ...workshop.house },
    products: catalogueOf(await ownProducts(rows)),
    ownCoats: workshop.own_coats,
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
  const zoneFaults = Object.values(zonesOf(template, p.dimensions, p.zoneChoice).faults);
  if (zoneFaults.length > 0) throw fail('zoneChoice', zoneFaults.join(' '));
  const paint: Product | undefined = means.products?.get(p.brief.paint);
  if (paint?.family !== 'paint')
    throw fail('brief.paint', 'This paint is not in the list. Choose one from the list, or add it under Products.');
  const { dimensions, survey, brief, zoneChoice: zones, kind } = p;
  return { template, dimensions, survey, brief, zones, kind, means };
}

/** What of a piece follows from its route. */
export const routeRest = (route: EditedRoute) => ({
  zones: route.zones,
  notes: [...route.notes, ...route.unused.map((u) => `A change of yours no longer fits: ${u.why}`)],
  struck: route.struck,
});

/** Makes a piece's steps what its route says; what happened stays. `pins` sets pins of new steps by key. */
export async function storeRoute(
  rows: Recorder,
  pieceId: string,
  route: EditedRoute,
  pins: Readonly<Record<string, ShopStep['pin']>> = {},
): Promise<void> {
  const before = await stepsOfPiece(rows, pieceId);
  const next = rebuilt(pieceId, before, route.steps);
  const ids = new Set(next.map((s) => s.id));
  for (const s of before) if (!ids.has(s.id)) await rows.remove('steps', s.id);
  const known = new Set(before.map((s) => s.id));
  const fresh: [string, Partial<Records['steps']>][] = [];
  for (const [position, { id, state, pin: kept, ...step }] of next.entries()) {
    const pin = pins[step.key] ?? kept;
    if (known.has(id)) await rows.update('steps', id, { position, route: step, pin });
    else fresh.push([id, { piece_id: pieceId, position, route: step, state, pin }]);
  }
  await rows.insertAll('steps', fresh);
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
  const piece = await rows.mustRead('pieces', pieceId);
  const survey = more.survey ?? piece.survey;
  const edits = more.edits ?? piece.edits;
  const route = await routeFor(rows, { ...piece, survey }, edits);
  await rows.update('pieces', pieceId, { edits, survey, ...routeRest(route) }, version);
  await storeRoute(rows, pieceId, route, more.pins);
  return route;
}

export const isUntouched = (steps: readonly { readonly state: WorkState }[]) => !steps.some(isBegun);
