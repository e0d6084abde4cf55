import type { WorkshopView } from '@app/contract';
import { type Chances, chancesIn, type Earliest, type Instant } from '@app/core';
import { proxy } from 'comlink';
import { type Bridge, rehearsers } from './bridge.ts';
import type { Asked, Rehearsed } from './core.worker.ts';

/** What can be promised for a piece, and how sure each date is. */
export type Promised =
  | Extract<Earliest, { kind: 'noRoom' }>
  | { readonly kind: 'ready'; readonly earliest: Instant; readonly chances: Chances };

/** Rehearsals of a promise: 80 and 90 per cent can be told apart by so many. */
export const RUNS = 200;
/** Shops with fewer steps have all of them in a second from one thread. */
const MANY_STEPS = 300;

/** The threads that rehearse a workshop. */
export const threadsFor = (view: WorkshopView, all: readonly Bridge[] = rehearsers): readonly Bridge[] =>
  all.slice(0, view.pieces.reduce((n, p) => n + p.steps.length, 0) < MANY_STEPS ? 1 : all.length);

/**
 * How sure each date of a piece is, each of some threads doing a share of the rehearsals.
 * @param asked a piece not yet entered, or the id of one that has its place in the plan
 * @param tell is given a first answer, of few rehearsals, once every thread has one
 * @throws {CoreFailure} when a thread fails
 */
export async function rehearse(
  view: WorkshopView,
  asked: Asked | string,
  due: Instant | null,
  tell: (soFar: Promised) => void,
  threads: readonly Bridge[] = threadsFor(view),
): Promise<Promised> {
  const firsts = new Map<number, Rehearsed>();
  const first = (part: number) => (soFar: Rehearsed) => {
    firsts.set(part, soFar);
    if (firsts.size === threads.length) tell(together([...firsts.values()], due));
  };
  const share = (part: number) => ({ part, of: threads.length });
  const shares = threads.map((thread, part) =>
    thread.ask<Rehearsed>(view, (api) => api.rehearse(asked, RUNS, share(part), proxy(first(part)))),
  );
  return together(await Promise.all(shares), due);
}

/** All threads make the same plan, so that what one says of it all do. */
function together(parts: readonly Rehearsed[], due: Instant | null): Promised {
  const [one] = parts;
  if (one!.kind === 'noRoom') return one!;
  const ready = parts.flatMap((p) => (p.kind === 'ready' ? [...p.ready] : []));
  return { kind: 'ready', earliest: one!.earliest, chances: chancesIn(Float64Array.from(ready).sort(), due) };
}
