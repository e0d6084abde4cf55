// Instances of the neutral format in the style of the small, the knot, the medium and the large ones, by number: nobody tunes on those it is judged by.
//   node --import tsx bench/generate.ts small|knot|medium|large FIRST COUNT DIR
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { NeutralInstance, NeutralPiece, NeutralStep } from '@app/core';
import { compile } from '../core/src/neutral/compile.ts';
import { headsAndTailsOf } from '../core/src/planner/engine/bounds/headsAndTails.ts';
import { randomFrom } from '../core/src/planner/engine/search/random.ts';

export type Size = 'small' | 'knot' | 'medium' | 'large';
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
const FIRST_DAYS = [540, 540 + DAY, 540 + 2 * DAY, 540 + 3 * DAY];
const FOUR_COLOURS = ['white', 'navy', 'sage', 'blush'];
type Kind = 'brush' | 'spray' | 'oil' | 'wax';
const KINDS: readonly Kind[] = ['brush', 'spray', 'oil', 'wax'];
type Sizes = {
  readonly pieces: number;
  /** Of a piece at most, about. */
  readonly steps: number;
  readonly coats: number;
  readonly kinds: readonly Kind[];
  readonly bench: number;
  readonly spray: number;
  readonly sanding: number;
  readonly outdoors: number;
  readonly sanders: number;
  readonly sprayers: number;
  readonly floor: readonly number[];
  readonly staff: number;
  /** The first of the staff can do everything. */
  readonly allRound: number;
  readonly days: number;
  readonly colours: readonly string[];
  readonly releases: readonly number[];
  /** Days by which what is for stock is due. */
  readonly stockDays: readonly number[];
  /** Share of the time a client's piece takes alone that its date may lie beyond nine tenths of it. */
  readonly leeway: number;
};
/** What the knot and the small ones have in common. */
const FEW = {
  coats: 4,
  kinds: KINDS,
  sprayers: 1,
  allRound: 2,
  days: 42,
  colours: FOUR_COLOURS,
  stockDays: [19],
  leeway: 0.5,
};
/** And the medium and the large ones. */
const MANY = {
  coats: 9,
  kinds: [...KINDS, 'spray'] as const,
  days: 84,
  colours: [...FOUR_COLOURS, 'grey'],
  leeway: 1.5,
};
const SIZES: Readonly<Record<Size, Sizes>> = {
  knot: {
    ...FEW,
    pieces: 4,
    steps: 9,
    bench: 2,
    spray: 1,
    sanding: 1,
    outdoors: 1,
    sanders: 1,
    floor: [8, 9],
    staff: 2,
    releases: FIRST_DAYS.slice(0, 2),
  },
  small: {
    ...FEW,
    pieces: 8,
    steps: 21,
    bench: 5,
    spray: 2,
    sanding: 2,
    outdoors: 2,
    sanders: 2,
    floor: [14, 16],
    staff: 3,
    releases: [...FIRST_DAYS, FIRST_DAYS[3]!],
  },
  medium: {
    ...MANY,
    pieces: 40,
    steps: 41,
    bench: 10,
    spray: 3,
    sanding: 3,
    outdoors: 3,
    sanders: 3,
    sprayers: 1,
    floor: [58, 63],
    staff: 6,
    allRound: 2,
    releases: Array.from({ length: 29 }, (_, d) => 540 + d * DAY),
    stockDays: [19, 33, 47, 75],
  },
  large: {
    ...MANY,
    pieces: 150,
    steps: 46,
    bench: 28,
    spray: 8,
    sanding: 9,
    outdoors: 7,
    sanders: 6,
    sprayers: 3,
    floor: [170, 178],
    staff: 17,
    allRound: 4,
    releases: Array.from({ length: 40 }, (_, d) => 540 + d * DAY),
    stockDays: [33, 47, 61, 75],
  },
};
/** Morning and afternoon of whoever works like that, and the day they begin. */
const SHIFTS = [
  [0, [540, 750], [780, 1020]],
  [1, [480, 720], [750, 990]],
  [0, [600, 780], [840, 1080]],
] as const;
/** What is for stock is due at least so many days after it came. */
const LEAST_STOCK_DAYS = 10;
const SPRAYERS = ['sprayer', 'sprayer2', 'sprayer3'];
const ALL_SKILLS = ['prep', 'brush', 'spray', 'finish', 'fit'];

/** @param number which of them; the same number gives the same instance */
export function generate(size: Size, number: number): NeutralInstance {
  const dice = new Dice(number * 7919 + { small: 0, knot: 1, large: 2, medium: 3 }[size]);
  const of = SIZES[size];
  const staffCalendars = Math.max(SHIFTS.length, of.staff);
  const days = Array.from({ length: of.days }, (_, d) => d);
  const calendars: NeutralInstance['calendars'] = {
    daylight: days.map((d) => [d * DAY + 510, d * DAY + 990]),
    outdoor: days.filter(() => dice.chance(0.85)).map((d) => [d * DAY + 600, d * DAY + 960]),
    ...Object.fromEntries(
      Array.from({ length: staffCalendars }, (_, n) => [`W${n + 1}`, workdays(dice, days, SHIFTS[n % SHIFTS.length]!)]),
    ),
  };
  const lacks = dice.one(['spray', 'brush', 'finish']);
  const skillsOf = (n: number) => {
    if (n < of.allRound) return ALL_SKILLS;
    if (size === 'small' || size === 'knot') return ALL_SKILLS.filter((s) => s !== 'spray' && s !== lacks);
    const some = ALL_SKILLS.filter(() => dice.chance(0.5));
    return some.length > 0 ? some : [dice.one(ALL_SKILLS)];
  };
  const draft: NeutralInstance = {
    format: 'workshop/1',
    name: `${size}-${number}`,
    grid: 5,
    horizon: of.days * DAY,
    calendars,
    staff: Array.from({ length: of.staff }, (_, n) => ({
      id: `W${n + 1}`,
      skills: skillsOf(n),
      calendar: `W${n + 1}`,
    })),
    stations: [
      { id: 'bench', capacity: of.bench, calendar: null },
      { id: 'spray', capacity: of.spray, calendar: 'daylight' },
      { id: 'sanding', capacity: of.sanding, calendar: null },
      { id: 'outdoors', capacity: of.outdoors, calendar: 'outdoor' },
    ],
    tools: [
      { id: 'sprayer', capacity: 1, calendar: null, cleanout: 20 },
      { id: 'sander', capacity: of.sanders, calendar: null, cleanout: 0 },
      ...SPRAYERS.slice(1, of.sprayers).map((id) => ({ id, capacity: 1, calendar: null, cleanout: 20 })),
    ],
    floor: { capacity: dice.one(of.floor) },
    pieces: Array.from({ length: of.pieces }, (_, k) => piece(dice, size, k + 1)),
  };
  return { ...draft, pieces: dated(dice, draft, of) };
}

/** Five days in seven but for one day off. */
function workdays(dice: Dice, days: readonly number[], [from, first, second]: (typeof SHIFTS)[number]) {
  const off = dice.between(0, days.length - 1, 1);
  return days
    .filter((d) => (d + from) % 7 < 5 && d !== off && d >= from)
    .flatMap((d) => [first, second].map(([a, b]): [number, number] => [d * DAY + a, d * DAY + b]));
}

/** Dates that press: a little more than each piece would take alone in the shop, at an hour of collection. */
function dated(dice: Dice, draft: NeutralInstance, of: Sizes): NeutralPiece[] {
  const { done } = headsAndTailsOf(compile(draft).model);
  return draft.pieces.map((p, k) => {
    if (!p.holdUntilDue) {
      const days = of.stockDays.filter((d) => d * DAY > p.release + LEAST_STOCK_DAYS * DAY);
      return { ...p, due: (days.length > 1 ? dice.one(days) : of.stockDays.at(-1)!) * DAY + 480 };
    }
    const alone = done[k]! * 5 - p.release;
    const day = Math.ceil((p.release + alone * (0.9 + dice.between(0, 100 * of.leeway, 1) / 100)) / DAY);
    return { ...p, due: Math.min(day, of.days - 3) * DAY + dice.one([600, 720, 1020]) };
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
  const zones = zonesOf(dice, size);
  const bare = zones.map((zone) => [zone, prepared(zone)] as const);
  const isFitted = size !== 'knot' && dice.chance(0.7);
  const ends: [Draft, number][] = [];
  if (isFitted) ends.push([add('hardware', 'fit', dice.between(15, 30)), 900]);
  const room = () => SIZES[size].steps - 2 - steps.length;
  for (const [zone, sanded] of bare) {
    const coats = Math.max(1, Math.min(SIZES[size].coats, Math.floor(room() / zones.length)));
    ends.push(finished(dice, zone, sanded, coats, SIZES[size], add, after));
  }
  const last = add('body', 'fit', dice.between(20, 60), {
    staff: dice.chance(0.35) ? 2 : 1,
    after: ends.map(([s, min]) => ({ step: s.id, min, max: null })),
  });
  if (size !== 'knot') add('body', 'fit', dice.between(15, 20), after(last, 5));
  const isClients = dice.chance(0.85);
  return {
    id,
    release: dice.one(SIZES[size].releases),
    due: 0,
    weight: isClients ? dice.between(2, 5, 1) : 1,
    floor: dice.between(1, 3, 1),
    holdUntilDue: isClients,
    steps,
  };
}

function zonesOf(dice: Dice, size: Size): string[] {
  const all = ['body', 'top', 'drawers', 'doors'];
  if (size === 'small') return all.slice(0, 3);
  return size === 'knot' ? all.slice(0, dice.chance(0.6) ? 2 : 1) : all.slice(0, dice.between(2, 4, 1));
}

type Add = (zone: string, skill: string, duration: number, more?: Partial<Draft>) => Draft;
type After = (s: Draft, min: number, max?: number | null) => Pick<Draft, 'after'>;

/** The coats of a zone, of one kind: brushed, sprayed, or a finish tied within minutes to what lies under it. */
function finished(
  dice: Dice,
  zone: string,
  from: Draft,
  coats: number,
  of: Sizes,
  add: Add,
  after: After,
): [Draft, number] {
  const soon = dice.between(10, 30);
  const cure = () => dice.between(720, 4200, 60);
  let last = from;
  let min = soon;
  let max: number | null = null;
  const kind = dice.one(of.kinds);
  const colour = dice.one(of.colours);
  // Half of what is sprayed wants the first of several.
  const tool = of.sprayers > 1 && dice.chance(0.5) ? dice.one(SPRAYERS.slice(1, of.sprayers)) : SPRAYERS[0]!;
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
      const sprayed = { station: 'spray', tool, group, hold: dice.between(80, 225), cure: cure() };
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

const isSize = (word: string | undefined): word is Size => word !== undefined && Object.hasOwn(SIZES, word);

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const [size, first, count, dir] = process.argv.slice(2);
  if (!isSize(size) || !dir) throw new Error('generate.ts small|knot|medium|large FIRST COUNT DIR');
  mkdirSync(dir, { recursive: true });
  for (let n = Number(first); n < Number(first) + Number(count); n++)
    writeFileSync(join(dir, `${size}-${n}.json`), `${JSON.stringify(generate(size, n))}\n`);
}
