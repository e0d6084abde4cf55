import { FRESH_PIECE, type LeftPiece } from '@app/contract';
import { firstShop } from '@app/core';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { PiecesScreen } from './PiecesScreen.tsx';

const MARCH_9 = Date.UTC(2026, 2, 9, 9) / 60_000;
const piece = (id: string, leftAt: number): LeftPiece => ({
  id,
  name: `Piece ${id}`,
  kind: 'client',
  client: 'Maro',
  brief: FRESH_PIECE.brief,
  due: null,
  leftAt,
});
let asked: string[];
beforeEach(() => {
  asked = [];
  const pages: Readonly<Record<string, { pieces: LeftPiece[]; isAll: boolean }>> = {
    '/api/left?': { pieces: [piece('c', MARCH_9 - 60), piece('b', MARCH_9 - 20 * 1440)], isAll: false },
    [`/api/left?leftAt=${MARCH_9 - 20 * 1440}&id=b`]: { pieces: [piece('a', MARCH_9 - 60 * 1440)], isAll: true },
  };
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path);
    return Promise.resolve(Response.json(pages[path] ?? { pieces: [], isAll: true }));
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const open = () =>
  inShop(
    <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>
      <PiecesScreen />
    </SWRConfig>,
    {
      view: {
        shop: firstShop('UTC', 'Rona'),
        workshop: { id: 'w', name: 'Shed', units: 'metric' },
        revision: 7,
        pieces: [],
        plan: { steps: {}, ready: {}, unplanned: [], notices: [] },
        changes: [],
      } as never,
    },
  );
/** As a browser does it: the part opens, and says so. */
function unfold() {
  const details = screen.getByText('Pieces that left the shop').closest('details')!;
  details.open = true;
  fireEvent(details, new Event('toggle'));
}

describe('pieces that left', () => {
  test('are not asked for until somebody wants to see them', async () => {
    open();
    await new Promise((done) => setTimeout(done, 20));
    expect(asked).toEqual([]);
    unfold();
    expect(await screen.findByRole('link', { name: /Piece c/ })).toHaveAttribute('href', '/pieces/c');
    expect(asked).toEqual(['/api/left?']);
  });
  test('stand by month, the last first, and the next page follows the last one known', async () => {
    open();
    unfold();
    await screen.findByRole('link', { name: /Piece c/ });
    fireEvent.click(screen.getByRole('button', { name: 'Earlier' }));
    await screen.findByRole('link', { name: /Piece a/ });
    const months = within(screen.getByText('Pieces that left the shop').closest('details')!);
    expect(months.getAllByRole('heading', { level: 2 }).map((h) => h.textContent)).toEqual([
      'March 2026',
      'February 2026',
      'January 2026',
    ]);
    expect(screen.queryByRole('button', { name: 'Earlier' })).toBeNull();
    expect(asked).toHaveLength(2);
  });
  test('none yet is said', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(Response.json({ pieces: [], isAll: true })));
    open();
    unfold();
    expect(await screen.findByText(/None has left yet/)).toBeInTheDocument();
  });
});
