import type { WorkshopView } from '@app/contract';
import { firstShop, templateById } from '@app/core';
import { expect, test } from 'vitest';
import { emptyDraft, routeOf, toggleFinding, toInput, withTemplate } from './pieceDraft.ts';

const view = { shop: firstShop('UTC', 'Rona') } as unknown as WorkshopView;
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
  expect(routeOf(grey, view)).toMatchObject({ kind: 'incomplete', faults: ['Enter the colour like #3d5a45.'] });
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
