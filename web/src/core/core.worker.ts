import {
  byWorth,
  changedBy,
  type Chances,
  chancesOf,
  eachRemedy,
  earliestReady,
  explained,
  type Explained,
  type Filler,
  type Gap,
  gainOfOneMore,
  gapFill,
  type HouseEffect,
  type HouseSample,
  type Instant,
  type LowerBounds,
  lowerBoundsOf,
  type Outlook,
  outlookOf,
  type PieceToPlan,
  pieceToPlan,
  type PinEffect,
  pinEffect,
  type Plan,
  type Problem,
  problemOf,
  type PromiseAnswer,
  promiseFor,
  type Remedy,
  type Scarce,
  type Score,
  scoreOf,
  type Shop,
  type ShopPiece,
  type StartSpan,
  startTimes,
  type WeekOfWaiting,
  type WhatIf,
  waitingByWeek,
} from '@app/core';
import { expose } from 'comlink';

/** The workshop as it is looked at: sent once, asked about often. */
export type Laid = {
  readonly shop: Shop;
  readonly pieces: readonly ShopPiece[];
  readonly now: number;
  readonly plan: Plan;
};
/** How good the plan is, and what no plan could better. */
export type Standing = { readonly limits: LowerBounds; readonly score: Score };
/** What would reach a date, the best first; more may follow. */
export type Ways = { readonly ways: readonly Remedy[]; readonly isAll: boolean };
/** A promise without its plan, which is large and not shown. */
export type Promised =
  Exclude<PromiseAnswer, { kind: 'ready' }> | Omit<Extract<PromiseAnswer, { kind: 'ready' }>, 'plan'>;
/** When a piece could be ready; the plan it is in is not shown. */
export type Preview = Exclude<PromiseAnswer, { kind: 'ready' }> | { readonly kind: 'ready'; readonly at: Instant };
/** A piece not yet entered, or one being changed, among all others; `isFirst`: those nobody was told of wait for it. */
export type Asked = { readonly piece: ShopPiece; readonly isFirst: boolean; readonly instead: string | null };
export type RemedyQuestion = Asked & {
  readonly wanted: Instant;
  readonly variants: readonly { readonly id: string; readonly cost: number; readonly piece: ShopPiece }[];
};

/** More than a person looks at; the others are explained when their piece is opened. */
const MOST_EXPLAINED = 60;

/** The core's answers about one workshop, worked out in a thread of their own. */
export class CoreApi {
  #laid: (Laid & { readonly problem: Problem }) | null = null;

  /** Lays out the workshop all later questions are about. */
  lay(laid: Laid): void {
    this.#laid = { ...laid, problem: problemOf(laid.shop, laid.pieces, laid.now) };
  }

  explain(): Explained {
    const { problem, plan } = this.#here;
    return explained(problem, plan, MOST_EXPLAINED);
  }
  preview(asked: Asked): Preview {
    const { problem, plan } = this.#around(asked.instead);
    const found = earliestReady(problem, plan, this.#toPlan(asked.piece), asked.isFirst);
    return found.kind === 'ready' ? { kind: 'ready', at: found.at } : found;
  }
  promise(asked: Asked, runs: number): Promised {
    const { problem, plan } = this.#around(asked.instead);
    const answer = promiseFor(problem, plan, this.#toPlan(asked.piece), runs, 1, asked.isFirst);
    if (answer.kind === 'noRoom') return answer;
    const { plan: _plan, ...rest } = answer;
    return rest;
  }
  /** @param onMore is given what is found so far, while the rest is still planned */
  remedies(asked: RemedyQuestion, onMore: (soFar: Ways) => void): Ways {
    const { problem, plan } = this.#around(asked.instead);
    const variants = asked.variants.map((v) => ({ ...v, piece: this.#toPlan(v.piece) }));
    const found: Remedy[] = [];
    for (const remedy of eachRemedy(problem, plan, this.#toPlan(asked.piece), asked.wanted, variants, asked.isFirst)) {
      found.push(remedy);
      onMore({ ways: [...found].sort(byWorth), isAll: false });
    }
    return { ways: found.sort(byWorth), isAll: true };
  }
  chances(runs: number): Readonly<Record<string, Chances>> {
    const { problem, plan } = this.#here;
    return Object.fromEntries(chancesOf(problem, plan, runs));
  }
  starts(step: string, from: Instant, until: Instant): StartSpan[] {
    const { problem, plan } = this.#here;
    return startTimes(problem, plan, step, from, until);
  }
  pinned(step: string, at: Instant): PinEffect {
    const { problem, plan } = this.#here;
    return pinEffect(problem, plan, step, at);
  }
  gap(gap: Gap): Filler[] {
    const { problem, plan } = this.#here;
    return gapFill(problem, plan, gap);
  }
  scarce(): WeekOfWaiting[] {
    const { problem, plan } = this.#here;
    return waitingByWeek(problem, plan);
  }
  standing(): Standing {
    const { problem, plan } = this.#here;
    return { limits: lowerBoundsOf(problem, plan), score: scoreOf(problem, plan) };
  }
  oneMore(on: Scarce): { without: Score; with: Score } {
    const { problem, plan } = this.#here;
    return gainOfOneMore(problem, plan, on);
  }
  /** @throws {Error} when the question is about nothing there is */
  whatIf(what: WhatIf): Outlook {
    const { problem, plan, shop, pieces, now } = this.#here;
    const other = changedBy({ shop, pieces }, what, now);
    if (!other) throw new Error('the question is about nothing there is');
    return outlookOf(problem, plan, problemOf(other.shop, other.pieces, now));
  }
  async house(sample: HouseSample): Promise<HouseEffect[]> {
    const { shop, now } = this.#here;
    const { houseEffects } = await import('./house.ts');
    return houseEffects(shop, now, sample);
  }

  /** @throws {Error} when no workshop was laid out before the question */
  get #here() {
    if (!this.#laid) throw new Error('no workshop is laid out');
    return this.#laid;
  }
  /** The workshop without the piece that another is tried instead of. */
  #around(instead: string | null): { problem: Problem; plan: Plan } {
    const { problem, plan } = this.#here;
    return instead === null
      ? { problem, plan }
      : { problem: { ...problem, pieces: problem.pieces.filter((p) => p.id !== instead) }, plan };
  }
  #toPlan(piece: ShopPiece): PieceToPlan {
    return pieceToPlan(this.#here.shop)(piece);
  }
}

// A test may import the class; only a worker has nobody above it.
if (typeof window === 'undefined') expose(new CoreApi());
