import { bookedMinutes } from './booked.ts';
import { describe, expect, test } from 'vitest';
import {
  buildRoute,
  EMPTY_SHEET,
  NO_TRIALS,
  firstShop,
  TEMPLATE_ZONES,
  planAfresh,
  problemOf,
  stepsOf,
  templateById,
  dayOf,
  instantAt,
} from '@app/core';
import { FRESH_PIECE, type PieceView } from '@app/contract';
import { coatHeight, LANE, laneModel } from './laneModel.ts';
import { openingGrain } from './LaneDrawing.tsx';
import { besideNow, DAY_WIDTH, timeScale } from './timeScale.ts';

const ZONE = 'Europe/Berlin';
const NOW = instantAt(ZONE, dayOf('2026-03-02'), 9 * 60);
const shop = firstShop(ZONE, 'Rona');

function view(due: number): PieceView {
  const template = templateById.get('chest-of-drawers')!;
  const dimensions = { width: 0.9, depth: 0.45, height: 0.85, parts: 3 };
  const survey = { wood: 'softwood', finish: 'varnish', layers: 1, findings: ['missing-hardware'] } as const;
  const brief = {
    paint: 'matt-paint',
    body: { name: 'c', hex: '#3f5c74' },
    top: { kind: 'stain', colour: { name: 'o', hex: '#8a6238' } },
    prime: 'yes',
    sealer: 'wax',
    method: 'brush',
    hardware: 'clean',
  } as const;
  const route = buildRoute({ template, dimensions, survey, brief, means: { people: 1, sprayer: false } });
  return {
    ...FRESH_PIECE,
    id: 'p',
    name: 'Chest',
    kind: 'client',
    client: 'Maro',
    template: template.id,
    dimensions,
    survey,
    brief,
    zones: route.zones,
    notes: route.notes,
    zoneChoice: TEMPLATE_ZONES,
    edits: [],
    struck: [],
    sheet: EMPTY_SHEET,
    trials: NO_TRIALS,
    asks: [],
    photos: [],
    arrival: NOW,
    due,
    promised: true,
    active: true,
    leftAt: null,
    version: 0,
    steps: stepsOf('p', route.steps),
    stepVersions: {},
  };
}
const lane = (due: number) => {
  const piece = view(due);
  const plan = planAfresh(problemOf(shop, [piece], NOW));
  return { piece, plan, lane: laneModel(piece, plan, NOW) };
};

describe('a lane', () => {
  const { lane: model, plan } = lane(NOW + 40 * 1440);
  test('the body’s coats stand above the wood and the top’s below, in the order they are laid, inside the strata', () => {
    const body = model.strata.filter((s) => s.group === 'body');
    const top = model.strata.filter((s) => s.group === 'top');
    expect(body.length).toBeGreaterThan(2);
    expect(top.length).toBe(3);
    for (const s of body) expect(s.y + s.height).toBeLessThanOrEqual(model.woodY + 1e-9);
    for (const s of top) expect(s.y).toBeGreaterThanOrEqual(model.woodY + LANE.wood - 1e-9);
    for (const list of [body, top])
      for (let i = 1; i < list.length; i++) expect(list[i]!.from).toBeGreaterThan(list[i - 1]!.from);
    expect(Math.min(...model.strata.map((s) => s.y))).toBeGreaterThanOrEqual(LANE.labels - 1e-9);
    expect(Math.max(...model.strata.map((s) => s.y + s.height))).toBeLessThanOrEqual(LANE.labels + LANE.strata + 1e-9);
  });
  test('stain tints the wood, the old finish ends where the top is sanded bare, a hold and a window are marked', () => {
    expect(model.stain?.colour).toBe('#8a6238');
    expect(model.oldFinish?.topUntil).toBe(plan.steps['p.sand-top']!.end);
    expect(model.holds.map((h) => h.step.key)).toEqual(['hardware-order']);
    expect(model.windows.map((w) => w.until - w.from)).toContain(5);
  });
  test('it ends at pickup when that fits and at ready when it does not', () => {
    expect(model).toMatchObject({ isLate: false, until: NOW + 40 * 1440 });
    const late = lane(NOW + 2 * 1440);
    expect(late.lane).toMatchObject({ isLate: true, until: late.plan.ready['p'] });
  });
});

test('coats are never thinner than 2 or thicker than 6 pixels', () => {
  expect([1, 4, 7, 30].map(coatHeight)).toEqual([6, 6, 4, 2]);
});

test('drying lines stand further and further apart', () => {
  const x = [...openingGrain(0, 100, 0, 4).matchAll(/M([\d.]+) /g)].map((m) => Number(m[1]));
  const gaps = x.slice(1).map((v, i) => v - x[i]!);
  expect(gaps.length).toBeGreaterThan(5);
  for (let i = 1; i < gaps.length; i++) expect(gaps[i]!).toBeGreaterThanOrEqual(gaps[i - 1]! - 0.11);
});

describe('the time axis', () => {
  const scale = timeScale(shop, NOW - 1440, NOW + 9 * 1440, DAY_WIDTH.week);
  test('never runs backwards and can be read back', () => {
    for (let t = scale.from; t < scale.until; t += 35) {
      expect(scale.x(t + 35)).toBeGreaterThan(scale.x(t));
      expect(Math.abs(scale.time(scale.x(t)) - t)).toBeLessThanOrEqual(1);
    }
  });
  test.each([
    ['begins at the line', 100, 100, 100],
    ['is crossed by it at its first letter', 99, 100, 106],
    ['is crossed at its last', 57, 100, 106],
    ['ends before it', 56, 100, 56],
  ])('a date that %s stands where the line of now does not cross it', (_, x, nowX, stands) => {
    expect(besideNow(x, nowX)).toBe(stands);
  });
  test('a night takes less room than a working hour times its length, a closed day less than a working day', () => {
    const hour = scale.x(NOW + 60) - scale.x(NOW);
    expect(scale.x(NOW + 20 * 60) - scale.x(NOW + 10 * 60)).toBeLessThan(hour * 2);
    const width = (closed: boolean) => scale.days.filter((d) => d.isClosed === closed).map((d) => d.width);
    expect(Math.max(...width(true))).toBeLessThan(Math.min(...width(false)));
  });
});

test('a step broken off over the night books only the hours a person is there, before now and after the week none', () => {
  const open = [
    { from: 480, until: 1020 },
    { from: 480 + 1440, until: 1020 + 1440 },
  ];
  expect(bookedMinutes([{ start: 960, end: 540 + 1440 }], open)).toBe(60 + 60);
  expect(bookedMinutes([{ start: 0, end: 480 }], open)).toBe(0);
  expect(bookedMinutes([{ start: 0, end: 5000 }], open)).toBe(2 * 540);
});
