import { editedRoute, firstShop, meansOf, type RouteEdit, type RouteInput, templateById } from '@app/core';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import type { DraftView } from '../../conflict/routeDraft.ts';
import { StepEditor } from './StepEditor.tsx';

afterEach(cleanup);
const shop = firstShop('Pacific/Auckland', 'Rona');
const input: RouteInput = {
  template: templateById.get('box')!,
  dimensions: { width: 0.5, depth: 0.4, height: 0.6, set: 1 },
  survey: { wood: 'softwood', finish: 'varnish', layers: 1, findings: [], age: 'unknown' },
  brief: {
    paint: 'matt-paint',
    body: { name: 'Reed', hex: '#7b8f5a' },
    top: { kind: 'same' },
    prime: 'auto',
    sealer: 'clear',
    method: 'brush',
    hardware: 'keep',
  },
  means: meansOf(shop),
};
const route = editedRoute(input, []);
const look: DraftView = { input, built: route, route, conflicts: [] };

function open(key: string, isFixed = false, of = route) {
  const onEdit = vi.fn<(e: RouteEdit) => void>();
  const onStruck = vi.fn();
  const step = of.steps.find((s) => s.key === key)!;
  const draft = { brief: input.brief, edits: [] };
  const shown = inShop(
    <StepEditor step={step} draft={draft} look={look} isFixed={isFixed} onEdit={onEdit} onStruck={onStruck} />,
    { view: { shop, pieces: [] } as never },
  );
  return { ...shown, step, onEdit, onStruck };
}

describe('one step of a route', () => {
  test('says why it is there and on whose word', () => {
    const { step } = open('paint-1');
    expect(screen.getByText(step.reason, { exact: false })).toBeInTheDocument();
    expect(screen.getByText(`(${step.authority})`)).toBeInTheDocument();
  });
  test('another product of the same kind, never one of another kind', async () => {
    const { user, onEdit } = open('paint-1');
    const choice = screen.getByLabelText('Product');
    const offered = [...choice.querySelectorAll('option')].map((o) => o.value);
    expect(offered).toContain('clay-paint');
    expect(offered).not.toContain('shellac-primer');
    await user.selectOptions(choice, 'clay-paint');
    expect(onEdit).toHaveBeenCalledWith({ op: 'product', step: 'paint-1', product: 'clay-paint' });
  });
  test('coats of the whole series, not of the one step', async () => {
    const { user, onEdit } = open('paint-1');
    await user.selectOptions(screen.getByLabelText(/^Coats of/), '4');
    expect(onEdit).toHaveBeenCalledWith(expect.objectContaining({ op: 'coats', count: 4 }));
  });
  test('a method is chosen by name', async () => {
    const { user, onEdit } = open('paint-1');
    await user.selectOptions(screen.getByLabelText('Laid by'), 'Roller');
    expect(onEdit).toHaveBeenCalledWith({ op: 'method', step: 'paint-1', method: 'roll' });
  });
  test('a thick coat is asked for in a word, and only of what leaves a coat', async () => {
    const { user, onEdit } = open('paint-1');
    await user.selectOptions(screen.getByLabelText('Coat laid'), 'thick, dries far slower');
    expect(onEdit).toHaveBeenCalledWith({ op: 'film', step: 'paint-1', thickness: 1.5 });
    cleanup();
    open('wash');
    expect(screen.queryByLabelText('Coat laid')).toBeNull();
  });
  test.each([
    ['3', 'Enter 5 to 1440 minutes.'],
    ['2000', 'Enter 5 to 1440 minutes.'],
    ['12.5', 'Enter 5 to 1440 minutes.'],
  ])('%s minutes are told at the field and change nothing', async (typed, words) => {
    const { user, onEdit } = open('paint-1');
    const field = screen.getByLabelText(/^Hands-on, minutes/);
    await user.clear(field);
    await user.type(field, typed);
    await user.tab();
    expect(screen.getByRole('alert')).toHaveTextContent(words);
    expect(onEdit).not.toHaveBeenCalled();
  });
  test('a wait in hours, with a comma too, is kept in minutes', async () => {
    const { user, onEdit } = open('paint-1');
    const field = screen.getByLabelText(/^Wait before/);
    await user.clear(field);
    await user.type(field, '1,5');
    await user.tab();
    expect(onEdit).toHaveBeenCalledWith({ op: 'wait', step: 'paint-1', minutes: 90 });
  });
  test('a wait of twenty minutes stands there as 0.33 hours, and stays twenty minutes when nothing is typed', async () => {
    const { user, onEdit } = open('paint-1', false, editedRoute(input, [{ op: 'wait', step: 'paint-1', minutes: 20 }]));
    const field = screen.getByLabelText(/^Wait before/);
    expect(field).toHaveValue('0.33');
    await user.click(field);
    await user.tab();
    expect(onEdit).not.toHaveBeenCalled();
  });
  test('what has begun can be read, not changed', () => {
    open('paint-1', true);
    expect(screen.getByText(/It has begun or is done/)).toBeInTheDocument();
    expect(screen.queryByLabelText('Product')).toBeNull();
  });
  test('a caution stands beside the step it belongs to', () => {
    const cautioned = route.steps.find((s) => s.caution !== null)!;
    open(cautioned.key);
    expect(screen.getByText(cautioned.caution!)).toBeInTheDocument();
  });
  test('it is left out only with a reason', async () => {
    const { user, onEdit, onStruck } = open('paint-2');
    const strike = screen.getByRole('button', { name: 'Leave it out' });
    await user.click(strike);
    expect(await screen.findByText('Say why it is left out.')).toBeInTheDocument();
    expect(onEdit).not.toHaveBeenCalled();
    await user.type(screen.getByLabelText(/^Leave it out, because/), 'one coat hides here');
    await user.click(strike);
    expect(onEdit).toHaveBeenCalledWith({ op: 'strike', step: 'paint-2', why: 'one coat hides here' });
    expect(onStruck).toHaveBeenCalled();
  });
});
