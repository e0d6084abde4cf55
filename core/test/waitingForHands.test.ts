import { expect, test } from 'vitest';
import { GRID_MINUTES } from '../src/index.ts';
import { newDraft } from '../src/planner/build/draft.ts';
import { insert } from '../src/planner/engine/schedule/partialSchedule.ts';
import { WaitingForHands } from '../src/promise/waitingForHands.ts';
import { at, NINE_TO_FIVE, piece, smallShop, step } from './fixtures/smallShop.ts';

test('who waits for the same hands is looked at in turn, each when one of those people is free, others apart', () => {
  const person = (id: string, skills: object) => ({ id, name: id, hours: NINE_TO_FIVE, skills });
  const people = [person('ada', { prep: 1 }), person('bo', { prep: 1 }), person('cleo', { paint: 1 })];
  const prep = ['a', 'b', 'c'].map((id) => step(id));
  const shop = smallShop([piece('p', [...prep, step('coat', { skill: 'paint' })])], { people });
  const { compiled, schedule } = newDraft(shop, null);
  const slot = (hour: number) => (at(0, hour) - compiled.origin) / GRID_MINUTES;
  const of = (id: string) => compiled.indexOf.get(id)!;
  const hands = new WaitingForHands(schedule);
  hands.begin();
  const line = hands.lineOf(of('a'));
  expect(['b', 'c', 'coat'].map((id) => hands.lineOf(of(id)) === line)).toEqual([true, true, false]);

  expect(hands.firstTurn(line)).toBe(-1);
  expect([hands.join(of('c'), 7), hands.join(of('a'), 9), hands.join(of('b'), 4)]).toEqual([true, false, true]);
  expect(hands.firstTurn(line)).toBe(4);
  // Whoever comes while others have gone keeps their own turn, and so do those others.
  expect([hands.next(line), hands.firstTurn(line), hands.join(of('b'), 8)]).toEqual([of('b'), 7, false]);
  hands.leave(line, (i) => i === of('c'));
  expect([hands.next(line), hands.next(line)]).toEqual([of('b'), of('a')]);
  expect(hands.firstTurn(line)).toBe(-1);

  // One of the two is free until both are at work; the painter is nobody they wait for.
  const busy = (id: string, until: number, crew: number) => insert(schedule, of(id), slot(9), until, until, 0, crew);
  busy('a', slot(12), 0);
  expect(hands.freeFrom(line, slot(9))).toBe(slot(9));
  busy('b', slot(11), 1);
  expect(hands.freeFrom(line, slot(9))).toBe(slot(11));
  expect(hands.freeFrom(hands.lineOf(of('coat')), slot(9))).toBe(slot(9));
  // What was found is known for the rest of the run, and not for the next.
  busy('c', slot(13), 1);
  expect(hands.freeFrom(line, slot(10))).toBe(slot(11));
  hands.begin();
  expect(hands.freeFrom(line, slot(10))).toBe(slot(12));
});

test('what takes nobody’s hands waits for none, also in a shop with a step that nobody can do', () => {
  const steps = [step('lift', { hands: 2 }), step('rest', { hands: 0 })];
  const { compiled, schedule } = newDraft(smallShop([piece('p', steps)]), null);
  const slot = (at(0, 22) - compiled.origin) / GRID_MINUTES;
  const hands = new WaitingForHands(schedule);
  hands.begin();
  const freeFrom = (id: string) => hands.freeFrom(hands.lineOf(compiled.indexOf.get(id)!), slot);
  expect(freeFrom('lift')).toBe(schedule.model.slots);
  expect(freeFrom('rest')).toBe(slot);
});
