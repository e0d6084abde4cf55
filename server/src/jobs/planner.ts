import { applyPlanUpdate, type PlanUpdate, planUpdate } from '@app/contract';
import { EMPTY_PLAN, type Plan, type Shop, type ShopPiece } from '@app/core';
import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import type { PlanAnswer, PlanTask, ShopChange } from './plan.worker.ts';

/** A shop to plan, as it stands: what of it is the very same as the last time is not sent to the thread again. */
type PlanRequest = Omit<PlanTask, 'change'> & {
  readonly shop: Shop;
  readonly pieces: readonly ShopPiece[];
  /** The plan that is followed; null: none yet. */
  readonly plan: Plan | null;
};
type Planned = Extract<PlanAnswer, { kind: 'planned' }>;
type PlanResult =
  | (Omit<Planned, 'difference'> & { readonly plan: Plan; readonly difference: PlanUpdate | null })
  | Extract<PlanAnswer, { kind: 'refused' }>;

/** Runs the core's planner off the event loop. */
export type Planner = {
  readonly solve: (request: PlanRequest) => Promise<PlanResult>;
  /** Whether a thread has planned a shop before, so that its next plan comes quickly. */
  readonly isWarm: (workshopId: string) => boolean;
  readonly close: () => Promise<void>;
};

/** Threads for what somebody waits for; each shop has one of them, so that one shop's long plan holds up few others. */
const THREADS = Math.max(2, Math.min(6, availableParallelism()));

/** @param worker the file its threads run */
export function threadedPlanner(threads = THREADS, worker = workerHere()): Planner {
  const pool = new Threads(threads, worker);
  // What somebody waits for never stands behind what is only looked for.
  const quiet = new Threads(1, worker);
  return {
    solve: (request) => (request.mode === 'improve' ? quiet : pool).solve(request),
    isWarm: (workshopId) => pool.has(workshopId),
    close: async () => {
      await Promise.all([pool.close(), quiet.close()]);
    },
  };
}

/** Threads that keep the shops they plan. */
class Threads {
  readonly #most: number;
  readonly #worker: string;
  readonly #threads: Thread[] = [];
  readonly #threadOf = new Map<string, Thread>();

  constructor(most: number, worker: string) {
    this.#most = most;
    this.#worker = worker;
  }

  solve(request: PlanRequest): Promise<PlanResult> {
    return this.#of(request.workshopId).solve(request);
  }

  has(workshopId: string): boolean {
    return this.#threadOf.has(workshopId);
  }

  /** The thread a shop always goes to: at first a new one, later the one with the fewest shops. */
  #of(workshopId: string): Thread {
    let thread = this.#threadOf.get(workshopId);
    if (!thread) {
      if (this.#threads.length < this.#most) this.#threads.push(new Thread(this.#worker));
      thread = this.#threads.reduce((a, b) => (b.shops < a.shops ? b : a));
      this.#threadOf.set(workshopId, thread);
      thread.shops++;
    }
    return thread;
  }

  async close(): Promise<void> {
    await Promise.all(this.#threads.map((t) => t.close()));
  }
}

/** What was sent to a thread of one shop last. */
type Sent = {
  readonly state: number;
  readonly shop: Shop;
  readonly pieces: ReadonlyMap<string, ShopPiece>;
  readonly plan: Plan | null;
  /** What the thread made of that plan: mostly the next one it is sent, and then known already. */
  answered: { readonly plan: Plan; readonly difference: PlanUpdate } | null;
};

/** One thread, and what it was sent of each shop. */
class Thread {
  shops = 0;
  readonly #pool: Piscina<PlanTask, PlanAnswer>;
  readonly #sent = new Map<string, Sent>();
  #states = 0;

  constructor(worker: string) {
    this.#pool = newPool(worker);
  }

  async solve(request: PlanRequest): Promise<PlanResult> {
    const before = this.#sent.get(request.workshopId);
    let sent = this.#next(request);
    let answer = await this.#send(request, before, sent);
    // The thread let go of the shop, or is a new one: then it is sent whole.
    if (answer.kind === 'cold') answer = await this.#send(request, undefined, (sent = this.#next(request)));
    if (answer.kind === 'cold') throw new Error('a shop that was sent whole was not taken');
    if (answer.kind === 'refused') return answer;
    const followed = request.plan ?? EMPTY_PLAN;
    const { difference } = answer;
    if (!difference) return { ...answer, plan: followed };
    const plan = applyPlanUpdate(followed, difference);
    sent.answered = { plan, difference };
    return { ...answer, plan };
  }

  #next({ workshopId, shop, pieces, plan }: PlanRequest): Sent {
    const next: Sent = {
      state: ++this.#states,
      shop,
      pieces: new Map(pieces.map((p) => [p.id, p])),
      plan,
      answered: null,
    };
    this.#sent.set(workshopId, next);
    return next;
  }

  #send(
    { shop: _, pieces: __, plan: ___, ...rest }: PlanRequest,
    before: Sent | undefined,
    next: Sent,
  ): Promise<PlanAnswer> {
    return this.#pool.run({ ...rest, change: changeOf(before, next) });
  }

  async close(): Promise<void> {
    await this.#pool.close({ force: true });
  }
}

function changeOf(before: Sent | undefined, next: Sent): ShopChange {
  const { state: to, shop, pieces, plan } = next;
  const isPlanTheSame = before?.plan === plan || (before?.plan != null && plan !== null);
  if (!before || !isPlanTheSame) return { from: null, to, shop, pieces: [...pieces.values()], gone: [], plan };
  return {
    from: before.state,
    to,
    shop: shop === before.shop ? null : shop,
    pieces: [...pieces.values()].filter((p) => before.pieces.get(p.id) !== p),
    gone: [...before.pieces.keys()].filter((id) => !pieces.has(id)),
    plan: before.plan && plan && before.plan !== plan ? updateTo(plan, before) : null,
  };
}

/** What makes another plan of the one that was sent. */
const updateTo = (plan: Plan, { plan: sent, answered }: Sent): PlanUpdate | null =>
  answered?.plan === plan ? answered.difference : planUpdate(sent!, plan);

/** Beside this file, built or as it is written. */
function workerHere(): string {
  const built = fileURLToPath(new URL('./plan.worker.js', import.meta.url));
  return existsSync(built) ? built : fileURLToPath(new URL('./plan.worker.ts', import.meta.url));
}

const newPool = (filename: string) =>
  new Piscina<PlanTask, PlanAnswer>({
    filename,
    execArgv: filename.endsWith('.ts') ? ['--import', 'tsx'] : [],
    minThreads: 1,
    maxThreads: 1,
  });
