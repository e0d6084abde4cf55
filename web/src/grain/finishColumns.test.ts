import { type Brief, editedRoute, measuresOf, templateById, type RouteInput } from '@app/core';
import { expect, test } from 'vitest';
import { finishColumns, shownColours } from './finishColumns.ts';

const template = templateById.get('cabinet')!;
const inputOf = (brief: Partial<Brief>, glass = false): RouteInput => ({
  template,
  dimensions: Object.fromEntries(measuresOf(template).map((m) => [m.key, m.usual])),
  survey: {
    wood: 'softwood',
    finish: 'raw',
    layers: 0,
    findings: [],
    age: 'new',
    zones: glass ? { doors: { wood: 'glass' } } : {},
  },
  brief: {
    paint: 'matt-paint',
    body: { name: 'slate', hex: '#3f5c74' },
    top: { kind: 'same' },
    prime: 'auto',
    sealer: 'clear',
    method: 'auto',
    hardware: 'keep',
    ...brief,
  },
  means: { people: 1, sprayer: false },
});
const columnsOf = (input: RouteInput) => finishColumns(input, editedRoute(input, []));

test('zones of one finish are one column, by name and with their films from the wood up; a top that gets a clear coat more is another', () => {
  const columns = columnsOf(inputOf({}));
  expect(columns.map((c) => [c.name, c.films.map((f) => f.label)])).toEqual([
    ['Body, doors', ['coat 1', 'coat 2', 'clear', 'clear']],
    ['Top', ['coat 1', 'coat 2', 'clear', 'clear', 'clear']],
  ]);
  const alike = columnsOf(inputOf({ use: { top: 'everyday' } }));
  expect(alike.map((c) => c.name)).toEqual(['Body, doors, top']);
});

test('each row is a column of its own; what is covered says so instead of films', () => {
  const stained = inputOf(
    {
      rows: [{ id: 'r', zones: ['top'], treatment: { kind: 'stain', colour: { name: 'oak', hex: '#7a5230' } } }],
    },
    true,
  );
  const columns = columnsOf(stained);
  expect(columns.map((c) => [c.name, c.note])).toEqual([
    ['Body', null],
    ['Doors', 'covered, no wood'],
    ['Top', null],
  ]);
  expect(columns[2]!.films[0]).toMatchObject({ label: 'stain', colour: '#7a5230' });
});

test('what is seen in the end is the last film that covers: clear shows the paint below it, an oiled top its wood', () => {
  const columns = columnsOf(inputOf({ rows: [{ id: 'r', zones: ['top'], treatment: { kind: 'oil' } }] }));
  const shown = shownColours(columns);
  expect(shown.get('body')).toBe('#3f5c74');
  expect(shown.get('doors')).toBe('#3f5c74');
  expect(shown.get('top')).toBe(columns.find((c) => c.name === 'Top')!.wood);
});
