import { type Instant, type RehearsedRemedy } from '@app/core';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import type { Ways } from '../../core/core.worker.ts';
import { usePromise, useRemedies } from '../../core/useCore.ts';
import type { Promised } from '../../core/rehearse.ts';
import { PromisePanel } from './PromisePanel.tsx';

// What is worked out in a web worker cannot be had in this environment.
vi.mock('../../core/useCore.ts', () => ({ usePromise: vi.fn(), useRemedies: vi.fn() }));
vi.mock('./variants.ts', () => ({
  variantsOf: () => [{ id: 'one-coat', words: 'One coat of paint fewer', draft: { due: 1, goesFirst: false } }],
}));
vi.mock('../../plan/ChanceCurve.tsx', () => ({ ChanceCurve: () => null, Rehearsing: () => null }));
afterEach(cleanup);

const NOW = 29_550_000;
const DUE: Instant = NOW + 5 * 1440;
const NO_HOURS = { weekly: [], exceptions: [], blocks: [] };
const answer = <T,>(data: T) => ({ data, error: null, retry: () => {} });
const hours = (name: string, kept: number | null, more: Partial<RehearsedRemedy> = {}): RehearsedRemedy => ({
  change: { kind: 'hours', person: name, name, longer_hours: 2, hours: NO_HOURS, isTried: true },
  cost: 10,
  ready: DUE - 60,
  later: [],
  kept,
  ...more,
});

const SOME = { runs: 200, p50: DUE, p80: DUE + 1440, p95: DUE + 2880, due: 0.4, sample: [] };
const NO_ROOM = { kind: 'noRoom', reasons: [] } as const;

function panel(
  ways: Ways,
  promised: Promised = { kind: 'ready', earliest: DUE, chances: SOME },
  due = DUE as Instant | null,
) {
  vi.mocked(usePromise).mockReturnValue(answer(promised));
  vi.mocked(useRemedies).mockReturnValue(answer(ways));
  const draft = { due, goesFirst: false } as never;
  const people = [{ id: 'Ines', name: 'Ines', skills: { paint: 1 } }];
  const view = { shop: { people }, pieces: [], versions: { 'people/Ines': 7 } } as never;
  const onChange = vi.fn();
  const asked = { piece: {}, isFirst: false } as never;
  const shown = inShop(<PromisePanel asked={asked} draft={draft} kept={{} as never} onChange={onChange} />, { view });
  return { ...shown, onChange };
}
const rows = () => screen.getAllByRole('listitem').map((r) => r.textContent);

test('each way says when it is ready and how often the date is kept then; what is not rehearsed yet says so', () => {
  panel({ ways: [hours('Ines', 0.87), hours('Jun', null)], inVain: [], better: null, isAll: false });
  expect(screen.getByText(/is kept 40 times in 100\. What would help:/)).toBeInTheDocument();
  expect(rows()[0]).toMatch(/^Ines works 2 hours longer until thenready .*, kept 87 times in 100Change hours$/);
  expect(rows()[1]).toMatch(/ready .*, rehearsing it…/);
  expect(screen.getByText('Planning and rehearsing each way…')).toBeInTheDocument();
});

test('of those that make it sure the cheapest is marked, and it stays where it stands', () => {
  const ways = [hours('Ines', 0.95, { cost: 20 }), hours('Jun', 0.8, { cost: 8 }), hours('Teo', 0.79, { cost: 1 })];
  panel({ ways, inVain: [], better: null, isAll: true });
  const marked = rows().map((r) => /Costs you least|Makes it surest/.exec(r!)?.[0]);
  expect(marked).toEqual([undefined, 'Costs you least', undefined]);
  expect(screen.queryByText('Planning and rehearsing each way…')).toBeNull();
});

test('where none makes it sure the surest is marked; what makes it no surer than it is says that, and is never marked', () => {
  panel({ ways: [hours('Ines', 0.41), hours('Jun', 0.6), hours('Teo', 0.404)], inVain: [], better: null, isAll: true });
  expect(rows().map((r) => /Makes it surest|, no surer/.exec(r!)?.[0])).toEqual([
    undefined,
    'Makes it surest',
    ', no surer',
  ]);
  cleanup();
  panel({ ways: [hours('Ines', 0.3)], inVain: [], better: null, isAll: true });
  expect(rows()[0]).toContain('no surer');
  expect(rows()[0]).not.toContain('surest');
});

test('what was planned and is ready no sooner is named below, with nothing to tap', async () => {
  const { user, onChange } = panel({
    ways: [hours('Ines', 0.87, { change: { kind: 'variant', id: 'one-coat' } })],
    inVain: [hours('Jun', 0).change, { kind: 'others' }],
    better: null,
    isAll: true,
  });
  expect(
    screen.getByText(
      'Planned too, and ready no sooner: Jun works 2 hours longer until then; Pieces without a told date wait for it.',
    ),
  ).toBeInTheDocument();
  expect(screen.getAllByRole('button')).toHaveLength(1);
  await user.click(screen.getByRole('button', { name: 'Do that' }));
  expect(onChange).toHaveBeenCalledWith({ due: 1, goesFirst: false });
});

test('what a better plan brings alone is said, and hands that bring no more stand below', () => {
  panel({ ways: [], inVain: [hours('Jun', 0).change], better: DUE - 1440, isAll: true });
  expect(screen.getByText(/^A better plan alone has it ready .*; it is looked for by itself/)).toBeInTheDocument();
  expect(
    screen.getByText('Planned too, and ready no sooner than by that: Jun works 2 hours longer until then.'),
  ).toBeInTheDocument();
});

test.each([true, false])(
  'hours are changed with the plan by which the way was found; tried out: %s',
  async (isTried) => {
    const change = { kind: 'hours', person: 'Ines', name: 'Ines', longer_hours: 2, hours: NO_HOURS, isTried } as const;
    const ways = [hours('Ines', 0.87, { change })];
    const { user, command } = panel({ ways, inVain: [], better: null, isAll: true });
    await user.click(screen.getByRole('button', { name: 'Change hours' }));
    const body = {
      version: 7,
      name: 'Ines',
      hours: NO_HOURS,
      skills: { paint: 1 },
      ...(isTried ? { asTried: true } : {}),
    };
    expect(command.mock.calls[0]).toEqual(['PUT', '/shop/people/Ines', body]);
  },
);

test('for a piece without a place the ways that give it one are offered, each as sure as it is', () => {
  const helper = { kind: 'person', id: 'h', like: 'Ines', name: 'Ines', hours: NO_HOURS, isTried: false } as const;
  panel({ ways: [hours('Ines', 0.9, { change: helper })], inVain: [], better: null, isAll: true }, NO_ROOM);
  expect(screen.getByText(/^It has no place\. What would give it one by /)).toBeInTheDocument();
  expect(rows()[0]).toMatch(/Costs you least: ready .*, kept 90 times in 100Add a helper$/);
});

test('when nothing gives it a place, that is said once all was planned; without a date nothing is asked', () => {
  const none = { ways: [], inVain: [], better: null };
  panel({ ...none, isAll: false }, NO_ROOM);
  expect(screen.queryByText(/^None of what was planned does/)).toBeNull();
  cleanup();
  panel({ ...none, isAll: true }, NO_ROOM);
  expect(screen.getByText(/^None of what was planned does/)).toBeInTheDocument();
  cleanup();
  expect(panel({ ...none, isAll: true }, NO_ROOM, null).container.textContent).toBe('');
});
