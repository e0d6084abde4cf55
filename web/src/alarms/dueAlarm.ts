import { type Alarm, alarmsOf, type Instant, type Window } from '@app/core';

/** What is called out now: an alarm, or a window that closed without its step having been begun. */
export type Call =
  | { readonly kind: 'alarm'; readonly id: string; readonly alarm: Alarm }
  | { readonly kind: 'missed'; readonly id: string; readonly window: Window };

/** A moment that opened longer ago than this is no news any more. */
export const STALE_MINUTES = 60;

/**
 * The one thing to call out: of each window its latest alarm that is due and was not answered; a window that has closed is
 * told as missed. What closes first goes first.
 * @param answered ids of calls somebody has tapped away
 */
export function dueCall(windows: readonly Window[], now: Instant, answered: ReadonlySet<string>): Call | null {
  const calls = windows.flatMap((window) => {
    const call = callOf(window, now);
    return call && !answered.has(call.id) ? [call] : [];
  });
  return calls.sort((a, b) => urgency(a) - urgency(b))[0] ?? null;
}

/** What opened before somebody listened: no news for whoever switches the alarms on. */
export const alreadyOpen = (windows: readonly Window[], now: Instant): string[] =>
  windows.flatMap((window) => {
    const call = callOf(window, now);
    return call?.kind === 'alarm' && call.alarm.kind === 'opens' ? [call.id] : [];
  });

function callOf(window: Window, now: Instant): Call | null {
  if (window.closes !== null && window.closes <= now)
    return { kind: 'missed', id: `${window.step}@${window.closes}.missed`, window };
  const alarm = alarmsOf([window]).findLast((a) => a.at <= now);
  if (!alarm || (alarm.kind === 'opens' && now - alarm.at > STALE_MINUTES)) return null;
  return { kind: 'alarm', id: alarm.id, alarm };
}

const urgency = (c: Call): number =>
  c.kind === 'missed' ? c.window.closes! : (c.alarm.window.closes ?? Number.MAX_SAFE_INTEGER - 1);
