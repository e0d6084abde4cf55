import {
  type Earliest,
  earliestReady,
  explainer,
  type PieceToPlan,
  type Plan,
  type Problem,
  pieceToPlan,
  problemOf,
  type Shop,
  type ShopPiece,
  type Stretch,
  type Wait,
} from '@app/core';

/** What the interface asks of the core; each answer carries the id of its question. */
export type Question =
  | {
      readonly kind: 'explain';
      readonly shop: Shop;
      readonly pieces: readonly ShopPiece[];
      readonly now: number;
      readonly plan: Plan;
    }
  | {
      readonly kind: 'preview';
      readonly shop: Shop;
      readonly pieces: readonly ShopPiece[];
      readonly now: number;
      readonly plan: Plan;
      readonly piece: ShopPiece;
    };
export type Explained = {
  readonly waits: Readonly<Record<string, Wait>>;
  readonly chains: Readonly<Record<string, readonly Stretch[]>>;
};

function explain(problem: Problem, plan: Plan): Explained {
  const { waitsFor, bindingChain } = explainer(problem, plan);
  const waits: Record<string, Wait> = {};
  const chains: Record<string, readonly Stretch[]> = {};
  for (const piece of problem.pieces) {
    for (const s of piece.steps) if (s.state.kind === 'planned') waits[s.id] = waitsFor(s.id);
    const ready = plan.ready[piece.id];
    if (piece.due !== null && ready !== undefined && ready > piece.due) chains[piece.id] = bindingChain(piece.id);
  }
  return { waits, chains };
}

function preview(problem: Problem, plan: Plan, piece: PieceToPlan): Earliest {
  return earliestReady(problem, plan, piece);
}

self.onmessage = (event: MessageEvent<{ id: number; question: Question }>) => {
  const { id, question: q } = event.data;
  const problem = problemOf(q.shop, q.pieces, q.now);
  const answer = q.kind === 'explain' ? explain(problem, q.plan) : preview(problem, q.plan, pieceToPlan(q.piece));
  self.postMessage({ id, answer });
};
