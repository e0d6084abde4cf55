import type { Product, ShopStep } from '@app/core';
import type { Transaction } from 'sequelize';
import { PersonRow, PhotoRow, PieceRow, ProductRow, StationRow, StepRow, ToolRow } from './models.ts';
import { toDate } from './moments.ts';

/** Reads of single parts of a shop within a command. */
type Within = { readonly workshopId: string; readonly transaction: Transaction };
const of = ({ workshopId, transaction }: Within) => ({ where: { workshop_id: workshopId }, transaction });

/** The shop's own products, by id. */
export async function ownProducts(w: Within): Promise<Product[]> {
  const rows = await ProductRow.findAll({ ...of(w), order: [['id', 'ASC']] });
  return rows.map((r) => r.product);
}

export const peopleCount = (w: Within): Promise<number> => PersonRow.count(of(w));

export async function hasTool(w: Within, id: string): Promise<boolean> {
  return (await ToolRow.count({ where: { workshop_id: w.workshopId, id }, transaction: w.transaction })) > 0;
}

/** Kinds of station there are, and how many stand in each place. */
export async function stations(w: Within): Promise<{ readonly kind: string; readonly climate: string }[]> {
  const rows = await StationRow.findAll({ ...of(w), attributes: ['kind', 'climate'] });
  return rows.map(({ kind, climate }) => ({ kind, climate }));
}

/** Ids of the pieces in the shop, in order. */
export async function activePieces(w: Within): Promise<string[]> {
  const rows = await PieceRow.findAll({
    where: { workshop_id: w.workshopId, active: true },
    attributes: ['id'],
    order: [['id', 'ASC']],
    transaction: w.transaction,
  });
  return rows.map((r) => r.id);
}

/** A piece's steps in the order of its route. */
export async function stepsOfPiece(w: Within, pieceId: string): Promise<ShopStep[]> {
  const rows = await StepRow.findAll({
    where: { workshop_id: w.workshopId, piece_id: pieceId },
    order: [['position', 'ASC']],
    transaction: w.transaction,
  });
  return rows.map(stepOfRow);
}

/** A step as it is kept. What is put back from a change of an earlier version does not say what it does to a surface. */
export const stepOfRow = (s: StepRow): ShopStep => ({
  ...s.route,
  acts: (s.route as Partial<StepRow['route']>).acts ?? [],
  id: s.id,
  state: s.state,
  pin: s.pin,
});

/** Photos of a piece that are shown. */
export async function photoCount(w: Within, pieceId: string): Promise<number> {
  const where = { workshop_id: w.workshopId, piece_id: pieceId, removed: false };
  return PhotoRow.count({ where, transaction: w.transaction });
}

/** Keeps a picture, not shown yet: the change that adds the photo shows it. */
export async function keepPicture(
  w: Within,
  photo: {
    readonly id: string;
    /** The piece it is of, or the cup. */
    readonly of: { readonly piece: string } | { readonly paint: string };
    readonly side: PhotoRow['side'];
    readonly width: number;
    readonly height: number;
    readonly at: number;
    readonly picture: Buffer;
    readonly step?: string | null;
    readonly kind?: PhotoRow['kind'];
    readonly mime?: string;
    readonly note?: string;
  },
): Promise<void> {
  await PhotoRow.create(
    {
      id: photo.id,
      workshop_id: w.workshopId,
      piece_id: 'piece' in photo.of ? photo.of.piece : null,
      paint_id: 'paint' in photo.of ? photo.of.paint : null,
      side: photo.side,
      width: photo.width,
      height: photo.height,
      taken_at: toDate(photo.at),
      picture: photo.picture,
      step_id: photo.step ?? null,
      kind: photo.kind ?? 'photo',
      mime: photo.mime ?? 'image/webp',
      note: photo.note ?? '',
      removed: true,
      version: 0,
    },
    { transaction: w.transaction },
  );
}

/** A photo's picture, only for people of its workshop and while it is shown; null otherwise. */
export async function pictureOf(
  workshopId: string,
  id: string,
): Promise<{ readonly mime: string; readonly bytes: Buffer } | null> {
  const photo = await PhotoRow.findOne({ where: { workshop_id: workshopId, id, removed: false } });
  return photo && { mime: photo.mime, bytes: photo.picture };
}

/** Somebody of a workshop's people; null: not there. */
export async function personNamed(
  workshopId: string,
  id: string,
): Promise<{ readonly id: string; readonly name: string } | null> {
  const person = await PersonRow.findOne({ where: { workshop_id: workshopId, id }, attributes: ['id', 'name'] });
  return person && { id: person.id, name: person.name };
}
