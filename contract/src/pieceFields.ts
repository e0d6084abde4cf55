import './faultWords.ts';
import {
  type Brief,
  type Dimensions,
  type Instant,
  type Survey,
  type ZoneChoice,
  APPROVALS,
  FINDINGS,
  FINISHES,
  GROUPS,
  HARDWARE,
  HOUSE_SWITCHES,
  LOOKS,
  MOST_BLENDED,
  REFUSALS,
  SEALERS,
  SHEENS,
  TEMPLATE_ZONES,
  TEMPLATES,
  TOP_KINDS,
  TREATMENTS,
  USES,
  WOODS,
} from '@app/core';
import { array, boolean, lazy, number, object, string, type AnyObject, type ObjectSchema, type Schema } from 'yup';
import { colour, instantField, name, words } from './fields.ts';

const oneOf = <T extends string>(list: readonly T[], message?: string) =>
  string().oneOf([...list], message ?? `Choose one of ${list.join(', ')}.`);
const listOf = <T extends string>(list: readonly T[]) => array(oneOf(list).required()).max(list.length);

/**
 * An object whose keys are not known beforehand, each value by the same schema; at most `max` keys.
 * @param missing what is said when there is none; not given: there need not be one
 */
export const recordOf = (value: (key: string) => AnyObject, max: number, missing?: string) =>
  lazy((given: unknown) => {
    const known = object(
      Object.fromEntries(
        Object.keys(given ?? {})
          .slice(0, max)
          .map((k) => [k, value(k)]),
      ) as never,
    );
    return missing === undefined ? known : known.default(undefined).required(missing);
  });

const condition = {
  wood: oneOf(WOODS),
  finish: oneOf(FINISHES),
  layers: number().integer().min(0, 'Layers are 0 to 12.').max(12, 'Layers are 0 to 12.'),
};
export const survey = object({
  wood: condition.wood.required(),
  finish: condition.finish.required(),
  layers: condition.layers.required(),
  findings: listOf(FINDINGS).required(),
  age: oneOf(['new', 'old', 'unknown']).optional(),
  lead: oneOf(['negative', 'positive']).optional(),
  cloth: oneOf(['clean', 'dirty']).optional(),
  topWood: oneOf(['good', 'poor']).optional(),
  zones: recordOf(() => object({ ...condition, findings: listOf(FINDINGS) }).noUnknown(), 30),
});

const coats = (most: number) => number().integer().min(1, 'At least one coat.').max(most, `At most ${most} coats.`);
const left = number()
  .integer('Minutes are whole.')
  .min(0)
  .max(5, 'A wash is left on for at most 5 minutes.')
  .nullable()
  .optional();
/** What each treatment says beside its kind. */
const TREATED = {
  stain: { colour, oilStain: boolean().optional(), coats: coats(3).optional() },
  wash: {
    colour,
    coats: coats(4).optional(),
    water_pct: number().min(10, 'Water is 10 to 80 %.').max(80, 'Water is 10 to 80 %.').optional(),
    left_minutes: left,
  },
} as const;
const treatedAs = (kind: string | undefined) => (kind === 'stain' || kind === 'wash' ? TREATED[kind] : {});
const top = lazy((t: { kind?: string } | undefined) => {
  const kind = oneOf(
    TOP_KINDS,
    'The top is the same, painted, stained, washed, oiled, waxed, clear or kept.',
  ).required();
  return object({ kind, ...treatedAs(t?.kind), ...(t?.kind === 'paint' ? { colour } : {}) }).noUnknown();
});
const treatment = lazy((t: { kind?: string } | undefined) => {
  const kind = oneOf(TREATMENTS, 'Say what becomes of this part.').required();
  const painted = { colour, product: words(60).required('Choose a product for this part.') };
  return object({ kind, ...treatedAs(t?.kind), ...(t?.kind === 'paint' ? painted : {}) }).noUnknown();
});
const zoneIds = () => array(words(40).required()).max(40);
const row = object({
  id: words(40).required(),
  zones: zoneIds().min(1, 'Choose at least one zone for this part, or remove it.').required(),
  treatment,
  sealer: oneOf(SEALERS).optional(),
  use: oneOf(USES).optional(),
  sheen: oneOf(SHEENS).optional(),
}).noUnknown();

/** A colour that may be left out. */
const anyColour = lazy((c: unknown) => (c == null ? object().nullable() : colour)) as unknown as ObjectSchema<{
  name: string;
  hex: string;
}>;

/** A whole number between two others; said so whatever stands there. */
const whole = (words: string, min: number, max: number) =>
  number().typeError(words).integer(words).min(min, words).max(max, words).required(words);
/** Metres above 0. The field says its unit, the words say both. */
const metres = (words: string, max: number) =>
  number().typeError(words).moreThan(0, words).max(max, words).required(words);
const sheetLength = (how: 'wide' | 'tall') => {
  const words = `A sheet is 2 cm to 5 m ${how} (1 in to 16 ft).`;
  return metres(words, 5).min(0.02, words);
};
const REPEATS = 'The pattern repeats after up to 5 m (16 ft); enter 0 when it does not.';

const MOST_LOOKS = 12;
const look = object({
  kind: oneOf(LOOKS).required(),
  level: oneOf(['light', 'medium', 'heavy']).optional(),
  style: oneOf(['flat', 'raised', 'silk-screen', 'wax']).optional(),
  big: boolean().optional(),
  full: boolean().optional(),
  late: boolean().optional(),
  zones: zoneIds().min(1, 'Choose at least one zone for this look.').optional().default(undefined),
  product: words(60).optional(),
  sheet: object({
    width: sheetLength('wide'),
    height: sheetLength('tall'),
    repeat: number().typeError(REPEATS).min(0, REPEATS).max(5, REPEATS).required(REPEATS),
    pack: whole('Enter how many sheets are in a pack, 1 to 100.', 1, 100),
    uses: whole('Enter how often a sheet is laid, 1 to 5.', 1, 5),
  })
    .noUnknown()
    .optional()
    .default(undefined),
  colours: array(colour)
    .max(MOST_BLENDED - 2, `At most ${MOST_BLENDED} colours are blended.`)
    .optional()
    .default(undefined),
  colour: lazy((c: unknown) => (c === undefined ? object().optional() : colour)) as unknown as typeof colour,
}).noUnknown();

/** House rules, all or some: each key a switch, each value one of its sides. */
export const houseSome = object(
  Object.fromEntries(HOUSE_SWITCHES.map((s) => [s.rule, oneOf(s.sides.map((x) => x.value)).optional()])),
).noUnknown('There is no such house rule.');

export const brief = object({
  paint: words(60).required('Choose a paint.'),
  body: colour.required(),
  top,
  prime: oneOf(['auto', 'yes', 'no']).required(),
  sealer: oneOf(SEALERS).required(),
  method: oneOf(['auto', 'brush', 'roll', 'spray']).required(),
  hardware: oneOf(HARDWARE).required(),
  looks: array(look).max(MOST_LOOKS, `At most ${MOST_LOOKS} looks.`),
  rows: array(row).max(20, 'At most 20 parts.'),
  made: array(
    object({
      id: words(40).required(),
      name: name('the part', 40),
      length: metres('What is made is up to 5 m (16 ft) long.', 5),
      width: metres('What is made is up to 2 m (6 ft) wide.', 2),
      count: whole('Enter how many are made, 1 to 40.', 1, 40),
    }).noUnknown(),
  ).max(12, 'At most 12 parts are made.'),
  fittingsDays: number().integer().min(0).max(90, 'At most 90 days.').optional(),
  under: anyColour,
  inside: oneOf(['paint', 'oil', 'clean']).optional(),
  insideColour: anyColour,
  sheen: oneOf(SHEENS).optional(),
  use: recordOf(() => oneOf(USES).optional() as never, 40),
  refusals: listOf(REFUSALS),
  approvals: listOf(APPROVALS),
  hose: boolean().optional(),
  food: boolean().optional(),
  outdoor: boolean().optional(),
  child: boolean().optional(),
  house: houseSome.optional().default(undefined),
  refused: words(200).optional(),
});

const formula = () => words(200).required('Enter a formula, such as width * depth.');
export const zoneChoice = object({
  include: array(words(40).required()).max(20).required(),
  areas: recordOf(() => formula() as never, 30),
  own: array(
    object({
      id: words(40).required(),
      name: name('the zone', 40),
      group: oneOf(GROUPS).required(),
      area: formula(),
      of: words(40).optional(),
      shape: oneOf(['flat', 'curved']).optional(),
    }),
  )
    .max(20)
    .required(),
});

/** How a field is kept: text and truth values as they are, structures as JSON, whole minutes as a moment. */
export type StoredAs = 'text' | 'flag' | 'json' | 'moment';
export type PieceField<T> = {
  readonly schema: Schema<T>;
  readonly column: string;
  readonly storedAs: StoredAs;
  readonly isNullable: boolean;
  /** What a piece nobody has said anything of has. */
  readonly fresh: T;
};
/** @param schema checks more than its static type says, so the type is given: the core's own */
const field = <T>(column: string, storedAs: StoredAs, fresh: T, schema: unknown): PieceField<T> => ({
  schema: schema as Schema<T>,
  column,
  storedAs,
  fresh,
  isNullable: (schema as { spec?: { nullable?: boolean } }).spec?.nullable === true,
});

const FRESH_SURVEY: Survey = { wood: 'softwood', finish: 'varnish', layers: 1, findings: [], age: 'unknown' };
const FRESH_BRIEF: Brief = {
  paint: 'matt-paint',
  body: { name: 'Slate blue', hex: '#3f5c74' },
  top: { kind: 'same' },
  prime: 'auto',
  sealer: 'auto',
  method: 'auto',
  hardware: 'clean',
};

/**
 * What a person says of a piece: the one definition from which request schemas, database columns, the view and the forms
 * follow. A field more is a line here, a migration for its column and a place in the form; docs/changing.md tells which
 * checks fail until all three are there.
 */
export const PIECE_FIELDS = {
  name: field<string>('name', 'text', '', name('the piece')),
  kind: field<'client' | 'stock'>('kind', 'text', 'client', oneOf(['client', 'stock']).required()),
  client: field<string | null>('client', 'text', null, words(60).nullable().default(null)),
  template: field<string>(
    'template',
    'text',
    '',
    oneOf(
      TEMPLATES.map((t) => t.id),
      'Choose a kind of piece.',
    ).required(),
  ),
  dimensions: field<Dimensions>(
    'dimensions',
    'json',
    {},
    recordOf(() => number().required(), 12, 'Enter the measurements.'),
  ),
  survey: field<Survey>('survey', 'json', FRESH_SURVEY, survey.required()),
  brief: field<Brief>('brief', 'json', FRESH_BRIEF, brief.required()),
  zoneChoice: field<ZoneChoice>(
    'zone_choice',
    'json',
    TEMPLATE_ZONES,
    zoneChoice.default({ include: [], areas: {}, own: [] }),
  ),
  /** Things beside paint that already lie ready, by their ids. */
  atHand: field<readonly string[]>('at_hand', 'json', [], array(words(60).required()).max(60).default([])),
  arrival: field<Instant>('arrives_at', 'moment', 0, instantField().required('Say when it arrives.')),
  due: field<Instant | null>(
    'due_at',
    'moment',
    null,
    instantField()
      .nullable()
      .default(null)
      .test('after', 'Pickup is before it arrives. Choose a later date.', function (due) {
        return due == null || due > (this.parent as { arrival: number }).arrival;
      }),
  ),
  /** The client has been told the due date. */
  promised: field<boolean>('promised', 'flag', false, boolean().required()),
};

export type PieceFieldName = keyof typeof PIECE_FIELDS;
/** A piece as a person enters it, as it is sent, and as the view shows it. */
export type PieceFields = {
  readonly [K in PieceFieldName]: (typeof PIECE_FIELDS)[K] extends PieceField<infer T> ? T : never;
};
export const PIECE_FIELD_NAMES = Object.keys(PIECE_FIELDS) as readonly PieceFieldName[];

/** A piece nobody has said anything of yet. */
export const FRESH_PIECE = Object.fromEntries(PIECE_FIELD_NAMES.map((k) => [k, PIECE_FIELDS[k].fresh])) as PieceFields;

/** The fields of a piece out of something that has them and more. */
export const pieceFieldsOf = (from: PieceFields): PieceFields =>
  Object.fromEntries(PIECE_FIELD_NAMES.map((k) => [k, from[k]])) as PieceFields;

/** Their schemas, for a request. */
export const pieceSchemas = Object.fromEntries(PIECE_FIELD_NAMES.map((k) => [k, PIECE_FIELDS[k].schema])) as {
  [K in PieceFieldName]: (typeof PIECE_FIELDS)[K]['schema'];
};
