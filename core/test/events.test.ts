import { expect, test } from 'vitest';
import {
  editedRoute,
  planAfresh,
  problemOf,
  rebuilt,
  replan,
  type RouteEdit,
  type ShopStep,
  verify,
} from '../src/index.ts';
import { randomFrom, type RandomPiece, randomWorkshop } from './fixtures/randomWorkshop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 1000 : 1;
const EVENTS = 8;
/** Workshops that once broke the floor, a window, a part worked on twice at once and a coat begun before midnight; lived through every time. */
const KNOWN = [32, 51, 9, 825];

// People tap late, early, out of order, twice a day, or not at all; whatever happened, the next plan must be right.
test.each([...new Set([...Array.from({ length: RUNS }, (_, k) => k + 1), ...KNOWN])])(
  `after any ${EVENTS} events in workshop %i the plan is feasible and nothing that happened has moved`,
  (seed) => {
    const r = randomFrom(seed * 7919);
    const w = randomWorkshop(seed, 3);
    let now = w.now;
    let pieces: readonly Lived[] = w.pieces.map((p) => ({ ...p, edits: [] }));
    let plan = planAfresh(w.problem);
    for (let n = 0; n < EVENTS; n++) {
      now += Math.floor(r() ** 3 * 3000);
      const piece = pieces[Math.floor(r() * pieces.length)]!;
      const changed = event(piece, now, r);
      pieces = pieces.map((p) => (p === piece ? changed : p));
      const problem = problemOf(w.shop, pieces, now);
      const next = replan(problem, plan, [piece.id]);
      const where = `seed ${seed}, event ${n} on ${piece.id}`;
      expect(verify(problem, next), where).toEqual([]);
      for (const s of pieces.flatMap((p) => p.steps))
        if (s.state.kind === 'done')
          expect(next.steps[s.id], where).toMatchObject({ start: s.state.from, end: s.state.until });
      plan = next;
    }
  },
);

type Lived = RandomPiece & { readonly edits: readonly RouteEdit[] };

/** The piece with one more change to its route; what happened stays. */
function edited(piece: Lived, edit: RouteEdit): Lived {
  const edits = [...piece.edits, edit];
  return { ...piece, edits, steps: rebuilt(piece.id, piece.steps, editedRoute(piece.input, edits).steps) };
}

function event(piece: Lived, now: number, r: () => number): Lived {
  const open = piece.steps.filter((s) => s.state.kind !== 'done');
  if (open.length === 0) return piece;
  // Mostly the next one, sometimes any.
  const step = open[r() < 0.7 ? 0 : Math.floor(r() * open.length)]!;
  const insert = (more: Partial<ShopStep>): Lived => ({
    ...piece,
    steps: piece.steps.map((s) => (s.id === step.id ? { ...s, ...more } : s)),
  });
  const kind = r();
  const from = step.state.kind === 'started' ? step.state.at : now - Math.floor(r() * 200);
  const done = { kind: 'done', from, until: Math.max(from, now - Math.floor(r() * 30)), by: ['p0'] } as const;
  if (kind < 0.35) return insert({ state: done });
  if (kind < 0.55)
    return step.state.kind === 'planned'
      ? insert({ state: { kind: 'started', at: now - Math.floor(r() * 60), by: ['p0'] } })
      : insert({ state: done });
  if (kind < 0.65)
    return step.state.kind === 'planned' ? insert({ pin: { notBefore: now + Math.floor(r() * 3000) } }) : piece;
  if (kind < 0.75)
    return step.state.kind === 'planned' ? insert({ pin: { at: Math.ceil((now + r() * 5000) / 5) * 5 } }) : piece;
  if (kind < 0.85) {
    if (step.state.kind !== 'planned') return piece;
    const key = `hold-${piece.edits.length + 1}`;
    const held = edited(piece, { op: 'hold', key, before: step.key, title: 'Wait for an answer' });
    return { ...held, steps: held.steps.map((s) => (s.key === key ? { ...s, pin: { notBefore: now + 2000 } } : s)) };
  }
  const round = piece.edits.length + 1;
  return step.coat === 'paint' && r() < 0.5
    ? edited(insert({ state: done }), { op: 'block', step: step.key, round })
    : edited(insert({ state: done }), { op: 'redo', step: step.key, round });
}
