import { describe, expect, test } from 'vitest';
import {
  EVERY_SKILL,
  type Hours,
  type Person,
  planAfresh,
  type Problem,
  replan,
  sayNotice,
  sayObstacle,
  startTimes,
  type Step,
  verify,
} from '../src/index.ts';
import { after, at, NINE_TO_FIVE, piece, smallShop, step } from './fixtures/smallShop.ts';

const person = (id: string, hours: Hours = NINE_TO_FIVE, skills: Person['skills'] = EVERY_SKILL): Person => ({
  id,
  name: id === 'ada' ? 'Ada' : 'Bo',
  hours,
  skills,
});
/** At work until an hour of today, then gone. */
const until = (hour: number): Hours => ({
  ...NINE_TO_FIVE,
  exceptions: [{ date: '2026-03-02', shifts: [{ from: 9 * 60, until: hour * 60 }] }],
});
const coat = (more: Partial<Step> = {}) =>
  step('coat', {
    work_minutes: 60,
    skill: 'paint',
    product: 'matt-paint',
    needs: [{ kind: 'bench', units: 1, span: 'both' }],
    state: { kind: 'started', at: at(0, 11, 30), by: ['ada'] },
    ...more,
  });
const shop = (now: number, people: readonly Person[], started = coat()): Problem =>
  smallShop([piece('chest', [started, step('next', { after: [after('coat', { from: 'recoat' })] })])], { now, people });
const planned = (problem: Problem) => {
  const plan = planAfresh(problem);
  expect(verify(problem, plan)).toEqual([]);
  return plan;
};

describe('a coat under way whose painter goes at noon', () => {
  test('is finished at once by somebody who is here and can', () => {
    const plan = planned(shop(at(0, 12, 5), [person('ada', until(12)), person('bo')]));
    expect(plan.steps['coat']).toMatchObject({ start: at(0, 11, 30), end: at(0, 12, 35), people: ['ada', 'bo'] });
    expect(plan.notices).toMatchObject([{ kind: 'left-wet', who: 'Ada', left_minutes: 30, finisher: 'Bo' }]);
    expect(sayNotice(plan.notices[0]!)).toBe(
      'Ada went with about 30 min of “coat” to do: Bo finishes it at once, before the edge dries.',
    );
  });

  test('they do nothing else meanwhile', () => {
    const problem = shop(at(0, 12, 5), [person('ada', until(12)), person('bo')]);
    const busy = { ...problem, pieces: [...problem.pieces, piece('other', [step('sand', { work_minutes: 30 })])] };
    expect(planned(busy).steps['sand']!.start).toBeGreaterThanOrEqual(at(0, 12, 35));
  });

  test.each([
    ['nobody else is there', []],
    ['the other one cannot paint', [person('bo', NINE_TO_FIVE, { prep: 1 })]],
    ['the other one is off', [person('bo', { weekly: [[], [], [], [], [], [], []], exceptions: [], blocks: [] })]],
    ['the other one goes before it would be done', [person('bo', until(12.5))]],
  ])('ended where it stood when %s', (_, others) => {
    const plan = planned(shop(at(0, 12, 10), [person('ada', until(12)), ...others]));
    expect(plan.steps['coat']).toMatchObject({ start: at(0, 11, 30), end: at(0, 12), people: ['ada'] });
    expect(plan.notices).toMatchObject([{ kind: 'left-wet', left_minutes: 30, finisher: null }]);
    expect(sayNotice(plan.notices[0]!)).toMatch(/it ended where it stood\. Let it dry, sand the edge level/);
    // What follows counts its drying from there.
    expect(plan.steps['next']!.start).toBeGreaterThanOrEqual(plan.steps['coat']!.dry.recoat!);
  });

  test('nobody with a step of their own in hand takes it over', () => {
    const problem = shop(at(0, 12, 5), [person('ada', until(12)), person('bo')]);
    const inHand = step('sand', { state: { kind: 'started', at: at(0, 12), by: ['bo'] } });
    const plan = planned({ ...problem, pieces: [...problem.pieces, piece('other', [inHand])] });
    expect(plan.notices).toMatchObject([{ kind: 'left-wet', finisher: null }]);
  });

  test('half an hour later the edge is dry: until then it can be taken up, after that it has ended', () => {
    const people = [person('ada', until(12)), person('bo')];
    const finisher = (now: number) =>
      planned(shop(now, people)).notices.map((n) => n.kind === 'left-wet' && n.finisher);
    expect(finisher(at(0, 12, 30))).toEqual(['Bo']);
    expect(finisher(at(0, 12, 31))).toEqual([null]);
  });

  test('never lasts into the night, nor until the painter comes again', () => {
    const problem = shop(at(0, 23), [person('ada', until(12))]);
    const plan = planned(problem);
    expect(plan.steps['coat']!.end).toBe(at(0, 12));
    // The next morning it is still what it was.
    const morning = { ...problem, now: at(1, 8, 30) };
    expect(replan(morning, plan).steps['coat']!.end).toBe(at(0, 12));
  });

  test('that was only not noted as done has ended when its painter went, with nothing to say', () => {
    const plan = planned(shop(at(0, 17, 30), [person('ada')]));
    expect(plan.steps['coat']!.end).toBe(at(0, 17));
    expect(plan.notices).toEqual([]);
  });

  test('goes on while the painter is here, or comes again today', () => {
    const lunch: Hours = {
      ...NINE_TO_FIVE,
      exceptions: [
        {
          date: '2026-03-02',
          shifts: [
            { from: 540, until: 720 },
            { from: 750, until: 1020 },
          ],
        },
      ],
    };
    for (const hours of [NINE_TO_FIVE, lunch]) {
      const plan = planned(shop(at(0, 12, 10), [person('ada', hours)]));
      expect(plan.steps['coat']!.end).toBe(at(0, 12, 30));
      expect(plan.notices).toEqual([]);
    }
  });

  test('of somebody struck off for the whole day it is taken to have gone on as long as it takes', () => {
    const struck: Hours = { ...NINE_TO_FIVE, exceptions: [{ date: '2026-03-02', shifts: [] }] };
    const end = (now: number) => planned(shop(now, [person('ada', struck)])).steps['coat']!.end;
    expect(end(at(0, 12))).toBe(at(0, 12));
    expect(end(at(0, 14))).toBe(at(0, 12, 30));
  });

  test('work that may be broken waits for its own hands, as ever', () => {
    const sanding = coat({ product: null, splittable: true });
    const plan = planned(shop(at(0, 12, 10), [person('ada', until(12)), person('bo')], sanding));
    expect(plan.steps['coat']!.end).toBeGreaterThan(at(1, 9));
    expect(plan.notices).toEqual([]);
  });
});

test('the verifier lets no other running step end before now', () => {
  const here = shop(at(0, 12, 10), [person('ada')]);
  const plan = planned(here);
  const short = { ...plan, steps: { ...plan.steps, coat: { ...plan.steps['coat']!, end: at(0, 12) } } };
  expect(verify(here, short).map((v) => v.rule)).toContain('fixed');
});

describe('why a step cannot start then', () => {
  const sand = (more: Partial<Step> = {}) => piece('b', [step('sand', more)]);
  const why = (problem: Problem, hour: number, minute = 0) => {
    const plan = planAfresh(problem);
    const span = startTimes(problem, plan, 'sand', at(0, hour, minute), at(0, hour, minute + 5))[0]!;
    return (
      span.obstacle && sayObstacle(span.obstacle, [], { zone: problem.timeZone, units: 'metric', now: problem.now })
    );
  };
  const busy = (people: readonly Person[]) =>
    smallShop(
      [
        piece('a', [step('long', { work_minutes: 180, state: { kind: 'started', at: at(0, 9), by: ['ada'] } })]),
        sand(),
      ],
      {
        people,
      },
    );
  test('somebody who is at work and busy is never said to be outside working hours', () => {
    expect(why(busy([person('ada')]), 10)).toBe('Everyone who can do it and is at work then is busy.');
    // The one is busy, the other off: the hours of the other are not the reason.
    const off: Hours = { weekly: [[], [], [], [], [], [], []], exceptions: [], blocks: [] };
    expect(why(busy([person('ada'), person('bo', off)]), 10)).toBe(
      'Everyone who can do it and is at work then is busy.',
    );
  });
  test('in the evening, and when too little of the day is left, it is the hours', () => {
    expect(why(busy([person('ada')]), 19)).toMatch(/^Outside working hours/);
    expect(why(busy([person('ada')]), 16, 30)).toMatch(/^Outside working hours/);
    expect(why(busy([person('ada')]), 16, 0)).toBeNull();
  });
});
