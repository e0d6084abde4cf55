import { firstShop, type Shop } from '@app/core';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { FRESH_PERSON, PersonEditor } from './PersonEditor.tsx';
import { PlaceEditor } from './PlaceEditor.tsx';
import { PlaceLog } from './PlaceLog.tsx';
import { SprayerEditor } from './SprayerEditor.tsx';
import { StationEditor } from './StationEditor.tsx';
import { WorkshopEditor } from './WorkshopEditor.tsx';

// Who can sign in is asked for by itself: nobody yet.
beforeEach(() => vi.stubGlobal('fetch', () => Promise.resolve(Response.json([]))));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const plain = firstShop('Europe/Berlin', 'Rona');
const sprayer = { id: 'sprayer', name: 'Sprayer', capacity: 1, cleanout_minutes: 20 };
const VERSIONS = { 'people/owner': 3, 'stations/bench': 5, 'places/garage': 7, 'tools/sprayer': 2 };
const open = (section: React.ReactNode, more: Partial<Shop> = {}, units: 'metric' | 'us' = 'metric') =>
  inShop(section, {
    units,
    view: {
      shop: { ...plain, ...more },
      versions: VERSIONS,
      workshop: { id: 'w', name: 'Shed', units, version: 4 },
      me: { name: 'Rona', role: 'owner', personId: 'owner' },
    } as never,
  });
const field = (label: string, n = 0) => screen.getAllByLabelText((words) => words.startsWith(label))[n]!;
const type = (label: string, value: string, n = 0) => fireEvent.change(field(label, n), { target: { value } });
const press = (name: string | RegExp, n = 0) => fireEvent.click(screen.getAllByRole('button', { name })[n]!);
const sent = (command: ReturnType<typeof open>['command']) => command.mock.calls[0];
const told = async (words: string | RegExp) => expect(await screen.findByText(words)).toBeInTheDocument();
/** What is refused is refused after everything has been looked at. */
const settled = () => new Promise((done) => setTimeout(done, 50));

describe('a person', () => {
  test('is saved with hours as they are typed, days off, and the version that was read', async () => {
    const { command } = open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />);
    type('Mon', '8-12, 13-16:30');
    type('Tue', 'off');
    press(/^Save Rona/);
    await settled();
    expect(sent(command)?.slice(0, 2)).toEqual(['PUT', '/shop/people/owner']);
    const body = sent(command)![2] as { version: number; hours: { weekly: object[][] } };
    expect(body.version).toBe(3);
    expect(body.hours.weekly[0]).toEqual([
      { from: 480, until: 720 },
      { from: 780, until: 990 },
    ]);
    expect(body.hours.weekly[1]).toEqual([]);
  });
  test('in a shop whose clock has two halves hours are said and read so: 9–12, 1–5 is a working day', async () => {
    const { command } = open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />, {}, 'us');
    const [before] = plain.people[0]!.hours.weekly;
    type('Mon', '9-12, 1-5');
    type('Tue', 'mornings');
    await told('Like 9–12:30, 1–5');
    const ofMonday = screen.getByRole('img', { name: /The week of/ }).querySelectorAll('svg')[0]!;
    expect([...ofMonday.querySelectorAll('rect')].map((r) => r.getAttribute('x'))).toEqual(['540', '780']);
    type('Tue', (field('Wed') as HTMLInputElement).value);
    press(/^Save Rona/);
    await settled();
    const { hours } = sent(command)![2] as { hours: { weekly: object[][] } };
    expect(hours.weekly.slice(0, 2)).toEqual([
      [
        { from: 540, until: 720 },
        { from: 780, until: 1020 },
      ],
      before,
    ]);
  });
  test.each(['noon to four', '9-25', '9-12, 11-14'])('hours like “%s” are told at once and not sent', async (typed) => {
    const { command } = open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />);
    type('Wed', typed);
    await told('Like 9–12:30, 13–17');
    press(/^Save Rona/);
    await settled();
    expect(command).not.toHaveBeenCalled();
  });
  test('somebody new is nobody before they have a name', async () => {
    const onDone = vi.fn();
    const { command } = open(<PersonEditor person={FRESH_PERSON} onDone={onDone} />);
    press('Add them');
    await settled();
    expect(command).not.toHaveBeenCalled();
    expect(field('Name').closest('label')!.querySelector('[role=alert]')).not.toBeNull();
    command.mockResolvedValue({ kind: 'done' });
    type('Name', 'Bo');
    press('Add them');
    await settled();
    expect(sent(command)).toEqual(['POST', '/shop/people', expect.objectContaining({ name: 'Bo' })]);
    expect(onDone).toHaveBeenCalledOnce();
  });
  test('a day off is added once, however often it is entered', async () => {
    const { command } = open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />);
    for (const _ of [1, 2]) {
      type('Day off', '2026-03-04');
      press('Add');
      await screen.findByRole('button', { name: /2026-03-04 off/ });
      await settled();
    }
    press(/^Save Rona/);
    await settled();
    expect((sent(command)![2] as { hours: object }).hours).toMatchObject({
      exceptions: [{ date: '2026-03-04', shifts: [] }],
    });
  });
  test('no day chosen is no day off', async () => {
    open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />);
    press('Add');
    await told('Choose a day.');
  });
  test('a block needs a name and a stretch of time; then it is part of the person', async () => {
    const { command } = open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />);
    press('Add block');
    await told('Give the block a name.');
    await told('One stretch, like 14:00–15:30.');
    type('Block:', 'Market');
    type('When', '5');
    type('From–to', '7-9, 11-13');
    press('Add block');
    await settled();
    expect(screen.queryByRole('button', { name: /Market/ })).toBeNull();
    type('From–to', '7-13');
    press('Add block');
    await screen.findByRole('button', { name: /Market, every Sat/ });
    await settled();
    // The fields are empty for the next one, and nothing is wrong with them yet.
    expect(field('Block:')).toHaveValue('');
    expect(screen.queryByText('Give the block a name.')).toBeNull();
    expect(screen.queryByText(/^One stretch/)).toBeNull();
    type('From–to', '14');
    await told('One stretch, like 14:00–15:30.');
    await told('Give the block a name.');
    press(/^Save Rona/);
    await settled();
    expect((sent(command)![2] as { hours: object }).hours).toMatchObject({
      blocks: [{ title: 'Market', on: { weekday: 5 }, from: 420, until: 780 }],
    });
  });
  test('a first password of nine characters is refused at its field, before anything is sent', async () => {
    const { command } = open(<PersonEditor person={plain.people[0]!} onDone={() => {}} />);
    press('Give a sign-in…');
    type('Sign-in name', 'rona2');
    type('First password', 'ninechars');
    press('Make sign-in');
    await told('Use at least 10 characters.');
    expect(command).not.toHaveBeenCalled();
  });
});

describe('a place to work', () => {
  test('is saved with its room and hours; empty hours are any time', async () => {
    const { command } = open(<StationEditor station={plain.stations[0]!} onDone={() => {}} />);
    type('Room for', '3');
    type('Work there only', '9-16');
    press('Save');
    await settled();
    expect(sent(command)?.[1]).toBe('/shop/stations/bench');
    expect(sent(command)![2]).toMatchObject({ version: 5, capacity: 3, name: 'Bench', kind: 'bench' });
    expect((sent(command)![2] as { hours: { weekly: object[] } }).hours.weekly).toHaveLength(7);
  });
  test.each([
    ['Room for', '0', 'A number, 1 or more.'],
    ['Room for', 'two', 'A number, 1 or more.'],
    ['Room for', '1.5', 'A number, 1 or more.'],
    ['Work there only', 'mornings', 'Like 9–12:30, 13–17.'],
    ['Name', ' ', 'Give the place a name.'],
  ])('%s of “%s” is told at its field and not sent', async (label, typed, words) => {
    const { command } = open(<StationEditor station={plain.stations[0]!} onDone={() => {}} />);
    type(label, typed);
    await told(words);
    press('Save');
    await settled();
    expect(command).not.toHaveBeenCalled();
  });
  test('what is beside it, daylight and weather are one tap each', async () => {
    const { command } = open(<StationEditor station={plain.stations[0]!} onDone={() => {}} />);
    fireEvent.click(screen.getAllByText('Light, weather and what is beside it')[0]!);
    press('Only by daylight');
    press(/^Not in cold/);
    press('Drying rack');
    press('Save');
    await settled();
    expect(sent(command)![2]).toMatchObject({ daylight: true, beside: ['rack'], guard: { minTemperature_c: 10 } });
  });
  test.each([
    ['240', true],
    ['241', false],
    ['', false],
    ['-1', false],
  ])('a clean-out of “%s” minutes: kept %s', async (typed, isKept) => {
    const { command } = open(<SprayerEditor />, { tools: [sprayer] });
    type('Clean-out', typed);
    await settled();
    press('Keep');
    await settled();
    expect(command.mock.calls.length === 1).toBe(isKept);
    if (!isKept) await told('Enter 0 to 240.');
    else expect(sent(command)![2]).toMatchObject({ version: 2, cleanout_minutes: 240 });
  });
});

describe('the air of a place', () => {
  test('is typed in the shop’s units and sent in °C', async () => {
    const { command } = open(<PlaceEditor place={plain.places[0]!} onDone={() => {}} />, {}, 'us');
    type('Warmest °F', '77');
    type('Coldest °F', '50');
    press('Save air');
    await settled();
    expect((sent(command)![2] as { typical: object }).typical).toMatchObject({ high_c: 25, low_c: 10 });
    expect(sent(command)![2]).toMatchObject({ version: 7, air_mps: 0.1 });
  });
  test.each([
    ['Coldest °C', '25', 'A number, not below the coldest.'],
    ['Coldest °C', 'cold', 'A number.'],
    ['Humidity day %', '101', '1 to 100.'],
    ['night %', '0', '1 to 100.'],
  ])('%s of “%s” is told at its field', async (label, typed, words) => {
    const { command } = open(<PlaceEditor place={plain.places[0]!} onDone={() => {}} />);
    type(label, typed);
    await told(words);
    press('Save air');
    await settled();
    expect(command).not.toHaveBeenCalled();
  });
});

describe('a logger’s file', () => {
  // The 3rd of October where days come first, the 10th of March where months do.
  const FILE = 'Shed logger\nDate,Time,Temp °C,RH %\n3/10/2026,14:00,18,50\n\n3/10/2026,15:00,19,wet\n';
  const at = (moment: string) => Date.parse(moment) / 60_000;
  const known = { from: at('2026-03-10T12:00Z'), temperature_c: [10, 11, 12], humidity_pct: [70, 71, 72] };
  const give = async (units: 'metric' | 'us', series: typeof known | null) => {
    const shown = open(<PlaceLog place={{ ...plain.places[0]!, series }} />, {}, units);
    fireEvent.change(screen.getByLabelText(/From a logger/), { target: { files: [new File([FILE], 'shed.csv')] } });
    await told('Line 5: "wet" is no humidity from 1 to 100 %.');
    return shown;
  };
  test.each([
    ['metric', '2026-10-03T12:00Z', 'Dates like 3/10 are read day first: 3 October.'],
    ['us', '2026-03-10T13:00Z', 'Dates like 3/10 are read month first: March 10.'],
  ] as const)('in %s units its one date is %s', async (units, from, words) => {
    const { command } = await give(units, null);
    await told(words);
    press('Use this hour');
    await settled();
    expect(sent(command)!.slice(0, 2)).toEqual(['PUT', '/shop/places/garage/series']);
    expect(sent(command)![2]).toMatchObject({ version: 7, series: { from: at(from), temperature_c: [18] } });
  });
  test('is added to the hours the place has, or takes their place', async () => {
    const { command } = await give('us', known);
    press('Add this hour');
    await settled();
    expect(sent(command)![2]).toMatchObject({
      series: { ...known, temperature_c: [10, 18, 12], humidity_pct: [70, 50, 72] },
    });
    cleanup();
    const again = await give('us', known);
    press('Use only this hour');
    await settled();
    expect(sent(again.command)![2]).toMatchObject({ series: { temperature_c: [18] } });
  });
});

describe('the workshop', () => {
  test('takes a position, a floor and hours of noise, or none of them', async () => {
    const { command } = open(<WorkshopEditor />);
    press('Save');
    await settled();
    const none = { latitude_deg: null, longitude_deg: null, floor_units: null, noise: null };
    expect(sent(command)![2]).toMatchObject({ version: 4, ...none });
    type('Latitude', '-36,8');
    type('Longitude', '174.7');
    type('Floor', '12');
    type('Noise allowed', '8-19');
    press('Save');
    await settled();
    expect(command.mock.calls[1]![2]).toMatchObject({
      latitude_deg: -36.8,
      longitude_deg: 174.7,
      floor_units: 12,
      noise: { from: 480, until: 1140 },
    });
  });
  test('half a position is told at the half that is missing', async () => {
    const { command } = open(<WorkshopEditor />);
    type('Latitude', '52');
    const label = field('Longitude').closest('label')!;
    await within(label).findByText(/Both, or neither/);
    press('Save');
    await settled();
    expect(command).not.toHaveBeenCalled();
  });
  test.each([
    ['Latitude', '91', /Both, or neither: −90/],
    ['Floor', '0', 'A whole number, 1 or more.'],
    ['Noise allowed', '8-12, 13-19', 'One stretch, like 8:00–19:00.'],
  ])('%s of “%s” is told at its field', async (label, typed, words) => {
    open(<WorkshopEditor />);
    type(label, typed);
    await told(words);
  });
});
