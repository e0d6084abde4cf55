import { mad, median } from './robust.ts';
import type { Skill } from '../planner/model/model.ts';

/** One step as it went: what the book gives it at the person's entered speed, and how long it took. */
export type Timed = {
  readonly person: string;
  readonly skill: Skill;
  readonly book_minutes: number;
  readonly took_minutes: number;
};

/** How a person's pace at a kind of work stands to the book: 1.2 takes a fifth longer. */
export type Pace = {
  readonly person: string;
  readonly skill: Skill;
  /** Of how many steps. */
  readonly n: number;
  /** What the log says, held near the book while there is little of it. */
  readonly factor: number;
  /** Half of all steps lie between these. */
  readonly low: number;
  readonly high: number;
};
/** Factors in use, by person and kind of work. */
export type OwnPace = Readonly<Record<string, Readonly<Partial<Record<Skill, number>>>>>;

/** So many steps by the book stand against those of the log. */
const BOOK_WEIGHT = 3;
/** What takes this many times longer or shorter than the book was no work at that step all the time: it says nothing. */
const ABSURD = 5;
/** Factors outside of these are no pace any more. */
const LEAST = 0.3;
const MOST = 3;

/**
 * What the log says of everybody's pace: the median of the logarithms, which single absurd values do not move, shrunk
 * towards the book while there are few. The likeliest spread comes from the median deviation.
 */
export function learnPace(timed: readonly Timed[]): Pace[] {
  const groups = new Map<string, Timed[]>();
  for (const t of timed) {
    if (!(t.book_minutes > 0 && t.took_minutes > 0)) continue;
    const ratio = t.took_minutes / t.book_minutes;
    if (ratio > ABSURD || ratio < 1 / ABSURD) continue;
    const key = `${t.person} ${t.skill}`;
    groups.set(key, [...(groups.get(key) ?? []), t]);
  }
  return [...groups.values()].map((own): Pace => {
    const logs = own.map((t) => Math.log(t.took_minutes / t.book_minutes));
    const middle = median(logs);
    const factor = Math.exp((middle * own.length) / (own.length + BOOK_WEIGHT));
    const spread = mad(logs, middle);
    return {
      person: own[0]!.person,
      skill: own[0]!.skill,
      n: own.length,
      factor: Math.min(MOST, Math.max(LEAST, factor)),
      low: Math.exp(middle - spread),
      high: Math.exp(middle + spread),
    };
  });
}

/** Fewer steps than these are an anecdote: shown, and not planned with. */
export const ENOUGH_STEPS = 5;

/** The factors to plan with. */
export function ownPaceOf(paces: readonly Pace[]): OwnPace {
  const own: Record<string, Partial<Record<Skill, number>>> = {};
  for (const p of paces)
    if (p.n >= ENOUGH_STEPS) own[p.person] = { ...own[p.person], [p.skill]: Math.round(p.factor * 100) / 100 };
  return own;
}
