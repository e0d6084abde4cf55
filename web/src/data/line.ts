import { type Announced, AnnouncedSchema } from '@app/contract';

/** Called again after so long when the line was refused or lost; first soon, then less often. */
const AGAIN_MS = [1000, 2000, 4000, 8000];

export type LineEvents = {
  /** A change somebody made. */
  readonly changed: (announced: Announced) => void;
  /** What is told is not understood: the page is of another version than the server. */
  readonly notUnderstood: () => void;
  /** The line is open; `wasLost`: it had been, so something may have been missed. */
  readonly opened: (wasLost: boolean) => void;
  /** The line is not there, and is called again and again. */
  readonly lost: () => void;
  /** Whoever looks is signed in no more. */
  readonly signedOut: () => void;
};

/**
 * The line on which the server tells of changes. It is called again by itself after every loss: a browser would give up for
 * good when a server that is starting answers that it is not ready.
 */
export class Line {
  readonly #events: LineEvents;
  #source: EventSource | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #lost = 0;
  #isClosed = false;

  constructor(events: LineEvents) {
    this.#events = events;
    this.#call();
  }

  close(): void {
    this.#isClosed = true;
    clearTimeout(this.#timer);
    this.#source?.close();
  }

  #call(): void {
    const source = new EventSource('/api/events');
    this.#source = source;
    source.addEventListener('open', () => {
      this.#events.opened(this.#lost > 0);
      this.#lost = 0;
    });
    source.addEventListener('changed', (e: MessageEvent<string>) => {
      const announced = understood(e.data);
      if (announced) this.#events.changed(announced);
      else this.#events.notUnderstood();
    });
    source.addEventListener('signed-out', () => {
      this.close();
      this.#events.signedOut();
    });
    source.addEventListener('error', () => {
      source.close();
      if (this.#isClosed) return;
      this.#events.lost();
      const wait = AGAIN_MS[Math.min(this.#lost, AGAIN_MS.length - 1)]!;
      this.#lost++;
      this.#timer = setTimeout(() => this.#call(), wait);
    });
  }
}

function understood(data: string): Announced | null {
  try {
    return AnnouncedSchema.validateSync(JSON.parse(data), { strict: true });
  } catch {
    return null;
  }
}
