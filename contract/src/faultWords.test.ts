import { expect, test } from 'vitest';
import { isSchema, type Schema, ValidationError } from 'yup';
import * as contract from './index.ts';

const SCHEMAS = Object.entries(contract).filter((e): e is [string, Schema] => isSchema(e[1]));
/** What a schema library says of a field by itself: its path as the code has it first, and signs nobody types. */
const isRaw = ({ path, message }: ValidationError) =>
  (path ? message.startsWith(path) : message.startsWith('this ')) || /`|\[object/.test(message);

function faultsOf(schema: Schema, body: unknown): ValidationError[] {
  try {
    schema.validateSync(body, { abortEarly: false });
    return [];
  } catch (error) {
    // A rule about several items fails on one that is nothing; the server says then that something is of a wrong kind.
    if (!(error instanceof ValidationError)) return [];
    return error.inner.length > 0 ? error.inner : [error];
  }
}

const STRANGE = [
  undefined,
  null,
  NaN,
  '',
  'x',
  -1e12,
  1e12,
  0.5,
  true,
  [],
  [null],
  {},
  { x: 1 },
  ['x', 'x'],
  'x'.repeat(9999),
];
test.each(SCHEMAS)('%s says in words what to do about any field, whatever stands there', (_, schema) => {
  const { fields = {} } = schema.describe() as { fields?: object };
  const bodies = STRANGE.map((s) => Object.fromEntries(Object.keys(fields).map((k) => [k, s])));
  const faults = [{}, ...bodies].flatMap((b) => faultsOf(schema, b));
  expect(faults.filter(isRaw).map((f) => `${f.path}: ${f.message}`)).toEqual([]);
});
test('a figure that is none, what is missing, too much, not whole or of another kind', () => {
  const said = (schema: Schema, body: object, path: string) =>
    faultsOf(schema, body).find((f) => f.path === path)?.message;
  expect(said(contract.NewPiece, { dimensions: { width: NaN } }, 'dimensions.width')).toBe('Enter a number.');
  expect(said(contract.NewPiece, { dimensions: { width: 0.9 } }, 'dimensions.width')).toBeUndefined();
  const version = (v: unknown) => said(contract.WorkshopInput, { version: v }, 'version');
  expect([undefined, null, -1, 0.5, 'x', 0].map(version)).toEqual([
    'Fill this in.',
    'Fill this in.',
    'At least 0.',
    'Enter a whole number.',
    'Enter a number.',
    undefined,
  ]);
  const day = { title: 'Market', on: { weekday: 9 }, from: 0, until: 60 };
  const hours = { weekly: [[], [], [], [], [], [], []], exceptions: [], blocks: [day] };
  expect(said(contract.PersonInput, { hours }, 'hours.blocks[0].on.weekday')).toBe('At most 6.');
  expect(said(contract.PersonInput, { hours: { ...hours, blocks: 5 } }, 'hours.blocks')).toBe('A list belongs here.');
});

const sheetOf = (more: object) => ({
  looks: [{ kind: 'decoupage', sheet: { width: 0.6, height: 0.45, repeat: 0, pack: 1, uses: 1, ...more } }],
});
const madeOf = (more: object) => ({ made: [{ id: 'made-1', name: 'Shelf', length: 1, width: 1, count: 1, ...more }] });
test.each([
  ['width', sheetOf, [0.02, 5], [0.0199, 5.01, 0]],
  ['height', sheetOf, [0.02, 5], [0.0199, 5.01, 0]],
  ['repeat', sheetOf, [0, 5], [-0.01, 5.01]],
  ['pack', sheetOf, [1, 100], [0, 101, 1.5]],
  ['uses', sheetOf, [1, 5], [0, 6, 1.5]],
  ['length', madeOf, [0.001, 5], [0, 5.01]],
  ['width', madeOf, [0.001, 2], [0, 2.01]],
  ['count', madeOf, [1, 40], [0, 41, 1.5]],
] as const)(
  '%s: just inside is taken, just outside and what is no number is refused in the same words',
  (key, of, inside, outside) => {
    const said = (value: number) =>
      contract
        .finishFaults({
          ...contract.FRESH_PIECE,
          brief: { ...contract.FRESH_PIECE.brief, ...(of({ [key]: value }) as object) },
        })
        .map((f) => f.words);
    for (const value of inside) expect(said(value)).toEqual([]);
    const words = outside.map((value) => said(value)[0]);
    expect(words).toEqual(outside.map(() => said(Number.NaN)[0]));
    expect(words[0]).toMatch(/\w\.$|\)\.$/);
  },
);
