import { firstShop, type Person } from '@app/core';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../test/inShop.tsx';
import { PeopleLoad } from './PeopleLoad.tsx';
import { useMedia } from '../ui/useMedia.ts';
import { timeScale } from './timeScale.ts';

vi.mock('../ui/useMedia.ts', () => ({ useMedia: vi.fn(() => false) }));

afterEach(cleanup);
const NOW = Date.UTC(2026, 2, 9, 8) / 60_000;
const [rona] = firstShop('UTC', 'Rona').people as [Person];

/** So many people, of whom each has an hour more to do than the one before. */
function open(count: number) {
  const people = Array.from({ length: count }, (_, n) => ({ ...rona, id: `p${n}`, name: `Person ${n}` }));
  const shop = { ...firstShop('UTC', 'Rona'), people };
  const steps = people.map((p, n) => ({ id: `q.${p.id}`, title: 'Sand', minutes: n * 10, person: p.id }));
  const view = {
    shop,
    pieces: [{ id: 'q', name: 'Chest', active: true, brief: { body: { name: 'Slate', hex: '#3f5c74' } }, steps }],
    plan: {
      steps: Object.fromEntries(
        steps.map((s) => [
          s.id,
          { start: NOW + 120, end: NOW + 120 + s.minutes, people: [s.person], stations: [], dry: {} },
        ]),
      ),
      ready: {},
    },
  } as never;
  const saying = { zone: 'UTC', units: 'metric', now: NOW } as const;
  inShop(<PeopleLoad view={view} scale={timeScale(shop, NOW, NOW + 3 * 1440, 100)} saying={saying} now={NOW} />);
}
const names = () => screen.getAllByText(/^Person \d+$/).map((e) => e.textContent);

describe('people below the lanes', () => {
  test('say how much of their week is taken where there is room for it, and only to who listens where names fill the column', () => {
    open(1);
    expect(screen.getByText(/in 7 days$/)).toBeInTheDocument();
    cleanup();
    vi.mocked(useMedia).mockReturnValue(true);
    open(1);
    expect(screen.queryByText(/in 7 days$/)).toBeNull();
    expect(screen.getByRole('group', { name: /^Person 0: .* in 7 days$/ })).toBeInTheDocument();
    vi.mocked(useMedia).mockReturnValue(false);
  });
  test('are all there, in the order of the shop, up to six', () => {
    open(6);
    expect(names()).toEqual(['Person 0', 'Person 1', 'Person 2', 'Person 3', 'Person 4', 'Person 5']);
    expect(screen.queryByRole('button', { name: /Show all/ })).toBeNull();
  });
  test('of seven the six with the most to do stand there, the last one when asked for', () => {
    open(7);
    expect(names()).toEqual(['Person 6', 'Person 5', 'Person 4', 'Person 3', 'Person 2', 'Person 1']);
    fireEvent.click(screen.getByRole('button', { name: 'Show all 7 people below the lanes' }));
    expect(names()).toHaveLength(7);
    fireEvent.click(screen.getByRole('button', { name: 'Only those with the most to do' }));
    expect(names()).toHaveLength(6);
  });
});
