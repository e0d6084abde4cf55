import type { LoggedPiece, LookKind, RouteStep, WorkState } from '@app/core';
import { PieceRow, StepRow } from './models.ts';
import { toInstant } from './moments.ts';
import { fromPieceColumns } from './pieceColumns.ts';
import type { Columns } from './records.ts';

/** A piece of the shop, here or left, with every step that was done on it. */
export type RecordedPiece = {
  readonly id: string;
  readonly name: string;
  readonly client: string | null;
  readonly leftAt: number | null;
  readonly looks: readonly LookKind[];
  readonly done: readonly { readonly route: RouteStep; readonly state: WorkState & { readonly kind: 'done' } }[];
};

/** All a workshop has ever done, by piece. */
export async function recordOf(workshopId: string): Promise<RecordedPiece[]> {
  const pieces = await PieceRow.findAll({ where: { workshop_id: workshopId } });
  const steps = await StepRow.findAll({
    where: { workshop_id: workshopId, state: { kind: 'done' } },
    attributes: ['piece_id', 'route', 'state'],
    order: [['position', 'ASC']],
    raw: true,
  });
  const of = new Map<string, RecordedPiece['done'][number][]>();
  for (const s of steps) {
    const entry = { route: s.route, state: s.state as WorkState & { readonly kind: 'done' } };
    const list = of.get(s.piece_id);
    if (list) list.push(entry);
    else of.set(s.piece_id, [entry]);
  }
  return pieces.map((p) => {
    const { name, client, brief } = fromPieceColumns(p.get({ plain: true }) as Columns);
    const looks = (brief.looks ?? []).map((l) => l.kind);
    return { id: p.id, name, client, looks, leftAt: p.left_at && toInstant(p.left_at), done: of.get(p.id) ?? [] };
  });
}

/** The routes of all pieces a workshop ever had, with how far each step came: what can be learned from. */
export async function logOf(workshopId: string): Promise<LoggedPiece[]> {
  const where = { workshop_id: workshopId };
  const [pieces, steps] = await Promise.all([
    PieceRow.findAll({ where, attributes: ['id', 'zones'], raw: true }),
    StepRow.findAll({ where, attributes: ['piece_id', 'route', 'state'], order: [['position', 'ASC']], raw: true }),
  ]);
  const of = new Map<string, LoggedPiece['steps'][number][]>(pieces.map((p) => [p.id, []]));
  for (const { piece_id, route, state } of steps) of.get(piece_id)?.push({ route, state });
  return pieces.map(({ id, zones }) => ({ zones, steps: of.get(id) ?? [] }));
}
