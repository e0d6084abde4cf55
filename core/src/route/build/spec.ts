import type { Link } from '../../planner/model/model.ts';
import type { RouteStep } from '../piece.ts';

/** A step before it is chained to the ones before it: what it is, not yet what it waits for. */
export type StepSpec = Omit<RouteStep, 'after' | 'litres' | 'work_minutes'> & {
  readonly minutes: number;
  /** Share of the product that never reaches the piece. */
  readonly loss: number;
  /** Replaces the gap to what went before: counted from the end of `of`, or of the last step on its zones. */
  readonly window: Window | null;
  /** Further links beside those to the last step on each zone. */
  readonly also: readonly Link[];
  /** Coats of one kind: numbered in the order they stand. */
  readonly series: Series | null;
  /** When another product may go over it, where that is not its own topcoat stage: this stage and so many minutes more. */
  readonly cover: { readonly at: Link['from']; readonly minutes: number } | null;
  /** Has no sense without this step, and goes when it goes. */
  readonly with: string | null;
  /** Where in its phase it stands; without it, in the order the rules gave it. */
  readonly place: Place | null;
};
export type Window = { readonly of: string | null; readonly min: number; readonly max: number | null };
/** `id` is shared by the coats of a series, `before` and `behind` are the words around "coat 1 of 2". */
type Series = { readonly id: string; readonly before: string; readonly behind: string };
export type Place = { readonly after: string } | { readonly before: string };

/** A spec with everything that is usual filled in. */
export const spec = (
  given: Pick<StepSpec, 'key' | 'title' | 'reason' | 'rule' | 'authority' | 'phase' | 'zones' | 'minutes' | 'skill'> &
    Partial<StepSpec>,
): StepSpec => ({
  caution: null,
  group: null,
  acts: [],
  coat: null,
  colour: null,
  method: null,
  hands: 1,
  splittable: false,
  dusty: false,
  needs: [],
  tool: null,
  product: null,
  outcomes: [],
  loss: 0.1,
  window: null,
  also: [],
  series: null,
  cover: null,
  with: null,
  place: null,
  ...given,
});
