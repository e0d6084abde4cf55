import type { WorkshopView } from '@app/contract';
import { firstShop } from '@app/core';
import { expect, test } from 'vitest';
import { tried } from './whatIfs.ts';

test('one more pair of hands is asked for under the id it was tried with, beside those there are', () => {
  const shop = firstShop('UTC', 'Rona');
  const view = { shop, pieces: [], versions: {}, now: 29_550_000 } as unknown as WorkshopView;
  const [rona] = shop.people;
  const next = tried(view, { kind: 'hands', like: rona!.id }, () => ({}))!;
  const more = next.view.shop.people.find((p) => p.id !== rona!.id)!;
  const { id, ...fields } = more;
  expect(next.step).toEqual({ method: 'PUT', path: `/shop/people/${id}`, body: fields });
});
