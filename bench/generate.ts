// Instances of the neutral format in the style of the small and the knot ones, by number: nobody tunes on those it is judged by.
//   node --import tsx bench/generate.ts small|knot FIRST COUNT DIR
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { NeutralInstance, NeutralPiece, NeutralStep } from '@app/core';
import { compile } from '../core/src/neutral/compile.ts';
import { headsAndTailsOf } from '../core/src/planner/engine/bounds/headsAndTails.ts';
import { randomFrom } from '../core/src/planner/engine/search/random.ts';

export type Size = 'small' | 'knot';
type Draft = { -readonly [K in keyof NeutralStep]: NeutralStep[K] };
/** Draws from one stream. */
class Dice {
  readonly #r: () => number;
  constructor(seed: number) {
    this.#r = randomFrom(seed);
  }
  chance(share: number): boolean {
    return this.#r() < share;
  }
  /** A multiple of `grid` from one bound to the other, both included. */
  between(low: number, high: number, grid = 5): number {
    return low + grid * Math.floor(this.#r() * ((high - low) / grid + 1));
  }
  one<T>(of: readonly T[]): T {
    return of[Math.floor(this.#r() * of.length)]!;
  }
}

const DAY = 1440;
const HORIZON_DAYS = 42;
const SIZES = {
  knot: { pieces: 4, steps: 9, bench: 2, places: 1, sanders: 1, floor: [8, 9], staff: 2 },
  small: { pieces: 8, steps: 21, bench: 5, places: 2, sanders: 2, floor: [14, 16], staff: 3 },
} as const;
const ALL_SKILLS = ['prep', 'brush', 'spray', 'finish', 'fit'];
const COLOURS = ['white', 'navy', 'sage', 'blush'];

/** @param number which of them; the same number gives the same instance */
export function generate(size: Size, number: number): NeutralInstance {
  const dice = new Dice(number * 7919 + (size === 'knot' ? 1 : 0));
  const of = SIZES[size];
  const workdays = (from: number, first: readonly [number, number], second: readonly [number, number]) => {
    const off = dice.between(0, HORIZON_DAYS - 1, 1);
    return Array.from({ length: HORIZON_DAYS }, (_, d) => d)
      .filter((d) => (d + from) % 7 < 5 && d !== off && d >= from)
      .flatMap((d) => [first, second].map(([a, b]): [number, number] => [d * DAY + a, d * DAY + b]));
  };
  const days = Array.from({ length: HORIZON_DAYS }, (_, d) => d);
  const calendars: NeutralInstance['calendars'] = {
    daylight: days.map((d) => [d * DAY + 510, d * DAY + 990]),
    outdoor: days.filter(() => dice.chance(0.85)).map((d) => [d * DAY + 600, d * DAY + 960]),
    W1: workdays(0, [540, 750], [780, 1020]),
    W2: workdays(1, [480, 720], [750, 990]),
    W3: workdays(0, [600, 780], [840, 1080]),
  };
  const lacks = dice.one(['spray', 'brush', 'finish']);
  const draft: NeutralInstance = {
    format: 'workshop/1',
    name: `${size}-${number}`,
    grid: 5,
    horizon: HORIZON_DAYS * DAY,
    calendars,
    staff: Array.from({ length: of.staff }, (_, n) => ({
      id: `W${n + 1}`,
      skills: n < 2 ? ALL_SKILLS : ALL_SKILLS.filter((s) => s !== 'spray' && s !== lacks),
      calendar: `W${n + 1}`,
    })),
    stations: [
      { id: 'bench', capacity: of.bench, calendar: null },
      { id: 'spray', capacity: of.places, calendar: 'daylight' },
      { id: 'sanding', capacity: of.places, calendar: null },
      { id: 'outdoors', capacity: of.places, calendar: 'outdoor' },
    ],
    tools: [
      { id: 'sprayer', capacity: 1, calendar: null, cleanout: 20 },
      { id: 'sander', capacity: of.sanders, calendar: null, cleanout: 0 },
    ],
    floor: { capacity: dice.one(of.floor) },
    pieces: Array.from({ length: of.pieces }, (_, k) => piece(dice, size, k + 1)),
  };
  return { ...draft, pieces: dated(dice, draft) };
}

/** Dates that press: a little more than each piece would take alone in the shop, at an hour of collection. */
function dated(dice: Dice, draft: NeutralInstance): NeutralPiece[] {
  const { done } = headsAndTailsOf(compile(draft).model);
  return draft.pieces.map((p, k) => {
    if (!p.holdUntilDue) return { ...p, due: 19 * DAY + 480 };
    const alone = done[k]! * 5 - p.release;
    const day = Math.ceil((p.release + alone * (0.9 + dice.between(0, 50, 1) / 100)) / DAY);
    return { ...p, due: Math.min(day, HORIZON_DAYS - 3) * DAY + dice.one([600, 720, 1020]) };
  });
}

function piece(dice: Dice, size: Size, number: number): NeutralPiece {
  const id = `P${String(number).padStart(3, '0')}`;
  const steps: Draft[] = [];
  const add = (zone: string, skill: string, duration: number, more: Partial<Draft> = {}): Draft => {
    const step: Draft = {
      id: `${id}.${String(steps.length + 1).padStart(2, '0')}`,
      zone,
      skill,
      staff: 1,
      duration,
      split: false,
      station: 'bench',
      units: 1,
      tool: null,
      group: null,
      hold: 0,
      cure: 0,
      after: [],
      ...more,
    };
    steps.push(step);
    return step;
  };
  const after = (s: Draft, min: number, max: number | null = null) => ({ after: [{ step: s.id, min, max }] });
  const prepared = (zone: string): Draft => {
    const station = dice.chance(0.25) ? 'outdoors' : 'bench';
    const first = add(zone, 'prep', dice.between(20, 90), { split: true, station });
    const sanded = { split: true, station: 'sanding', tool: 'sander', ...after(first, dice.between(10, 235)) };
    return add(zone, 'prep', dice.between(35, 180), sanded);
  };
  const zones = size === 'knot' ? ['body', 'top'].slice(0, dice.chance(0.6) ? 2 : 1) : ['body', 'top', 'drawers'];
  const bare = zones.map((zone) => [zone, prepared(zone)] as const);
  const isFitted = size === 'small' && dice.chance(0.7);
  const ends: [Draft, number][] = [];
  if (isFitted) ends.push([add('hardware', 'fit', dice.between(15, 30)), 900]);
  const room = () => SIZES[size].steps - 2 - steps.length;
  for (const [zone, sanded] of bare) {
    const coats = Math.max(1, Math.min(4, Math.floor(room() / zones.length)));
    ends.push(finished(dice, zone, sanded, coats, add, after));
  }
  const last = add('body', 'fit', dice.between(20, 60), {
    staff: dice.chance(0.35) ? 2 : 1,
    after: ends.map(([s, min]) => ({ step: s.id, min, max: null })),
  });
  if (size === 'small') add('body', 'fit', dice.between(15, 20), after(last, 5));
  const isClients = dice.chance(0.85);
  return {
    id,
    release: dice.one(size === 'knot' ? [540, 1980] : [540, 1980, 3420, 4860, 4860]),
    due: 0,
    weight: isClients ? dice.between(2, 5, 1) : 1,
    floor: dice.between(1, 3, 1),
    holdUntilDue: isClients,
    steps,
  };
}

type Add = (zone: string, skill: string, duration: number, more?: Partial<Draft>) => Draft;
type After = (s: Draft, min: number, max?: number | null) => Pick<Draft, 'after'>;

/** The coats of a zone, of one kind: brushed, sprayed, or a finish tied within minutes to what lies under it. */
function finished(dice: Dice, zone: string, from: Draft, coats: number, add: Add, after: After): [Draft, number] {
  const soon = dice.between(10, 30);
  const cure = () => dice.between(720, 4200, 60);
  let last = from;
  let min = soon;
  let max: number | null = null;
  const kind = dice.one(['brush', 'spray', 'oil', 'wax']);
  const colour = dice.one(COLOURS);
  for (let n = 0; n < coats; n++) {
    if (kind === 'brush') {
      last = add(zone, 'brush', dice.between(20, 90), {
        hold: dice.between(150, 240),
        cure: cure(),
        ...after(last, min, max),
      });
      min = dice.between(270, 900);
      max = dice.chance(0.25) ? dice.between(1620, 3660, 60) : null;
    } else if (kind === 'spray') {
      const group = n === 0 ? dice.one(['prim-grey', 'prim-white']) : colour;
      const sprayed = { station: 'spray', tool: 'sprayer', group, hold: dice.between(80, 225), cure: cure() };
      last = add(zone, 'spray', dice.between(10, 40), { ...sprayed, ...after(last, min, max) });
      min = dice.between(230, 360);
      max = dice.chance(0.4) ? dice.between(1440, 2820, 60) : null;
      if (n + 1 < coats && dice.chance(0.4)) {
        const sanded = { split: true, station: 'sanding', tool: 'sander', ...after(last, min, max) };
        last = add(zone, 'prep', dice.between(10, 30), sanded);
        [min, max] = [dice.between(10, 30), null];
        n++;
      }
    } else {
      const under =
        kind === 'oil'
          ? add(zone, 'finish', dice.between(15, 40), { hold: 15, ...after(last, min) })
          : add(zone, 'brush', dice.between(20, 55), { hold: dice.between(15, 40), ...after(last, min) });
      const within = kind === 'oil' ? after(under, 15, dice.between(45, 60)) : after(under, 35, dice.between(105, 115));
      last = add(zone, 'finish', dice.between(10, 60), { hold: dice.between(155, 660), cure: cure(), ...within });
      min = dice.between(840, 1440, 60);
      max = null;
      n++;
    }
  }
  return [last, Math.max(min, 780)];
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const [size, first, count, dir] = process.argv.slice(2);
  if ((size !== 'small' && size !== 'knot') || !dir) throw new Error('generate.ts small|knot FIRST COUNT DIR');
  mkdirSync(dir, { recursive: true });
  for (let n = Number(first); n < Number(first) + Number(count); n++)
    writeFileSync(join(dir, `${size}-${n}.json`), `${JSON.stringify(generate(size, n))}\n`);
}
