import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import { array, number, object, string } from 'yup';
import { Button, Field, Input, Select } from './parts.tsx';
import { readNumber } from './readNumber.ts';
import { useTypedForm } from './useTypedForm.ts';

afterEach(cleanup);

const schema = object({
  commandId: string().uuid().required(),
  litres: number().min(0, 'Not below 0.').required(),
  finish: string().oneOf(['dull', 'bright']).required(),
  range: object({ low: number().required(), high: number().required() }).test(
    'order',
    'The high one is lower than the low one.',
    (r) => r.high >= r.low,
  ),
  cans: array(number().positive().required()).required(),
});

function Form({ onSend, cans = [1] }: { readonly onSend: (body: object) => void; readonly cans?: readonly number[] }) {
  const { register, choice, fault, submit } = useTypedForm({
    typed: { litres: '1', finish: 'bright', low: '2', high: '3', cans },
    schema,
    read: (t) => ({
      litres: readNumber(t.litres),
      finish: t.finish,
      range: { low: readNumber(t.low), high: readNumber(t.high) },
      cans: t.cans,
    }),
    at: { 'range.low': 'low', 'range.high': 'high', range: 'high' },
    words: { low: 'A number.' },
  });
  return (
    <>
      <Field label="Litres" error={fault('litres')}>
        <Input {...register('litres')} />
      </Field>
      <Field label="Finish">
        <Select {...choice('finish')}>
          <option>dull</option>
          <option>bright</option>
        </Select>
      </Field>
      <Field label="Low" error={fault('low')}>
        <Input {...register('low')} />
      </Field>
      <Field label="High" error={fault('high')}>
        <Input {...register('high')} />
      </Field>
      <p>{fault('cans')}</p>
      <Button onClick={submit(onSend)}>Send</Button>
    </>
  );
}
const field = (label: string) => screen.getByLabelText((words) => words.startsWith(label));
async function type(label: string, text: string) {
  const user = userEvent.setup();
  await user.clear(field(label));
  if (text !== '') await user.type(field(label), text);
}
const send = () => userEvent.click(screen.getByRole('button', { name: 'Send' }));
function open(cans?: readonly number[]) {
  const onSend = vi.fn();
  render(<Form onSend={onSend} {...(cans ? { cans } : {})} />);
  return onSend;
}

test('what is typed is sent as it was read, a decimal comma as a point; a list opens on its own choice', async () => {
  const onSend = open();
  await type('Litres', '0,75');
  await send();
  expect(onSend).toHaveBeenCalledWith({ litres: 0.75, finish: 'bright', range: { low: 2, high: 3 }, cans: [1] });
});
test('a fault stands at the field it was typed in, in the schema’s words or the form’s, and nothing is sent', async () => {
  const onSend = open();
  await type('Litres', '-1');
  await type('Low', 'cold');
  await send();
  expect(await screen.findByText('Not below 0.')).toBeInTheDocument();
  expect(screen.getByText('A number.')).toBeInTheDocument();
  expect(onSend).not.toHaveBeenCalled();
});
test('a change in one field shows and takes away what it makes wrong in another', async () => {
  open();
  await type('Low', '9');
  expect(await screen.findByText('The high one is lower than the low one.')).toBeInTheDocument();
  await type('Low', '2');
  await vi.waitFor(() => expect(screen.queryByText(/lower than/)).toBeNull());
});
test('a fault inside a list is told at the list', async () => {
  const onSend = open([1, -1]);
  await send();
  expect(await screen.findByText(/cans\[1\] must be a positive number/)).toBeInTheDocument();
  expect(onSend).not.toHaveBeenCalled();
});
