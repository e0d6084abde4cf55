import type { PieceView } from '@app/contract';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { inShop } from '../../test/inShop.tsx';
import { someStep } from '../../test/someStep.ts';
import { CameraSheet } from './CameraSheet.tsx';

afterEach(cleanup);

const wash = someStep('wash', []);
const coat = someStep('coat', ['wash']);
const piece = { id: 'p', name: 'Chest', photos: [], steps: [wash, coat], stepVersions: { 'p.coat': 3 } };
const shot = new File(['x'], 'shot.png', { type: 'image/png' });

function sheet() {
  const shown = inShop(
    <CameraSheet piece={piece as unknown as PieceView} step={coat} personId="rona" onClose={() => {}} />,
  );
  const choose = (name: string) => shown.user.upload(screen.getByLabelText(name), shot);
  return {
    ...shown,
    choose,
    tap: (name: string) => shown.user.click(screen.getByRole('button', { name, hidden: true })),
  };
}

test('a photo with Done waits for what is said of the steps before it, and goes with that', async () => {
  const { choose, command, tap } = sheet();
  await choose('Choose a photo, and Done');
  expect(command).not.toHaveBeenCalled();
  expect(screen.getByText('A step before it is not noted as done')).toBeInTheDocument();
  await tap('It is done too');
  expect(command).toHaveBeenCalledExactlyOnceWith(
    'POST',
    '/steps/p.coat/photo',
    expect.objectContaining({ version: 3, done: true, file: shot, before: { steps: ['p.wash'], outcomes: [] } }),
  );
});
test('a photo alone says nothing of the step and asks nothing', async () => {
  const { choose, command } = sheet();
  await choose('Choose a photo');
  expect(command).toHaveBeenCalledExactlyOnceWith(
    'POST',
    '/steps/p.coat/photo',
    expect.not.objectContaining({ before: expect.anything() }),
  );
});
