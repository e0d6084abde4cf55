import type { PieceFields } from '@app/contract';
import type { ArrivalSheet, Ask, Product, RouteEdit, StruckStep, Trials, Zone } from '@app/core';
import type {
  LessonRow,
  MixRow,
  PaintRow,
  PersonRow,
  PhotoRow,
  PlaceRow,
  RecipeRow,
  StationRow,
  StepRow,
  ToolRow,
  WorkshopRow,
} from './models.ts';

/** What a row says, without which workshop it is in, its id and how often it was changed. */
type Said<Row> = {
  readonly [
    K in keyof Row as K extends keyof import('sequelize').Model | 'id' | 'workshop_id' | 'version' ? never : K
  ]: Row[K];
};

/** What of a piece follows from its route, or is agreed when it comes, beside what a person says of it. */
export type PieceRest = {
  readonly zones: readonly Zone[];
  readonly notes: readonly string[];
  readonly edits: readonly RouteEdit[];
  readonly struck: readonly StruckStep[];
  readonly sheet: ArrivalSheet;
  readonly trials: Trials;
  readonly asks: readonly Ask[];
  readonly active: boolean;
  /** When it left the shop; null while it is here. */
  readonly left_at: Date | null;
};

/** Rows that people edit, that every change records and undo restores, as services see them. */
export type Records = {
  readonly workshops: Said<WorkshopRow>;
  readonly people: Said<PersonRow>;
  readonly stations: Said<StationRow>;
  readonly tools: Said<ToolRow>;
  readonly places: Said<PlaceRow>;
  readonly paints: Said<PaintRow>;
  readonly products: { readonly product: Product };
  readonly recipes: Said<RecipeRow>;
  readonly mixes: Said<MixRow>;
  readonly lessons: Said<LessonRow>;
  readonly photos: Omit<Said<PhotoRow>, 'picture'>;
  readonly pieces: PieceFields & PieceRest;
  readonly steps: Said<StepRow>;
};
export type TableName = keyof Records;
/** Their names, for what comes from outside as text. */
export const TABLE_NAMES: readonly TableName[] = [
  'workshops',
  'people',
  'stations',
  'tools',
  'places',
  'paints',
  'products',
  'recipes',
  'mixes',
  'lessons',
  'photos',
  'pieces',
  'steps',
];

/** Columns of a row as they are stored in a change: JSON, moments as text. */
export type Columns = Readonly<Record<string, unknown>>;
/** A row before and after a change; null: it did not exist. */
export type RowChange = {
  readonly table: TableName;
  readonly id: string;
  readonly before: Columns | null;
  readonly after: Columns | null;
};
