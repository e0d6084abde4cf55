import {
  type Chances,
  byWorth,
  chancesOf,
  compareScores,
  type LeadTimePart,
  eachRemedy,
  earliestReady,
  explainer,
  type Filler,
  type Gap,
  gainOfOneMore,
  gapFill,
  HOUSE_SWITCHES,
  improvePlan,
  type Instant,
  latenessOf,
  type LowerBounds,
  lowerBoundsOf,
  meansOf,
  type PieceMove,
  type Plan,
  planAfresh,
  planDiff,
  type Problem,
  type PromiseAnswer,
  pieceToPlan,
  promiseFor,
  type Remedy,
  problemOf,
  replan,
  type RouteEdit,
  type RouteInput,
  type Scarce,
  type Score,
  scoreOf,
  type Shop,
  type ShopPiece,
  startTimes,
  stepsOf,
  type Stretch,
  sumsOf,
  templateById,
  underHouse,
  verify,
  type Wait,
  waitingByWeek,
} from '@app/core';

/** The workshop as it is looked at: sent once, asked about often. */
export type Laid = {
  readonly shop: Shop;
  readonly pieces: readonly ShopPiece[];
  readonly now: number;
  readonly plan: Plan;
};
/** What the interface asks of the core about the workshop laid out last. */
export type Question =
  | { readonly kind: 'explain' }
  | { readonly kind: 'preview'; readonly piece: ShopPiece; readonly isFirst: boolean }
  | { readonly kind: 'starts'; readonly step: string; readonly from: Instant; readonly until: Instant }
  | { readonly kind: 'pinned'; readonly step: string; readonly at: Instant }
  | { readonly kind: 'gap'; readonly gap: Gap }
  | { readonly kind: 'scarce' }
  | { readonly kind: 'standing' }
  | { readonly kind: 'oneMore'; readonly on: Scarce }
  | { readonly kind: 'whatIf'; readonly shop: Shop; readonly pieces: readonly ShopPiece[] }
  | { readonly kind: 'chances'; readonly runs: number }
  | { readonly kind: 'promise'; readonly piece: ShopPiece; readonly runs: number; readonly isFirst: boolean }
  | {
      readonly kind: 'remedies';
      readonly piece: ShopPiece;
      readonly wanted: Instant;
      readonly isFirst: boolean;
      readonly variants: readonly { readonly words: string; readonly cost: number; readonly piece: ShopPiece }[];
    }
  | { readonly kind: 'house'; readonly shop: Shop; readonly now: number; readonly sample: HouseSample };
export type Message =
  | { readonly kind: 'lay'; readonly key: number; readonly laid: Laid }
  | { readonly kind: 'ask'; readonly id: number; readonly key: number; readonly question: Question };

/** A piece the house rules are tried on. */
export type HouseSample = {
  readonly template: string;
  readonly input: Omit<RouteInput, 'template' | 'means'>;
  readonly edits: readonly RouteEdit[];
};
/** What one side of a switch makes of a piece; `ready`: minutes from now, in a shop with nothing else to do. */
export type HouseEffect = {
  readonly rule: string;
  readonly value: string;
  readonly minutes: number;
  readonly litres: number;
  readonly ready: number | null;
};
export type Explained = {
  readonly waits: Readonly<Record<string, Wait>>;
  readonly chains: Readonly<Record<string, readonly Stretch[]>>;
  readonly days: Readonly<Record<string, readonly LeadTimePart[]>>;
};
/** What a plan would be under other circumstances, and what that changes. */
export type Outlook = {
  readonly plan: Plan;
  readonly moves: readonly PieceMove[];
  readonly before: Score;
  readonly after: Score;
};
/** What would reach a date, the best first; more may follow. */
export type Ways = { readonly ways: readonly Remedy[]; readonly isAll: boolean };
/** How good the plan is, and what no plan could better. */
export type Standing = { readonly limits: LowerBounds; readonly score: Score };
/** What pinning a step somewhere does to its piece and to told promises. */
export type PinOutcome = { readonly ready: Instant | null; readonly later: readonly string[] };

/** More than a person looks at; the others are explained when their piece is opened. */
const MOST_EXPLAINED = 60;

function explain(problem: Problem, plan: Plan): Explained {
  const { waitsFor, bindingChain, leadTimeOf } = explainer(problem, plan);
  const waits: Record<string, Wait> = {};
  const chains: Record<string, readonly Stretch[]> = {};
  const days: Record<string, readonly LeadTimePart[]> = {};
  const soonest = [...problem.pieces].sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity));
  for (const piece of soonest.slice(0, MOST_EXPLAINED)) {
    for (const s of piece.steps) if (s.state.kind === 'planned') waits[s.id] = waitsFor(s.id);
    chains[piece.id] = bindingChain(piece.id);
    days[piece.id] = leadTimeOf(piece.id);
  }
  return { waits, chains, days };
}

/** The chances of every piece, by its id. */
function chancesIn(problem: Problem, plan: Plan, runs: number): Readonly<Record<string, Chances>> {
  return Object.fromEntries(chancesOf(problem, plan, runs));
}

/** A promise without its plan, which is large and not shown. */
export type Promised =
  Exclude<PromiseAnswer, { kind: 'ready' }> | Omit<Extract<PromiseAnswer, { kind: 'ready' }>, 'plan'>;
function promised(answer: PromiseAnswer): Promised {
  if (answer.kind === 'noRoom') return answer;
  const { plan: _plan, ...rest } = answer;
  return rest;
}

function pinned(problem: Problem, plan: Plan, step: string, at: Instant): PinOutcome {
  const pieces = problem.pieces.map((p) => ({
    ...p,
    steps: p.steps.map((s) => (s.id === step ? { ...s, pin: { ...s.pin, at } } : s)),
  }));
  const own = problem.pieces.find((p) => p.steps.some((s) => s.id === step))!;
  const next = replan({ ...problem, pieces }, plan, [own.id]);
  const late = (p: Plan, id: string) => {
    const piece = problem.pieces.find((x) => x.id === id)!;
    return latenessOf(piece, p.ready[id] ?? problem.horizon);
  };
  return {
    ready: next.ready[own.id] ?? null,
    later: problem.pieces.filter((p) => p.promised && late(next, p.id) > late(plan, p.id)).map((p) => p.name),
  };
}

/** How hard a what-if looks for the best that can be made of it. */
const WHAT_IF_EVALUATIONS = 200;

function whatIf(problem: Problem, plan: Plan, other: Problem): Outlook {
  const best = (p: Problem) => {
    const drawnForward = replan(
      p,
      plan,
      p.pieces.map((x) => x.id),
    );
    return improvePlan(p, drawnForward, { seed: 1, evaluations: WHAT_IF_EVALUATIONS });
  };
  const next = best(other);
  // What works with less works with more: a plan for fewer hands must never look better than one for all of them.
  const usual = best(problem);
  const isBetterHere = compareScores(scoreOf(problem, next), scoreOf(problem, usual), problem.preferences) < 0;
  const bestHere = isBetterHere && verify(problem, next).length === 0 ? next : usual;
  return {
    plan: next,
    moves: planDiff(other, plan, next),
    // The same effort is spent on the shop as it is, so that only the difference between the two counts.
    before: scoreOf(problem, bestHere),
    after: scoreOf(other, next),
  };
}

/** Every side of every switch tried on one piece, each planned for real in this shop without its other pieces. */
function houseEffects(shop: Shop, now: number, sample: HouseSample): HouseEffect[] {
  const input: RouteInput = { ...sample.input, template: templateById.get(sample.template)!, means: meansOf(shop) };
  return HOUSE_SWITCHES.flatMap((s) =>
    s.sides.map(({ value }) => {
      const steps = underHouse(input, sample.edits, { [s.rule]: value });
      const piece: ShopPiece = {
        id: 'sample',
        name: 'sample',
        kind: 'stock',
        arrival: now,
        due: null,
        promised: false,
        active: true,
        steps: stepsOf('sample', steps),
      };
      const ready = planAfresh(problemOf(shop, [piece], now)).ready['sample'];
      const { minutes, litres } = sumsOf(steps);
      return { rule: s.rule, value, minutes, litres, ready: ready === undefined ? null : ready - now };
    }),
  );
}

/** @param tell is given what is known already, while the rest is still worked out */
function answer(
  laid: Laid & { readonly problem: Problem },
  q: Exclude<Question, { kind: 'house' }>,
  tell: (soFar: unknown) => void,
): unknown {
  const { problem, plan } = laid;
  switch (q.kind) {
    case 'explain':
      return explain(problem, plan);
    case 'preview':
      return earliestReady(problem, plan, pieceToPlan(laid.shop)(q.piece), q.isFirst);
    case 'chances':
      return chancesIn(problem, plan, q.runs);
    case 'promise':
      return promised(promiseFor(problem, plan, pieceToPlan(laid.shop)(q.piece), q.runs, 1, q.isFirst));
    case 'remedies': {
      const toPlan = pieceToPlan(laid.shop);
      const variants = q.variants.map((v) => ({ ...v, piece: toPlan(v.piece) }));
      const found: Remedy[] = [];
      for (const remedy of eachRemedy(problem, plan, toPlan(q.piece), q.wanted, variants, q.isFirst)) {
        found.push(remedy);
        tell({ ways: [...found].sort(byWorth), isAll: false });
      }
      return { ways: found.sort(byWorth), isAll: true } satisfies Ways;
    }
    case 'starts':
      return startTimes(problem, plan, q.step, q.from, q.until);
    case 'pinned':
      return pinned(problem, plan, q.step, q.at);
    case 'gap':
      return gapFill(problem, plan, q.gap) satisfies Filler[];
    case 'scarce':
      return waitingByWeek(problem, plan);
    case 'standing':
      return { limits: lowerBoundsOf(problem, plan), score: scoreOf(problem, plan) } satisfies Standing;
    case 'oneMore':
      return gainOfOneMore(problem, plan, q.on);
    case 'whatIf':
      return whatIf(problem, plan, problemOf(q.shop, q.pieces, laid.now));
  }
}

let current: { readonly key: number; readonly laid: Laid & { readonly problem: Problem } } | null = null;

self.onmessage = (event: MessageEvent<Message>) => {
  const m = event.data;
  if (m.kind === 'lay') {
    const { shop, pieces, now } = m.laid;
    current = { key: m.key, laid: { ...m.laid, problem: problemOf(shop, pieces, now) } };
    return;
  }
  if (m.question.kind === 'house') {
    const { shop, now, sample } = m.question;
    self.postMessage({ id: m.id, answer: houseEffects(shop, now, sample), isLast: true });
    return;
  }
  // The workshop has moved on since this was asked; whoever asked has too.
  const post = (known: unknown, isLast: boolean) => self.postMessage({ id: m.id, answer: known, isLast });
  if (current?.key === m.key)
    post(
      answer(current.laid, m.question, (soFar) => post(soFar, false)),
      true,
    );
  else post(null, true);
};
