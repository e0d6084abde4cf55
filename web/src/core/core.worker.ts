import {
  breakMoves,
  changedBy,
  type DayBreak,
  type Earliest,
  chanceBy,
  eachRemedy,
  earliestReady,
  explained,
  type Explained,
  type Filler,
  type Gap,
  gainOfOneMore,
  gapFill,
  type HouseEffect,
  type HouseRules,
  type HouseSample,
  type Instant,
  isSooner,
  lowerBoundsOf,
  readyAlone,
  type Standing,
  madeLater,
  type MadeLater,
  mixesNear,
  type NearMix,
  type Outlook,
  outlookOf,
  type Part,
  type PieceMove,
  type PieceToPlan,
  pieceToPlan,
  type PinEffect,
  pinEffect,
  type Plan,
  type Problem,
  problemOf,
  ProblemKeeper,
  queryPlan,
  type ReadyIn,
  readyByPlace,
  readyInParts,
  readyWithout,
  type PlannedRemedy,
  type RehearsedRemedy,
  type RemedyChange,
  ResourceCache,
  type Scarce,
  type Score,
  scoreOf,
  type Share,
  type ShelfPaint,
  type Shop,
  type ShopPiece,
  type Stage,
  type StartSpan,
  startTimesIn,
  type WeekOfWaiting,
  type WhatIf,
  waitingByWeek,
  WHOLE,
} from '@app/core';
import { applyPieces, applyPlanUpdate, type PieceView, type PlanUpdate } from '@app/contract';
import { expose } from 'comlink';

/** The workshop as it is looked at: sent once, asked about often. */
export type Laid = {
  readonly shop: Shop;
  readonly pieces: readonly PieceView[];
  readonly now: number;
  readonly plan: Plan;
};
/** What of it is otherwise than the last time; null: as before. */
export type LaidChange = {
  readonly shop: Shop | null;
  readonly pieces: readonly PieceView[];
  readonly gone: readonly string[];
  readonly now: number;
  readonly plan: PlanUpdate | null;
};
/** Changes that have a piece ready sooner, in the order they are found, and those that do not; more may follow. */
export type Ways = {
  /** When it is ready by a better plan alone, which is offered by itself; null: no sooner. */
  readonly better: Instant | null;
  readonly ways: readonly RehearsedRemedy[];
  readonly inVain: readonly RemedyChange[];
  readonly isAll: boolean;
};
type NoRoom = Extract<Earliest, { kind: 'noRoom' }>;
/** When a piece was ready in the rehearsals so far, in order; without the plan it is in, which is large and not shown. */
export type Rehearsed = NoRoom | { readonly kind: 'ready'; readonly earliest: Instant; readonly ready: Float64Array };
/** When a piece could be ready; the plan it is in is not shown. */
export type Preview =
  | NoRoom
  /** `later`: what saving it makes later. */
  | { readonly kind: 'ready'; readonly at: Instant; readonly later: readonly MadeLater[] };
/** A piece not yet entered, or as it would be when changed; `isFirst`: those nobody was told of wait for it. */
export type Asked = { readonly piece: ShopPiece; readonly isFirst: boolean };
export type RemedyQuestion = Asked & {
  readonly wanted: Instant;
  readonly variants: readonly { readonly id: string; readonly cost: number; readonly piece: ShopPiece }[];
};

/** Questions that take seconds in a larger shop; a newer one of its kind ends an older one. */
export type Lengthy = 'promise' | 'remedies' | 'chances';
/** Those that rehearse a piece of the shop, each by rows of its own. */
type Rehearsing = Extract<Lengthy, 'promise' | 'chances'>;
/** After so long of one question it is looked whether another came. */
const BREATH_MS = 40;

/** With more steps than this a promise is told in two parts: at first from few rehearsals. */
const AT_ONCE_STEPS = 100;
const FIRST_RUNS = 20;
/** So much is rehearsed before anybody asks, so that what it takes is compiled by then: no more runs, nor longer, than this. */
const PREPARED_RUNS = 60;
const LONGEST_PREPARED_MS = 1000;
/** After so long of rehearsing, what there is is the answer: a very large shop has it from fewer runs, and says from how many. */
const LONGEST_MS = 10_000;
/** The same of each way to reach a date. */
const LONGEST_OF_A_WAY_MS = 4000;
/** After so long without another question the plan is laid out for a drag. */
const PREPARE_MS = 30;

/** More than a person looks at; the others are explained when their piece is opened. */
const MOST_EXPLAINED = 60;

/** The core's answers about one workshop, worked out in a thread of their own. */
export class CoreApi {
  #laid: (Laid & { readonly problem: Problem }) | null = null;
  readonly #keeper = new ProblemKeeper();
  /** For questions about a shop that is not so yet, so that the shop's own problem stays warm. */
  readonly #asking = new ProblemKeeper();
  readonly #cache = new ResourceCache();
  readonly #askingCache = new ResourceCache();
  /** What is rehearsed while something else is asked has rows of its own. */
  readonly #rehearsing: Readonly<Record<Rehearsing, ResourceCache>> = {
    promise: new ResourceCache(),
    chances: new ResourceCache(),
  };
  readonly #newest = new Map<Lengthy, symbol>();
  /** The plan laid out for questions about where a step may start; made ahead, so that a drag is answered at once. */
  #query: { readonly of: object; readonly draft: ReturnType<typeof queryPlan> } | null = null;

  /** The last piece asked about in this workshop, and when it could be ready. */
  #found: { readonly of: object; readonly key: string; readonly earliest: Earliest } | null = null;

  /** Lays out the workshop all later questions are about. */
  lay(laid: Laid): void {
    this.#put(laid);
  }

  /** Lays out what changed in it. */
  change({ shop, pieces, gone, now, plan }: LaidChange): void {
    const before = this.#here;
    this.#put({
      shop: shop ?? before.shop,
      pieces: applyPieces(before.pieces, { pieces, gone }),
      now,
      plan: plan ? applyPlanUpdate(before.plan, plan) : before.plan,
    });
  }

  #put(laid: Laid): void {
    const here = { ...laid, problem: this.#keeper.problemOf(laid.shop, laid.pieces, laid.now) };
    this.#laid = here;
    // After the question that comes with it.
    setTimeout(() => {
      if (this.#laid === here) this.#queried();
    }, PREPARE_MS);
  }

  #queried(): ReturnType<typeof queryPlan> {
    const { problem, plan } = this.#here;
    const known = this.#query?.of === this.#laid ? this.#query : null;
    return (this.#query = known ?? { of: this.#laid!, draft: queryPlan(problem, plan, this.#cache) }).draft;
  }

  explain(): Explained {
    const { problem, plan } = this.#here;
    return explained(problem, plan, MOST_EXPLAINED);
  }
  /**
   * Goes once through what a question about a new piece takes, with one that is there, while its form is still being read: what is
   * made for it is kept, and in a large shop the first answer then comes in half the time. Where such a question was put it is ready.
   * @throws {Error} when it is asked about a new piece meanwhile
   */
  async prepare(): Promise<void> {
    if (this.#newest.has('promise')) return;
    const { shop, pieces, now, plan } = this.#here;
    const problem = this.#asking.problemOf(shop, pieces, now);
    // The one that is ready last takes all that any other does.
    const planned = problem.pieces.filter((p) => p.id in plan.ready);
    const [last] = planned.sort((a, b) => plan.ready[b.id]! - plan.ready[a.id]!);
    if (!last) return;
    const found = earliestReady(problem, plan, last.id, false, this.#askingCache);
    if (found.kind !== 'ready') return;
    const begun = performance.now();
    const cache = this.#rehearsing.promise;
    const parts = readyInParts(problem, found.plan, last.id, PREPARED_RUNS, WHOLE, cache);
    for await (const _ of this.#whileWanted('promise', parts))
      if (performance.now() - begun > LONGEST_PREPARED_MS) break;
  }
  preview(asked: Asked): Preview {
    const { plan } = this.#here;
    const problem = this.#with(asked.piece);
    const found = this.#earliest(asked, problem);
    if (found.kind !== 'ready') return found;
    return { kind: 'ready', at: found.at, later: madeLater(problem, plan, found.plan, asked.piece.id) };
  }
  /**
   * @param asked a piece not yet entered, or the id of one that has its place in the plan
   * @param share of the runs, where other threads do the others; all of it unless that takes too long
   * @param onMore is given a first answer of few rehearsals where all of them take longer than somebody likes to wait
   */
  async rehearse(
    asked: Asked | string,
    runs: number,
    share: Share,
    onMore: (soFar: Rehearsed) => void,
  ): Promise<Rehearsed> {
    const [kind, id] =
      typeof asked === 'string' ? (['chances', asked] as const) : (['promise', asked.piece.id] as const);
    const { plan: current } = this.#here;
    const problem = typeof asked === 'string' ? this.#here.problem : this.#with(asked.piece);
    const found: Earliest =
      typeof asked === 'string'
        ? { kind: 'ready', at: current.ready[id]!, plan: current }
        : this.#earliest(asked, problem);
    if (found.kind === 'noRoom') return found;
    const isLong = problem.pieces.reduce((n, p) => n + p.steps.length, 0) > AT_ONCE_STEPS;
    const begun = performance.now();
    const told = (part: Part): Rehearsed => ({ kind: 'ready', earliest: found.at, ready: part.soFar() });
    const parts = readyInParts(problem, found.plan, id, runs, share, this.#rehearsing[kind]);
    let isTold = !isLong;
    let last: Part | null = null;
    for await (const part of this.#whileWanted(kind, parts)) {
      last = part;
      if (part.runs * share.of < FIRST_RUNS) continue;
      if (performance.now() - begun > LONGEST_MS) break;
      if (isTold) continue;
      isTold = true;
      onMore(told(part));
    }
    return told(last!);
  }
  /**
   * Ways in the order they come: whoever is about to tap one must not have it move away. All are planned first, then rehearsed.
   * @param onMore is given what is found so far, while the rest is still worked out
   */
  async remedies(asked: RemedyQuestion, runs: number, onMore: (soFar: Ways) => void): Promise<Ways> {
    let told: Ways | null = null;
    for await (const soFar of this.#whileWanted('remedies', this.#waysInParts(asked, runs))) {
      if (soFar === told) continue;
      told = soFar;
      if (!soFar.isAll) onMore(soFar);
    }
    return told!;
  }
  /** What is known of the ways after each part of the work, mostly nothing new. */
  *#waysInParts(asked: RemedyQuestion, runs: number): Generator<Ways> {
    const { problem, plan } = this.#here;
    const { piece, isFirst, wanted } = asked;
    const without = readyWithout(problem, plan, this.#toPlan(piece), wanted, isFirst);
    const { better } = without;
    const variants = asked.variants.map((v) => ({ ...v, piece: this.#toPlan(v.piece) }));
    const planned: PlannedRemedy[] = [];
    const inVain: RemedyChange[] = [];
    let ways: readonly RehearsedRemedy[] = [];
    for (const way of eachRemedy(problem, plan, this.#toPlan(piece), wanted, variants, isFirst)) {
      if (!isSooner(way.remedy, without)) inVain.push(way.remedy.change);
      else {
        planned.push(way);
        ways = [...ways, { ...way.remedy, kept: null }];
      }
      yield { better, ways, inVain: [...inVain], isAll: false };
    }
    let soFar: Ways = { better, ways, inVain, isAll: planned.length === 0 };
    yield soFar;
    for (const [n, way] of planned.entries()) {
      const begun = performance.now();
      let last: Part | null = null;
      for (const part of readyInParts(way.problem, way.plan, piece.id, runs)) {
        last = part;
        if (part.runs >= FIRST_RUNS && performance.now() - begun > LONGEST_OF_A_WAY_MS) break;
        yield soFar;
      }
      const kept = chanceBy(last!.soFar(), wanted);
      ways = ways.map((w, k) => (k === n ? { ...w, kept } : w));
      soFar = { better, ways, inVain, isAll: n === planned.length - 1 };
      yield soFar;
    }
  }
  /** Nobody waits for the answer to the last question of a kind any more. */
  letGo(kind: Lengthy): void {
    this.#newest.delete(kind);
  }
  readyIn(step: string, laid: Instant, stage: Stage): ReadyIn[] {
    return readyByPlace(this.#here.problem, step, laid, stage);
  }
  /** @throws {Error} when it is about nothing there is */
  breakMoves(what: DayBreak): readonly PieceMove[] {
    const { shop, pieces, plan, now } = this.#here;
    const found = breakMoves({ shop, pieces }, plan, what, now);
    if (!found) throw new Error('it is about nothing there is');
    return found.moves;
  }
  /** Of the shelf's paints of one product, those whose mix comes nearest to a colour. */
  mixesNear(hex: string, product: string): NearMix<ShelfPaint>[] {
    const paints = this.#here.shop.paints.filter((p) => p.product === product && p.on_hand_litres > 0);
    return mixesNear(hex, paints);
  }
  starts(step: string, from: Instant, until: Instant): StartSpan[] {
    return startTimesIn(this.#queried(), this.#here.plan, step, from, until);
  }
  pinned(step: string, at: Instant): PinEffect {
    const { problem, plan } = this.#here;
    return pinEffect(problem, plan, step, { at });
  }
  held(step: string, notBefore: Instant): PinEffect {
    const { problem, plan } = this.#here;
    return pinEffect(problem, plan, step, { notBefore });
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
    return { limits: lowerBoundsOf(problem, plan), score: scoreOf(problem, plan), pieces: problem.pieces.length };
  }
  alone(): Readonly<Record<string, Instant>> {
    const { problem, plan } = this.#here;
    return readyAlone(problem, plan);
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
  /** @param house the rules as they are chosen, saved or not */
  async house(sample: HouseSample, house: HouseRules): Promise<HouseEffect[]> {
    const { shop, now } = this.#here;
    const { houseEffects } = await import('./house.ts');
    return houseEffects({ ...shop, house }, now, sample);
  }

  /**
   * Goes through what is worked out in parts, and lets other questions be answered between them.
   * @throws {Error} when the question was let go, or was asked otherwise
   */
  async *#whileWanted<T>(kind: Lengthy, parts: Iterable<T>): AsyncGenerator<T, void> {
    const mine = Symbol(kind);
    this.#newest.set(kind, mine);
    let since = performance.now();
    for (const part of parts) {
      yield part;
      if (performance.now() - since >= BREATH_MS) {
        await breath();
        since = performance.now();
      }
      if (this.#newest.get(kind) !== mine) throw new Error('nobody waits for this any more');
    }
  }

  /** When a piece could be ready: the plan saving it would make. What was found is kept, since how sure it is will be asked next. */
  #earliest(asked: Asked, problem: Problem): Earliest {
    const { plan } = this.#here;
    const key = JSON.stringify(asked);
    const known = this.#found?.of === this.#laid && this.#found?.key === key ? this.#found : null;
    return (this.#found = known ?? {
      of: this.#laid!,
      key,
      earliest: earliestReady(problem, plan, asked.piece.id, asked.isFirst, this.#askingCache),
    }).earliest;
  }

  /** @throws {Error} when no workshop was laid out before the question */
  get #here() {
    if (!this.#laid) throw new Error('no workshop is laid out');
    return this.#laid;
  }
  /** The workshop as it would be with a piece saved: the same problem as the server would make of it. */
  #with(piece: ShopPiece): Problem {
    const { shop, pieces, now } = this.#here;
    return this.#asking.problemOf(shop, [...pieces.filter((p) => p.id !== piece.id), piece], now);
  }
  #toPlan(piece: ShopPiece): PieceToPlan {
    return pieceToPlan(this.#here.shop)(piece);
  }
}

/** Lets what was asked meanwhile be answered. A timer would be held back for four milliseconds each time, a message is not. */
function breath(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

// A test may import the class; only a worker has nobody above it.
if (typeof window === 'undefined') expose(new CoreApi());
