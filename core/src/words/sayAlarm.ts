import { assertNever } from '../assertNever.ts';
import type { AlarmKind } from '../today/alarms.ts';
import type { Instant } from '../quantities/units.ts';
import { clock, sayLength, type Saying } from './time.ts';

/**
 * What an alarm calls out, as somebody at the bench would say it.
 * @param of when the window opens or closes
 * @param what piece and step, in words
 */
export function sayAlarm(kind: AlarmKind, of: Instant, what: string, saying: Saying): string {
  const left_minutes = of - saying.now;
  switch (kind) {
    case 'soon':
      return `In ${sayLength(Math.max(0, left_minutes))}, at ${clock(of, saying)}: ${what}`;
    case 'opens':
      return left_minutes < 0 ? `Since ${clock(of, saying)}: ${what}` : `Now: ${what}`;
    case 'closing':
    case 'last':
      return `Only until ${clock(of, saying)}, ${sayLength(Math.max(0, left_minutes))} left: ${what}`;
    default:
      return assertNever(kind);
  }
}
