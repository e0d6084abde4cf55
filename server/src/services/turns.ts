import { Mutex, Semaphore } from 'async-mutex';

/** Commands that hold a connection at once, over all shops; the others of the pool are for looks. */
const AT_ONCE = 12;

/**
 * Whose turn it is to change a shop. A command waits here, before it takes a connection, so that however many wait for
 * one busy shop, looks and other shops find a connection free.
 */
export class Turns {
  readonly #shops = new Map<string, Mutex>();
  readonly #connections = new Semaphore(AT_ONCE);

  async take<T>(workshopId: string, work: () => Promise<T>): Promise<T> {
    const shop = this.#shops.get(workshopId) ?? new Mutex();
    this.#shops.set(workshopId, shop);
    try {
      return await shop.runExclusive(() => this.#connections.runExclusive(work));
    } finally {
      if (!shop.isLocked()) this.#shops.delete(workshopId);
    }
  }
}
