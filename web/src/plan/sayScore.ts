import type { Score } from '@app/core';
import { sayLength } from '../ui/time.ts';

/** What one plan has over another, the weightiest first; empty when nothing is better. */
export function sayGains(before: Score, after: Score): string[] {
  const out: string[] = [];
  const less = (k: keyof Score) => before[k] - after[k];
  if (less('unplanned') > 0) out.push(`${less('unplanned')} more steps have a place`);
  if (less('toldLate') > 0) out.push(after.toldLate === 0 ? 'every told date is kept' : 'told dates are kept better');
  if (less('otherLate') > 0) out.push(after.otherLate === 0 ? 'every other date fits' : 'other dates fit better');
  if (less('slackShort_minutes') >= 60) out.push(`${sayLength(less('slackShort_minutes'))} more in hand before dates`);
  if (less('flow_minutes') >= 60) out.push(`pieces leave ${sayLength(less('flow_minutes'))} sooner, all told`);
  if (less('loads') > 0) out.push(`${less('loads')} fewer set-ups of paint and tray`);
  return out;
}

/** What one plan loses against another. */
export function sayLosses(before: Score, after: Score): string[] {
  const out: string[] = [];
  const more = (k: keyof Score) => after[k] - before[k];
  if (more('unplanned') > 0) out.push(`${more('unplanned')} steps have no place`);
  if (more('toldLate') > 0) out.push('told dates are missed by more');
  if (more('otherLate') > 0) out.push('other dates are missed by more');
  if (more('flow_minutes') >= 60) out.push(`pieces leave ${sayLength(more('flow_minutes'))} later, all told`);
  return out;
}
