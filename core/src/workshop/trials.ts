import type { Instant } from '../quantities/units.ts';

export const VERDICTS = ['keep', 'again', 'no'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** A colour tried on the piece itself: a strip, looked at wet and dry. */
export type Trial = {
  readonly id: string;
  readonly name: string;
  readonly hex: string;
  /** The can or cup it was laid from; null: something that is not on the shelf. */
  readonly paint: string | null;
  /** Looked at under its clear coat. */
  readonly sealed: boolean;
  /** Null: not decided. */
  readonly verdict: Verdict | null;
  /** Its photos on the piece, by their ids: as it was wet, and as it dried. */
  readonly wet?: string | null | undefined;
  readonly dry?: string | null | undefined;
};
/** How a strip is photographed. */
export const STRIP_LOOKS = ['wet', 'dry'] as const;
/** Colours tried on a piece, and until when somebody decides. */
export type Trials = { readonly decide_by: Instant | null; readonly tried: readonly Trial[] };

export const NO_TRIALS: Trials = { decide_by: null, tried: [] };
/** More strips than these nobody compares. */
export const MOST_TRIALS = 5;

/** The one that was kept; null: none yet. */
export const keptTrial = ({ tried }: Trials): Trial | null => tried.find((t) => t.verdict === 'keep') ?? null;

/** What cannot be of them, in words; null: nothing. */
export function trialsFault({ tried, decide_by }: Trials, now: Instant): string | null {
  if (tried.length > MOST_TRIALS) return `At most ${MOST_TRIALS} colours at once: take one away first.`;
  if (tried.filter((t) => t.verdict === 'keep').length > 1) return 'Only one colour can be kept.';
  if (decide_by !== null && decide_by <= now && !tried.some((t) => t.verdict === 'keep'))
    return 'Enter a day and a time still to come.';
  return null;
}
