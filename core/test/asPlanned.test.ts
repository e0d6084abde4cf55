import { expect, test } from 'vitest';
import {
  arrivalOfOrder,
  planAfresh,
  problemOf,
  replan,
  type ShelfPaint,
  type ShopPiece,
  type ShopStep,
  verify,
} from '../src/index.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const SHOPS = process.env['MOKUME_LONG'] ? 120 : 0;
/** A shop in which a coat that was laid as planned once cost its piece a day. */
const KNOWN = [50002];

// What is done exactly when it was planned is no news: nothing may become later by it.
test.each([...Array.from({ length: SHOPS }, (_, k) => k + 1), ...KNOWN])(
  'lived through as planned, tap by tap, no piece of workshop %i is ever ready later than it was said',
  (seed) => {
    const { shop: unordered, pieces: all, now: begin } = randomWorkshop(seed, 3);
    let now = begin;
    let pieces = all;
    let plan = planAfresh(problemOf(unordered, pieces, now));
    // What the plan counts on is ordered that day.
    const shop = { ...unordered, paints: unordered.paints.map((p) => ordered(p, unordered.timeZone, begin)) };
    const said = plan.ready;
    // And whatever is still to come, comes when it is begun.
    const firstStep = (p: ShopPiece) => Math.min(...p.steps.map((s) => plan.steps[s.id]?.start ?? Infinity));
    pieces = pieces.map((p) => (p.arrival > begin && firstStep(p) < Infinity ? { ...p, arrival: firstStep(p) } : p));
    const change = (id: string, state: ShopStep['state']) => {
      pieces = pieces.map((p) =>
        p.steps.some((s) => s.id === id) ? { ...p, steps: p.steps.map((s) => (s.id === id ? { ...s, state } : s)) } : p,
      );
    };
    for (let taps = 0; taps < MOST_TAPS; taps++) {
      const next = pieces
        .flatMap((p) => p.steps.map((s) => ({ piece: p.id, s, at: plan.steps[s.id] })))
        .flatMap((x) =>
          x.at && x.s.state.kind !== 'done' ? [{ ...x, ...x.at, isRunning: x.s.state.kind === 'started' }] : [],
        )
        // What ends is tapped before what begins then.
        .sort(
          (a, b) => whenOf(a) - whenOf(b) || Number(b.isRunning) - Number(a.isRunning) || (a.s.id < b.s.id ? -1 : 1),
        )[0];
      if (!next) break;
      now = Math.max(now, whenOf(next));
      const { state } = next.s;
      if (state.kind === 'started')
        change(next.s.id, { kind: 'done', from: state.at, until: Math.max(state.at, next.end), by: state.by });
      else change(next.s.id, { kind: 'started', at: next.start, by: next.people });
      const problem = problemOf(shop, pieces, now);
      plan = replan(problem, plan, [next.piece], undefined, { worseThan: plan });
      for (const p of pieces)
        if (said[p.id] !== undefined)
          expect(plan.ready[p.id], `seed ${seed}: ${p.id} after ${next.s.id}`).toBeLessThanOrEqual(said[p.id]! + 1);
    }
    expect(verify(problemOf(shop, pieces, now), plan)).toEqual([]);
  },
);
const ordered = (p: ShelfPaint, zone: string, now: number): ShelfPaint =>
  p.lead_days === null
    ? p
    : {
        ...p,
        deliveries: [...(p.deliveries ?? []), { at: arrivalOfOrder(zone, now, p.lead_days), litres: ENOUGH_LITRES }],
      };
/** More than all pieces of such a shop take. */
const ENOUGH_LITRES = 100;
const whenOf = (x: { readonly isRunning: boolean; readonly start: number; readonly end: number }) =>
  x.isRunning ? x.end : x.start;
/** More than any of these shops has steps. */
const MOST_TAPS = 800;
