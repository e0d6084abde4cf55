import { firstShop } from '@app/core';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { FindScreen } from './FindScreen.tsx';

afterEach(cleanup);
const shop = firstShop('Pacific/Auckland', 'Rona');
const GROUPS = [
  '1 · It is a',
  '2 · Its state',
  '3 · Painted, it sells for',
  '4 · It sells within',
  '5 · An hour should earn',
];

async function tapAll(taps: readonly string[]) {
  const { user } = inShop(<FindScreen />, { view: { shop } as never });
  for (const [i, name] of taps.entries())
    await user.click(within(screen.getByRole('group', { name: GROUPS[i]! })).getByRole('button', { name }));
  return screen.getByRole('status').querySelector('p')?.textContent ?? '';
}
const most = (said: string) => Number(/^At most (\d+)/.exec(said)?.[1]);
const CHEST = 'Chest of drawers';
const SOUND = 'Sound: dirty, nothing loose';

describe('what to pay for a find', () => {
  test('five taps, and the price stands there with its arithmetic', async () => {
    const said = await tapAll([CHEST, SOUND, '400', 'a month', '18']);
    const sum = screen.getByText(/less booth/).textContent ?? '';
    const parts = /^(\d+) less booth (\d+), materials (\d+), ([\d.]+)\sh at (\d+), and (\d+) days/.exec(sum)!;
    const [, price, booth, materials, hours, hourly, days] = parts.map(Number);
    expect([price, booth, hourly, days]).toEqual([400, 60, 18, 30]);
    // The parts are shown rounded: within a few units of the money they add up.
    expect(Math.abs(price! - booth! - materials! - hours! * hourly! - days! * 0.5 - most(said))).toBeLessThan(3);
  });
  test('before the fifth tap no price is said, after the second the hours are', async () => {
    expect(await tapAll([CHEST])).toBe('Five taps, and the price stands here.');
    cleanup();
    expect(await tapAll([CHEST, SOUND])).toMatch(/^It takes about [\d.]+\sh of work/);
  });
  test('worse state, dearer hours, slower sale: each lowers what to pay', async () => {
    const base = [CHEST, SOUND, '550', 'a month', '15'];
    const with_ = async (i: number, tap: string) => {
      cleanup();
      return most(await tapAll(base.map((t, k) => (k === i ? tap : t))));
    };
    const usual = await with_(0, CHEST);
    expect(await with_(1, 'Ordinary: a joint, some gouges')).toBeLessThan(usual);
    expect(await with_(4, '22')).toBeLessThan(usual);
    expect(await with_(3, 'half a year')).toBeLessThan(usual);
    expect(await with_(2, '750')).toBeGreaterThan(usual);
  });
  test('what would earn too little even as a gift is left there', async () => {
    expect(await tapAll([CHEST, 'Rough: old paint, repairs', '40', 'a month', '40'])).toMatch(/^Leave it there/);
  });
});
