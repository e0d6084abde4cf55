import { randomUUID } from 'node:crypto';
import { type Instant, isOverdueSince, type ShopStep } from '@app/core';
import { lastChangedWorkshops } from '../store/changes.ts';
import { plannedByOldRules, setPlannedByNewRules } from '../store/workshops.ts';
import { carryOutIfNeeded, type Deps } from './commands.ts';
import type { KeptShop } from './keptShops.ts';

/** The first lays everything out; with a few more the machine has learnt how to plan a large shop quickly. */
const MOST_REHEARSALS = 10;
/** A tap that waits no longer than this needs no more of them: so it is in a shop of a dozen pieces from the first or second on. */
const QUICK_MS = 100;
/** After a start so many shops are made ready before anybody looks: those that were worked in last. */
const MOST_MADE_READY = 3;
/** Somebody who looks waits for no longer until the plan has followed; then they see it move. */
const PATIENCE_MS = 400;

/**
 * Lets plans follow the clock: a due step that nobody started, or a running one past its end, pushes what comes after it to
 * the right. Nothing is ever assumed done. There is one keeper, so that however many look, a plan is pushed once.
 */
export class Keeper {
  readonly #deps: Deps;
  readonly #pushing = new Map<string, Promise<void>>();
  #isStopped = false;

  constructor(deps: Deps) {
    this.#deps = deps;
  }

  /** The server stops: nothing is begun any more, and what is given up half way is no fault. */
  stop(): void {
    this.#isStopped = true;
  }

  #say(error: unknown, words: string): void {
    if (!this.#isStopped) this.#deps.log.error({ err: error }, words);
  }

  /** Pushes what is overdue; many who ask at once share one push. It never fails: what it could not do is in the log. */
  push(workshopId: string): Promise<void> {
    let pushing = this.#pushing.get(workshopId);
    if (!pushing) {
      pushing = this.#push(workshopId)
        .catch((error: unknown) => this.#say(error, 'keeping up failed'))
        .finally(() => this.#pushing.delete(workshopId));
      this.#pushing.set(workshopId, pushing);
    }
    return pushing;
  }

  /**
   * Before somebody looks: a shop that nobody had open is brought up to date first, one that is open is kept so by the tick.
   * Waits only a moment.
   */
  async beforeLook(workshopId: string): Promise<void> {
    if (this.#deps.events.isWatched(workshopId)) return;
    void this.#warm(workshopId);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const patience = new Promise<void>((resolve) => {
      timer = setTimeout(resolve, PATIENCE_MS);
    });
    await Promise.race([this.push(workshopId), patience]);
    clearTimeout(timer);
  }

  /** After a start: the shops that were worked in last are brought up to date and laid out, so that the first look is as any other. */
  async makeReady(): Promise<void> {
    try {
      for (const id of await lastChangedWorkshops(MOST_MADE_READY)) {
        if (this.#isStopped) return;
        await this.push(id);
        await this.#warm(id);
      }
    } catch (error) {
      this.#say(error, 'the shops that were worked in last could not be made ready');
    }
  }

  /**
   * Plans of an earlier version are worked out again where they break a rule this version has; where not even that gives a
   * plan that keeps all rules, it is planned from nothing.
   */
  async planByNewRules(): Promise<void> {
    for (const id of await plannedByOldRules()) {
      try {
        if (!(await this.#keepsAllRules(id))) {
          const planned = await this.#planAgain(id, 'repair').catch(() => null);
          if (!planned) await this.#planAgain(id, 'afresh');
        }
        await setPlannedByNewRules(id);
      } catch (error) {
        this.#say(error, 'a plan of an earlier version could not be planned again');
      }
    }
  }

  async #keepsAllRules(workshopId: string): Promise<boolean> {
    const result = await this.#rehearse(workshopId, 'check');
    return result?.kind !== 'refused';
  }

  /** Plans a shop that somebody opens once for nothing, so that the first tap need not wait while all of it is laid out. */
  async #warm(workshopId: string): Promise<void> {
    if (this.#deps.planner.isWarm(workshopId)) return;
    try {
      // One after the other: a tap that comes meanwhile waits for one of them at most.
      for (let n = 0, took = Infinity; n < MOST_REHEARSALS && took > QUICK_MS; n++) {
        const start = performance.now();
        await this.#rehearse(workshopId, 'repair', n);
        took = performance.now() - start;
      }
    } catch (error) {
      this.#say(error, 'a shop could not be laid out before its first tap');
    }
  }

  /** What planning would say now; nothing is kept of it. Null: there is no plan yet. */
  async #rehearse(workshopId: string, mode: 'repair' | 'check', round = 0) {
    const kept = await this.#deps.shops.now(workshopId);
    if (!kept || kept.planNumber === 0) return null;
    const { shop, pieces, plan } = kept.view;
    return this.#deps.planner.solve({
      workshopId,
      shop,
      pieces,
      plan,
      now: this.#deps.clock.now(),
      instead: null,
      since: null,
      // As if something of another piece had changed each time.
      touched: mode === 'check' ? [] : pieces.slice(round, round + 1).map((p) => p.id),
      goesFirst: null,
      isTap: false,
      mode,
      look: 1,
    });
  }

  #planAgain(workshopId: string, planning: 'repair' | 'afresh'): Promise<unknown> {
    const summary = 'Planned again: this version of Mokume keeps rules the one before did not';
    return carryOutIfNeeded(
      this.#deps,
      { workshopId, isClock: true },
      { id: randomUUID(), run: () => Promise.resolve({ summary, planning }) },
    );
  }

  async #push(workshopId: string): Promise<void> {
    const { shops, clock } = this.#deps;
    const now = await shops.now(workshopId);
    // Looked at without taking the shop's turn first: most of the time there is nothing to do.
    if (!now || (overdue(now, clock.now()).length === 0 && !isAhead(now, clock.now()))) return;
    await carryOutIfNeeded(
      this.#deps,
      { workshopId, isClock: true },
      {
        id: randomUUID(),
        run: (_rows, before) => {
          if (isAhead(before, clock.now()))
            return Promise.resolve({
              summary: 'The clock had been ahead: planned again from now',
              planning: 'afresh' as const,
            });
          const late = overdue(before, clock.now());
          const [first] = late;
          if (!first) return Promise.resolve(null);
          const verb = first.step.state.kind === 'started' ? 'is still running' : 'has not been started';
          const others = late.length > 1 ? `, and ${late.length - 1} more` : '';
          return Promise.resolve({
            summary: `“${first.step.title}” on ${first.piece} ${verb}${others}`,
            planning: 'repair' as const,
          });
        },
      },
    );
  }
}

/** By so much clocks may differ. */
const CLOCK_MINUTES = 5;

/** The newest change is of a time still to come: the clock was wrong when it was planned, and everything stands too late. */
const isAhead = ({ view: { changes }, planNumber }: KeptShop, now: Instant) =>
  planNumber > 0 && changes.length > 0 && changes[0]!.at > now + CLOCK_MINUTES;

type Late = { readonly piece: string; readonly step: ShopStep };

/** Steps whose time is over since the plan was made, and that were not tapped. */
function overdue({ view: { pieces, plan }, plannedAt }: KeptShop, now: Instant): Late[] {
  return pieces.flatMap((p) =>
    p.steps.filter((s) => isTimeOver(s, plan.steps[s.id], plannedAt, now)).map((step) => ({ piece: p.name, step })),
  );
}

function isTimeOver(
  step: ShopStep,
  at: { readonly start: Instant; readonly end: Instant } | undefined,
  plannedAt: Instant,
  now: Instant,
): boolean {
  if (!at) return false;
  if (step.state.kind === 'planned') return isOverdueSince(at.start, now);
  // A coat whose painter went home has ended in the plan already; nothing more is to be found out about it every minute.
  return step.state.kind === 'started' && at.end >= plannedAt && isOverdueSince(at.end, now);
}
