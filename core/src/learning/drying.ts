import { group } from 'd3-array';
import { errorFunction } from 'simple-statistics';
import { USUAL_UNCERTAINTY } from '../planner/model/uncertainty.ts';

/**
 * What the log says of one film: how far it was by its sheet, in the air it stood in, when somebody found it not dry, and
 * when somebody went on with it. 1 is the sheet's own time.
 */
export type DryingFact = {
  readonly product: string;
  /** It was not dry at so much of the sheet's time; 0: nobody said so. */
  readonly over: number;
  /** It was dry at so much of the sheet's time, at the latest. */
  readonly under: number;
};

/** How long a product takes to dry in this shop against its sheet: 1.2 takes a fifth longer. */
export type OwnDrying = {
  readonly product: string;
  /** Of how many films. */
  readonly n: number;
  readonly factor: number;
  /** Four times of five the true factor lies between these. */
  readonly low: number;
  readonly high: number;
};

/** What comes at more of the sheet's time than this says nothing of when the film was dry. */
const TOO_LATE = 3;
/** Share of films of which what was tapped says nothing, the wrong step or a day later; they may lie anywhere. From memory. */
const MISTAPPED = 0.03;
const ANYWHERE = 1;
/** Whatever was tapped is possible, so that no film makes every factor impossible. */
const NEVER_NOTHING = 1e-9;
/** How far shops lie from the sheet, before anything is known of one. From memory. */
const SHOPS = 0.25;

/** Factors looked at, as logarithms. */
const STEP = 0.01;
const FACTORS = Array.from({ length: 221 }, (_, i) => -0.9 + i * STEP);
/** How much the films of one product differ from each other, with how likely each is: about the usual. */
const SPREADS = [0.5, 0.75, 1, 1.5, 2].map((k) => ({ sigma: USUAL_UNCERTAINTY.drying * k, weight: k === 1 ? 2 : 1 }));

const below = (x: number, sigma: number) =>
  Number.isFinite(x) ? (1 + errorFunction(x / (sigma * Math.SQRT2))) / 2 : x > 0 ? 1 : 0;

/**
 * What a shop's log says of how its products dry. A log only says between when and when a film became dry, so the factor
 * is judged by how likely all these stretches are under each; a sheet is believed until enough speaks against it, and what
 * was tapped at random moves nothing.
 * Field term: interval-censored log-normal times, posterior on a grid, with a share of outliers
 */
export function learnDrying(facts: readonly DryingFact[]): OwnDrying[] {
  return [...group(facts.filter(saysSomething), (f) => f.product)].map(([product, own]) => ({
    product,
    n: own.length,
    ...quantiles(posterior(own)),
  }));
}

const saysSomething = ({ over, under }: DryingFact) => over < under && (over > 0 || under < TOO_LATE);

/** How likely each of the factors is. */
function posterior(facts: readonly DryingFact[]): number[] {
  const stretches = facts.map((f) => {
    const [over, under] = [Math.log(f.over), Math.log(f.under)];
    return { over, under, mistapped: MISTAPPED * Math.max(NEVER_NOTHING, within(over, under, 0, ANYWHERE)) };
  });
  const likely = SPREADS.map(({ sigma, weight }) =>
    FACTORS.map((mu) => {
      let sum = Math.log(weight) - (mu / SHOPS) ** 2 / 2;
      for (const { over, under, mistapped } of stretches)
        sum += Math.log((1 - MISTAPPED) * within(over, under, mu, sigma) + mistapped);
      return sum;
    }),
  );
  const most = Math.max(...likely.flat());
  return FACTORS.map((_, i) => likely.reduce((n, row) => n + Math.exp(row[i]! - most), 0));
}

/** How likely a film with this logarithm of its factor, give or take, becomes dry between two shares of the sheet's time. */
const within = (over: number, under: number, mu: number, sigma: number): number =>
  Math.max(0, below(under - mu, sigma) - below(over - mu, sigma));

function quantiles(weights: readonly number[]): Pick<OwnDrying, 'factor' | 'low' | 'high'> {
  const whole = weights.reduce((a, b) => a + b, 0);
  const at = (share: number) => {
    let sum = 0;
    const i = weights.findIndex((w) => (sum += w) >= share * whole);
    return Math.exp(FACTORS[i]!);
  };
  return { factor: at(0.5), low: at(0.1), high: at(0.9) };
}

/** Fewer films than these are an anecdote: shown, and not planned with. */
export const ENOUGH_FILMS = 5;

/** The factor to plan with: never sooner than the sheet says, unless the owner says so. */
export const dryingToPlan = (factor: number, isBelowSheet: boolean): number =>
  Math.round(Math.max(isBelowSheet ? 0 : 1, factor) * 100) / 100;
