import type { Instant } from '../quantities/units.ts';
import type { Window } from './windows.ts';

/** soon: it opens in a few minutes · opens: now · closing: there is still time · last: hurry. */
export const ALARM_KINDS = ['soon', 'opens', 'closing', 'last'] as const;
export type AlarmKind = (typeof ALARM_KINDS)[number];
export type Alarm = {
  /** The same alarm has the same id for as long as it is for the same moment. */
  readonly id: string;
  readonly kind: AlarmKind;
  readonly at: Instant;
  /** The moment it speaks of: when the window opens, or closes. */
  readonly of: Instant;
  readonly window: Window;
};

/** Warned so long before something opens. */
export const SOON_MINUTES = 5;
/** Warned twice before something closes; short windows are warned of later, so that both warnings still fall within. */
const CLOSING_MINUTES = 30;
const LAST_MINUTES = 10;

/** What is called out about windows, in the order of time. */
export function alarmsOf(windows: readonly Window[]): Alarm[] {
  return windows
    .flatMap((window): Alarm[] => {
      const { opens, closes } = window;
      const alarm = (kind: AlarmKind, at: Instant, of: Instant): Alarm => ({
        id: `${window.step}@${of}.${kind}`,
        kind,
        at,
        of,
        window,
      });
      const open = [alarm('soon', opens - SOON_MINUTES, opens), alarm('opens', opens, opens)];
      if (closes === null) return open;
      const length = Math.max(0, closes - opens);
      return [
        ...open,
        alarm('closing', closes - Math.min(CLOSING_MINUTES, Math.floor(length / 2)), closes),
        alarm('last', closes - Math.min(LAST_MINUTES, Math.floor(length / 4)), closes),
      ];
    })
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
}
