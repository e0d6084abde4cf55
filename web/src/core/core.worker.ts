import {
  type Earliest,
  earliestReady,
  explainer,
  HOUSE_SWITCHES,
  meansOf,
  type PieceToPlan,
  type Plan,
  planAfresh,
  type Problem,
  pieceToPlan,
  problemOf,
  type RouteEdit,
  type RouteInput,
  type Shop,
  type ShopPiece,
  stepsOf,
  type Stretch,
  sumsOf,
  templateById,
  underHouse,
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
    }
  | {
      readonly kind: 'house';
      readonly shop: Shop;
      readonly now: number;
      readonly sample: HouseSample;
    };
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
        told: false,
        active: true,
        steps: stepsOf('sample', steps),
      };
      const ready = planAfresh(problemOf(shop, [piece], now)).ready['sample'];
      const { minutes, litres } = sumsOf(steps);
      return { rule: s.rule, value, minutes, litres, ready: ready === undefined ? null : ready - now };
    }),
  );
}

self.onmessage = (event: MessageEvent<{ id: number; question: Question }>) => {
  const { id, question: q } = event.data;
  if (q.kind === 'house') {
    self.postMessage({ id, answer: houseEffects(q.shop, q.now, q.sample) });
    return;
  }
  const problem = problemOf(q.shop, q.pieces, q.now);
  const answer =
    q.kind === 'explain' ? explain(problem, q.plan) : preview(problem, q.plan, pieceToPlan(q.shop)(q.piece));
  self.postMessage({ id, answer });
};
