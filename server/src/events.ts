import type { Response } from 'express';

const PING_MS = 15_000;

/** Open event streams by workshop. Each message is the new revision; the browser then asks for the view. */
export class Events {
  readonly #streams = new Map<string, Set<Response>>();

  open(workshopId: string, res: Response): void {
    res.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      connection: 'keep-alive',
    });
    res.write(': hello\n\n');
    const streams = this.#streams.get(workshopId) ?? new Set<Response>();
    this.#streams.set(workshopId, streams.add(res));
    const ping = setInterval(() => res.write(': ping\n\n'), PING_MS);
    res.on('close', () => {
      clearInterval(ping);
      streams.delete(res);
    });
  }

  announce(workshopId: string, revision: number): void {
    for (const res of this.#streams.get(workshopId) ?? []) res.write(`event: changed\ndata: ${revision}\n\n`);
  }

  /** Workshops someone is looking at now. */
  watched(): string[] {
    return [...this.#streams].filter(([, s]) => s.size > 0).map(([id]) => id);
  }

  closeAll(): void {
    for (const streams of this.#streams.values()) for (const res of streams) res.end();
  }
}
