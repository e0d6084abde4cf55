import './faultWords.ts';
import {
  BASES,
  CHEMISTRIES,
  FAMILIES,
  HOUSE_SWITCHES,
  MOST_TRIALS,
  type Product,
  productFaults,
  SIDES,
  STAGES,
  usualChemistry,
  type Verdict,
  VERDICTS,
  STRIP_LOOKS,
} from '@app/core';
import { array, boolean, number, object, string, tuple, type InferType } from 'yup';
import { command, hex, instantField, name, uuid, version, words } from './fields.ts';
import { edits } from './editFields.ts';
import { brief } from './pieceFields.ts';
import { stepsBefore } from './stepsBefore.ts';

/** A can that takes longer is not counted on. */
export const MOST_LEAD_DAYS = 365;
const optionalVersion = { version: number().integer().min(0).optional() };
const positive = (what: string, max: number) =>
  number().moreThan(0, `${what}: enter a number above 0.`).max(max, `${what}: at most ${max}.`);
const stageMinutes = () =>
  number()
    .integer('Times are whole minutes.')
    .min(0, 'Times are 0 or more.')
    .max(120 * 1440, 'At most 120 days.')
    .required();

export const PaintInput = object({
  ...command,
  ...optionalVersion,
  name: name('the paint'),
  hex: hex(),
  product: words(60).required('Choose a product.'),
  on_hand_litres: number()
    .min(0, 'Enter 0 to 1000 litres.')
    .max(1000, 'Enter 0 to 1000 litres.')
    .required('Say how much is left.'),
  can_litres: positive('Can', 100).nullable().default(null),
  can_cents: number().integer().min(0).max(10_000_000).nullable().default(null),
  lead_days: number().integer().min(0).max(MOST_LEAD_DAYS, 'At most a year.').nullable().default(null),
  deliveries: array(object({ at: instantField().required(), litres: positive('Delivery', 1000).required() }))
    .max(50)
    .default([]),
});

/** A cup mixed here: it is put on the shelf, and what it took comes out of its cans. */
export const CupInput = object({
  ...command,
  id: uuid(),
  name: name('the cup'),
  hex: hex(),
  product: words(60).required('Choose a product.'),
  parts: array(
    object({
      paint: words(60).nullable().default(null),
      name: words(60).required('Name each part.'),
      litres: number().min(0, 'Amounts are 0 or more.').max(100, 'At most 100 litres.').required(),
    }),
  )
    .min(1, 'A cup of nothing: pour some paint in first.')
    .max(12, 'At most 12 parts.')
    .required(),
  water_litres: number().min(0, 'Water is 0 or more.').max(100, 'At most 100 litres.').default(0),
  alive_until: instantField().nullable().default(null),
  stands: words(60).default(''),
});
/** Everything of one can into another. */
export const PourInput = object({ ...command, from: words(60).required(), into: words(60).required() });
/** Which can a coat still to come is laid from. */
export const StepCan = object({ ...command, version: version(), paint: words(60).required('Choose a can.') });
/** What a client is asked (a question) or told (none); a step may wait for the answer until a day. */
export const AskInput = object({
  ...command,
  id: uuid(),
  version: version(),
  question: words(300).default(''),
  choices: array(words(80).required('Leave no answer empty.').min(1)).max(6, 'At most six answers.').default([]),
  before: words(60).nullable().default(null),
  until: instantField().nullable().default(null),
});
export const AskAnswer = object({
  ...command,
  ask: uuid(),
  choice: words(80).required('Say what the answer was.').min(1, 'Say what the answer was.'),
  words: words(500).default(''),
});
export const AskRevoke = object({ ...command, ask: uuid() });
/** What a client sends from the page under a link: no command of the app, so it carries no id. */
export const ClientAnswer = object({
  choice: words(80).required('Choose one of the answers.'),
  words: string()
    .transform((given: unknown) => (typeof given === 'string' ? given.replace(/\s+/g, ' ').trim() : given))
    .max(500, 'Keep it under 500 characters.')
    .default(''),
});
export type AskInput = InferType<typeof AskInput>;
export type AskAnswer = InferType<typeof AskAnswer>;
export const TrialsInput = object({
  ...command,
  version: version(),
  trials: object({
    decide_by: instantField().nullable().default(null),
    tried: array(
      object({
        id: uuid(),
        name: words(60).required('Name the colour.'),
        hex: hex(),
        paint: words(60).nullable().default(null),
        sealed: boolean().default(false),
        verdict: string<Verdict>()
          .oneOf([...VERDICTS])
          .nullable()
          .default(null),
        wet: string().uuid('This is no photo.').nullable().default(null),
        dry: string().uuid('This is no photo.').nullable().default(null),
      }),
    )
      .max(MOST_TRIALS, `At most ${MOST_TRIALS} colours at once: take one away first.`)
      .required(),
  }).required(),
});

const part = () => positive('Parts', 1000).required();

const productShape = object({
  id: string()
    .matches(/^[a-z0-9][a-z0-9-]{0,39}$/, 'An id is small letters, numbers and dashes.')
    .required(),
  name: name('the product'),
  family: string()
    .oneOf([...FAMILIES])
    .required(),
  base: string()
    .oneOf([...BASES])
    .required(),
  /** Left out: as products of its base and family mostly dry. */
  chemistry: string<Product['chemistry']>()
    .oneOf([...CHEMISTRIES])
    .optional(),
  stages_minutes: object(Object.fromEntries(STAGES.map((s) => [s, stageMinutes()]))).required(),
  recoatMax_minutes: number()
    .integer()
    .min(1)
    .max(365 * 1440)
    .nullable()
    .default(null),
  spread_m2PerL: positive('Coverage', 200).nullable().default(null),
  solids_pct: positive('Solids', 100).nullable().default(null),
  limits: object({
    minTemperature_c: number().min(-20).max(40).required(),
    maxHumidity_pct: number().min(1).max(100).required(),
  })
    .nullable()
    .default(null),
  reactivable: boolean().required(),
  ownSealer: boolean().required(),
  mixing: object({
    with: words(40).required('Say what it is mixed with.'),
    parts: tuple([part(), part()])
      .typeError('Enter the parts like 2:1, product first; leave them empty when nothing is mixed.')
      .required(),
    rest_minutes: number()
      .typeError('Enter how long the mix stands before use.')
      .integer()
      .min(0)
      .max(1440, 'Stands at most a day before use.')
      .required(),
    life_minutes: number()
      .typeError('Enter how long the mix is good for.')
      .integer()
      .min(5, 'The mix is good for 5 minutes or more.')
      .max(365 * 1440)
      .required(),
  })
    .nullable()
    .default(null),
  thinner: words(60).default('see the label'),
  flammability: words(80).default('see the label'),
  range: words(160).default('your own figures'),
  caution: words(300).nullable().default(null),
});
// Whether its figures go together can only be asked of figures that can be read.
const product = productShape.test('figures', '', function (p) {
  const faults = productShape.isValidSync(p) ? productFaults(asProduct(p)) : [];
  return faults.length === 0 || this.createError({ message: `${faults.join('; ')}.` });
});

/** The product as the core knows it, from its checked fields. */
export function asProduct(p: object): Product {
  const given = p as Omit<Product, 'chemistry'> & Partial<Pick<Product, 'chemistry'>>;
  return { ...given, chemistry: given.chemistry ?? usualChemistry(given.base, given.family) };
}

export const ProductInput = object({ ...command, ...optionalVersion, product: product.required() });
export const ProductsInput = object({
  ...command,
  products: array(product).min(1, 'There is nothing to bring in.').max(500, 'At most 500 at a time.').required(),
});
export const MixInput = object({
  ...command,
  ...optionalVersion,
  name: name('the mix'),
  hex: hex(),
  parts: array(
    object({
      name: words(60).required('Name each part.'),
      parts: number().min(0, 'Parts are 0 or more.').max(10_000).required(),
    }),
  )
    .min(1, 'A mix has at least one part.')
    .max(12, 'A mix has at most 12 parts.')
    .required()
    .test('some', 'Not all parts can be 0.', (list) => (list ?? []).some((p) => p.parts > 0)),
  note: words(200).default(''),
});
export const RecipeInput = object({
  ...command,
  ...optionalVersion,
  name: name('the recipe'),
  brief: brief.required(),
  edits,
});
export const HouseInput = object({
  ...command,
  version: version(),
  house: object(
    Object.fromEntries(
      HOUSE_SWITCHES.map((s) => [
        s.rule,
        string()
          .oneOf(s.sides.map((x) => x.value))
          .required(),
      ]),
    ),
  )
    .noUnknown('There is no such house rule.')
    .required(),
});

export const EditsInput = object({ ...command, version: version(), edits });
export const ArrivalInput = object({
  ...command,
  version: version(),
  sheet: object({
    marks: array(
      object({
        photo: words(60).required(),
        x: number().min(0).max(1).required(),
        y: number().min(0).max(1).required(),
        words: words(120).required('Say what is damaged.').min(1, 'Say what is damaged.'),
      }),
    )
      .max(100, 'At most 100 marks.')
      .required(),
    remarks: words(500).default(''),
    agreed: object({
      name: words(60).required('Whose agreement is it?').min(1, 'Whose agreement is it?'),
      at: instantField().required(),
      how: string().oneOf(['screen', 'paper']).required(),
    })
      .nullable()
      .default(null),
  }).required(),
});
export const PhotoInput = object({
  commandId: command.commandId,
  side: string()
    .oneOf([...SIDES], 'Choose a side.')
    .required(),
});

/** A photo or a clip at a step; `done`: the step is done with the same tap. */
export const StepPicture = object({
  ...command,
  /** What was seen of the step; needed only when it is done with it. */
  version: number()
    .integer()
    .min(0)
    .when('done', ([done], seen) => (done === true ? seen.required() : seen)),
  by: words(60).required('Say who.'),
  at: instantField().optional(),
  side: string()
    .oneOf([...SIDES], 'Choose a side.')
    .default('front'),
  note: words(300).default(''),
  done: boolean().default(false),
  before: stepsBefore,
  /** Which strip of the colours tried it shows, and how. */
  strip: words(60).optional(),
  look: string<(typeof STRIP_LOOKS)[number]>()
    .oneOf([...STRIP_LOOKS], 'A strip is wet or dry.')
    .when('strip', ([strip], look) =>
      strip === undefined ? look : look.required('Say whether the strip is wet or dry.'),
    ),
});
export type StepPicture = InferType<typeof StepPicture>;
export type CupInput = InferType<typeof CupInput>;
export type TrialsInput = InferType<typeof TrialsInput>;
export type PaintInput = InferType<typeof PaintInput>;
export type MixInput = InferType<typeof MixInput>;
