import type { WorkshopView } from '@app/contract';
import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import { type Workshop, WorkshopContext } from '../src/data/workshop.tsx';

type Shop = { readonly units?: 'metric' | 'us'; readonly zone?: string; readonly view?: Partial<WorkshopView> };

/** Shows a part of the screen as it stands in a signed-in shop; `command` records what would be sent. */
export function inShop(children: ReactNode, { units = 'metric', zone = 'UTC', view = {} }: Shop = {}) {
  const command = vi.fn<Workshop['carryOut']>().mockResolvedValue({ kind: 'left' });
  const whole = { workshop: { name: 'Test shed', units, zone }, ...view } as WorkshopView;
  const taps = { all: [], add: vi.fn(), takeBack: vi.fn(), decide: vi.fn() };
  const now = 29_550_000;
  const workshop: Workshop = { view: whole, shown: whole, now, cutOffAt: null, taps, carryOut: command, undo: vi.fn() };
  const shown = render(
    <MemoryRouter>
      <WorkshopContext value={workshop}>{children}</WorkshopContext>
    </MemoryRouter>,
  );
  return { ...shown, command, user: userEvent.setup() };
}
