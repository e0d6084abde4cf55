import './faultWords.ts';
import {
  DAY_BREAKS,
  type DayBreak,
  isDate,
  isTimeZone,
  LESSON_VERDICTS,
  type LessonVerdict,
  LOOK_OUTCOMES,
  type LookOutcome,
  MOST_SERIES_HOURS,
  SKILLS,
  STATION_KINDS,
} from '@app/core';
import { array, boolean, lazy, number, object, string, type InferType } from 'yup';
import { command, instantField, localMinute, name, uuid, version, words } from './fields.ts';
import { edits } from './editFields.ts';
import { pieceSchemas } from './pieceFields.ts';
import { stepsBefore } from './stepsBefore.ts';

export const SignIn = object({
  name: words(60).required('Enter your sign-in name.'),
  password: string().max(200).required('Enter your password.'),
});
export const NewPassword = object({
  old: string().max(200).required('Enter the password you have now.'),
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
    .required('Choose a day.')
    .matches(/^\d{4}-\d{2}-\d{2}$/, 'Enter a date like 2026-03-08.')
    .test('date', 'This date does not exist.', isDate);
export const DayOff = object({ date: localDate() });
const blockDay = lazy((on: unknown) =>
  typeof on === 'object' && on !== null && 'date' in on
    ? object({ date: localDate() }).noUnknown()
    : object({ weekday: number().integer().min(0).max(6).required() }).noUnknown(),
);
/** Time taken by something that is no piece. */
export const BlockInput = object({
  title: name('the block', 80),
  on: blockDay,
  from: localMinute(),
  until: localMinute(),
}).test('order', 'A block must end after it starts.', (b) => b.until > b.from);
const hours = object({
  weekly: array(shifts).length(7, 'Give hours for seven days.').required(),
  exceptions: array(object({ date: localDate(), shifts, note: words(80).optional() }))
    .required()
    .max(400),
  blocks: array(BlockInput).required().max(200),
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
const celsius = () => number().min(-40, 'Enter −40 to 60 °C.').max(60, 'Enter −40 to 60 °C.').required();
const humidity = () => number().min(1, 'Enter 1 to 100 %.').max(100, 'Enter 1 to 100 %.').required();
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
  /** Ids of stations whose air it shares. */
  beside: array(words(60).required()).max(50).default([]),
  daylight: boolean().default(false),
  guard: object({ minTemperature_c: celsius(), maxHumidity_pct: humidity() }).nullable().default(null),
});
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
  air_mps: number().min(0, 'Enter 0 to 5 metres a second.').max(5, 'Enter 0 to 5 metres a second.').optional(),
});
/** Measured and forecast hours of a place; null: ordinary days only. */
export const SeriesInput = object({
  ...command,
  version: version(),
  series: object({
    from: instantField()
      .required()
      .test('hour', 'Air begins on the hour.', (at) => at % 60 === 0),
    temperature_c: array(celsius()).required().min(1).max(MOST_SERIES_HOURS, 'At most two years of hours.'),
    humidity_pct: array(humidity()).required().min(1).max(MOST_SERIES_HOURS, 'At most two years of hours.'),
  })
    .nullable()
    .default(null)
    .test(
      'equal',
      'Each hour needs a temperature and a humidity.',
      (s) => s === null || s.temperature_c?.length === s.humidity_pct?.length,
    ),
});
export const ToolInput = object({
  ...command,
  version: number().integer().min(0).optional(),
  name: name('the tool'),
  capacity: number().integer().min(1).max(50).required(),
  hours: hours.nullable().default(null),
  cleanout_minutes: number().integer().min(0, 'Enter 0 to 240 minutes.').max(240, 'Enter 0 to 240 minutes.').default(0),
});
export const WorkshopInput = object({
  ...command,
  version: version(),
  name: name('the workshop'),
  units: string().oneOf(['metric', 'us']).required(),
  timeZone: string()
    .required()
    .test('zone', 'Choose a time zone from the list.', (z) => isTimeZone(z ?? '')),
  latitude_deg: number().min(-90, 'Latitude is −90 to 90.').max(90, 'Latitude is −90 to 90.').nullable().default(null),
  longitude_deg: number()
    .min(-180, 'Longitude is −180 to 180.')
    .max(180, 'Longitude is −180 to 180.')
    .nullable()
    .default(null),
  floor_units: number().integer().min(1, 'At least 1.').max(2000).nullable().default(null),
  noise: object({ from: localMinute(), until: localMinute() })
    .nullable()
    .default(null)
    .test('order', 'Noise must be allowed until after it begins.', (s) => s === null || s.until > s.from),
}).test('place', '', function (w) {
  const isWhole = (w.latitude_deg == null) === (w.longitude_deg == null);
  const path = w.latitude_deg == null ? 'latitude_deg' : 'longitude_deg';
  return isWhole || this.createError({ path, message: 'Enter latitude and longitude, or neither.' });
});
const weight = () => number().integer().min(0).max(4).required();
export const PlanningInput = object({
  ...command,
  version: version(),
  frozen_hours: number()
    .integer()
    .min(0)
    .max(14 * 24, 'At most two weeks.')
    .required(),
  preferences: object({ speed: weight(), slack: weight(), loads: weight(), stability: weight() }).required(),
});
export const HelperInput = object({
  ...command,
  signIn: words(60).required('Choose a sign-in name.').min(2, 'Use at least 2 characters.'),
  password: string().min(10, 'Use at least 10 characters.').max(200).required('Choose a first password.'),
  personId: words(60).required(),
});

/** What happened to a day; which fields count follows from its kind. */
export const DayBreakInput = object({
  ...command,
  what: object({
    kind: string<DayBreak['kind']>()
      .oneOf([...DAY_BREAKS], `Choose one of ${DAY_BREAKS.join(', ')}.`)
      .required(),
    person: words(60).optional(),
    piece: words(60).optional(),
    step: words(80).optional(),
    from: number().integer().min(0).max(60, 'At most 60 days ahead.').optional(),
    days: number().integer().min(1, 'At least a day.').max(60, 'At most 60 days.').nullable().optional(),
    degrees: number().moreThan(0).max(30, 'At most 30 degrees.').optional(),
    due: instantField().optional(),
  }).required(),
});

/** Pieces whose date nobody was told wait for this one. */
const goesFirst = boolean().default(false);
export const NewPiece = object({ ...command, id: uuid(), ...pieceSchemas, edits: edits.default([]), goesFirst });
/** Without `edits` the piece keeps the changes made to its route. */
export const EditPiece = object({
  ...command,
  version: version(),
  ...pieceSchemas,
  edits: edits.optional().default(undefined),
  goesFirst,
});
export const PieceVersion = object({ ...command, version: version() });

/** What of a piece's things lies ready, beside paint. */
export const AtHandInput = object({
  ...command,
  version: version(),
  atHand: array(words(60).required()).max(60, 'At most 60 things.').required(),
});

const person = () => words(60).required('Say who.');
export const StepStart = object({
  ...command,
  version: version(),
  by: person(),
  at: instantField().optional(),
  /** It was noted before, and this is how it really was. */
  corrects: boolean().optional(),
  before: stepsBefore,
});
export const StepDone = object({
  ...command,
  version: version(),
  by: person(),
  at: instantField().optional(),
  /** What a test step showed. */
  outcome: words(40).optional(),
  /** It was noted before, and this is how it really was. */
  corrects: boolean().optional(),
  before: stepsBefore,
});
/** How a step under way goes on: laid down for later, taking longer, or so many parts of a set finished. */
export const PROGRESS_KINDS = ['pause', 'longer', 'parts'] as const;
export const StepProgress = object({
  ...command,
  version: version(),
  by: person(),
  at: instantField().optional(),
  kind: string<(typeof PROGRESS_KINDS)[number]>()
    .oneOf([...PROGRESS_KINDS], `Choose one of ${PROGRESS_KINDS.join(', ')}.`)
    .required(),
  /** Longer than it would have taken. */
  minutes: number()
    .integer()
    .min(5, 'At least 5 minutes.')
    .max(480, 'At most 8 hours; lay it down instead.')
    .optional(),
  /** Finished so far, earlier sittings included. */
  parts: number().integer('Whole parts.').min(1, 'At least one part.').max(999).optional(),
});
/** What was done otherwise than the route says. */
export const DIFFERENT_KINDS = ['can', 'zones', 'coats', 'litres', 'spilled'] as const;
export const StepDifferently = object({
  ...command,
  version: version(),
  by: person(),
  at: instantField().optional(),
  kind: string<(typeof DIFFERENT_KINDS)[number]>()
    .oneOf([...DIFFERENT_KINDS], `Choose one of ${DIFFERENT_KINDS.join(', ')}.`)
    .required(),
  /** The can that was really used, or spilled from. */
  paint: words(60).optional(),
  /** It was a mistake: sand back and lay it again as the route says. */
  isWrong: boolean().default(false),
  /** Zones that were really done. */
  zones: array(words(60).required()).max(60).optional(),
  /** Coats more (1) or fewer (-1) than the route says. */
  coats: number().oneOf([-1, 1], 'One coat more or one fewer.').optional(),
  /** That was spilled, or that the coat really took. */
  litres: number().moreThan(0, 'Enter how much it was.').max(20, 'At most 20 litres.').optional(),
});
/** Something was looked at; a fault is rescued in the route. */
export const StepLook = object({
  ...command,
  version: version(),
  by: person(),
  at: instantField().optional(),
  look: words(40).required('Say what was looked at.'),
  outcome: string<LookOutcome>()
    .oneOf([...LOOK_OUTCOMES], `Choose one of ${LOOK_OUTCOMES.join(', ')}.`)
    .required(),
  zones: array(words(60).required()).max(60).default([]),
});
/** What was learned with what a step used: one word, and at most one line. */
export const StepLesson = object({
  ...command,
  version: version(),
  by: person(),
  verdict: string<LessonVerdict>()
    .oneOf([...LESSON_VERDICTS], `Choose one of ${LESSON_VERDICTS.join(', ')}.`)
    .required(),
  words: words(120).default(''),
});
/** Found while working: a little more to do on the same parts. */
export const StepFound = object({
  ...command,
  version: version(),
  by: person(),
  minutes: number().oneOf([5, 15, 30], 'Five minutes, fifteen or thirty.').required(),
  words: words(60).default(''),
});
/** What can go wrong with a step, or hold it up; each is told in one tap. */
export const PROBLEM_KINDS = ['redo', 'bleed-through', 'not-dry', 'hold'] as const;
export type ProblemKind = (typeof PROBLEM_KINDS)[number];
export const StepProblem = object({
  ...command,
  version: version(),
  kind: string<ProblemKind>()
    .oneOf([...PROBLEM_KINDS], `Choose one of ${PROBLEM_KINDS.join(', ')}.`)
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
/** What a hold is told with in a form: until a moment that is still to come. */
export const HoldInput = object({
  title: words(80).required('Say what it waits for.'),
  now: instantField().required(),
  until: instantField()
    .required('Enter a day and a time still to come.')
    .test('future', 'Enter a day and a time still to come.', function (until) {
      return until > (this.parent as { now: number }).now;
    }),
});
export const StepPin = object({
  ...command,
  version: version(),
  pin: object({ notBefore: instantField().optional(), at: instantField().optional(), person: words(60).optional() })
    .required()
    .noUnknown(),
});
export const Command = object({ ...command });
/** Longest address and keys a delivery service of a browser maker gives, with room to spare. */
const LONGEST_ENDPOINT = 1000;
const endpoint = () =>
  string()
    .max(LONGEST_ENDPOINT, 'This is no address of a delivery service.')
    .test('delivery', 'This is no address of a delivery service: it must be https, of a named host.', (x) =>
      isDeliveryAddress(x ?? ''),
    )
    .required();
const urlSafe = () =>
  string()
    .matches(/^[A-Za-z0-9_-]{16,200}={0,2}$/, 'This is no key of a browser. Switch the alarms off and on again.')
    .required();
/** A browser that is to be told of windows while no page is open (W3C Push API). */
export const SubscribeInput = object({ ...command, endpoint: endpoint(), p256dh: urlSafe(), auth: urlSafe() });
export type SubscribeInput = InferType<typeof SubscribeInput>;
export const UnsubscribeInput = object({ ...command, endpoint: endpoint() });
export type UnsubscribeInput = InferType<typeof UnsubscribeInput>;

/** The server posts to it: never to this machine or its network by number, and only where the answer is encrypted. */
function isDeliveryAddress(text: string): boolean {
  try {
    const { protocol, hostname, username, password, port } = new URL(text);
    const isNamed = /^(?=.*[a-z])[a-z0-9.-]+\.[a-z]{2,}$/i.test(hostname) && !/\.(local|internal|lan)$/i.test(hostname);
    return protocol === 'https:' && isNamed && username === '' && password === '' && port === '';
  } catch {
    return false;
  }
}
/** What a shop's own log teaches. */
export const LEARNED = ['pace', 'drying', 'coverage', 'coats'] as const;
/** Plan by the shop's own log, or by the book again: everybody's pace, one product's drying or coverage, one paint's coats. */
export const OwnFiguresInput = object({
  ...command,
  about: string<(typeof LEARNED)[number]>()
    .oneOf([...LEARNED], `Choose one of ${LEARNED.join(', ')}.`)
    .required(),
  isOwn: boolean().required(),
  /** The product; of coats, what they hide. */
  of: words(200).default(''),
  /** The owner's word that it dries sooner than its sheet says. */
  isBelowSheet: boolean().default(false),
});
export const AdoptInput = object({ ...command, proposal: uuid() });
export const Undo = object({ ...command, withDependents: boolean().default(false) });

export type SignIn = InferType<typeof SignIn>;
export type StartOwn = InferType<typeof StartOwn>;
export type PersonInput = InferType<typeof PersonInput>;
export type SeriesInput = InferType<typeof SeriesInput>;
export type PlanningInput = InferType<typeof PlanningInput>;
export type StationInput = InferType<typeof StationInput>;
export type PlaceInput = InferType<typeof PlaceInput>;
export type ToolInput = InferType<typeof ToolInput>;
export type WorkshopInput = InferType<typeof WorkshopInput>;
export type HelperInput = InferType<typeof HelperInput>;
export type StepStart = InferType<typeof StepStart>;
export type StepDone = InferType<typeof StepDone>;
export type StepProgress = InferType<typeof StepProgress>;
export type StepDifferently = InferType<typeof StepDifferently>;
export type DayBreakInput = InferType<typeof DayBreakInput>;
export type StepLesson = InferType<typeof StepLesson>;
export type StepLook = InferType<typeof StepLook>;
export type StepFound = InferType<typeof StepFound>;
export type StepProblem = InferType<typeof StepProblem>;
export type StepPin = InferType<typeof StepPin>;
export type OwnFiguresInput = InferType<typeof OwnFiguresInput>;
export type Undo = InferType<typeof Undo>;
