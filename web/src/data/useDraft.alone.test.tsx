import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { useDraft } from './useDraft.ts';

vi.mock('./workshop.tsx', () => ({
  useWorkshop: () => ({ view: { workshop: { id: 'w' }, me: { name: 'Rona' } }, now: 100 }),
}));
beforeEach(() => localStorage.clear());
afterEach(cleanup);

const BASE = { name: 'Settle', client: 'Ilse' };
const draftOf = (base: object = BASE, name = 'piece') =>
  renderHook(({ base: b }) => useDraft(name, b as typeof BASE), { initialProps: { base } });

describe('what is being entered', () => {
  test('is there after a reload, with when it was left; another draft is not', () => {
    const first = draftOf();
    expect(first.result.current.from).toBeNull();
    act(() => first.result.current.setDraft({ ...BASE, name: 'Bench' }));
    first.unmount();
    expect(draftOf().result.current).toMatchObject({ draft: { name: 'Bench' }, from: 100, isChanged: true });
    expect(draftOf(BASE, 'other').result.current).toMatchObject({ draft: BASE, isChanged: false });
  });
  test('follows what others save where it was not touched', () => {
    const { result, rerender } = draftOf();
    act(() => result.current.setDraft({ ...BASE, name: 'Bench' }));
    rerender({ base: { ...BASE, client: 'Otto' } });
    expect(result.current.draft).toEqual({ name: 'Bench', client: 'Otto' });
    expect(result.current.clashes).toEqual([]);
  });
  test.each([
    ['takeTheirs', 'Chest'],
    ['keepMine', 'Bench'],
  ] as const)('changed by both: both are told, and %s settles it', (choose, left) => {
    const { result, rerender } = draftOf();
    act(() => result.current.setDraft({ ...BASE, name: 'Bench' }));
    rerender({ base: { ...BASE, name: 'Chest' } });
    expect(result.current.clashes).toMatchObject([{ name: 'name', theirs: 'Chest' }]);
    act(() => result.current[choose]());
    expect(result.current.clashes).toEqual([]);
    expect(result.current.draft.name).toBe(left);
  });
  test('is gone when it is dropped, also after a reload', () => {
    const first = draftOf();
    act(() => first.result.current.setDraft({ ...BASE, name: 'Bench' }));
    act(() => first.result.current.drop());
    expect(first.result.current.draft).toEqual(BASE);
    first.unmount();
    expect(draftOf().result.current).toMatchObject({ draft: BASE, from: null });
  });
  test('a spoilt or half-written draft is passed over', () => {
    for (const kept of ['{', '{"draft":{}}', 'null']) {
      localStorage.setItem('mokume-draft/w/Rona/piece', kept);
      expect(draftOf().result.current).toMatchObject({ draft: BASE, from: null });
      cleanup();
    }
  });
});
