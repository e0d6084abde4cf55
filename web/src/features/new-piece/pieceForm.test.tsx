import { PIECE_FIELD_NAMES, type PieceFieldName, type PieceFields, type PieceView } from '@app/contract';
import { firstShop, templateById } from '@app/core';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { BriefFields } from './BriefFields.tsx';
import { FaultAt } from './faultAt.ts';
import { DealFields } from './DealFields.tsx';
import { MeasureFields } from './MeasureFields.tsx';
import { draftOf, emptyDraft, type PieceDraft, routeOf, toInput, withTemplate } from './pieceDraft.ts';
import { ReadyFields } from './ReadyFields.tsx';
import { SurveyFields } from './SurveyFields.tsx';
import { TemplatePicker } from './TemplatePicker.tsx';
import { usePieceForm } from './usePieceForm.ts';

afterEach(cleanup);
const shop = firstShop('Europe/Berlin', 'Rona');
const chest = templateById.get('chest-of-drawers')!;
const DUE = 29_580_000;
const start: PieceDraft = {
  ...withTemplate(emptyDraft(29_550_000), chest, 'metric'),
  due: DUE,
  zoneChoice: own('width * depth'),
};
let now = start;

function own(area: string): PieceFields['zoneChoice'] {
  return { include: [], areas: {}, own: [{ id: 'shelf', name: 'Shelf', group: 'body', area }] };
}

/** What the form works out beside the fields. */
const routeIn = (d: PieceDraft) => {
  const built = routeOf(d, { shop, workshop: { units: 'metric' } });
  return built.kind === 'route' ? built.route : null;
};
/** Every part of the form a piece is entered in. */
function Form() {
  const [draft, setDraft] = useState(start);
  const { register, fault, faultAt, change } = usePieceForm({ draft, setDraft: keep });
  function keep(d: PieceDraft) {
    now = d;
    setDraft(d);
  }
  return (
    <FaultAt value={faultAt}>
      <TemplatePicker draft={draft} onChange={change} />
      <MeasureFields draft={draft} onChange={change} />
      <SurveyFields draft={draft} onChange={change} route={null} />
      <BriefFields draft={draft} onChange={change} route={null} />
      <ReadyFields draft={draft} onChange={change} route={routeIn(draft)} />
      <DealFields draft={draft} onChange={change} register={register} fault={fault} ready={null} />
    </FaultAt>
  );
}
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getAllByLabelText(label)[0]!, { target: { value } });
const tap = (name: string | RegExp, role: 'button' | 'radio' = 'button') =>
  fireEvent.click(screen.getAllByRole(role, { name })[0]!);

/** How a person changes each field, and what it is then; a field without a place in the form does not compile. */
const CHANGED: {
  readonly [K in PieceFieldName]: { readonly by: () => void; readonly is: (fields: PieceFields) => unknown };
} = {
  name: { by: () => type('Name of the piece', 'Settle'), is: (p) => p.name === 'Settle' },
  kind: { by: () => tap('Stock', 'radio'), is: (p) => p.kind === 'stock' },
  client: { by: () => type('Client', 'Maro'), is: (p) => p.client === 'Maro' },
  template: { by: () => tap('Table'), is: (p) => p.template === 'table' },
  dimensions: { by: () => type(/^Width/, '120'), is: (p) => p.dimensions['width'] === 1.2 },
  survey: { by: () => tap(/veneer/i, 'radio'), is: (p) => p.survey.wood === 'veneer' },
  brief: { by: () => tap('Repaint', 'radio'), is: (p) => p.brief.hardware === 'repaint' },
  zoneChoice: { by: () => type('Area', '2 * width'), is: (p) => p.zoneChoice.own[0]!.area === '2 * width' },
  atHand: { by: () => tap('to get'), is: (p) => p.atHand.length === 1 },
  arrival: { by: () => type('Arrives', '2026-04-01T09:00'), is: (p) => p.arrival === Date.UTC(2026, 3, 1, 7) / 60_000 },
  due: { by: () => type('Pickup', '2026-05-01T09:00'), is: (p) => p.due === Date.UTC(2026, 4, 1, 7) / 60_000 },
  promised: { by: () => tap(/not told/), is: (p) => p.promised },
};

test.each(PIECE_FIELD_NAMES)(
  '%s can be entered in the form, is sent, and stands there again when it is opened',
  (k) => {
    inShop(<Form />, { zone: 'Europe/Berlin', view: { shop, workshop: { units: 'metric' } } as never });
    expect(CHANGED[k].is(toInput(start))).toBe(false);
    CHANGED[k].by();
    const sent = toInput(now);
    expect(CHANGED[k].is(sent)).toBe(true);
    expect(toInput(draftOf({ ...sent, edits: [] } as unknown as PieceView))[k]).toEqual(sent[k]);
  },
);

/** What cannot be, where it is typed, and what is said there. */
const CANNOT_BE: readonly (readonly [label: string | RegExp, typed: string, words: string])[] = [
  [/^Height/, 'tall', 'Enter 10 to 350 cm.'],
  [/^Laid how often/, '8-12', 'Enter how often a sheet is laid, 1 to 5.'],
  [/^Sheet wide/, '', 'A sheet is 2 cm to 5 m wide (1 in to 16 ft).'],
  [/^How many(?! alike)/, '0', 'Enter how many are made, 1 to 40.'],
  [/^Long, cm/, '900', 'What is made is up to 5 m (16 ft) long.'],
  ['Colour: name', ' ', 'Name the colour.'],
];
test('what cannot be is said at its field, each in words', async () => {
  inShop(<Form />, { zone: 'Europe/Berlin', view: { shop, workshop: { units: 'metric' } } as never });
  tap('Paper');
  tap(/One more part to make/);
  const around = (label: string | RegExp) => screen.getAllByLabelText(label)[0]!.closest('label, div.flex-col')!;
  for (const [label, , words] of CANNOT_BE) expect(around(label)).not.toHaveTextContent(words);
  for (const [label, typed] of CANNOT_BE) type(label, typed);
  await waitFor(() => {
    for (const [label, , words] of CANNOT_BE) expect(around(label)).toHaveTextContent(words);
  });
  const alerts = screen.getAllByRole('alert').map((a) => a.textContent ?? '');
  expect(alerts.filter((a) => /NaN|`|brief\./.test(a))).toEqual([]);
});

/** The name alone, beside what else may happen to the draft it is typed in. */
function Name({ others }: { readonly others: (kept: string) => PieceDraft }) {
  const [draft, setDraft] = useState(start);
  const [typed, setTyped] = useState<readonly string[]>([]);
  const { register, fault } = usePieceForm({
    draft,
    setDraft: (d) => {
      setTyped((t) => [...t, d.name]);
      setDraft(d);
    },
  });
  return (
    <>
      <input aria-label="Name" {...register('name')} />
      <p role="alert">{fault('name')}</p>
      <p role="status">{typed.join(', ')}</p>
      <button onClick={() => setDraft(others(draft.name))}>Somebody saves</button>
    </>
  );
}
test('what somebody else saved stands in the form, and is not taken for typed here', () => {
  inShop(<Name others={(kept) => ({ ...start, name: `${kept} of theirs` })} />, {
    zone: 'Europe/Berlin',
    view: { shop, workshop: { units: 'metric' } } as never,
  });
  type('Name', 'Mine');
  tap('Somebody saves');
  expect(screen.getByLabelText('Name')).toHaveProperty('value', 'Mine of theirs');
  type('Name', 'Mine again');
  expect(screen.getByRole('status').textContent).toBe('Mine, Mine again');
});
test('a piece is sent once, however often it is tapped while it is on its way', async () => {
  let sent = 0;
  function Sending() {
    const { submit, isSaving } = usePieceForm({ draft: start, setDraft: () => {} });
    const send = () => new Promise(() => void sent++);
    return (
      <button disabled={isSaving} onClick={submit(send)}>
        Save
      </button>
    );
  }
  inShop(<Sending />, { zone: 'Europe/Berlin', view: { shop, workshop: { units: 'metric' } } as never });
  for (let taps = 0; taps < 3; taps++) tap('Save');
  await waitFor(() => expect(sent).toBe(1));
  expect(screen.getByRole('button').hasAttribute('disabled')).toBe(true);
});
test('what is missing is said at its field at once, before anything was typed', async () => {
  inShop(<Name others={() => ({ ...start, name: '' })} />, {
    zone: 'Europe/Berlin',
    view: { shop, workshop: { units: 'metric' } } as never,
  });
  tap('Somebody saves');
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Give the piece a name.'));
});
