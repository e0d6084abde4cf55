import { group, rollup } from 'd3-array';
import { seriesOf } from '../route/edit/seriesOf.ts';
import { type Hides, hidesKey } from '../route/piece.ts';
import type { LoggedPiece } from './logged.ts';

/** How many coats of a paint were laid until nothing showed through, against what the route said. */
export type CoatsFact = { readonly hides: Hides; readonly laid: number };

/** How many coats of a paint it takes in this shop to hide a ground. */
export type OwnCoats = {
  readonly hides: Hides;
  /** How often it was painted. */
  readonly n: number;
  /** What it took most often, and how often. */
  readonly own: number;
  readonly times: number;
};

/** Fewer times than these are an anecdote: shown, and not planned with. */
export const ENOUGH_TIMES = 5;
/** Most times it took the same number: three of five. */
const MOSTLY = 0.6;

/** The paint of the log that is finished: every coat of it is laid. A coat laid again after a fault is no further one. */
export const coatsFacts = (pieces: readonly LoggedPiece[]): CoatsFact[] =>
  pieces.flatMap(({ steps }) => {
    const paint = steps.filter(({ route }) => route.hides !== undefined && seriesOf(route.key) !== null);
    return [...group(paint, (s) => seriesOf(s.route.key)).values()]
      .filter((coats) => coats.every((c) => c.state.kind === 'done'))
      .map((coats) => ({ hides: coats[0]!.route.hides!, laid: coats.length }));
  });

/** What it took most often, by paint, colour and ground; of two equally often the larger, so that nothing shows through. */
export function learnCoats(facts: readonly CoatsFact[]): OwnCoats[] {
  return [...group(facts, (f) => hidesKey(f.hides)).values()].map((own) => {
    const counts = rollup(
      own,
      (same) => same.length,
      (f) => f.laid,
    );
    const [most] = [...counts].sort(([a, n], [b, m]) => m - n || b - a);
    return { hides: own.at(-1)!.hides, n: own.length, own: most![0], times: most![1] };
  });
}

/** Whether it is planned with when that is wished. */
export const areEnough = ({ n, times }: OwnCoats): boolean => n >= ENOUGH_TIMES && times / n >= MOSTLY;
