import { type Announced, applyUpdate, MOST_CHANGES, type SharedView } from '@app/contract';
import type { Instant } from '@app/core';
import { EMPTY_PLAN } from '@app/core';
import type { Sequelize, Transaction } from 'sequelize';
import { newestChanges } from '../store/changes.ts';
import { currentPlan } from '../store/plans.ts';
import { atOneMoment } from '../store/reading.ts';
import { loadShop } from '../store/shopStore.ts';
import { revisionOf } from '../store/workshops.ts';
import { changeView } from './changeView.ts';

/** One workshop as it stands: what everybody in it sees, and the number of its plan (0: none yet). */
export type KeptShop = {
  readonly view: SharedView;
  readonly planNumber: number;
  /** When that plan was made; 0: there is none. */
  readonly plannedAt: Instant;
};

/** Shops kept in memory; the one not looked at for longest is let go of. */
const MOST_SHOPS = 60;
/** Changes a browser may have missed and still be told of one by one. */
const MOST_UPDATES = 100;

/**
 * The workshops that are looked at, in memory, each at its newest revision: changed by the very updates that browsers are
 * told, and read anew from the database when its revision there is another.
 */
export class KeptShops {
  readonly #sequelize: Sequelize;
  readonly #kept = new Map<string, KeptShop>();
  readonly #updates = new Map<string, Announced[]>();
  readonly #loading = new Map<string, Promise<KeptShop | null>>();
  readonly #json = new WeakMap<SharedView, Buffer>();

  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize;
  }

  /** A workshop as it stands; null: not there. */
  async now(workshopId: string): Promise<KeptShop | null> {
    const revision = await revisionOf(workshopId);
    const kept = revision === null ? null : this.#at(workshopId, revision);
    return kept ?? this.#loadOnce(workshopId);
  }

  /** As it stands for somebody who has its turn. */
  async within(workshopId: string, revision: number, transaction: Transaction): Promise<KeptShop> {
    return this.#at(workshopId, revision) ?? this.#keep(workshopId, (await load(workshopId, transaction))!);
  }

  /** The workshop after a change that was committed. */
  change(
    workshopId: string,
    before: KeptShop,
    planned: Pick<KeptShop, 'planNumber' | 'plannedAt'>,
    announced: Announced,
  ): void {
    const view = applyUpdate(before.view, announced.update, announced.revision);
    if (!view) throw new Error('an update was made on another revision than the one that is kept');
    this.#keep(workshopId, { ...planned, view });
    const known = this.#updates.get(workshopId) ?? [];
    const follows = known.at(-1)?.revision === announced.update.base;
    this.#updates.set(workshopId, [...(follows ? known.slice(1 - MOST_UPDATES) : []), announced]);
  }

  /** What happened after a revision, in order; null: not known one by one. */
  since(workshopId: string, revision: number): readonly Announced[] | null {
    if (this.#kept.get(workshopId)?.view.revision === revision) return [];
    const known = this.#updates.get(workshopId) ?? [];
    const first = known.findIndex((u) => u.update.base === revision);
    return first < 0 ? null : known.slice(first);
  }

  /** A view as JSON, written once however many look. */
  jsonOf(view: SharedView): Buffer {
    let json = this.#json.get(view);
    if (json === undefined) this.#json.set(view, (json = Buffer.from(JSON.stringify(view))));
    return json;
  }

  #at(workshopId: string, revision: number): KeptShop | null {
    const kept = this.#kept.get(workshopId);
    return kept?.view.revision === revision ? this.#keep(workshopId, kept) : null;
  }

  #loadOnce(workshopId: string): Promise<KeptShop | null> {
    let loading = this.#loading.get(workshopId);
    if (!loading) {
      loading = atOneMoment(this.#sequelize, (t) => load(workshopId, t))
        .then((shop) => shop && this.#keepNewer(workshopId, shop))
        .finally(() => this.#loading.delete(workshopId));
      this.#loading.set(workshopId, loading);
    }
    return loading;
  }

  /** What was read may meanwhile be older than what a command left. */
  #keepNewer(workshopId: string, shop: KeptShop): KeptShop {
    const kept = this.#kept.get(workshopId);
    return kept && kept.view.revision > shop.view.revision ? kept : this.#keep(workshopId, shop);
  }

  #keep(workshopId: string, shop: KeptShop): KeptShop {
    this.#kept.delete(workshopId);
    this.#kept.set(workshopId, shop);
    const oldest = this.#kept.size > MOST_SHOPS ? this.#kept.keys().next().value : undefined;
    if (oldest !== undefined) {
      this.#kept.delete(oldest);
      this.#updates.delete(oldest);
    }
    return shop;
  }
}

async function load(workshopId: string, transaction: Transaction): Promise<KeptShop | null> {
  const stored = await loadShop(workshopId, transaction);
  if (!stored) return null;
  const { number, plan, at } = await currentPlan(workshopId, transaction);
  const changes = await newestChanges(workshopId, MOST_CHANGES, transaction);
  const { revision, ...workshop } = stored.workshop;
  const { shop, versions, pieces } = stored;
  return {
    planNumber: number,
    plannedAt: at,
    view: { workshop, revision, shop, versions, pieces, plan: plan ?? EMPTY_PLAN, changes: changes.map(changeView) },
  };
}
