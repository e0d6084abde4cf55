import { expect, test } from 'vitest';
import { GRID_MINUTES } from '../src/index.ts';
import { Expectations } from '../src/promise/expectations.ts';
import { stillToCome } from '../src/promise/stillToCome.ts';
import { plannedDraft } from './fixtures/plannedDraft.ts';
import { after, at, NINE_TO_FIVE, piece, smallShop, step } from './fixtures/smallShop.ts';

test('what waits for two others is expected when the later of them is there, whichever was heard of last', () => {
  const people = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: { prep: 1 } }));
  const both = step('both', { after: [after('long'), after('short')] });
  const shop = smallShop([piece('p', [step('long', { work_minutes: 120 }), step('short'), both])], { people });
  const { compiled, schedule } = plannedDraft(shop);
  const expectations = new Expectations(schedule, stillToCome(schedule));
  expectations.begin();
  const of = (id: string) => compiled.indexOf.get(id)!;
  const slot = (hour: number, minute = 0) => (at(0, hour, minute) - compiled.origin) / GRID_MINUTES;
  expect(expectations.at[of('both')]).toBe(slot(11));
  expectations.expect(of('long'), slot(10));
  expect(expectations.at[of('both')]).toBe(slot(12));
  expectations.expect(of('short'), slot(10, 30));
  expect(expectations.at[of('both')]).toBe(slot(12));
  expectations.expect(of('short'), slot(12));
  expect(expectations.at[of('both')]).toBe(slot(13));
  expectations.expect(of('short'), slot(9));
  expect(expectations.at[of('both')]).toBe(slot(12));
});
