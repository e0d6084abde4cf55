import type { Instant } from '../quantities/units.ts';
import type { RouteStep } from '../route/piece.ts';

/** How far a step of the log came, and what was said of it. */
type LoggedState = {
  /** When somebody found that what it waits for was not dry. */
  readonly tooSoon?: readonly Instant[] | undefined;
} & (
  | { readonly kind: 'planned' }
  | { readonly kind: 'started'; readonly at: Instant }
  | {
      readonly kind: 'done';
      readonly from: Instant;
      readonly until: Instant;
      readonly by: readonly string[];
      /** What earlier sittings did of it, in minutes by the route's measure. */
      readonly worked?: { readonly minutes: number } | undefined;
      readonly timed?: true | undefined;
      /** Places whose air it dried in. */
      readonly places?: readonly string[] | undefined;
      readonly took?: { readonly litres: number; readonly isTold?: true | undefined } | undefined;
    }
);
export type LoggedStep = { readonly route: RouteStep; readonly state: LoggedState };

/** A piece of the log, here or left, with all the steps of its route. */
export type LoggedPiece = {
  readonly steps: readonly LoggedStep[];
  readonly zones: readonly { readonly id: string; readonly area_m2: number }[];
};
