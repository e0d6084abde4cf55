import {
  FINDINGS,
  FINISHES,
  isHexColour,
  isTimeZone,
  PROBLEMS,
  SEALERS,
  SKILLS,
  STATION_KINDS,
  TEMPLATES,
  WOODS,
  productById,
} from '@app/core';
import { array, boolean, lazy, number, object, string, type InferType } from 'yup';

/** Text a person types: trimmed, no control characters; shown as text, never as markup. */
const words = (max: number) =>
  string()
    .strict(false)
    .trim()
    .max(max, ({ max: n }) => `Keep it under ${n} characters.`)
    // oxlint-disable-next-line no-control-regex -- control characters are what this refuses
    .matches(/^[^\u0000-\u001f\u007f]*$/, {
      message: 'Leave out line breaks and control characters.',
      excludeEmptyString: true,
    });
const name = (what: string, max = 60) => words(max).required(`Give ${what} a name.`).min(1);
const uuid = () => string().uuid('This is not a valid id.').required();
const version = () => number().integer().min(0).required();
const localMinute = () =>
  number().integer('Times are whole minutes.').min(0).max(1440, 'A day ends at 24:00.').required();

/** Each command carries an id its sender made; sent twice, it applies once. */
const command = { commandId: uuid() };

export const SignIn = object({
  name: words(60).required('Enter your sign-in name.'),
  password: string().max(200).required('Enter your password.'),
});
export const NewPassword = object({
  password: string().min(10, 'Use at least 10 characters.').max(200).required('Enter a new password.'),
});
export const StartOwn = object({
  commandId: uuid(),
  workshopName: name('the workshop'),
  ownerName: name('yourself'),
  signIn: words(60).required('Choose a sign-in name.').min(2, 'Use at least 2 characters.'),
  password: string().min(10, 'Use at least 10 characters.').max(200).required('Choose a password.'),
  timeZone: string()
    .required('Choose a time zone.')
    .test('zone', 'Choose a time zone from the list.', (z) => isTimeZone(z ?? '')),
  units: string().oneOf(['metric', 'us']).required(),
});

const shift = object({ from: localMinute(), until: localMinute() }).test(
  'order',
  'A shift must end after it starts.',
  (s) => s.until > s.from,
);
const shifts = array(shift)
  .required()
  .max(6)
  .test('overlap', 'Shifts of one day must not overlap.', (list) => {
    const sorted = [...(list ?? [])].sort((a, b) => a.from - b.from);
    return sorted.every((s, i) => i === 0 || sorted[i - 1]!.until <= s.from);
  });
const localDate = () =>
  string()
    .matches(/^\d{4}-\d{2}-\d{2}$/, 'Enter a date like 2026-03-08.')
    .required()
    .test('date', 'This date does not exist.', isRealDate);
function isRealDate(text: string | undefined): boolean {
  const ms = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(ms) && new Date(ms).toISOString().startsWith(text ?? '-');
}
const blockDay = lazy((on: unknown) =>
  typeof on === 'object' && on !== null && 'date' in on
    ? object({ date: localDate() }).noUnknown()
    : object({ weekday: number().integer().min(0).max(6).required() }).noUnknown(),
);
const hours = object({
  weekly: array(shifts).length(7, 'Give hours for seven days.').required(),
  exceptions: array(object({ date: localDate(), shifts, note: words(80).optional() }))
    .required()
    .max(400),
  blocks: array(
    object({ title: name('the block', 80), on: blockDay, from: localMinute(), until: localMinute() }).test(
      'order',
      'A block must end after it starts.',
      (b) => b.until > b.from,
    ),
  )
    .required()
    .max(200),
});
const speed = number().min(0.1, 'Speed is 0.1 to 3.').max(3, 'Speed is 0.1 to 3.').optional();
export const PersonInput = object({
  ...command,
  version: number().integer().min(0).optional(),
  name: name('the person'),
  hours,
  skills: object(Object.fromEntries(SKILLS.map((s) => [s, speed])))
    .noUnknown('There is no such skill.')
    .required(),
});
export const StationInput = object({
  ...command,
  version: number().integer().min(0).optional(),
  name: name('the place'),
  kind: string()
    .oneOf([...STATION_KINDS])
    .required(),
  capacity: number()
    .integer('Room is a whole number.')
    .min(1, 'There must be room for at least 1.')
    .max(200)
    .required(),
  hours: hours.nullable().default(null),
  climate: words(60).required(),
});
const celsius = () => number().min(-40, 'Enter −40 to 60 °C.').max(60, 'Enter −40 to 60 °C.').required();
const humidity = () => number().min(1, 'Enter 1 to 100 %.').max(100, 'Enter 1 to 100 %.').required();
export const PlaceInput = object({
  ...command,
  version: number().integer().min(0).optional(),
  name: name('the place'),
  typical: object({
    high_c: celsius(),
    low_c: celsius(),
    humidityAtHigh_pct: humidity(),
    humidityAtLow_pct: humidity(),
  })
    .required()
    .test('order', 'The warmest hour must not be colder than the coldest.', (t) => t.high_c >= t.low_c),
});
export const ToolInput = object({
  ...command,
  version: number().integer().min(0).optional(),
  name: name('the tool'),
  capacity: number().integer().min(1).max(50).required(),
});
export const PaintInput = object({
  ...command,
  version: number().integer().min(0).optional(),
  name: name('the paint'),
  hex: string()
    .required()
    .test('hex', 'Enter a colour like #3d5a45.', (h) => isHexColour(h ?? '')),
  product: string()
    .required()
    .test('product', 'Choose a product from the library.', (id) => productById.has(id ?? '')),
  on_hand_litres: number()
    .min(0, 'Enter 0 to 1000 litres.')
    .max(1000, 'Enter 0 to 1000 litres.')
    .required('Say how much is left.'),
});
export const WorkshopInput = object({
  ...command,
  version: version(),
  name: name('the workshop'),
  units: string().oneOf(['metric', 'us']).required(),
  timeZone: string()
    .required()
    .test('zone', 'Choose a time zone from the list.', (z) => isTimeZone(z ?? '')),
});
export const HelperInput = object({
  ...command,
  signIn: words(60).required('Choose a sign-in name.').min(2),
  password: string().min(10, 'Use at least 10 characters.').max(200).required(),
  personId: words(60).required(),
});

const colour = object({
  name: words(40).required('Name the colour.'),
  hex: string()
    .required()
    .test('hex', 'Enter a colour like #3d5a45.', (h) => isHexColour(h ?? '')),
});
const top = lazy((t: { kind?: string } | undefined) =>
  t?.kind === 'stain' || t?.kind === 'paint'
    ? object({ kind: string().oneOf(['stain', 'paint']).required(), colour }).noUnknown()
    : object({ kind: string().oneOf(['same'], 'The top is the same, stained or painted.').required() }).noUnknown(),
);
const instantField = () => number().integer('Times are whole minutes.').min(0).max(1e9);
const pieceFields = {
  name: name('the piece'),
  kind: string().oneOf(['client', 'stock']).required(),
  client: words(60).nullable().default(null),
  template: string()
    .oneOf(
      TEMPLATES.map((t) => t.id),
      'Choose a kind of piece.',
    )
    .required(),
  dimensions: lazy((d: unknown) =>
    object(
      Object.fromEntries(
        Object.keys(d ?? {})
          .slice(0, 12)
          .map((k) => [k, number().required()]),
      ),
    ).required('Enter the measurements.'),
  ),
  survey: object({
    wood: string()
      .oneOf([...WOODS])
      .required(),
    finish: string()
      .oneOf([...FINISHES])
      .required(),
    layers: number().integer().min(0, 'Layers are 0 to 12.').max(12, 'Layers are 0 to 12.').required(),
    findings: array(
      string()
        .oneOf([...FINDINGS])
        .required(),
    ).required(),
  }).required(),
  brief: object({
    paint: string()
      .required()
      .test(
        'product',
        'This paint is not in the library. Choose one from the list.',
        (id) => productById.get(id ?? '')?.family === 'paint',
      ),
    body: colour.required(),
    top,
    prime: string().oneOf(['auto', 'yes', 'no']).required(),
    sealer: string()
      .oneOf([...SEALERS])
      .required(),
    method: string().oneOf(['brush', 'spray']).required(),
    hardware: string().oneOf(['clean', 'keep']).required(),
  }).required(),
  arrival: instantField().required('Say when it arrives.'),
  due: instantField()
    .nullable()
    .default(null)
    .test('after', 'Pickup is before it arrives. Choose a later date.', function (due) {
      return due == null || due > (this.parent as { arrival: number }).arrival;
    }),
  told: boolean().required(),
};
export const NewPiece = object({ ...command, id: uuid(), ...pieceFields });
export const EditPiece = object({ ...command, version: version(), ...pieceFields });
export const PieceVersion = object({ ...command, version: version() });

const person = () => words(60).required('Say who.');
export const StepStart = object({ ...command, version: version(), by: person(), at: instantField().optional() });
export const StepDone = object({ ...command, version: version(), by: person(), at: instantField().optional() });
export const StepProblem = object({
  ...command,
  version: version(),
  kind: string()
    .oneOf([...PROBLEMS, 'not-dry', 'hold'])
    .required(),
  by: person(),
  minutes: number()
    .integer()
    .min(15)
    .max(14 * 1440)
    .optional(),
  /** For a hold: what is waited for, and until when it is expected. */
  title: words(80).optional(),
  until: instantField().optional(),
});
export const StepPin = object({
  ...command,
  version: version(),
  pin: object({ notBefore: instantField().optional(), at: instantField().optional(), person: words(60).optional() })
    .required()
    .noUnknown(),
});
export const Command = object({ ...command });
export const Undo = object({ ...command, withDependents: boolean().default(false) });

export type SignIn = InferType<typeof SignIn>;
export type StartOwn = InferType<typeof StartOwn>;
export type PersonInput = InferType<typeof PersonInput>;
export type StationInput = InferType<typeof StationInput>;
export type PlaceInput = InferType<typeof PlaceInput>;
export type PaintInput = InferType<typeof PaintInput>;
export type ToolInput = InferType<typeof ToolInput>;
export type WorkshopInput = InferType<typeof WorkshopInput>;
export type HelperInput = InferType<typeof HelperInput>;
export type StepStart = InferType<typeof StepStart>;
export type StepDone = InferType<typeof StepDone>;
export type StepProblem = InferType<typeof StepProblem>;
export type StepPin = InferType<typeof StepPin>;
export type Undo = InferType<typeof Undo>;
