import {
  type CreationOptional,
  DataTypes,
  Model,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';
import type {
  ArrivalSheet,
  Ask,
  Brief,
  HouseRules,
  LessonVerdict,
  Made,
  MixPart,
  PhotoSide,
  Product,
  RouteEdit,
  StruckStep,
  OwnPace,
  Pin,
  Plan,
  PieceMove,
  RouteStep,
  Zone,
  Hours,
  Skill,
  StationKind,
  TypicalDay,
  ClimateSeries,
  Delivery,
  DryingLimits,
  Planning,
  Shift,
  Trials,
  WorkState,
} from '@app/core';
import { NO_TRIALS } from '@app/core';
import type { PlanUpdate } from '@app/contract';
import { pieceAttributes } from './pieceColumns.ts';
import type { RowChange } from './records.ts';

export class WorkshopRow extends Model<InferAttributes<WorkshopRow>, InferCreationAttributes<WorkshopRow>> {
  declare id: string;
  declare name: string;
  declare time_zone: string;
  declare units: 'metric' | 'us';
  declare is_demo: boolean;
  declare house: Partial<HouseRules>;
  declare latitude_deg: CreationOptional<number | null>;
  declare longitude_deg: CreationOptional<number | null>;
  declare floor_units: CreationOptional<number | null>;
  declare noise: CreationOptional<Shift | null>;
  declare planning: CreationOptional<Partial<Planning>>;
  declare own_pace: CreationOptional<OwnPace | null>;
  declare own_coats: CreationOptional<Readonly<Record<string, number>> | null>;
  declare revision: number;
  declare version: number;
  /** Of which the plan was made and verified. */
  declare rules: number;
}
export class UserRow extends Model<InferAttributes<UserRow>, InferCreationAttributes<UserRow>> {
  declare id: string;
  declare workshop_id: string;
  declare sign_in: string;
  declare name: string;
  declare role: 'owner' | 'helper';
  declare person_id: string | null;
  declare password_hash: string;
  declare must_change_password: boolean;
  /** Grows with every new password: what was signed in with an older one is signed in no more. */
  declare credential: number;
}
export class PersonRow extends Model<InferAttributes<PersonRow>, InferCreationAttributes<PersonRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare hours: Hours;
  declare skills: Partial<Record<Skill, number>>;
  declare version: number;
}
export class StationRow extends Model<InferAttributes<StationRow>, InferCreationAttributes<StationRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare kind: StationKind;
  declare capacity: number;
  declare hours: Hours | null;
  declare climate: string;
  declare beside: CreationOptional<readonly string[]>;
  declare daylight: CreationOptional<boolean>;
  declare guard: CreationOptional<DryingLimits | null>;
  declare version: number;
}
export class ToolRow extends Model<InferAttributes<ToolRow>, InferCreationAttributes<ToolRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare capacity: number;
  declare hours: CreationOptional<Hours | null>;
  declare cleanout_minutes: CreationOptional<number>;
  declare version: number;
}
export class PlaceRow extends Model<InferAttributes<PlaceRow>, InferCreationAttributes<PlaceRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare typical: TypicalDay;
  declare series: ClimateSeries | null;
  declare air_mps: CreationOptional<number>;
  declare version: number;
}
export class PaintRow extends Model<InferAttributes<PaintRow>, InferCreationAttributes<PaintRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare hex: string;
  declare product: string;
  declare on_hand_litres: number;
  declare can_litres: number | null;
  declare can_cents: number | null;
  declare lead_days: number | null;
  declare deliveries: CreationOptional<readonly Delivery[]>;
  declare made: CreationOptional<Made | null>;
  declare version: number;
}
export class ProductRow extends Model<InferAttributes<ProductRow>, InferCreationAttributes<ProductRow>> {
  declare id: string;
  declare workshop_id: string;
  declare product: Product;
  declare version: number;
}
export class RecipeRow extends Model<InferAttributes<RecipeRow>, InferCreationAttributes<RecipeRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare brief: Brief;
  declare edits: readonly RouteEdit[];
  declare version: number;
}
export class MixRow extends Model<InferAttributes<MixRow>, InferCreationAttributes<MixRow>> {
  declare id: string;
  declare workshop_id: string;
  declare name: string;
  declare hex: string;
  declare parts: readonly MixPart[];
  declare note: string;
  declare version: number;
}
/** A photo taken away is kept, hidden, so that it can be brought back. */
export class PhotoRow extends Model<InferAttributes<PhotoRow>, InferCreationAttributes<PhotoRow>> {
  declare id: string;
  declare workshop_id: string;
  /** Null: of a cup. */
  declare piece_id: string | null;
  declare paint_id: CreationOptional<string | null>;
  declare side: PhotoSide;
  declare width: number;
  declare height: number;
  declare taken_at: Date;
  /** Step at which it was taken; null: of the piece as it came or stands. */
  declare step_id: CreationOptional<string | null>;
  declare kind: CreationOptional<'photo' | 'clip'>;
  declare mime: CreationOptional<string>;
  declare note: CreationOptional<string>;
  declare picture: Buffer;
  declare removed: boolean;
  declare version: number;
}
/** Beside these it has the columns of a person's fields, which follow from their definition: pieceColumns.ts. */
export class PieceRow extends Model {
  declare id: string;
  declare workshop_id: string;
  declare zones: readonly Zone[];
  declare notes: readonly string[];
  declare edits: readonly RouteEdit[];
  declare struck: readonly StruckStep[];
  declare sheet: ArrivalSheet;
  declare trials: CreationOptional<Trials>;
  declare asks: CreationOptional<readonly Ask[]>;
  declare active: boolean;
  /** Null while it is here. */
  declare left_at: Date | null;
  declare version: number;
}
export class StepRow extends Model<InferAttributes<StepRow>, InferCreationAttributes<StepRow>> {
  declare id: string;
  declare workshop_id: string;
  declare piece_id: string;
  declare position: number;
  declare route: RouteStep;
  declare state: WorkState;
  declare pin: Pin;
  declare version: number;
}
export class PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
  declare workshop_id: string;
  declare number: number;
  declare made_at: Date;
  /** The whole plan, or what it changed in the one before: one of the two. */
  declare plan: Plan | null;
  declare difference: PlanUpdate | null;
}
export class ChangeRow extends Model<InferAttributes<ChangeRow>, InferCreationAttributes<ChangeRow>> {
  declare id: string;
  declare workshop_id: string;
  declare number: number;
  /** Who made it: a person by id (null: nobody that is known any more) and by the name they had, or the clock. */
  declare made_by: 'person' | 'clock';
  declare user_id: string | null;
  declare user_name: string;
  declare at: Date;
  declare summary: string;
  declare piece_id: string | null;
  declare rows: readonly RowChange[];
  declare moves: readonly PieceMove[];
  declare plan_before: number | null;
  declare plan_after: number | null;
  declare undoes: string | null;
  declare undone_by: string | null;
  declare restored_plan: number | null;
  /** Digest of what was asked; null: kept by a version that did not know it, or made by the clock. */
  declare request: string | null;
}

/** What a shop learned with a product or a tool; its id says with what. */
export class LessonRow extends Model<InferAttributes<LessonRow>, InferCreationAttributes<LessonRow>> {
  declare id: string;
  declare workshop_id: string;
  declare verdict: LessonVerdict;
  declare words: string;
  declare learned_at: Date;
  declare version: number;
}
/** An address under which a user's calendar is followed without signing in. */
export class CalendarFeedRow extends Model<InferAttributes<CalendarFeedRow>, InferCreationAttributes<CalendarFeedRow>> {
  declare token: string;
  declare workshop_id: string;
  declare user_id: string;
  declare made_at: Date;
}
/** A device that is told of windows while no page is open. */
export class PushSubscriptionRow extends Model<
  InferAttributes<PushSubscriptionRow>,
  InferCreationAttributes<PushSubscriptionRow>
> {
  declare endpoint: string;
  declare workshop_id: string;
  declare user_id: string;
  declare p256dh: string;
  declare auth: string;
  declare made_at: Date;
}
/** The keys this installation signs such messages with: one row. */
export class PushKeyRow extends Model<InferAttributes<PushKeyRow>, InferCreationAttributes<PushKeyRow>> {
  declare id: number;
  declare public_key: string;
  declare private_key: string;
}

// Fresh objects each time: Sequelize writes the field's name into them.
const id = () => ({ type: DataTypes.TEXT, primaryKey: true }) as const;
const text = () => ({ type: DataTypes.TEXT, allowNull: false }) as const;
const json = () => ({ type: DataTypes.JSONB, allowNull: false }) as const;
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false }) as const;
const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false }) as const;
const moment = () => ({ type: DataTypes.DATE, allowNull: false }) as const;
const version = () => ({ type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 }) as const;
const owned = () => ({ type: DataTypes.TEXT, allowNull: false, primaryKey: true }) as const;

/** Binds the models to one connection. Each row belongs to a workshop; ids are unique within it. */
export function defineModels(sequelize: Sequelize): void {
  const options = (tableName: string) => ({ sequelize, tableName, timestamps: false });
  WorkshopRow.init(
    {
      id: id(),
      name: text(),
      time_zone: text(),
      units: text(),
      is_demo: flag(),
      house: json(),
      latitude_deg: DataTypes.DOUBLE,
      longitude_deg: DataTypes.DOUBLE,
      floor_units: DataTypes.INTEGER,
      noise: DataTypes.JSONB,
      planning: { ...json(), defaultValue: {} },
      own_pace: DataTypes.JSONB,
      own_coats: DataTypes.JSONB,
      revision: whole(),
      version: version(),
      rules: whole(),
    },
    options('workshops'),
  );
  UserRow.init(
    {
      id: id(),
      workshop_id: text(),
      sign_in: text(),
      name: text(),
      role: text(),
      person_id: DataTypes.TEXT,
      password_hash: text(),
      must_change_password: flag(),
      credential: whole(),
    },
    options('users'),
  );
  PersonRow.init(
    { id: id(), workshop_id: owned(), name: text(), hours: json(), skills: json(), version: version() },
    options('people'),
  );
  StationRow.init(
    {
      id: id(),
      workshop_id: owned(),
      name: text(),
      kind: text(),
      capacity: whole(),
      hours: DataTypes.JSONB,
      climate: text(),
      beside: { ...json(), defaultValue: [] },
      daylight: { ...flag(), defaultValue: false },
      guard: DataTypes.JSONB,
      version: version(),
    },
    options('stations'),
  );
  ToolRow.init(
    {
      id: id(),
      workshop_id: owned(),
      name: text(),
      capacity: whole(),
      hours: DataTypes.JSONB,
      cleanout_minutes: { ...whole(), defaultValue: 0 },
      version: version(),
    },
    options('tools'),
  );
  PlaceRow.init(
    {
      id: id(),
      workshop_id: owned(),
      name: text(),
      typical: json(),
      series: DataTypes.JSONB,
      air_mps: { type: DataTypes.DOUBLE, allowNull: false, defaultValue: 0.1 },
      version: version(),
    },
    options('places'),
  );
  PaintRow.init(
    {
      id: id(),
      workshop_id: owned(),
      name: text(),
      hex: text(),
      product: text(),
      on_hand_litres: { type: DataTypes.DOUBLE, allowNull: false },
      can_litres: DataTypes.DOUBLE,
      can_cents: DataTypes.INTEGER,
      lead_days: DataTypes.INTEGER,
      deliveries: { ...json(), defaultValue: [] },
      made: DataTypes.JSONB,
      version: version(),
    },
    options('paints'),
  );
  ProductRow.init({ id: id(), workshop_id: owned(), product: json(), version: version() }, options('products'));
  RecipeRow.init(
    { id: id(), workshop_id: owned(), name: text(), brief: json(), edits: json(), version: version() },
    options('recipes'),
  );
  MixRow.init(
    { id: id(), workshop_id: owned(), name: text(), hex: text(), parts: json(), note: text(), version: version() },
    options('mixes'),
  );
  PhotoRow.init(
    {
      id: id(),
      workshop_id: owned(),
      piece_id: DataTypes.TEXT,
      paint_id: DataTypes.TEXT,
      side: text(),
      width: whole(),
      height: whole(),
      taken_at: moment(),
      step_id: DataTypes.TEXT,
      kind: { ...text(), defaultValue: 'photo' },
      mime: { ...text(), defaultValue: 'image/webp' },
      note: { ...text(), defaultValue: '' },
      picture: { type: DataTypes.BLOB, allowNull: false },
      removed: flag(),
      version: version(),
    },
    options('photos'),
  );
  PieceRow.init(
    {
      id: id(),
      workshop_id: owned(),
      ...pieceAttributes(),
      zones: json(),
      notes: json(),
      edits: json(),
      struck: json(),
      sheet: json(),
      trials: { ...json(), defaultValue: NO_TRIALS },
      asks: { ...json(), defaultValue: [] },
      active: flag(),
      left_at: DataTypes.DATE,
      version: version(),
    },
    options('pieces'),
  );
  StepRow.init(
    {
      id: id(),
      workshop_id: owned(),
      piece_id: text(),
      position: whole(),
      route: json(),
      state: json(),
      pin: json(),
      version: version(),
    },
    options('steps'),
  );
  PlanRow.init(
    {
      workshop_id: owned(),
      number: { type: DataTypes.INTEGER, allowNull: false, primaryKey: true },
      made_at: moment(),
      plan: DataTypes.JSONB,
      difference: DataTypes.JSONB,
    },
    options('plans'),
  );
  LessonRow.init(
    { id: id(), workshop_id: owned(), verdict: text(), words: text(), learned_at: moment(), version: version() },
    options('lessons'),
  );
  CalendarFeedRow.init(
    { token: id(), workshop_id: text(), user_id: text(), made_at: moment() },
    options('calendar_feeds'),
  );
  PushSubscriptionRow.init(
    { endpoint: id(), workshop_id: text(), user_id: text(), p256dh: text(), auth: text(), made_at: moment() },
    options('push_subscriptions'),
  );
  PushKeyRow.init(
    { id: { type: DataTypes.INTEGER, primaryKey: true }, public_key: text(), private_key: text() },
    options('push_keys'),
  );
  ChangeRow.init(
    {
      id: id(),
      workshop_id: owned(),
      number: whole(),
      made_by: text(),
      user_id: DataTypes.TEXT,
      user_name: text(),
      at: moment(),
      summary: text(),
      piece_id: DataTypes.TEXT,
      rows: json(),
      moves: json(),
      plan_before: DataTypes.INTEGER,
      plan_after: DataTypes.INTEGER,
      undoes: DataTypes.TEXT,
      undone_by: DataTypes.TEXT,
      restored_plan: DataTypes.INTEGER,
      request: DataTypes.TEXT,
    },
    options('changes'),
  );
}
