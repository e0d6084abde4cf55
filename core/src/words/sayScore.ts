import type { Score } from '../planner/build/score.ts';
import type { LowerBounds } from '../planner/explain/lowerBounds.ts';
import { sayLength } from './time.ts';

/** What one plan has over another, the weightiest first; empty when nothing is better. */
export function sayGains(before: Score, after: Score): string[] {
  const out: string[] = [];
  const less = (k: keyof Score) => before[k] - after[k];
  if (less('unready') > 0)
    out.push(less('unready') === 1 ? 'one more piece can be ready' : `${less('unready')} more pieces can be ready`);
  if (less('promisedLate') > 0)
    out.push(after.promisedLate === 0 ? 'every told date is kept' : 'told dates are kept better');
  if (less('otherLate') > 0) out.push(sayOthers(after));
  // Those of a piece that can be ready now are no news of their own.
  if (less('unready') <= 0 && less('unplanned') > 0)
    out.push(less('unplanned') === 1 ? 'one more step has a place' : `${less('unplanned')} more steps have a place`);
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

/** How good a plan of so many pieces is, and what no plan could better. */
export type Standing = { readonly score: Score; readonly limits: LowerBounds; readonly pieces: number };

/** One thing a plan is judged by, and how much of it is there in every plan: from 0, nothing is proved, to 1; null: nothing of it. */
export type StandingLine = { readonly words: string; readonly inAnyPlan: number | null };

/** How well the dates are kept and how long pieces are in the shop, and how much of that is there in every plan. */
export function sayStanding({ score, limits, pieces }: Standing): StandingLine[] {
  const dates = [
    sayLate('told date', score.promisedLate, limits.promisedLate),
    sayLate('date nobody was told', score.otherLate, limits.otherLate),
  ];
  // What has no place would count until the end of all plans.
  if (score.unplanned > 0)
    return [
      { words: `${score.unplanned} steps have no place; the pieces at the left say why.`, inAnyPlan: null },
      ...dates,
    ];
  return pieces === 0 ? dates : [...dates, sayStay(score.flow_minutes / pieces, limits.flow_minutes / pieces)];
}

function sayLate(what: string, late: number, limit: number): StandingLine {
  if (late <= 0) return { words: `Every ${what} is kept.`, inAnyPlan: null };
  const inAnyPlan = Math.min(1, limit / late);
  const share = Math.floor(100 * inAnyPlan);
  if (share === 0)
    return {
      words: `Not every ${what} is kept; a better plan is not ruled out. What if… shows what would help.`,
      inAnyPlan: 0,
    };
  return share >= 99
    ? {
        words: `Not every ${what} is kept, and no plan could keep them noticeably better with these hands and hours.`,
        inAnyPlan: 1,
      }
    : {
        words: `Not every ${what} is kept; at least ${share} % of that lateness is there in any plan with these hands and hours.`,
        inAnyPlan,
      };
}

/** @param mean_minutes from arrival to ready, of all pieces @param limit_minutes in no plan less */
function sayStay(mean_minutes: number, limit_minutes: number): StandingLine {
  const inAnyPlan = mean_minutes > 0 ? Math.min(1, limit_minutes / mean_minutes) : 1;
  const [mean, limit] = [mean_minutes, limit_minutes].map(sayDays) as [string, string];
  const words = `From its arrival until it is ready a piece takes ${mean} on average`;
  return mean === limit
    ? { words: `${words}; no plan could make that noticeably less with these hands and hours.`, inAnyPlan: 1 }
    : { words: `${words}; in no plan less than ${limit} with these hands and hours.`, inAnyPlan };
}

function sayDays(minutes: number): string {
  const days = (Math.round(minutes / 144) / 10).toLocaleString('en');
  return days === '1' ? '1 day' : `${days} days`;
}

/** What one plan loses against another. */
export function sayLosses(before: Score, after: Score): string[] {
  const out: string[] = [];
  const more = (k: keyof Score) => after[k] - before[k];
  if (more('unready') > 0)
    out.push(more('unready') === 1 ? 'one piece fewer can be ready' : `${more('unready')} pieces fewer can be ready`);
  if (more('promisedLate') > 0) out.push('told dates are missed by more');
  if (more('otherLate') > 0) out.push('dates nobody was told are missed by more');
  if (more('unready') <= 0 && more('unplanned') > 0)
    out.push(
      more('unplanned') === 1
        ? 'one more step of what cannot be ready has no place'
        : `${more('unplanned')} more steps of what cannot be ready have no place`,
    );
  if (more('flow_minutes') >= 60) out.push(`pieces leave ${sayLength(more('flow_minutes'))} later, in all`);
  return out;
}
