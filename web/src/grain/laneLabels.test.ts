import { type Saying, firstShop } from '@app/core';
import { expect, test } from 'vitest';
import { laneLabels } from './laneLabels.ts';
import type { LaneModel } from './laneModel.ts';
import { DAY_WIDTH, timeScale } from './timeScale.ts';

const ZONE = 'UTC';
const NOW = Date.UTC(2026, 2, 3, 9) / 60_000;
const saying: Saying = { zone: ZONE, units: 'metric', now: NOW };
const shop = firstShop(ZONE, 'Rona');
const scaleOf = (zoom: keyof typeof DAY_WIDTH) => timeScale(shop, NOW - 1440, NOW + 9 * 1440, DAY_WIDTH[zoom]);
const at = (hour: number, minute = 0) => NOW + (hour - 9) * 60 + minute;

type Film = LaneModel['strata'][number];
const film = (dry: number) => ({ from: dry - 120, laid: dry - 90, dry }) as Film;
const work = (title: string, start: number) =>
  ({ step: { key: 'k', title, coat: null }, at: { start, end: start + 15 } }) as LaneModel['works'][number];
const laneOf = (parts: Partial<LaneModel>) =>
  ({ strata: [], works: [], holds: [], windows: [], due: null, ...parts }) as unknown as LaneModel;
const said = (lane: LaneModel, zoom: keyof typeof DAY_WIDTH = 'day') =>
  laneLabels(lane, scaleOf(zoom), NOW, saying).map((w) => w.text);

test('every film that will be dry says when, what is dry already says nothing', () => {
  const strata = [film(at(8, 30)), film(at(11, 45)), film(at(16, 24)), film(at(33, 10))];
  expect(said(laneOf({ strata }))).toEqual(['dry 11:45', 'dry 16:24', 'dry 9:10']);
  // A night is narrow in a week: what is said before it is said shorter, so that both are.
  expect(said(laneOf({ strata }), 'week')).toEqual(['dry 11:45', '16:24', 'dry 9:10']);
});

test('words of work give way to a time, and stand where there is room', () => {
  const strata = [film(at(11, 45))];
  expect(said(laneOf({ strata, works: [work('Smooth the coat, 320', at(11, 50))] }))).toEqual(['dry 11:45']);
  expect(said(laneOf({ strata, works: [work('Smooth the coat, 320', at(14))] }))).toEqual(['dry 11:45', 'smooth']);
});

test('with little room a time goes without its word, with none it goes; the one that comes first stays', () => {
  const scale = scaleOf('day');
  const apart = (px: number) => scale.time(scale.x(at(11)) + px);
  expect(said(laneOf({ strata: [film(at(11)), film(apart(70))] }))).toHaveLength(2);
  expect(said(laneOf({ strata: [film(at(11)), film(apart(5))] }))).toEqual(['dry 11:00']);
  // The flag of the pickup stands 50 pixels on: “dry” would run under it; at 20 the time stands before its mark.
  expect(said(laneOf({ strata: [film(at(11))], due: apart(50) }))).toEqual(['11:00']);
  // A flag that flies over the mark itself leaves no room beside it.
  expect(said(laneOf({ strata: [film(at(11))], due: apart(-5) }))).toEqual([]);
  const [before] = laneLabels(laneOf({ strata: [film(at(11))], due: apart(20) }), scale, NOW, saying);
  expect(before!.x).toBeLessThan(scale.x(at(11)) - 20);
});

test('a hold takes the room of its words only; a time stands on the rest of its line', () => {
  const hold = { step: { title: 'Wait for an answer' }, from: at(10), until: at(17) } as LaneModel['holds'][number];
  expect(said(laneOf({ strata: [film(at(10, 20)), film(at(15))], holds: [hold] }))).toEqual(['dry 15:00']);
});

test('what went wrong is said before anything else', () => {
  const again = {
    step: { key: 'paint-block-1', title: 'Block', coat: 'primer' },
    at: { start: at(10), end: at(11) },
  } as LaneModel['works'][number];
  expect(said(laneOf({ strata: [film(at(11))], works: [again] }), 'week')).toEqual(['bleed-through: primer again']);
});
