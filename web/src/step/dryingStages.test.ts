import { expect, test } from 'vitest';
import { dryingStages } from './dryingStages.ts';

const at = (dry: object) => ({ start: 0, end: 60, people: [], stations: [], dry });

test('the next coat comes before handling where it is sooner', () => {
  const said = dryingStages(at({ handle: 300, sand: 300, recoat: 180, topcoat: 900, cure: 9000 }));
  expect(said.map((s) => s.label)).toEqual(['Next coat', 'Handle', 'Sand', 'Seal or other product', 'Fully cured']);
  expect(said.map((s) => s.from)).toEqual([180, 300, 300, 900, 9000]);
});
test('what is reached when the work ends is no stage to wait for; a minute later is', () => {
  expect(dryingStages(at({ handle: 60 }))).toEqual([]);
  expect(dryingStages(at({ handle: 61 }))).toEqual([{ label: 'Handle', from: 61 }]);
});
