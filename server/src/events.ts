import type { Announced } from '@app/contract';
import type { Response } from 'express';

const PING_MS = 15_000;

type Stream = { readonly res: Response; readonly userId: string };

/** Open event streams by workshop. Each message is a change, to be laid upon the view that is shown. */
export class Events {
  readonly #streams = new Map<string, Set<Stream>>();

  /** @param isStillThere asked now and then; once it is not so, or when somebody ends what a user has open, the stream ends */
  open(workshopId: string, userId: string, res: Response, isStillThere: () => Promise<boolean>): void {
    res.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'private, no-cache, no-transform',
      connection: 'keep-alive',
    });
    res.write(': hello\n\n');
    const stream = { res, userId };
    const streams = this.#streams.get(workshopId) ?? new Set<Stream>();
    this.#streams.set(workshopId, streams.add(stream));
    const ping = setInterval(() => {
      res.write(': ping\n\n');
      isStillThere()
        // Where it cannot be asked (the database is away) nothing is decided.
        .catch(() => true)
        .then((isThere) => {
          if (!isThere) leave(res);
        })
        .catch(() => {});
    }, PING_MS);
    res.on('close', () => {
      clearInterval(ping);
      streams.delete(stream);
      if (streams.size === 0) this.#streams.delete(workshopId);
    });
  }

  announce(workshopId: string, announced: Announced): void {
    const streams = this.#streams.get(workshopId);
    if (!streams) return;
    const message = `event: changed\ndata: ${JSON.stringify(announced)}\n\n`;
    for (const { res } of streams) res.write(message);
  }

  /** Ends what a user has open: they are signed in no more. */
  end(userId: string): void {
    for (const streams of this.#streams.values())
      for (const stream of streams) if (stream.userId === userId) leave(stream.res);
  }

  isWatched(workshopId: string): boolean {
    return this.#streams.has(workshopId);
  }

  /** Workshops someone is looking at now. */
  watched(): string[] {
    return [...this.#streams.keys()];
  }

  closeAll(): void {
    for (const streams of this.#streams.values()) for (const { res } of streams) res.end();
  }
}

/** Says why before it ends, so that the browser asks who is signed in instead of calling again. */
function leave(res: Response): void {
  res.write('event: signed-out\ndata: 0\n\n');
  res.end();
}
