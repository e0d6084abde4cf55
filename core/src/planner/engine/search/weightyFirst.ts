import { aloneInShop } from '../bounds/latestStarts.ts';
import { scheduleCost } from '../schedule/cost.ts';
import { ParallelSgs } from '../schedule/parallelSgs.ts';
import { insert, latestFor, type PartialSchedule, readyFor, remove } from '../schedule/partialSchedule.ts';
import { seekOnly } from '../schedule/seek.ts';
import { bookFloor, placePiece, removePiece, type Scratch } from '../schedule/serialSgs.ts';
import { Snapshot } from '../schedule/snapshot.ts';
import { LEVEL } from './excess.ts';
import { isFree, lighterPieces, partialPieces } from './selectPieces.ts';
import { Neighbourhood } from './neighbourhood.ts';
import { PrioritySearch } from './prioritySearch.ts';
import { randomFrom } from './random.ts';
import { improve, type Search } from './search.ts';

/** A search in a plan that people follow, where it is known what of each piece's cost no plan can save. */
type SeenSearch = Search & {
  readonly leastCosts: Float64Array;
  /** Share of its time that is over. */
  readonly timeSpent: () => number;
};

/**
 * Betters a plan that people follow: first the weightiest dates as if nothing lighter were there, which is then put back round
 * them; then everything. One of those dates outweighs all that is lighter together, so that in a good plan they stand much as they
 * would alone, where a search has half as much to place and nothing in its way. See docs/decisions/0024.
 * Field term: decomposition of a lexicographic objective
 * @returns pieces placed again
 */
export function improveWeightyFirst(b: PartialSchedule, scratch: Scratch, search: SeenSearch): number {
  const all = b.model.pieces.map((_, k) => k);
  const movable = all.filter((k) => !search.frozen?.[k]);
  const lighter = lighterPieces(b.model, movable).filter((k) => isFree(b.model, k));
  const isWorthIt = lighter.length > 0 && lighter.length < movable.length && isWorthWinning(b, search.leastCosts);
  const done = isWorthIt ? winWeighty(b, scratch, search, lighter) : 0;
  // Other plans altogether were tried then.
  const isLate = search.isLate === true && !isWorthIt;
  return done + improve(b, scratch, { ...search, isLate, evaluations: search.evaluations - done });
}

/**
 * Whether the weightiest dates are missed by more than is sure to be by an hour or more, together and by their weight. For less
 * everything else is not taken off again and again.
 */
export function isWorthWinning(b: PartialSchedule, leastCosts: Float64Array): boolean {
  const heaviest = b.model.pieces.reduce((most, p) => Math.max(most, p.lateCost), 0);
  return new Neighbourhood(b, { leastCosts }).excess!.total(LEVEL.weightyDate) >= WORTH_WINNING_SLOTS * heaviest;
}

/**
 * Searches the weightiest dates without what is lighter; where some of that would lose its place, which no date is worth, once more with
 * it among the weighty ones.
 */
function winWeighty(b: PartialSchedule, scratch: Scratch, search: SeenSearch, lighter: readonly number[]): number {
  const all = b.model.pieces.map((_, k) => k);
  const before = new Snapshot(b.model.steps.length);
  before.keep(b, all);
  const cost = scheduleCost(b);
  const hadNoPlace = new Set(partialPieces(b));
  let apart = lighter;
  let done = 0;
  for (const share of WEIGHTY_SHARES) {
    done += searchWeighty(b, scratch, search, apart, share, done);
    if (scheduleCost(b) < cost) break;
    const lost = new Set(partialPieces(b).filter((k) => apart.includes(k) && !hadNoPlace.has(k)));
    before.replace(b, all);
    if (lost.size === 0 || lost.size === apart.length) break;
    apart = apart.filter((k) => !lost.has(k));
  }
  return done;
}

/**
 * Leaves the schedule with the weightiest dates better, if it can, and everything lighter put back as well as it may be.
 * @param share of the whole look by which they have been searched, of which so many pieces are `spent`
 */
function searchWeighty(
  b: PartialSchedule,
  scratch: Scratch,
  search: SeenSearch,
  lighter: readonly number[],
  share: number,
  spent: number,
): number {
  const frozen = search.frozen?.slice() ?? new Uint8Array(b.model.pieces.length);
  const before = lighter.map((k) => placementsOf(b, k)).sort((x, y) => x.from - y.from);
  for (const k of lighter) {
    frozen[k] = 1;
    removePiece(b, k);
  }
  const weighty = b.model.pieces.filter((_, k) => !frozen[k]);
  const steps = weighty.reduce((n, p) => n + p.steps.length, 0);
  const evaluations = Math.max(0, Math.floor(Math.min(share * search.evaluations - spent, MOST_PER_STEP * steps)));
  const tries = Math.floor((DATES_SHARE * evaluations) / weighty.length);
  const done = improve(b, scratch, {
    ...search,
    evaluations,
    isOver: () => search.timeSpent() >= share,
    frozen,
    // Other plans altogether are those by other dates.
    isLate: false,
    dateTries: tries,
  });
  return done + putBack(b, scratch, search, before, share + PUT_BACK_SHARE);
}

/** Where the steps of a piece stood. */
type Placements = { readonly piece: number; readonly from: number; readonly steps: readonly StepPlacement[] };
type StepPlacement = { readonly step: number; readonly at: number; readonly mode: number; readonly crew: number };

function placementsOf(b: PartialSchedule, piece: number): Placements {
  const steps = b.model.pieces[piece]!.steps.filter((i) => !b.model.steps[i]!.fixed && b.start[i]! >= 0).map((i) => ({
    step: i,
    at: b.start[i]!,
    mode: b.mode[i]!,
    crew: b.crew[i]!,
  }));
  return { piece, from: steps.reduce((least, s) => Math.min(least, s.at), Infinity), steps };
}

/**
 * Puts pieces back in the best of several ways: where they were as far as there is room, one after another in the order they
 * stood in, or all anew by one priority or another.
 */
function putBack(
  b: PartialSchedule,
  scratch: Scratch,
  search: SeenSearch,
  before: readonly Placements[],
  until: number,
): number {
  const group = before.map((p) => p.piece);
  const best = new Snapshot(b.model.steps.length);
  let least = Infinity;
  const keepIfBest = (cost: number) => {
    if (cost >= least) return;
    least = cost;
    best.keep(b, group);
  };
  for (const p of before) putBackOne(b, scratch, p);
  keepIfBest(scheduleCost(b));
  for (const k of group) removePiece(b, k);
  for (const k of group) placePiece(b, scratch, k, b.model.pieces[k]!.steps, Infinity);
  keepIfBest(scheduleCost(b));
  const parallelSgs = new ParallelSgs(b, scratch, () => aloneInShop(b.model));
  const prioritySearch = new PrioritySearch(b, scratch, parallelSgs, group, randomFrom(search.seed));
  const most = Math.floor((PUT_BACK_SHARE * search.evaluations) / group.length);
  let tries = 2;
  for (; tries < most && !prioritySearch.isSpent && search.timeSpent() < until; tries++)
    keepIfBest(prioritySearch.try(() => scheduleCost(b)));
  best.replace(b, group);
  return tries * group.length;
}

/** Where it stood if that is still free, else as early as it can. */
function putBackOne(b: PartialSchedule, scratch: Scratch, { piece, steps }: Placements): void {
  const own = b.model.pieces[piece]!;
  const isFree = (s: StepPlacement) => {
    const step = b.model.steps[s.step]!;
    if (s.at < readyFor(b, step) || s.at > latestFor(b, step) || !seekOnly(b, s.step, s.mode, s.crew, s.at))
      return false;
    const { start, end, hold, mode, crew } = b.found;
    insert(b, s.step, start, end, hold, mode, crew);
    return true;
  };
  if (steps.every(isFree) && own.steps.every((i) => b.start[i]! >= 0) && bookFloor(b, piece, false) < 0) return;
  // The floor was not booked for it.
  for (const i of own.steps) if (!b.model.steps[i]!.fixed) remove(b, i);
  placePiece(b, scratch, piece, own.steps, Infinity);
}

/** Share of a search by which the weightiest dates alone have been searched, and once more; no more than so much for each of their steps. */
const WEIGHTY_SHARES = [0.5, 0.85];
const MOST_PER_STEP = 40;
/** Of that, share that makes whole plans of them by other dates. */
const DATES_SHARE = 0.75;
/** Share of a search that puts everything lighter back anew by one priority and another, beside where it was. */
const PUT_BACK_SHARE = 0.1;
/** An hour of one of the weightiest dates, in slots. */
const WORTH_WINNING_SLOTS = 12;
