import { randomLcg, randomLogNormal } from 'd3-random';
import { describe, expect, test } from 'vitest';
import {
  ENOUGH_STEPS,
  firstShop,
  learnPace,
  lessonFor,
  lessonIdOf,
  type OwnPace,
  ownPaceOf,
  problemOf,
  type Skill,
  type Timed,
} from '../src/index.ts';

const timed = (took_minutes: number, more: Partial<Timed> = {}): Timed => ({
  person: 'owner',
  skill: 'prep',
  book_minutes: 30,
  took_minutes,
  ...more,
});
const factorOf = (list: readonly Timed[]) => learnPace(list)[0]?.factor;

describe('pace by the log', () => {
  test('200 shops of 60 pieces with 20 % noise, a third of the starts untapped: the true factor is found', () => {
    const random = randomLcg(31);
    const noise = randomLogNormal.source(random)(0, 0.2);
    const errors: number[] = [];
    const kinds: readonly Skill[] = ['prep', 'paint', 'seal'];
    for (let shop = 0; shop < 200; shop++) {
      const truth = new Map(kinds.map((k) => [k, Math.exp((random() - 0.5) * 1.2)]));
      const log: Timed[] = [];
      for (let piece = 0; piece < 60; piece++)
        for (const skill of kinds) {
          // Nobody tapped when it began: it is not in the log of timed steps.
          if (random() < 1 / 3) continue;
          const book_minutes = 10 + random() * 80;
          log.push({ person: 'owner', skill, book_minutes, took_minutes: book_minutes * truth.get(skill)! * noise() });
        }
      for (const p of learnPace(log)) errors.push(Math.abs(p.factor / truth.get(p.skill)! - 1));
    }
    errors.sort((a, b) => a - b);
    expect(errors).toHaveLength(600);
    expect(errors[300]).toBeLessThan(0.1);
    expect(errors[540]).toBeLessThan(0.15);
  });
  test('two absurd values move nothing', () => {
    const log = Array.from({ length: 20 }, (_, i) => timed(36 + (i % 5)));
    const before = factorOf(log)!;
    expect(factorOf([...log, timed(30 * 60), timed(1)])).toBe(before);
    // Just inside of what still counts: it is one of many and moves the middle little.
    expect(Math.abs(factorOf([...log, timed(30 * 4.9), timed(30 / 4.9)])! - before)).toBeLessThan(0.02);
  });
  test('with one step the book still speaks; with many the log does', () => {
    expect(factorOf([timed(60)])).toBeCloseTo(2 ** (1 / 4), 5);
    expect(factorOf(Array.from({ length: 300 }, () => timed(60)))).toBeCloseTo(2, 1);
    expect(learnPace([])).toEqual([]);
  });
  test('half of all steps lie within the spread that is shown', () => {
    const noise = randomLogNormal.source(randomLcg(5))(0.1, 0.3);
    const log = Array.from({ length: 400 }, () => timed(30 * noise()));
    const [p] = learnPace(log);
    const within = log.filter((t) => t.took_minutes / 30 >= p!.low && t.took_minutes / 30 <= p!.high).length;
    expect(within / log.length).toBeGreaterThan(0.45);
    expect(within / log.length).toBeLessThan(0.55);
  });
  test('planned with from five steps on, by person and kind of work', () => {
    const few = (n: number) => ownPaceOf(learnPace(Array.from({ length: n }, () => timed(45))));
    expect(few(ENOUGH_STEPS - 1)).toEqual({});
    expect(few(ENOUGH_STEPS)['owner']!.prep).toBeGreaterThan(1.2);
  });
  test('the planner takes people as fast as they are, and by the book when that is wished', () => {
    const shop = firstShop('Europe/Berlin', 'Rona');
    const speed = (ownPace: OwnPace | null) => problemOf({ ...shop, ownPace }, [], 0).people[0]!.skills;
    expect(speed({ owner: { prep: 1.25 } })).toMatchObject({ prep: 0.8, paint: 1 });
    expect(speed(null)).toMatchObject({ prep: 1, paint: 1 });
  });
});

describe('lessons', () => {
  const coat = { product: 'matt-paint', method: 'brush', tool: null } as const;
  test('one for each product and way of laying it; shown at the next step it fits and no other', () => {
    const lesson = { id: lessonIdOf(coat)!, verdict: 'with-care' as const, words: 'dries fast by the heater', at: 0 };
    expect(lessonFor([lesson], coat)).toBe(lesson);
    expect(lessonFor([lesson], { ...coat, method: 'spray' })).toBeUndefined();
    expect(lessonFor([lesson], { product: null, method: null, tool: null })).toBeUndefined();
    expect(lessonIdOf({ product: null, method: null, tool: null })).toBeNull();
  });
});
