import { firstShop, type Outlook, type PieceMove } from '@app/core';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { toldLateBy } from '../../../../core/test/fixtures/score.ts';
import { inShop } from '../../../test/inShop.tsx';
import { WhatIfPanel } from './WhatIfPanel.tsx';

afterEach(cleanup);

const move = (piece: string, readyBefore: number, readyAfter: number): PieceMove => ({
  piece,
  readyBefore,
  readyAfter,
  moves: [],
});
const NOW = 29_550_000;
const brief = { body: { name: 'Straw', hex: '#c9a23a' }, top: { kind: 'same' } };
const piece = (id: string, name: string) => ({
  id,
  name,
  active: true,
  steps: [],
  due: null,
  promised: false,
  brief,
});

const shown = (outlook: Partial<Outlook>) => {
  const data = { before: toldLateBy(0), after: toldLateBy(0), moves: [], besides: [], plan: {}, ...outlook } as never;
  const shop = firstShop('UTC', 'Rona');
  const what = { kind: 'away', person: shop.people[0]!.id, from: 1, days: 3 } as const;
  const step = { method: 'PUT', path: '/shop/people/owner', body: { version: 3 } } as const;
  return inShop(
    <WhatIfPanel
      what={what}
      plan={{ view: { shop, pieces: [] }, step }}
      answer={{ data, error: null, retry: () => {} }}
      onChange={() => {}}
      onClose={() => {}}
    />,
    { view: { shop, now: NOW, pieces: [piece('chairs', 'Chairs'), piece('box', 'Box')] } as never },
  );
};

test('what the plan could win without it is told apart from what it does', () => {
  shown({ moves: [move('box', NOW, NOW + 300)], besides: [move('chairs', NOW + 1440, NOW)] });
  expect(screen.getByText('No date is kept better or worse for it; single pieces move:')).toBeInTheDocument();
  const does = within(screen.getByRole('list', { name: 'What moves' }));
  expect(does.getByText('5 h later')).toBeInTheDocument();
  expect(does.queryByText('Chairs')).toBeNull();
  const without = within(screen.getByRole('region', { name: 'Could be had without it, too' }));
  expect(without.getByText('Chairs')).toBeInTheDocument();
  expect(without.queryByText('Box')).toBeNull();
});
test('where the plan that stands is the best found, nothing is said of another', () => {
  shown({ moves: [move('box', NOW, NOW + 300)], after: toldLateBy(1440) });
  expect(screen.getByText('told dates are missed by more')).toBeInTheDocument();
  expect(screen.queryByText('Could be had without it, too')).toBeNull();
});
test('what changes nothing says so', () => {
  shown({});
  expect(screen.getByText('No date is kept better or worse for it, and nothing moves.')).toBeInTheDocument();
  expect(screen.queryByRole('list', { name: 'What moves' })).toBeNull();
});
test('applied, it asks for the very plan that was shown', async () => {
  const { user, command } = shown({});
  await user.click(screen.getByRole('button', { name: 'Apply it' }));
  expect(command.mock.calls).toEqual([['PUT', '/shop/people/owner', { version: 3, asTried: true }]]);
});
