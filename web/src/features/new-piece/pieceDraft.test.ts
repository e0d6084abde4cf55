import type { WorkshopView } from '@app/contract';
import { firstShop, templateById } from '@app/core';
import { expect, test } from 'vitest';
import { emptyDraft, type PieceDraft, routeOf, toggleFinding, toInput, withTemplate } from './pieceDraft.ts';

const inUnits = (units: 'metric' | 'us') =>
  ({ shop: firstShop('UTC', 'Rona'), workshop: { units } }) as unknown as WorkshopView;
const view = inUnits('metric');
const chest = () => withTemplate(emptyDraft(1000), templateById.get('chest-of-drawers')!, 'metric');

test('choosing what it is fills usual measurements and a name, and keeps what was typed', () => {
  const first = chest();
  expect(first).toMatchObject({ name: 'Chest of drawers', dimensions: { width: 0.9, parts: 4 } });
  const wide = { ...first, dimensions: { ...first.dimensions, width: 1.3 }, name: 'Grandmother’s' };
  expect(withTemplate(wide, templateById.get('cabinet')!, 'metric')).toMatchObject({
    name: 'Grandmother’s',
    dimensions: { width: 1.3 },
  });
});
test('a tap on a finding changes the route, a second takes it back', () => {
  const plain = routeOf(chest(), view);
  const tapped = toggleFinding(chest(), 'loose-joints');
  const glued = routeOf(tapped, view);
  if (plain.kind !== 'route' || glued.kind !== 'route') throw new Error('no route');
  expect(glued.route.steps.map((s) => s.key)).toContain('glue');
  expect(routeOf(toggleFinding(tapped, 'loose-joints'), view)).toEqual(plain);
});
test('what is missing or impossible is said instead of a route', () => {
  expect(routeOf(emptyDraft(0), view)).toEqual({ kind: 'incomplete', faults: [] });
  const torn = { ...chest(), dimensions: { width: Number.NaN } };
  expect(routeOf(torn, view)).toMatchObject({
    kind: 'incomplete',
    faults: [expect.stringMatching(/^Width: enter/) as string, expect.anything(), expect.anything(), expect.anything()],
  });
  const grey = { ...chest(), brief: { ...chest().brief, body: { name: 'x', hex: '#12' } } };
  expect(routeOf(grey, view)).toMatchObject({ kind: 'incomplete', faults: ['Enter a colour like #3d5a45.'] });
});
test('what a measurement may be is said in the units it is typed in', () => {
  const low = { ...chest(), dimensions: { ...chest().dimensions, height: 0.01, parts: 2.5 } };
  expect(routeOf(low, view)).toMatchObject({
    faults: ['Height: enter 10 to 350 cm.', 'Drawers: enter 1 to 24, a whole number.'],
  });
  expect(routeOf(low, inUnits('us'))).toMatchObject({
    faults: ['Height: enter 4 to 137.7 in.', 'Drawers: enter 1 to 24, a whole number.'],
  });
});
test('how something is called is not what a route hangs on', () => {
  const unnamed = { ...chest(), brief: { ...chest().brief, body: { name: '', hex: '#3f5c74' } } };
  expect(routeOf(unnamed, view).kind).toBe('route');
});
test('what a choice no longer taken has left behind takes no route away', () => {
  const left = { kind: 'same', oilStain: true, coats: 2 } as never;
  expect(routeOf({ ...chest(), brief: { ...chest().brief, top: left } }, view).kind).toBe('route');
});
test('stock has no client and no told promise; a date not set is not told', () => {
  expect(toInput({ ...chest(), kind: 'stock', client: 'Maro', due: 5000, promised: true })).toMatchObject({
    client: null,
    promised: false,
  });
  expect(toInput({ ...chest(), client: ' Maro ', due: null, promised: true })).toMatchObject({
    client: 'Maro',
    promised: false,
  });
});

const SHEET = { width: 0.6, height: 0.45, repeat: 0, pack: 1, uses: 1 };
const RICH: PieceDraft = {
  ...chest(),
  brief: {
    ...chest().brief,
    top: { kind: 'wash', colour: { name: 'Grey', hex: '#888888' }, water_pct: 30, coats: 2, left_minutes: 2 },
    looks: [
      { kind: 'decoupage', sheet: SHEET },
      { kind: 'blended', colour: { name: 'a', hex: '#123456' }, colours: [{ name: 'b', hex: '#654321' }] },
    ],
    rows: [
      { id: 'part-1', zones: ['front'], treatment: { kind: 'stain', colour: { name: 'c', hex: '#333333' }, coats: 1 } },
    ],
    made: [{ id: 'made-1', name: 'Shelf', length: 0.8, width: 0.25, count: 1 }],
    fittingsDays: 3,
  },
};
/** Every way to one figure or text of what is entered. */
function leavesOf(x: unknown, at: readonly string[] = []): string[][] {
  if (typeof x === 'number' || typeof x === 'string') return [[...at]];
  if (typeof x !== 'object' || x === null) return [];
  return Object.entries(x).flatMap(([k, v]) => leavesOf(v, [...at, k]));
}
function withAt(x: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value;
  const copy = Array.isArray(x) ? [...(x as unknown[])] : { ...(x as object) };
  (copy as Record<string, unknown>)[key] = withAt((x as Record<string, unknown>)[key], rest, value);
  return copy;
}
const LEAVES = (['dimensions', 'survey', 'brief', 'zoneChoice'] as const).flatMap((k) => leavesOf(RICH[k], [k]));
test.each(LEAVES.map((at) => [at.join('.'), at] as const))('whatever is typed for %s, the form stands', (_, at) => {
  expect(routeOf(RICH, view).kind).toBe('route');
  const figures = [Number.NaN, -1, 0, 0.5, 1e9, 1e-9];
  const stands = at.reduce((x: unknown, k) => (x as Record<string, unknown>)[k], RICH);
  const typed = typeof stands === 'number' ? figures : ['', ' ', 'abc', '#12', 'x'.repeat(500)];
  for (const value of typed) expect(() => routeOf(withAt(RICH, at, value) as PieceDraft, view)).not.toThrow();
});
