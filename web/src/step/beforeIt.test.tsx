import type { PieceView } from '@app/contract';
import type { ShopStep } from '@app/core';
import { cleanup, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test, vi } from 'vitest';
import { inShop } from '../../test/inShop.tsx';
import { someStep } from '../../test/someStep.ts';
import { useBeforeIt } from './BeforeIt.tsx';

const outcomes = [
  { id: 'clean', words: 'Clean', learns: [] },
  { id: 'grey', words: 'Grey', learns: [] },
];
const wash = someStep('wash', []);
const coat1 = someStep('coat-1', ['wash']);
const coat2 = someStep('coat-2', ['coat-1']);

function Tapped({ steps, of, onGo }: { steps: readonly ShopStep[]; of: ShopStep; onGo: (answer: object) => void }) {
  const { ask, question } = useBeforeIt({ steps } as PieceView, of);
  return question ?? <button onClick={() => ask(onGo)}>Done</button>;
}
function tapped(steps: readonly ShopStep[], of: ShopStep) {
  const onGo = vi.fn();
  return { ...inShop(<Tapped steps={steps} of={of} onGo={onGo} />), onGo };
}
afterEach(cleanup);
const tap = (name: string) => screen.getByRole('button', { name });

test('in its turn a tap goes at once, and so does one on a step that is under way', async () => {
  const first = tapped([wash, coat1], wash);
  await first.user.click(tap('Done'));
  expect(first.onGo).toHaveBeenCalledExactlyOnceWith({});
  cleanup();
  const underWay = someStep('coat-1', ['wash'], { state: { kind: 'started', at: 0, by: [] } });
  const { user, onGo } = tapped([wash, underWay], underWay);
  await user.click(tap('Done'));
  expect(onGo).toHaveBeenCalledExactlyOnceWith({});
});
test('before its turn what is not ticked is named, and is done too by one more tap', async () => {
  const { user, onGo } = tapped([wash, coat1, coat2], coat2);
  await user.click(tap('Done'));
  expect(screen.getByRole('group', { name: 'What comes before it' })).toHaveTextContent(
    /^2 steps before it are not noted as doneStep washStep coat-1/,
  );
  expect(onGo).not.toHaveBeenCalled();
  await user.click(tap('They are done too'));
  expect(onGo).toHaveBeenCalledExactlyOnceWith({ before: { steps: ['p.wash', 'p.coat-1'], outcomes: [] } });
  expect(tap('Done')).toBeVisible();
});
test('or they are still to do, or it was the wrong step', async () => {
  const { user, onGo } = tapped([wash, coat1], coat1);
  await user.click(tap('Done'));
  await user.click(tap('Wrong step'));
  expect(onGo).not.toHaveBeenCalled();
  await user.click(tap('Done'));
  expect(screen.getByText('A step before it is not noted as done')).toBeVisible();
  await user.click(tap('Still to do'));
  expect(onGo).toHaveBeenCalledExactlyOnceWith({});
});
test('what takes the place of the step that was tapped is not asked about, and nothing is said of it', async () => {
  const onGo = vi.fn();
  function Card() {
    const [of, setOf] = useState(coat1);
    return (
      <>
        <Tapped steps={[wash, coat1, coat2]} of={of} onGo={onGo} />
        <button onClick={() => setOf(coat2)}>Another</button>
      </>
    );
  }
  const { user } = inShop(<Card />);
  await user.click(tap('Done'));
  expect(tap('Still to do')).toBeVisible();
  await user.click(tap('Another'));
  expect(screen.queryByRole('button', { name: 'Still to do' })).toBeNull();
  expect(tap('Done')).toBeVisible();
  expect(onGo).not.toHaveBeenCalled();
});
test('a test among them has to say what it showed, beside it', async () => {
  const cloth = someStep('cloth', ['wash'], { outcomes });
  const { user, onGo } = tapped([wash, cloth, someStep('scuff', ['cloth'])], someStep('scuff', ['cloth']));
  await user.click(tap('Done'));
  await user.click(tap('They are done too'));
  expect(screen.getByText('Say what it showed.')).toBeVisible();
  expect(onGo).not.toHaveBeenCalled();
  await user.selectOptions(screen.getByLabelText(/Step cloth: what did it show/), 'Grey');
  expect(screen.queryByText('Say what it showed.')).toBeNull();
  await user.click(tap('They are done too'));
  expect(onGo).toHaveBeenCalledExactlyOnceWith({
    before: { steps: ['p.wash', 'p.cloth'], outcomes: [{ step: 'p.cloth', outcome: 'grey' }] },
  });
});
test.each([
  [6, 6, null],
  [7, 5, 'and 2 more'],
])('of %i, %i are named', async (many, named, rest) => {
  const steps = Array.from({ length: many }, (_, n) => someStep(`${n}`, n === 0 ? [] : [`${n - 1}`]));
  const last = someStep('last', [`${many - 1}`]);
  const { user } = tapped([...steps, last], last);
  await user.click(tap('Done'));
  expect(screen.getAllByText(/^Step \d/)).toHaveLength(named);
  expect(screen.queryByText(/more$/)?.textContent ?? null).toBe(rest);
});
