import type { ProposalView } from '@app/contract';
import { firstShop } from '@app/core';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { toldLateBy } from '../../../../core/test/fixtures/score.ts';
import { inShop } from '../../../test/inShop.tsx';
import { PlanScreen } from './PlanScreen.tsx';
import { useImprovement } from './useImprovement.ts';

// What is drawn and what is computed in a web worker is not asked for here, and cannot be had in this environment.
vi.mock('../../grain/GrainView.tsx', () => ({ GrainView: () => null }));
vi.mock('./ScarceStrip.tsx', () => ({ ScarceStrip: () => null }));
vi.mock('./PlanPrint.tsx', () => ({ PlanPrint: () => null }));
vi.mock('../../core/useCore.ts', () => {
  const nothing = () => ({ data: null, error: null, retry: () => {} });
  return { useExplained: nothing, useOutlook: nothing, useForgetting: () => () => {} };
});
vi.mock('./useImprovement.ts', () => ({ useImprovement: vi.fn() }));
afterEach(cleanup);

const better = (id: string, days: number): ProposalView => ({
  id,
  before: toldLateBy(9 * 1440),
  after: toldLateBy(days * 1440),
  moves: [],
});
const plan = (revision: number) => {
  const none = { revision, changes: [], plan: { steps: {}, ready: {}, unplanned: [] } };
  const pieces = [{ id: 'p', active: true, name: 'Chest', due: null, steps: [] }];
  return { ...none, pieces, shop: firstShop('UTC', 'Rona'), me: { role: 'owner' } } as never;
};
const offered = (proposal: ProposalView | null) =>
  vi.mocked(useImprovement).mockReturnValue({ proposal, state: 'looked' });

test('planning afresh takes a second, in which it says so and cannot be asked for again', async () => {
  offered(better('old', 5));
  const { user, command } = inShop(<PlanScreen />, { view: plan(1) });
  let answer = (_: Awaited<ReturnType<typeof command>>) => {};
  command.mockReturnValue(new Promise((resolve) => (answer = resolve)));
  await user.click(screen.getByRole('button', { name: 'Plan afresh' }));
  expect(command).toHaveBeenCalledWith('POST', '/plan/afresh', {});
  const busy = screen.getByRole('button', { name: 'Planning…' });
  expect(busy).toHaveAttribute('aria-disabled', 'true');
  await user.click(busy);
  expect(command).toHaveBeenCalledTimes(1);
  expect(busy).toHaveFocus();
  answer({ kind: 'left' });
  expect(await screen.findByRole('button', { name: 'Plan afresh' })).toHaveAttribute('aria-disabled', 'false');
});
test('an offer that is read goes when the plan it was for has changed, also when there is an offer for the new one', async () => {
  offered(better('old', 5));
  const { user, changeTo } = inShop(<PlanScreen />, { view: plan(1) });
  await user.click(screen.getByRole('button', { name: /^A better plan/ }));
  expect(await screen.findByRole('button', { name: 'Take it' })).toBeInTheDocument();
  offered(better('new', 2));
  changeTo(plan(2));
  expect(screen.queryByRole('button', { name: 'Take it' })).toBeNull();
  await user.click(screen.getByRole('button', { name: /^A better plan/ }));
  expect(await screen.findByRole('button', { name: 'Take it' })).toBeInTheDocument();
});
test('an offer that is read stays where it is when a look since then found nothing', async () => {
  offered(better('old', 5));
  const { user, changeTo, command } = inShop(<PlanScreen />, { view: plan(1) });
  await user.click(screen.getByRole('button', { name: /^A better plan/ }));
  const take = await screen.findByRole('button', { name: 'Take it' });
  offered(null);
  changeTo(plan(1));
  expect(screen.queryByRole('button', { name: /^A better plan/ })).toBeNull();
  await user.click(take);
  expect(command).toHaveBeenCalledWith('POST', '/plan/adopt', { proposal: 'old' });
});
