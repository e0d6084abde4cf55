import { firstShop, templateById } from '@app/core';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { PartRows } from './PartRows.tsx';
import { emptyDraft, type PieceDraft, withTemplate } from './pieceDraft.ts';

afterEach(cleanup);
const start = withTemplate(emptyDraft(29_550_000), templateById.get('chest-of-drawers')!, 'metric');
let now: PieceDraft = start;
function Rows() {
  const [draft, setDraft] = useState(start);
  const change = (d: PieceDraft) => {
    now = d;
    setDraft(d);
  };
  return <PartRows draft={draft} onChange={change} />;
}
const show = () =>
  inShop(<Rows />, { zone: 'Europe/Berlin', view: { shop: firstShop('Europe/Berlin', 'Rona') } as never });
const make = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

test('a tap on a zone makes it a part of its own; what it becomes is chosen there; like the rest takes it back', () => {
  show();
  make('Drawer fronts');
  const part = screen.getByRole('region', { name: 'Different: Drawer fronts' });
  fireEvent.click(within(part).getByRole('radio', { name: 'Stained wood' }));
  expect(now.brief.rows).toMatchObject([{ zones: ['drawers'], treatment: { kind: 'stain' } }]);
  // A zone that has a part of its own is not offered again.
  const offered = screen.getByRole('group', { name: 'Make a part different' });
  expect(within(offered).queryByRole('button', { name: 'Drawer fronts' })).toBeNull();
  fireEvent.click(within(part).getByRole('button', { name: /^Remove: Drawer fronts/ }));
  expect(now.brief.rows).toEqual([]);
});

test('a tap on the drawing does the same, once', () => {
  show();
  const top = () => [...document.querySelectorAll('title')].find((t) => t.textContent === 'Top')!.parentElement!;
  fireEvent.click(top());
  fireEvent.click(top());
  expect(now.brief.rows).toMatchObject([{ zones: ['top'] }]);
  expect(screen.getByRole('region', { name: 'Different: Top' })).toBeTruthy();
});

test('a zone that was not counted is counted when it becomes a part', () => {
  show();
  make('+ Back');
  expect(now.zoneChoice.include).toEqual(['back']);
  expect(now.brief.rows).toMatchObject([{ zones: ['back'] }]);
});

test('one of several is cut out with its share of the area, and what it is cut from gets smaller', () => {
  show();
  fireEvent.change(screen.getByRole('combobox', { name: 'Out of', hidden: true }), { target: { value: 'drawers' } });
  fireEvent.click(screen.getByRole('button', { name: 'Make it a part', hidden: true }));
  expect(now.zoneChoice.own).toMatchObject([
    { name: 'One of them: drawer fronts', of: 'drawers', area: '(0.8 * width * height) * 1 / parts' },
  ]);
  expect(now.brief.rows).toMatchObject([{ zones: ['own-1'] }]);
});
