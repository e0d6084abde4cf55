import { describe, expect, test } from 'vitest';
import { chancesOf, factors, ownUncertainty, planAfresh, quantile, simulate, USUAL_UNCERTAINTY } from '../src/index.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

const PEOPLE = [{ id: 'ada', skills: { paint: 2 } }];
type Logged = Parameters<typeof ownUncertainty>[0][number];
const done = (n: number, ratio: number, more: Partial<Logged> = {}): Logged => ({
  id: `p.s${n}`,
  skill: 'paint',
  work_minutes: 60,
  coat: null,
  state: { kind: 'done', from: 1000, until: 1000 + 30 * ratio, by: ['ada'], timed: true },
  ...more,
});

describe('a shop’s own uncertainty', () => {
  test('is as usual without a log', () => {
    for (const [what, usual] of Object.entries(USUAL_UNCERTAINTY))
      expect(ownUncertainty([], PEOPLE)[what as keyof typeof USUAL_UNCERTAINTY]).toBeCloseTo(usual, 9);
  });
  test('work that varies more than usual widens it, work that does not narrows it, at the pace entered', () => {
    const r = randomFrom(3);
    const [wild, steady] = [factors(0.5, r), factors(0.05, r)];
    const log = (draw: () => number, n: number) => Array.from({ length: n }, (_, i) => done(i, draw()));
    expect(ownUncertainty(log(wild, 300), PEOPLE).work).toBeGreaterThan(0.42);
    expect(ownUncertainty(log(steady, 300), PEOPLE).work).toBeLessThan(0.12);
    // Five steps are an anecdote.
    expect(ownUncertainty(log(steady, 5), PEOPLE).work).toBeGreaterThan(0.2);
  });
  test('an absurd step, one whose ends were not both tapped and one still to come say nothing', () => {
    const silent: Logged[] = [
      done(1, 5.01),
      done(2, 0.199),
      done(3, 3, { state: { kind: 'done', from: 1000, until: 1090, by: ['ada'] } }),
      done(4, 1, { state: { kind: 'planned' } }),
      done(5, 3, { state: { kind: 'done', from: 1000, until: 1090, by: ['gone'], timed: true } }),
    ];
    for (const s of silent) expect(ownUncertainty([s], PEOPLE).work).toBe(USUAL_UNCERTAINTY.work);
    expect(ownUncertainty([done(1, 4.99)], PEOPLE).work).toBeGreaterThan(USUAL_UNCERTAINTY.work);
  });
  test('coats done again are counted among all coats', () => {
    const coat = (n: number, id: string) => done(n, 1, { id, coat: 'paint' });
    const fine = Array.from({ length: 140 }, (_, n) => coat(n, `p.paint-${n}`));
    const again = Array.from({ length: 40 }, (_, n) => coat(n, `p.paint-${n}-again-1`));
    // Sixty usual coats with 1.8 of them failed stand against the log: by hand.
    expect(ownUncertainty([...fine, ...again], PEOPLE).rework).toBeCloseTo(41.8 / 240, 5);
    expect(ownUncertainty(fine, PEOPLE).rework).toBeCloseTo(1.8 / 200, 5);
  });
  test('dates come later where more goes wrong, and their spread is wider', () => {
    const { problem } = randomWorkshop(12, 4);
    const plan = planAfresh(problem);
    const sum = (uncertainty: typeof USUAL_UNCERTAINTY, share: number) =>
      [...simulate({ ...problem }, plan, 120, 5, uncertainty).values()].reduce((n, s) => n + quantile(s, share), 0);
    const rough = { ...USUAL_UNCERTAINTY, rework: 0.2, work: 0.5 };
    expect(sum(rough, 0.8)).toBeGreaterThan(sum(USUAL_UNCERTAINTY, 0.8));
    const by = (uncertainty: typeof USUAL_UNCERTAINTY) =>
      [...chancesOf({ ...problem, uncertainty }, plan, 120, 5).values()].reduce((n, c) => n + c.p80, 0);
    expect(by(rough)).toBe(sum(rough, 0.8));
  });
});
