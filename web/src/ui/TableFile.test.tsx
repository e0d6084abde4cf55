import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { TableFile } from './TableFile.tsx';

afterEach(cleanup);

const TEXT = 'time;temp\n\n14:00;18,5\n';
function shown(mostBytes: number) {
  const [onRows, onOpen] = [vi.fn(), vi.fn()];
  render(<TableFile label="Readings" mostBytes={mostBytes} onRows={onRows} onOpen={onOpen} />);
  const input = screen.getByLabelText<HTMLInputElement>('Readings');
  const give = (files: readonly File[]) => fireEvent.change(input, { target: { files } });
  return { input, give, onRows, onOpen };
}
const file = () => new File([TEXT], 'shed.csv', { type: 'text/csv' });

test('a table is read with its empty lines, whatever stands between its cells', async () => {
  const { give, onRows, onOpen } = shown(TEXT.length);
  give([file()]);
  await waitFor(() => expect(onRows).toHaveBeenCalledWith([['time', 'temp'], [''], ['14:00', '18,5'], ['']]));
  expect(onOpen).toHaveBeenCalledTimes(1);
});

test.each([
  ['semicolons and decimal commas below words', 'Logger\n\ntime;temp\n14:00;18,5\n15:00;19,5\n', ['14:00', '18,5']],
  ['tabs', 'time\ttemp\n14:00\t18,5\n', ['14:00', '18,5']],
  ['commas and a semicolon in a name', 'name,touch\n"Red; dull",1\n', ['Red; dull', '1']],
  ['inches in a name', 'name;touch\nTape 2";1,5\nTape 3";2,5\n', ['Tape 2"', '1,5']],
  ['one column', 'time\n14:00\n', ['14:00']],
])('%s', async (_, text, row) => {
  const { give, onRows } = shown(1000);
  give([new File([text], 'a.csv')]);
  await waitFor(() => expect(onRows).toHaveBeenCalledWith(expect.arrayContaining([row])));
});

test('a file a byte too large is not read, and none at all is no table', async () => {
  const { give, onRows, onOpen } = shown(TEXT.length - 1);
  give([file()]);
  await waitFor(() => expect(onRows).toHaveBeenCalledWith(null));
  give([]);
  await waitFor(() => expect(onOpen).toHaveBeenCalledTimes(2));
  expect(onRows).toHaveBeenCalledTimes(1);
});

test('the same file may be chosen again once it has been mended', () => {
  const { input } = shown(TEXT.length);
  // A browser says nothing of a file that is chosen already, so it is let go of first.
  const letGo = vi.spyOn(input, 'value', 'set');
  fireEvent.click(input);
  expect(letGo).toHaveBeenCalledExactlyOnceWith('');
});
