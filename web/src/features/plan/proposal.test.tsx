import type { ProposalView } from '@app/contract';
import { firstShop } from '@app/core';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { toldLateBy } from '../../../../core/test/fixtures/score.ts';
import { inShop } from '../../../test/inShop.tsx';
import { ProposalPanel } from './ProposalPanel.tsx';

afterEach(cleanup);

const offer = (id: string, late_days: number): ProposalView => ({
  id,
  before: toldLateBy(9 * 1440),
  after: toldLateBy(late_days * 1440),
  moves: [],
});
const read = offer('read', 5);
const better = offer('better', 2);

const shown = (newest: ProposalView, onNewest: (p: ProposalView) => void = () => {}) =>
  inShop(<ProposalPanel proposal={read} newest={newest} onNewest={onNewest} onClose={() => {}} />, {
    view: { shop: firstShop('UTC', 'Rona'), pieces: [] },
  });

test('nothing is said of another plan while there is none', () => {
  shown(read);
  expect(screen.queryByText(/still better plan/)).toBeNull();
});
test('the plan that is read stays when a better one is found, and is the one that is taken', () => {
  const { command } = shown(better);
  expect(screen.getByText(/A still better plan was found meanwhile\./)).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Take it' }));
  expect(command.mock.calls).toEqual([['POST', '/plan/adopt', { proposal: 'read' }]]);
});
test('the better one is read when it is asked for', () => {
  const onNewest = vi.fn();
  shown(better, onNewest);
  fireEvent.click(screen.getByRole('button', { name: 'Read it' }));
  expect(onNewest).toHaveBeenCalledWith(better);
});
