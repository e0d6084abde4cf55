import type { WorkshopView } from '@app/contract';
import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import { type Workshop, WorkshopContext } from '../src/data/workshop.tsx';

type Shop = { readonly units?: 'metric' | 'us'; readonly zone?: string; readonly view?: Partial<WorkshopView> };

/**
 * Shows a part of the screen as it stands in a signed-in shop; `command` records what would be sent, `changeTo` is what comes when
 * somebody has changed something.
 */
export function inShop(children: ReactNode, { units = 'metric', zone = 'UTC', view = {} }: Shop = {}) {
  const command = vi.fn<Workshop['carryOut']>().mockResolvedValue({ kind: 'left' });
  const taps = { all: [], add: vi.fn(), takeBack: vi.fn(), decide: vi.fn() };
  const now = 29_550_000;
  const undo = vi.fn();
  const standing = (of: Partial<WorkshopView>) => {
    const whole = { workshop: { name: 'Test shed', units, zone }, ...of } as WorkshopView;
    const workshop: Workshop = { view: whole, shown: whole, now, cutOffAt: null, taps, carryOut: command, undo };
    return (
      <MemoryRouter>
        <WorkshopContext value={workshop}>{children}</WorkshopContext>
      </MemoryRouter>
    );
  };
  const shown = render(standing(view));
  const changeTo = (other: Partial<WorkshopView>) => shown.rerender(standing(other));
  return { ...shown, changeTo, command, user: userEvent.setup() };
}
