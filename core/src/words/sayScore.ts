import type { Score } from '../planner/build/score.ts';
import type { LowerBounds } from '../planner/explain/lowerBounds.ts';
import { sayLength } from './time.ts';

/** What one plan has over another, the weightiest first; empty when nothing is better. */
export function sayGains(before: Score, after: Score): string[] {
  const out: string[] = [];
  const less = (k: keyof Score) => before[k] - after[k];
  if (less('unplanned') > 0)
    out.push(less('unplanned') === 1 ? 'one more step has a place' : `${less('unplanned')} more steps have a place`);
  if (less('promisedLate') > 0)
    out.push(after.promisedLate === 0 ? 'every told date is kept' : 'told dates are kept better');
  if (less('otherLate') > 0) out.push(sayOthers(after));
  if (less('slackShort_minutes') >= 60) out.push(`${sayLength(less('slackShort_minutes'))} more in hand before dates`);
  if (less('flow_minutes') >= 60) out.push(`pieces leave ${sayLength(less('flow_minutes'))} sooner, in all`);
  if (less('loads') > 0)
    out.push(
      less('loads') === 1 ? 'one set-up of paint and tray less' : `${less('loads')} fewer set-ups of paint and tray`,
    );
  return out;
}

/** Never “every other date”, which is every second one. */
function sayOthers({ otherLate, promisedLate }: Score): string {
  if (otherLate > 0) return 'dates nobody was told fit better';
  return promisedLate > 0 ? 'all dates nobody was told fit' : 'every date fits';
}

/** How well the dates are kept, and how much of their lateness is there in every plan. */
export function sayStanding({ score, limits }: { readonly score: Score; readonly limits: LowerBounds }): string[] {
  const out: string[] = [];
  if (score.unplanned > 0) out.push(`${score.unplanned} steps have no place; the pieces at the left say why.`);
  out.push(
    sayLate('told date', score.promisedLate, limits.promisedLate),
    sayLate('date nobody was told', score.otherLate, limits.otherLate),
  );
  return out;
}

function sayLate(what: string, late: number, limit: number): string {
  if (late <= 0) return `Every ${what} is kept.`;
  const share = Math.floor((100 * Math.min(late, limit)) / late);
  if (share === 0) return `Not every ${what} is kept; a better plan is not ruled out. What if… shows what would help.`;
  return share >= 99
    ? `Not every ${what} is kept, and no plan could keep them better with these hands and hours.`
    : `Not every ${what} is kept; at least ${share} % of that lateness is there in any plan with these hands and hours.`;
}

/** What one plan loses against another. */
export function sayLosses(before: Score, after: Score): string[] {
  const out: string[] = [];
  const more = (k: keyof Score) => after[k] - before[k];
  if (more('unplanned') > 0) out.push(`${more('unplanned')} steps have no place`);
  if (more('promisedLate') > 0) out.push('told dates are missed by more');
  if (more('otherLate') > 0) out.push('dates nobody was told are missed by more');
  if (more('flow_minutes') >= 60) out.push(`pieces leave ${sayLength(more('flow_minutes'))} later, in all`);
  return out;
}
