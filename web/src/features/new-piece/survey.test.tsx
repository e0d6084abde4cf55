import { firstShop, templateById } from '@app/core';
import { cleanup, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, test } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { emptyDraft, type PieceDraft, routeOf, withTemplate } from './pieceDraft.ts';
import { SurveyFields } from './SurveyFields.tsx';
import { ZoneFields } from './ZoneFields.tsx';

afterEach(cleanup);
const shop = firstShop('Pacific/Auckland', 'Rona');
let now: PieceDraft;

/** The fields as they stand in the form: what is tapped changes the piece, and its route follows. */
function Form({ template }: { readonly template: string }) {
  const [draft, setDraft] = useState(() => withTemplate(emptyDraft(29_550_000), templateById.get(template)!, 'metric'));
  const change = (d: PieceDraft) => {
    now = d;
    setDraft(d);
  };
  const built = routeOf(draft, { shop, workshop: { units: 'metric' } });
  return (
    <>
      <SurveyFields draft={draft} onChange={change} route={built.kind === 'route' ? built.route : null} />
      <ZoneFields template={templateById.get(template)!} draft={draft} onChange={change} />
    </>
  );
}
const open = (template: string, units: 'metric' | 'us' = 'metric') =>
  inShop(<Form template={template} />, { units, view: { shop } as never });
const findings = () =>
  within(screen.getByRole('group', { name: 'Findings' }))
    .getAllByRole('button')
    .map((b) => b.textContent ?? '');

describe('the survey', () => {
  test('asks of a table nothing about drawers, of softwood about knots, and of veneer about lifting', async () => {
    const { user } = open('table');
    expect(findings().join(' ')).not.toMatch(/runner/i);
    expect(findings().join(' ')).toMatch(/knots/i);
    expect(findings().join(' ')).not.toMatch(/veneer/i);
    await user.click(screen.getByRole('radio', { name: /veneer/i }));
    expect(findings().join(' ')).toMatch(/veneer/i);
    expect(findings().join(' ')).not.toMatch(/knots/i);
  });
  test('paint of unknown age brings the lead test, painted lately does not', async () => {
    const { user } = open('chest-of-drawers');
    await user.click(screen.getByRole('radio', { name: /dark paint/i }));
    expect(screen.getByText(/So there will be/).parentElement).toHaveTextContent(/lead/i);
    await user.click(screen.getByRole('radio', { name: 'Lately' }));
    expect(screen.queryByText(/test for lead/i)).toBeNull();
  });
  test('what is ticked is said back as what there will be, and unticked it goes', async () => {
    const { user } = open('chest-of-drawers');
    const joints = screen.getAllByRole('button', { name: /loose joints/i })[0]!;
    await user.click(joints);
    expect(screen.getByText(/So there will be/).parentElement).toHaveTextContent(/glue/i);
    await user.click(joints);
    expect(now.survey.findings).toEqual([]);
  });
  test('a drawer that smells is said of the inside alone', async () => {
    const { user } = open('chest-of-drawers');
    await user.click(screen.getByRole('button', { name: 'Drawers, inner sides' }));
    const inside = screen.getByRole('group', { name: 'Drawers, inner sides: only here', hidden: true });
    await user.click(within(inside).getByRole('button', { name: /smell|odour/i, hidden: true }));
    expect(now.survey.zones?.['drawer-insides']?.findings).toEqual(['odour']);
    expect(now.survey.findings).toEqual([]);
  });
});

describe('areas', () => {
  test('the back counts only when it is to be done', async () => {
    const { user } = open('chest-of-drawers');
    const areas = () => within(screen.getByRole('list', { name: 'Areas' })).getAllByRole('listitem').length;
    const before = areas();
    await user.click(screen.getByRole('button', { name: 'Back' }));
    expect(areas()).toBe(before + 1);
  });
  test('a formula can be changed and put back; one that means nothing is told at its field', async () => {
    const { user } = open('chest-of-drawers');
    const field = screen.getByDisplayValue('width * depth');
    await user.clear(field);
    await user.type(field, 'width * depht');
    expect(screen.getByRole('alert', { hidden: true })).toHaveTextContent(/depht/);
    await user.clear(field);
    await user.type(field, 'width * depth * 2');
    expect(screen.queryByRole('alert', { hidden: true })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Put back', hidden: true }));
    expect(now.zoneChoice.areas).toEqual({});
  });
  test('a zone of one’s own is added and taken away', async () => {
    const { user } = open('box');
    await user.click(screen.getByRole('button', { name: 'Add a zone', hidden: true }));
    expect(now.zoneChoice.own).toEqual([expect.objectContaining({ name: 'Plinth' })]);
    expect(screen.getByRole('list', { name: 'Areas' })).toHaveTextContent(/Plinth/);
  });
  test('feet for a shop that uses them', () => {
    open('box', 'us');
    expect(screen.getByRole('list', { name: 'Areas' })).toHaveTextContent(/ft²/);
    expect(screen.getByRole('list', { name: 'Areas' })).not.toHaveTextContent(/m²/);
  });
});
