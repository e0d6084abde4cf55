import { HOUSE_DEFAULTS, HOUSE_SWITCHES, RULES } from '@app/core';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { useHouseEffects } from '../../core/useCore.ts';
import { HouseScreen } from './HouseScreen.tsx';
import { RuleBook } from './RuleBook.tsx';

// What each side costs is computed in a web worker, which this environment lacks; the core's own tests cover it.
vi.mock('../../core/useCore.ts', () => ({
  useHouseEffects: vi.fn(() => ({ data: null, error: null, retry: () => {} })),
}));
afterEach(cleanup);

const open = (role: 'owner' | 'helper') =>
  inShop(<HouseScreen />, {
    view: {
      workshop: { name: 'Test shed', units: 'metric', zone: 'UTC', version: 7 },
      shop: { house: HOUSE_DEFAULTS },
      pieces: [],
      me: { name: 'Rona', role },
    } as never,
  });

describe('house rules', () => {
  test('each disagreement of the trade is one question, its sides with an argument, one of them chosen', () => {
    open('owner');
    for (const s of HOUSE_SWITCHES) {
      const group = screen.getByRole('group', { name: s.question });
      expect(within(group).getAllByRole('radio')).toHaveLength(s.sides.length);
      expect(within(group).getAllByRole('radio', { checked: true })).toHaveLength(1);
      for (const side of s.sides) expect(within(group).getByText(side.argument)).toBeInTheDocument();
    }
  });
  test('nothing can be saved until something is changed; then the whole set goes with the version it was read at', async () => {
    const { user, command } = open('owner');
    const save = screen.getByRole('button', { name: 'Save the house rules' });
    expect(save).toBeDisabled();
    const first = HOUSE_SWITCHES[0]!;
    const other = first.sides.find((s) => s.value !== HOUSE_DEFAULTS[first.rule])!;
    await user.click(
      within(screen.getByRole('group', { name: first.question })).getByRole('radio', { name: new RegExp(other.name) }),
    );
    await user.click(save);
    expect(command).toHaveBeenCalledWith('PUT', '/house', {
      version: 7,
      house: { ...HOUSE_DEFAULTS, [first.rule]: other.value },
    });
  });
  test('a helper may look, not change', () => {
    open('helper');
    expect(screen.getByText(/Only the owner changes these/)).toBeInTheDocument();
    expect(screen.getAllByRole('radio').every((r) => r.closest('fieldset[disabled]') !== null)).toBe(true);
  });
  test('a side that costs days says how many more than the one chosen', () => {
    const first = HOUSE_SWITCHES[0]!;
    const chosen = HOUSE_DEFAULTS[first.rule];
    const other = first.sides.find((s) => s.value !== chosen)!.value;
    const effect = { rule: first.rule, minutes: 480, litres: 1 };
    vi.mocked(useHouseEffects).mockReturnValue({
      data: [
        { ...effect, value: chosen, ready: 5 * 1440 },
        { ...effect, value: other, ready: 6 * 1440, minutes: 540 },
      ],
      error: null,
      retry: () => {},
    } as never);
    open('owner');
    expect(screen.getByRole('group', { name: first.question })).toHaveTextContent(/\+24 h, \+1(\.0)? h/);
  });
});

describe('the rule book', () => {
  test('every rule can be read, and a word finds those that speak of it', async () => {
    const { user } = inShop(<RuleBook />);
    expect(screen.getByRole('heading', { name: `The ${RULES.length} rules a route is built by` })).toBeInTheDocument();
    expect(screen.getAllByRole('listitem', { hidden: true })).toHaveLength(RULES.length);
    await user.type(screen.getByLabelText('Find a rule'), 'lead');
    const found = screen.getAllByRole('listitem');
    expect(found.length).toBeGreaterThan(0);
    expect(found.length).toBeLessThan(RULES.length / 4);
    await user.type(screen.getByLabelText('Find a rule'), 'xyz');
    expect(screen.getByText('No rule speaks of that.')).toBeInTheDocument();
  });
});
