import { planUpdate, type WorkshopView } from '@app/contract';
import { type Remote, wrap } from 'comlink';
import { afterPaint } from './afterPaint.ts';
import type { CoreApi, LaidChange } from './core.worker.ts';

/** A question the core did not answer, in words for the screen. */
export class CoreFailure extends Error {}

/** After so long a question is given up and its thread ended, since nothing else is answered meanwhile. */
const PATIENCE_MS = 30_000;

/** The thread the core works in: started when first asked, ended and started anew when it fails or does not answer. */
export class Bridge {
  readonly #start: () => Worker;
  readonly #begin: (() => Promise<void>) | null;
  #worker: Worker | null = null;
  #api: Remote<CoreApi> | null = null;
  #laid: WorkshopView | null = null;
  readonly #waiting = new Set<(why: CoreFailure) => void>();

  /** @param begin what is waited for before a workshop is laid out whole, which takes the page long in a large one */
  constructor(start: () => Worker, begin: (() => Promise<void>) | null = null) {
    this.#start = start;
    this.#begin = begin;
  }

  /**
   * Puts a question about a workshop to the core.
   * @throws {CoreFailure} when the thread fails, or does not answer in time
   */
  async ask<T>(
    view: WorkshopView,
    question: (api: Remote<CoreApi>) => Promise<T>,
    patience_ms = PATIENCE_MS,
  ): Promise<T> {
    if (this.#begin && this.#laid === null) await this.#begin();
    const api = this.#open();
    if (this.#laid !== view) {
      // Messages arrive in order, so the question is about what was laid out just before it.
      const change = this.#laid && changeBetween(this.#laid, view);
      const { shop, pieces, now, plan } = view;
      void (change ? api.change(change) : api.lay({ shop, pieces, now, plan })).catch(() => {});
      this.#laid = view;
    }
    let timer: ReturnType<typeof setTimeout> | undefined;
    let stop: (why: CoreFailure) => void = () => {};
    const ended = new Promise<never>((_, reject) => {
      stop = reject;
      this.#waiting.add(stop);
      timer = setTimeout(() => this.#end('This took too long to work out.'), patience_ms);
    });
    try {
      return await Promise.race([question(api), ended]);
    } catch (error) {
      if (error instanceof CoreFailure) throw error;
      throw new CoreFailure('This could not be worked out.', { cause: error });
    } finally {
      clearTimeout(timer);
      this.#waiting.delete(stop);
    }
  }

  /** Tells the thread what is about no workshop; without a thread there is nobody to tell. */
  tell(what: (api: Remote<CoreApi>) => Promise<unknown>): void {
    if (this.#api) void what(this.#api).catch(() => {});
  }

  #open(): Remote<CoreApi> {
    if (this.#api) return this.#api;
    const worker = this.#start();
    worker.addEventListener('error', () => this.#end('The part of Mokume that plans did not start.'));
    this.#worker = worker;
    return (this.#api = wrap<CoreApi>(worker));
  }

  /** Ends the thread and tells everybody who waits for it; the next question starts another. */
  #end(why: string): void {
    this.#worker?.terminate();
    this.#worker = this.#api = this.#laid = null;
    for (const stop of this.#waiting) stop(new CoreFailure(why));
    this.#waiting.clear();
  }
}

/** What of a workshop is otherwise; null: it is another one. To send all of a large one takes longer than a frame. */
function changeBetween(before: WorkshopView, view: WorkshopView): LaidChange | null {
  if (before.workshop.id !== view.workshop.id) return null;
  const known = new Map(before.pieces.map((p) => [p.id, p]));
  const there = new Set(view.pieces.map((p) => p.id));
  return {
    shop: view.shop === before.shop ? null : view.shop,
    pieces: view.pieces.filter((p) => known.get(p.id) !== p),
    gone: before.pieces.filter((p) => !there.has(p.id)).map((p) => p.id),
    now: view.now,
    plan: view.plan === before.plan ? null : planUpdate(before.plan, view.plan),
  };
}

const start = () => new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
/** The thread for what is answered while a finger moves, and one for what takes seconds in a large shop. */
export const bridge = new Bridge(start, afterPaint);
export const slowBridge = new Bridge(start, afterPaint);

/** No more threads than this rehearse together: each holds the whole workshop. */
const MOST_THREADS = 4;
/**
 * Who rehearses where there is much to do, by the number of cores. Of two both threads do, each letting quick questions through; where
 * there are more, further threads, so that one core is left to the page and to what a finger asks.
 */
export const rehearsersOn = (cores: number): readonly Bridge[] =>
  cores <= 2
    ? [slowBridge, bridge].slice(0, cores)
    : [
        slowBridge,
        ...Array.from({ length: Math.min(MOST_THREADS, cores - 1) - 1 }, () => new Bridge(start, afterPaint)),
      ];
export const rehearsers = rehearsersOn(navigator.hardwareConcurrency || 1);
