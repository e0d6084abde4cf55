import { isDeepStrictEqual } from 'node:util';
import type { Model, ModelStatic, Transaction } from 'sequelize';
import { ApiError } from '../errors.ts';
import { lastChangeOf } from './changes.ts';
import {
  LessonRow,
  MixRow,
  PaintRow,
  PersonRow,
  PhotoRow,
  PieceRow,
  PlaceRow,
  ProductRow,
  RecipeRow,
  StationRow,
  StepRow,
  ToolRow,
  WorkshopRow,
} from './models.ts';
import { fromPieceColumns, pieceColumns } from './pieceColumns.ts';
import { type Columns, type Records, type RowChange, type TableName, TABLE_NAMES } from './records.ts';

const MODELS: Readonly<Record<TableName, unknown>> = {
  workshops: WorkshopRow,
  people: PersonRow,
  stations: StationRow,
  tools: ToolRow,
  places: PlaceRow,
  paints: PaintRow,
  products: ProductRow,
  recipes: RecipeRow,
  mixes: MixRow,
  lessons: LessonRow,
  photos: PhotoRow,
  pieces: PieceRow,
  steps: StepRow,
};
/** Any model by table name; their attribute types differ, the calls do not. @throws {ApiError} UNKNOWN_KIND naming it */
function modelOf(table: TableName): ModelStatic<Model> {
  if (!TABLE_NAMES.includes(table))
    throw new ApiError('UNKNOWN_KIND', {
      detail: `A change speaks of “${table}”, which this version does not know.`,
    });
  return MODELS[table] as ModelStatic<Model>;
}

/** @throws {ApiError} UNKNOWN_KIND naming a column the table does not have */
function mustKnow(table: TableName, columns: Columns): void {
  const known = modelOf(table).getAttributes();
  const strange = Object.keys(columns).find((c) => !(c in known));
  if (strange !== undefined)
    throw new ApiError('UNKNOWN_KIND', {
      detail: `A change speaks of “${strange}” in ${table}, which this version does not know.`,
    });
}

/** Writes rows of one workshop within a transaction and remembers each before and after. */
export class Recorder {
  readonly changes: RowChange[] = [];
  readonly workshopId: string;
  readonly transaction: Transaction;

  constructor(workshopId: string, transaction: Transaction) {
    this.workshopId = workshopId;
    this.transaction = transaction;
  }

  /** What a row says, or null when it is not there. */
  async read<T extends TableName>(table: T, id: string): Promise<(Records[T] & { readonly version: number }) | null> {
    const row = await this.columns(table, id);
    if (!row) return null;
    return (table === 'pieces' ? { ...row, ...fromPieceColumns(row) } : row) as never;
  }

  /** @throws {ApiError} NOT_FOUND */
  async mustRead<T extends TableName>(table: T, id: string): Promise<Records[T] & { readonly version: number }> {
    const row = await this.read(table, id);
    if (!row) throw new ApiError('NOT_FOUND');
    return row;
  }

  /** A row's columns without workshop and id, as they are stored; null when it is not there. */
  async columns(table: TableName, id: string): Promise<(Columns & { readonly version: number }) | null> {
    const row = await modelOf(table).findOne({
      where: this.#key(table, id),
      transaction: this.transaction,
      // A picture is megabytes, and never part of a change.
      ...(table === 'photos' ? { attributes: { exclude: ['picture'] } } : {}),
    });
    if (!row) return null;
    const { workshop_id: _workshop, id: _id, ...rest } = row.get({ plain: true }) as Columns & { version: number };
    return rest;
  }

  async insert<T extends TableName>(table: T, id: string, fields: Partial<Records[T]>): Promise<void> {
    await this.insertAll(table, [[id, fields]]);
  }

  /** Rows of one table, with one question to the database. */
  async insertAll<T extends TableName>(
    table: T,
    rows: readonly (readonly [id: string, fields: Partial<Records[T]>])[],
  ): Promise<void> {
    await this.#insert(
      table,
      rows.map(([id, fields]) => [id, asColumns(table, fields)]),
    );
  }

  async insertColumns(table: TableName, id: string, columns: Columns): Promise<void> {
    await this.#insert(table, [[id, columns]]);
  }

  async #insert(table: TableName, rows: readonly (readonly [id: string, columns: Columns])[]): Promise<void> {
    if (rows.length === 0) return;
    for (const [, columns] of rows) mustKnow(table, columns);
    const versioned = rows.map(([id, columns]) => [id, { ...columns, version: columns['version'] ?? 0 }] as const);
    await modelOf(table).bulkCreate(
      versioned.map(([id, columns]) => ({ ...columns, ...this.#key(table, id) })),
      { transaction: this.transaction },
    );
    for (const [id, columns] of versioned) this.changes.push({ table, id, before: null, after: storable(columns) });
  }

  /**
   * @param version what the sender saw; undefined: whatever is there
   * @throws {ApiError} NOT_FOUND, or STALE_VERSION saying who changed what
   */
  async update<T extends TableName>(
    table: T,
    id: string,
    fields: Partial<Records[T]>,
    version?: number,
  ): Promise<void> {
    await this.updateColumns(table, id, asColumns(table, fields), version);
  }

  /** @throws {ApiError} NOT_FOUND, or STALE_VERSION saying who changed what */
  async updateColumns(table: TableName, id: string, columns: Columns, version?: number): Promise<void> {
    mustKnow(table, columns);
    const before = await this.columns(table, id);
    if (!before) throw new ApiError('NOT_FOUND');
    if (version !== undefined) await this.#mustBe(version, before.version, table, id);
    const was = storable(before);
    const changed = Object.fromEntries(
      Object.entries(storable(columns)).filter(([k, v]) => !isDeepStrictEqual(v, was[k])),
    );
    const names = Object.keys(changed);
    if (names.length === 0) return;
    await modelOf(table).update(
      { ...columns, version: before.version + 1 },
      { where: this.#key(table, id), transaction: this.transaction },
    );
    this.changes.push({ table, id, before: Object.fromEntries(names.map((k) => [k, was[k]])), after: changed });
  }

  /**
   * For a command that looks at a row before it writes: what the sender saw comes before what it says.
   * @throws {ApiError} NOT_FOUND, or STALE_VERSION saying who changed what
   */
  async mustBeSeen(table: TableName, id: string, version: number): Promise<void> {
    const before = await this.columns(table, id);
    if (!before) throw new ApiError('NOT_FOUND');
    await this.#mustBe(version, before.version, table, id);
  }

  async #mustBe(seen: number, version: number, table: TableName, id: string): Promise<void> {
    if (seen !== version) throw new ApiError('STALE_VERSION', { detail: await this.#whoChanged(table, id) });
  }

  /** @throws {ApiError} NOT_FOUND */
  async remove(table: TableName, id: string): Promise<void> {
    const before = await this.columns(table, id);
    if (!before) throw new ApiError('NOT_FOUND');
    await modelOf(table).destroy({ where: this.#key(table, id), transaction: this.transaction });
    this.changes.push({ table, id, before: storable(before), after: null });
  }

  #key(table: TableName, id: string): Record<string, string> {
    return table === 'workshops' ? { id: this.workshopId } : { id, workshop_id: this.workshopId };
  }

  async #whoChanged(table: TableName, id: string): Promise<string> {
    const last = await lastChangeOf(this.workshopId, table, id, this.transaction);
    return last ? `${last.by} changed it: ${last.summary}` : 'It was changed in the meantime.';
  }
}

/** The columns that some of a piece's fields, or what else it says, are kept in; other rows are kept as they are said. */
function asColumns<T extends TableName>(table: T, fields: Partial<Records[T]>): Columns {
  if (table !== 'pieces') return fields;
  const all = pieceColumns(fields as unknown as Records['pieces']);
  const known = Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined));
  const { zones, notes, edits, struck, sheet, trials, asks, active, left_at } = fields as Partial<Records['pieces']>;
  const rest = { zones, notes, edits, struck, sheet, trials, asks, active, left_at };
  return { ...known, ...Object.fromEntries(Object.entries(rest).filter(([, v]) => v !== undefined)) };
}

/** As it would come back from JSON: dates become text, so that before and after can be compared. */
export const storable = (columns: Columns): Columns => JSON.parse(JSON.stringify(columns)) as Columns;
