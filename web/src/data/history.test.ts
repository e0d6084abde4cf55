import type { ChangeView } from '@app/contract';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { stepBack, stepForward } from './history.ts';

/** A shop that keeps its changes as the server does, and one word for what is in effect. */
class Log {
  changes: ChangeView[] = [];
  do(by: 'person' | 'clock' = 'person'): void {
    this.#add({ undoes: null, madeBy: by, undoable: by === 'person' });
  }
  undo(target: ChangeView): void {
    const id = `c${this.changes.length}`;
    // One that is put back is in effect again.
    this.changes = this.changes.map((c) =>
      c.id === target.id ? { ...c, undoneBy: id } : c.undoneBy === target.id ? { ...c, undoneBy: null } : c,
    );
    this.#add({ undoes: target.id, madeBy: 'person', undoable: true });
  }
  inEffect(): string[] {
    return this.changes.filter((c) => c.undoes === null && c.undoneBy === null).map((c) => c.id);
  }
  back(): boolean {
    const step = stepBack(this.changes);
    if (step) this.undo(step);
    return step !== null;
  }
  forward(): boolean {
    const step = stepForward(this.changes);
    if (step) this.undo(step);
    return step !== null;
  }
  #add(more: Partial<ChangeView>): void {
    const id = `c${this.changes.length}`;
    this.changes = [{ id, undoneBy: null, ...more } as ChangeView, ...this.changes];
  }
}

test('stepping back goes on to earlier changes, and never swings to and fro between the last two', () => {
  const log = new Log();
  for (let i = 0; i < 4; i++) log.do();
  const seen = [log.inEffect().join()];
  while (log.back()) seen.push(log.inEffect().join());
  expect(seen).toEqual(['c3,c2,c1,c0', 'c2,c1,c0', 'c1,c0', 'c0', '']);
  while (log.forward()) seen.push(log.inEffect().join());
  expect(seen.slice(5)).toEqual(['c0', 'c1,c0', 'c2,c1,c0', 'c3,c2,c1,c0']);
});

test('as many steps forward as back come to where one was, whatever was done before', () => {
  const acts = fc.array(fc.constantFrom('do', 'back', 'forward', 'clock'), { maxLength: 25 });
  fc.assert(
    fc.property(acts, fc.integer({ min: 1, max: 8 }), (before, steps) => {
      const log = new Log();
      for (const act of before) {
        if (act === 'do') log.do();
        else if (act === 'clock') log.do('clock');
        else if (act === 'back') log.back();
        else log.forward();
      }
      const was = log.inEffect();
      let gone = 0;
      while (gone < steps && log.back()) gone++;
      expect(log.inEffect().length).toBe(was.length - gone);
      for (let i = 0; i < gone; i++) expect(log.forward()).toBe(true);
      expect(log.inEffect()).toEqual(was);
    }),
  );
});

test('something new ends what could be put back; the passing of time does not', () => {
  const log = new Log();
  log.do();
  log.back();
  log.do('clock');
  expect(stepForward(log.changes)).not.toBeNull();
  log.do();
  expect(stepForward(log.changes)).toBeNull();
});
