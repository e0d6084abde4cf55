import { QueryTypes } from 'sequelize';
import { PieceRow } from './models.ts';

/** The piece a client's link is about, wherever it is; null: there is no such link. */
export async function pieceByToken(
  token: string,
): Promise<{ readonly workshopId: string; readonly pieceId: string } | null> {
  const rows = await PieceRow.sequelize!.query<{ workshop_id: string; id: string }>(
    'select workshop_id, id from pieces where asks @> $wanted::jsonb limit 1',
    { bind: { wanted: JSON.stringify([{ token }]) }, type: QueryTypes.SELECT },
  );
  return rows[0] ? { workshopId: rows[0].workshop_id, pieceId: rows[0].id } : null;
}
