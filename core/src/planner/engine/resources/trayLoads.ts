import { GRID_MINUTES } from '../../../calendar/grid.ts';

/** A tray kept damp, a roller in its bag: within this the next coat of the same load needs no new set-up. */
export const KEPT_MINUTES = 4 * 60;
const KEPT = KEPT_MINUTES / GRID_MINUTES;

/** When each load (product and applicator) is in use, and how often they are taken up anew; counted only when asked. */
export class TrayLoads {
  readonly #uses: { start: number; end: number }[][] = [];
  readonly #counts: number[] = [];
  readonly #stale = new Set<number>();
  #count = 0;

  clear(): void {
    this.#uses.length = this.#counts.length = this.#count = 0;
    this.#stale.clear();
  }

  add(load: number, start: number, end: number): void {
    (this.#uses[load] ??= []).push({ start, end });
    this.#stale.add(load);
  }

  remove(load: number, start: number, end: number): void {
    const uses = this.#uses[load] ?? [];
    const at = uses.findIndex((u) => u.start === start && u.end === end);
    if (at < 0) return;
    uses[at] = uses.at(-1)!;
    uses.pop();
    this.#stale.add(load);
  }

  /** When one of its uses ends, any of them; 0: there is none. */
  someEnd(load: number, r: () => number): number {
    const uses = this.#uses[load] ?? [];
    return uses[Math.floor(r() * uses.length)]?.end ?? 0;
  }

  /** Cost: sorting the uses of the loads that changed since it was asked last */
  count(): number {
    for (const load of this.#stale) {
      const now = timesTakenUp(this.#uses[load]!, KEPT);
      this.#count += now - (this.#counts[load] ?? 0);
      this.#counts[load] = now;
    }
    this.#stale.clear();
    return this.#count;
  }
}

/**
 * How often something is taken up anew: uses that follow closely share one.
 * @param kept how long it stays fit for use after each, in the unit of the uses. Sorts the uses.
 */
export function timesTakenUp(uses: { readonly start: number; readonly end: number }[], kept: number): number {
  let count = 0;
  let keptUntil = Number.NEGATIVE_INFINITY;
  for (const at of uses.sort((a, b) => a.start - b.start)) {
    if (at.start > keptUntil) count++;
    keptUntil = Math.max(keptUntil, at.end + kept);
  }
  return count;
}
