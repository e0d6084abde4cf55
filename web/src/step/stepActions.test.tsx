import type { PieceView } from '@app/contract';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { inShop } from '../../test/inShop.tsx';
import { someStep } from '../../test/someStep.ts';
import { fromField } from './dateField.ts';
import { StepActions } from './StepActions.tsx';

afterEach(cleanup);

const people = [{ id: 'rona', name: 'Rona', hours: {}, skills: {} }];
const view = { shop: { timeZone: 'UTC', people }, plan: { steps: {}, notices: [] }, me: { personId: 'rona' } };
const coat = someStep('coat', ['wash'], { hands: 1, coat: 'paint' });
const piece = { id: 'p', name: 'Chest', steps: [someStep('wash', []), coat], stepVersions: { 'p.coat': 3 } };

test('the time counts as it stands when it is said what comes before, not when Done was tapped', async () => {
  const { user, command } = inShop(
    <StepActions piece={piece as unknown as PieceView} step={coat} onDone={() => {}} />,
    { view: view as never },
  );
  await user.click(screen.getByRole('button', { name: 'Done' }));
  expect(command).not.toHaveBeenCalled();
  fireEvent.change(screen.getByLabelText('Started or done at'), { target: { value: '2026-03-02T10:15' } });
  await user.click(screen.getByRole('button', { name: 'It is done too' }));
  await waitFor(() => expect(command).toHaveBeenCalledTimes(1));
  expect(command).toHaveBeenCalledWith(
    'POST',
    '/steps/p.coat/done',
    expect.objectContaining({
      at: fromField('2026-03-02T10:15', 'UTC'),
      by: 'rona',
      version: 3,
      before: { steps: ['p.wash'], outcomes: [] },
    }),
  );
});
