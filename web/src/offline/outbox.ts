import type { Problem } from '@app/contract';
import { type NewTap, openStore, type Tap } from './store.ts';

/** What became of a tap that was sent: the server took it, refused it, or nobody was there to answer. */
export type Sent =
  | { readonly kind: 'done' }
  | { readonly kind: 'refused'; readonly problem: Problem }
  | { readonly kind: 'away' };
/** Sends one tap. Never throws. */
export type SendTap = (tap: Tap) => Promise<Sent>;

/** Held while taps are sent, so that two windows of one browser never send the same one, or out of order. */
const LOCK = 'mokume-outbox';
const NEWS = 'mokume-outbox';

/**
 * Taps that wait to be sent: written down first, sent in the order they were made, each until the server has answered.
 * A tap about a step whose earlier tap was refused waits until that is decided.
 */
export class Outbox {
  readonly #send: SendTap;
  readonly #owner: string;
  readonly #listeners = new Set<() => void>();
  readonly #channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NEWS);
  #taps: readonly Tap[] = [];

  constructor(owner: string, send: SendTap) {
    this.#owner = owner;
    this.#send = send;
    this.#channel?.addEventListener('message', () => void this.#read());
  }

  /** Taps not yet taken by the server, the oldest first; the same list until one changes. */
  readonly taps = (): readonly Tap[] => this.#taps;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  close(): void {
    this.#channel?.close();
  }

  /** What an earlier page left is read and sent. */
  async open(): Promise<void> {
    await this.#read();
    await this.sendAll();
  }

  /**
   * Writes a tap down and sends it when its turn comes.
   * @returns what became of it; refused: the server said no at once, and it is not kept; away: it waits here
   */
  async add(tap: NewTap): Promise<Sent> {
    let number: number;
    try {
      number = await (await openStore()).add('taps', { ...tap, refused: null } as unknown as Tap);
    } catch {
      // A browser that keeps nothing: sent as it is, and told when nobody answers.
      const sent = await this.#send({ ...tap, number: 0, refused: null });
      if (sent.kind !== 'away') return sent;
      throw new Error('Mokume cannot be reached, and this browser keeps nothing. Tap again when it is back.');
    }
    await this.#changed();
    await this.sendAll();
    // Who sent it may have been another call of this page, or another window; what became of it is in the list itself.
    const left = await (await openStore()).get('taps', number);
    if (!left) return { kind: 'done' };
    if (left.refused === null) return { kind: 'away' };
    await this.remove(number);
    return { kind: 'refused', problem: left.refused };
  }

  /** Takes back a tap that was not sent. */
  async remove(number: number): Promise<void> {
    await (await openStore()).delete('taps', number);
    await this.#changed();
  }

  /** Sends a refused tap again, with what was decided about it. */
  async again(number: number, more: object, commandId: string): Promise<void> {
    const db = await openStore();
    const tap = await db.get('taps', number);
    if (!tap) return;
    await db.put('taps', { ...tap, body: { ...tap.body, ...more, commandId }, refused: null });
    await this.#changed();
    await this.sendAll();
  }

  /** Sends what waits, in order, until all is sent or nobody answers. */
  sendAll(): Promise<void> {
    return exclusively(async () => {
      const db = await openStore();
      for (const { number } of await this.#own()) {
        const tap = await db.get('taps', number);
        if (!tap || tap.refused !== null || this.#taps.some((t) => isHeldBy(tap, t))) continue;
        const sent = await this.#send(tap);
        if (sent.kind === 'away') return;
        if (sent.kind === 'done') await db.delete('taps', number);
        else await db.put('taps', { ...tap, refused: sent.problem });
        await this.#changed();
      }
    });
  }

  async #own(): Promise<Tap[]> {
    return (await (await openStore()).getAll('taps')).filter((t) => t.owner === this.#owner);
  }

  async #changed(): Promise<void> {
    await this.#read();
    this.#channel?.postMessage('changed');
  }

  async #read(): Promise<void> {
    try {
      this.#taps = await this.#own();
    } catch {
      return;
    }
    for (const listener of this.#listeners) listener();
  }
}

const isHeldBy = (tap: Tap, earlier: Tap) =>
  earlier.number < tap.number && earlier.step === tap.step && earlier.refused !== null;

/** One at a time in this browser. Where pages cannot lock (no HTTPS), one at a time in this page. */
let last: Promise<unknown> = Promise.resolve();
function exclusively<T>(work: () => Promise<T>): Promise<T> {
  const locks: LockManager | null | undefined = navigator.locks;
  if (locks) return locks.request(LOCK, work) as Promise<T>;
  const turn = last.then(work, work);
  last = turn;
  return turn;
}
