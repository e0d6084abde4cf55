import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { Mokume, startOwn } from './support/mokume.ts';

test(
  'sixty chests for one person, told and untold dates, the most urgent last: all have their place, told ones first',
  { tag: '@long' },
  async ({ page }) => {
    const mokume = await Mokume.create();
    await mokume.start('2026-03-02T08:00:00Z');
    await startOwn(page, mokume.address, { name: 'One pair of hands', zone: 'Europe/Berlin', units: 'metric' });
    const now = Date.UTC(2026, 2, 2, 8) / 60_000;
    for (let n = 59; n >= 0; n--) {
      const made = await page.request.post(`${mokume.address}/api/pieces`, {
        data: {
          commandId: randomUUID(),
          id: randomUUID(),
          consent: true,
          name: `Chest ${n}`,
          kind: 'client',
          client: null,
          template: 'chest-of-drawers',
          dimensions: { width: 0.9, depth: 0.45, height: 0.85, parts: 3 },
          survey: { wood: 'softwood', finish: 'raw', layers: 0, findings: [] },
          brief: {
            paint: 'matt-paint',
            body: { name: 'Slate', hex: '#3f5c74' },
            top: { kind: 'same' },
            prime: 'auto',
            sealer: 'clear',
            method: 'brush',
            hardware: 'clean',
          },
          arrival: now,
          due: now + Math.round((6 + 1.5 * n) * 1440),
          promised: n % 2 === 0,
          edits: [],
        },
      });
      expect(made.status()).toBe(201);
    }
    const view = (await (await page.request.get(`${mokume.address}/api/view`)).json()) as {
      pieces: readonly { id: string; promised: boolean; due: number }[];
      plan: { ready: Readonly<Record<string, number>>; unplanned: readonly unknown[] };
    };
    expect(view.plan.unplanned).toEqual([]);
    const told = view.pieces.filter((p) => p.promised);
    expect(told).toHaveLength(30);
    expect(told.filter((p) => view.plan.ready[p.id]! > p.due)).toEqual([]);
    // The plan says so: none of those told is late, and no piece is without room.
    await page.goto(`${mokume.address}/plan`);
    await expect(page.getByTestId('lane-Chest 0')).toBeVisible();
    await expect(page.getByTestId('lane-Chest 0')).not.toContainText('late');
    await expect(page.getByRole('banner')).not.toContainText('without room');
    await mokume.stop();
  },
);
