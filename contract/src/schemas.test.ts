import { describe, expect, test } from 'vitest';
import { ValidationError } from 'yup';
import {
  AskInput,
  AtHandInput,
  ClientAnswer,
  CupInput,
  DayBreakInput,
  FRESH_PIECE,
  NewPiece,
  HelperInput,
  HoldInput,
  PaintInput,
  PersonInput,
  type PieceFields,
  PlaceInput,
  StartOwn,
  StationInput,
  StepDifferently,
  StepLesson,
  StepDone,
  StepPicture,
  StepStart,
  StepPin,
  StepProblem,
  StepProgress,
  TrialsInput,
  WorkshopInput,
} from './index.ts';

const ID = '3f0c1a52-0f6d-4c1e-9d55-1d2a4b6c8e90';
type Checked = { validate: (v: unknown, o: object) => Promise<unknown> };
/** What is said at each field, the first of what is wrong with it, as a form says it; none when all is right. */
async function messages(schema: Checked, value: object): Promise<Record<string, string>> {
  try {
    await schema.validate({ commandId: ID, ...value }, { abortEarly: false, stripUnknown: true });
    return {};
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return Object.fromEntries(error.inner.toReversed().map((e) => [e.path ?? '', e.message]));
  }
}
const week = (day: object[]) => ({ weekly: [day, [], [], [], [], [], []], exceptions: [], blocks: [] });
const day = (from: number, until: number) => ({ from, until });

describe('a new shop', () => {
  const own = {
    workshopName: 'Garage',
    ownerName: 'Rona',
    signIn: 'rona',
    password: 'brush-and-roller',
    timeZone: 'Pacific/Auckland',
    units: 'us',
  };
  test('is taken as typed', async () => expect(await messages(StartOwn, own)).toEqual({}));
  test.each([
    ['password', { password: 'short' }, /at least 10/],
    ['timeZone', { timeZone: 'Middle/Earth' }, /from the list/],
    ['workshopName', { workshopName: '   ' }, /name/i],
    ['units', { units: 'cubits' }, /metric, us/],
    ['commandId', { commandId: 'not-an-id' }, /not a valid id/],
  ])('%s: what is wrong is said', async (field, more, words) => {
    expect((await messages(StartOwn, { ...own, ...more }))[field]).toMatch(words);
  });
});

describe('hours', () => {
  const person = (hours: object) => ({ name: 'Bo', hours, skills: { prep: 1 } });
  test('two shifts a day, days off and blocks are taken', async () => {
    const hours = {
      ...week([day(540, 720), day(780, 1020)]),
      exceptions: [{ date: '2026-03-08', shifts: [] }],
      blocks: [
        { title: 'Market', on: { weekday: 5 }, from: 480, until: 900 },
        { title: 'Fair', on: { date: '2026-05-01' }, from: 0, until: 1440 },
      ],
    };
    expect(await messages(PersonInput, person(hours))).toEqual({});
  });
  test.each([
    ['a shift that ends before it starts', week([day(900, 600)]), /end after it starts/],
    ['shifts that overlap', week([day(540, 720), day(700, 800)]), /must not overlap/],
    ['six days', { ...week([]), weekly: [[], [], [], [], [], []] }, /seven days/],
    ['a date that does not exist', { ...week([]), exceptions: [{ date: '2026-02-30', shifts: [] }] }, /does not exist/],
    [
      'a block on a ninth weekday',
      { ...week([]), blocks: [{ title: 'x', on: { weekday: 8 }, from: 0, until: 60 }] },
      /At most 6/,
    ],
    ['a shift past midnight', week([day(1300, 1500)]), /24:00/],
  ])('%s is refused in words', async (_, hours, words) => {
    expect(Object.values(await messages(PersonInput, person(hours))).join(' ')).toMatch(words);
  });
});

test.each([
  [
    'room for none',
    StationInput,
    { name: 'Bench', kind: 'bench', capacity: 0, climate: 'c' },
    'capacity',
    /at least 1/,
  ],
  [
    'half a bench',
    StationInput,
    { name: 'Bench', kind: 'bench', capacity: 1.5, climate: 'c' },
    'capacity',
    /whole number/,
  ],
  [
    'a day colder than its night',
    PlaceInput,
    { name: 'Shed', typical: { high_c: 5, low_c: 12, humidityAtHigh_pct: 50, humidityAtLow_pct: 60 } },
    'typical',
    /must not be colder/,
  ],
  [
    'humidity of 140 %',
    PlaceInput,
    { name: 'Shed', typical: { high_c: 20, low_c: 12, humidityAtHigh_pct: 140, humidityAtLow_pct: 60 } },
    'typical.humidityAtHigh_pct',
    /1 to 100/,
  ],
  [
    'less than nothing in a can',
    PaintInput,
    { name: 'Straw', hex: '#c7a53c', product: 'matt-paint', on_hand_litres: -1 },
    'on_hand_litres',
    /0 to 1000/,
  ],
  [
    'a colour that is none',
    PaintInput,
    { name: 'Straw', hex: 'yellow', product: 'matt-paint', on_hand_litres: 1 },
    'hex',
    /like #3d5a45/,
  ],
  [
    'a helper’s short password',
    HelperInput,
    { signIn: 'teo', password: 'x', personId: 'teo' },
    'password',
    /at least 10/,
  ],
  [
    'a workshop without a version',
    WorkshopInput,
    { name: 'W', units: 'us', timeZone: 'UTC' },
    'version',
    /Fill this in/,
  ],
  ['an unknown problem', StepProblem, { version: 0, kind: 'haunted', by: 'a' }, 'kind', /redo/],
  ['a pin at half a minute', StepPin, { version: 0, pin: { at: 1.5 } }, 'pin.at', /whole minutes/],
])('%s is told at its field', async (_, schema, value, field, words) => {
  expect((await messages(schema as Checked, value))[field]).toMatch(words);
});

describe('where the shop stands', () => {
  const shop = { version: 0, name: 'Shed', units: 'metric', timeZone: 'Europe/Berlin' };
  test('takes latitude and longitude, or neither; half a position is refused, not dropped', async () => {
    expect(await messages(WorkshopInput, { ...shop, latitude_deg: 38.7, longitude_deg: -9.1 })).toEqual({});
    expect(await messages(WorkshopInput, shop)).toEqual({});
    const words = 'Enter latitude and longitude, or neither.';
    expect(await messages(WorkshopInput, { ...shop, latitude_deg: 38.7 })).toEqual({ longitude_deg: words });
    expect(await messages(WorkshopInput, { ...shop, longitude_deg: 0 })).toEqual({ latitude_deg: words });
  });
});

describe('a hold', () => {
  const hold = (until: number, title = 'two hinges') => messages(HoldInput, { title, now: 1000, until });
  test('waits for something named, until a moment still to come', async () => {
    expect(await hold(1001)).toEqual({});
    expect(await hold(1000)).toEqual({ until: 'Enter a day and a time still to come.' });
    expect(await hold(1001, ' ')).toEqual({ title: 'Say what it waits for.' });
  });
});

describe('what cannot be right in a piece', () => {
  const piece: PieceFields = { ...FRESH_PIECE, name: 'Chest', template: 'chest-of-drawers', arrival: 1000 };
  const faults = (more: object) => messages(NewPiece, { id: ID, ...piece, ...more });
  test('is one sentence a field, and none when all is right', async () => {
    expect(await faults({})).toEqual({});
    expect(await faults({ name: ' ' })).toEqual({ name: 'Give the piece a name.' });
    expect(await faults({ due: 1000 })).toEqual({ due: 'Pickup is before it arrives. Choose a later date.' });
    expect(await faults({ due: 1001 })).toEqual({});
    const body = { name: '', hex: '#3f5c74' };
    expect(await faults({ brief: { ...piece.brief, body } })).toEqual({ 'brief.body.name': 'Name the colour.' });
  });
});

describe('shifts at their edge', () => {
  const person = (shifts: object[]) => messages(PersonInput, { name: 'Teo', hours: week(shifts), skills: {} });
  test('a shift of no length is refused, one of a minute taken', async () => {
    expect(Object.values(await person([day(540, 540)]))).toEqual(['A shift must end after it starts.']);
    expect(await person([day(540, 541)])).toEqual({});
  });
  test('shifts may touch and must not overlap by a minute', async () => {
    expect(await person([day(540, 600), day(600, 660)])).toEqual({});
    expect(Object.values(await person([day(540, 601), day(600, 660)]))).toEqual([
      'Shifts of one day must not overlap.',
    ]);
  });
});

describe('what is told of a day, from just inside and just outside', () => {
  const on = { version: 0, by: 'owner' };
  const cup = { id: ID, name: 'Dusk', hex: '#445566', product: 'p' };
  const part = { name: 'White', litres: 0.1 };
  const trial = { id: ID, name: 'Dusk', hex: '#445566' };
  const many = <T>(n: number, of: T): T[] => Array.from({ length: n }, () => of);
  test.each<[string, Checked, object, object, string]>([
    ['longer', StepProgress, { ...on, kind: 'longer', minutes: 5 }, { ...on, kind: 'longer', minutes: 4 }, 'minutes'],
    [
      'longest',
      StepProgress,
      { ...on, kind: 'longer', minutes: 480 },
      { ...on, kind: 'longer', minutes: 481 },
      'minutes',
    ],
    ['parts', StepProgress, { ...on, kind: 'parts', parts: 1 }, { ...on, kind: 'parts', parts: 0 }, 'parts'],
    [
      'spilled',
      StepDifferently,
      { ...on, kind: 'spilled', litres: 20 },
      { ...on, kind: 'spilled', litres: 20.1 },
      'litres',
    ],
    ['coats', StepDifferently, { ...on, kind: 'coats', coats: 1 }, { ...on, kind: 'coats', coats: 2 }, 'coats'],
    [
      'degrees',
      DayBreakInput,
      { what: { kind: 'colder', degrees: 30 } },
      { what: { kind: 'colder', degrees: 30.1 } },
      'what.degrees',
    ],
    [
      'days ahead',
      DayBreakInput,
      { what: { kind: 'away', from: 60 } },
      { what: { kind: 'away', from: 61 } },
      'what.from',
    ],
    ['parts of a cup', CupInput, { ...cup, parts: many(12, part) }, { ...cup, parts: many(13, part) }, 'parts'],
    [
      'trials',
      TrialsInput,
      { version: 0, trials: { tried: many(5, trial) } },
      { version: 0, trials: { tried: many(6, trial) } },
      'trials.tried',
    ],
    [
      'answers',
      AskInput,
      { id: ID, version: 0, choices: many(6, 'a') },
      { id: ID, version: 0, choices: many(7, 'a') },
      'choices',
    ],
    [
      'things at hand',
      AtHandInput,
      { version: 0, atHand: many(60, 'a') },
      { version: 0, atHand: many(61, 'a') },
      'atHand',
    ],
    [
      'a lesson',
      StepLesson,
      { ...on, verdict: 'again', words: 'x'.repeat(120) },
      { ...on, verdict: 'again', words: 'x'.repeat(121) },
      'words',
    ],
    ['a line to a photo', StepPicture, { by: 'o', note: 'x'.repeat(300) }, { by: 'o', note: 'x'.repeat(301) }, 'note'],
    [
      'steps before one that is done',
      StepDone,
      { by: 'o', version: 0, before: { steps: many(200, 'a') } },
      { by: 'o', version: 0, before: { steps: many(201, 'a') } },
      'before.steps',
    ],
    [
      'what tests among them showed',
      StepStart,
      { by: 'o', version: 0, before: { steps: [], outcomes: many(200, { step: 'a', outcome: 'b' }) } },
      { by: 'o', version: 0, before: { steps: [], outcomes: many(201, { step: 'a', outcome: 'b' }) } },
      'before.outcomes',
    ],
    [
      'steps before one, beside a photo',
      StepPicture,
      { by: 'o', before: JSON.stringify({ steps: many(200, 'a') }) },
      { by: 'o', before: JSON.stringify({ steps: many(201, 'a') }) },
      'before.steps',
    ],
    ['a photo that says done', StepPicture, { by: 'o', done: true, version: 0 }, { by: 'o', done: true }, 'version'],
    [
      'a client’s words',
      ClientAnswer,
      { choice: 'a', words: 'x'.repeat(500) },
      { choice: 'a', words: 'x'.repeat(501) },
      'words',
    ],
  ])('%s', async (_, schema, inside, outside, field) => {
    expect(await messages(schema, inside)).toEqual({});
    expect(Object.keys(await messages(schema, outside))).toEqual([field]);
  });
});
