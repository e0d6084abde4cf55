import { PIECE_FIELD_NAMES, PIECE_FIELDS, type PieceFieldName, type PieceFields, type StoredAs } from '@app/contract';
import { DataTypes, type ModelAttributes } from 'sequelize';
import { toDate, toInstant } from './moments.ts';

type Fields = typeof PIECE_FIELDS;

const TYPES: Readonly<Record<StoredAs, typeof DataTypes.TEXT | typeof DataTypes.BOOLEAN | typeof DataTypes.DATE>> = {
  text: DataTypes.TEXT,
  flag: DataTypes.BOOLEAN,
  json: DataTypes.JSONB,
  moment: DataTypes.DATE,
};

const fieldOf = (k: PieceFieldName): Fields[PieceFieldName] => PIECE_FIELDS[k];

/** For the model: each column with its type. */
export const pieceAttributes = (): ModelAttributes =>
  Object.fromEntries(
    PIECE_FIELD_NAMES.map((k) => {
      const { column, storedAs, isNullable } = fieldOf(k);
      return [column, { type: TYPES[storedAs], allowNull: isNullable }];
    }),
  );

/** A person's fields as they are stored. */
export const pieceColumns = (p: PieceFields): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    PIECE_FIELD_NAMES.map((k) => {
      const { column, storedAs } = fieldOf(k);
      const value = p[k];
      return [column, storedAs === 'moment' && value != null ? toDate(value as number) : value];
    }),
  );

/** What is stored as a person's fields. Moments come as dates from the database, as text from a recorded change. */
export const fromPieceColumns = (row: Readonly<Record<string, unknown>>): PieceFields =>
  Object.fromEntries(
    PIECE_FIELD_NAMES.map((k) => {
      const { column, storedAs } = fieldOf(k);
      const value = row[column];
      return [k, storedAs === 'moment' && value !== null ? toInstant(new Date(value as string | Date)) : value];
    }),
  ) as PieceFields;
