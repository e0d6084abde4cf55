import { firstShop } from '@app/core';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { SWRConfig } from 'swr';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { CopiesSection } from './CopiesSection.tsx';
import { HelperSignIn } from './HelperSignIn.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const NOW = 29_551_280; // Mon 9 March 2026, 9:20 UTC and some hours
const DAY = 1440;
type Sent = { readonly method: string; readonly path: string; readonly body: unknown };

/** The server as these parts of the screen see it. */
function server(answers: Readonly<Record<string, unknown>>) {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', (path: string, { method, body }: { method: string; body?: string }) => {
    sent.push({ method, path, body: body === undefined ? null : JSON.parse(body) });
    const answer = answers[`${method} ${path}`];
    const isFault = typeof answer === 'object' && answer !== null && 'status' in answer;
    return Promise.resolve(Response.json(answer ?? { ok: true }, { status: isFault ? Number(answer.status) : 200 }));
  });
  return sent;
}
const shown = (part: React.ReactNode, role: 'owner' | 'helper' = 'owner') =>
  inShop(<SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>{part}</SWRConfig>, {
    view: {
      shop: firstShop('UTC', 'Rona'),
      me: { name: 'Rona', role, personId: 'owner' },
      workshop: { id: 'w', name: 'Shed', units: 'metric', version: 1 },
    } as never,
  });

describe('copies of everything', () => {
  const copies = (made: readonly number[]) => server({ 'GET /api/copies': { now: NOW, made } });
  test('say when the last was made, how many there are, and where', async () => {
    copies([NOW - 3 * DAY, NOW - 2 * DAY, NOW - DAY - 5, NOW - 30]);
    shown(<CopiesSection />);
    expect(await screen.findByText(/^Last copy today .*; 4 kept, one a day\.$/)).toBeInTheDocument();
    expect(screen.getByText(/\.mokume\/copies/)).toBeInTheDocument();
    expect(screen.getByRole('img', { name: '4 copies of the last 14 days' })).toBeInTheDocument();
  });
  test('none yet is said as such, not as a fault of somebody', async () => {
    copies([]);
    shown(<CopiesSection />);
    expect(await screen.findByText(/No copy yet\. The first is made a few minutes after/)).toBeInTheDocument();
  });
  test.each([
    [2 * DAY, false],
    [2 * DAY + 1, true],
  ])('the last of %d minutes ago is late: %s', async (ago, isLate) => {
    copies([NOW - ago]);
    shown(<CopiesSection />);
    const words = await screen.findByText(/^Last copy/);
    expect(/None since: Mokume was not running, or the disk is full\./.test(words.textContent ?? '')).toBe(isLate);
  });
  test('that cannot be asked for say so', async () => {
    server({ 'GET /api/copies': { status: 503, title: 'A moment: away.', code: 'AWAY', type: 'x' } });
    shown(<CopiesSection />);
    expect(await screen.findByRole('alert')).toHaveTextContent('A moment: away.');
  });
});

describe('a helper’s sign-in', () => {
  const teo = { ...firstShop('UTC', 'Teo').people[0]!, id: 'teo', name: 'Teo' };
  const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
  test('is offered where there is none, and sent with the person it is for', async () => {
    const sent = server({ 'GET /api/helpers': [], 'POST /api/helpers': { ok: true } });
    shown(<HelperSignIn person={teo} />);
    fireEvent.click(await screen.findByRole('button', { name: 'Give a sign-in…' }));
    fireEvent.change(screen.getByLabelText('Sign-in name'), { target: { value: 'teo' } });
    fireEvent.change(screen.getByLabelText(/First password/), { target: { value: 'short' } });
    press('Make sign-in');
    expect(await screen.findByText('Use at least 10 characters.')).toBeInTheDocument();
    expect(sent.filter((s) => s.method === 'POST')).toEqual([]);
    fireEvent.change(screen.getByLabelText(/First password/), { target: { value: 'long-enough-1' } });
    press('Make sign-in');
    await vi.waitFor(() => expect(sent.some((s) => s.method === 'POST')).toBe(true));
    const body = sent.find((s) => s.method === 'POST')!.body;
    expect(body).toMatchObject({ signIn: 'teo', password: 'long-enough-1', personId: 'teo' });
  });
  test('a name that is taken is said at the field, and what was typed stays', async () => {
    const taken = {
      status: 409,
      code: 'NAME_TAKEN',
      type: 'x',
      title: 'Taken.',
      fields: { signIn: 'This sign-in name is taken.' },
    };
    server({ 'GET /api/helpers': [], 'POST /api/helpers': taken });
    shown(<HelperSignIn person={teo} />);
    fireEvent.click(await screen.findByRole('button', { name: 'Give a sign-in…' }));
    fireEvent.change(screen.getByLabelText('Sign-in name'), { target: { value: 'rona' } });
    fireEvent.change(screen.getByLabelText(/First password/), { target: { value: 'long-enough-1' } });
    press('Make sign-in');
    expect(await screen.findByText('This sign-in name is taken.')).toBeInTheDocument();
    expect(screen.getByLabelText(/^Sign-in name/)).toHaveValue('rona');
  });
  test('that is there is named, and taken away only when that is meant', async () => {
    const sent = server({ 'GET /api/helpers': [{ personId: 'teo', signIn: 'teo-signs' }] });
    shown(<HelperSignIn person={teo} />);
    expect(await screen.findByText('teo-signs')).toBeInTheDocument();
    press('Take the sign-in away…');
    expect(screen.getByText(/What they have open ends at once/)).toBeInTheDocument();
    press('Leave it');
    expect(sent.filter((s) => s.method === 'DELETE')).toEqual([]);
    press('Take the sign-in away…');
    press('Take it away');
    await vi.waitFor(() => expect(sent.some((s) => s.method === 'DELETE' && s.path === '/api/helpers/teo')).toBe(true));
  });
  test('is nothing a helper is shown or may ask for', async () => {
    const sent = server({});
    shown(<HelperSignIn person={teo} />, 'helper');
    await new Promise((done) => setTimeout(done, 20));
    expect(screen.queryByRole('button')).toBeNull();
    expect(sent).toEqual([]);
  });
});
