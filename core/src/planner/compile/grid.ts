import { GRID_MINUTES } from '../../calendar/grid.ts';
import { type Hours, openIntervals } from '../../calendar/hours.ts';
import type { Interval } from '../../calendar/intervals.ts';
import type { Instant } from '../../quantities/units.ts';
import { type Bits, bitRow, setRange } from '../engine/resources/bits.ts';
import { type Problem } from '../model/model.ts';

/** Instants to slots and rows of open hours. */
export class Grid {
  readonly origin: Instant;
  readonly slots: number;
  readonly until: Instant;
  /** The grid's mark at or before now, and its slot: what is over is as if it were over then. */
  readonly now: Instant;
  readonly first: number;
  readonly #problem: Problem;

  /** @param origin where slot 0 begins, on the grid and not after now; missing: now */
  constructor(problem: Problem, origin?: Instant) {
    this.#problem = problem;
    this.now = Math.floor(problem.now / GRID_MINUTES) * GRID_MINUTES;
    this.origin = origin ?? this.now;
    this.first = (this.now - this.origin) / GRID_MINUTES;
    this.slots = Math.max(1, Math.floor((problem.horizon - this.origin) / GRID_MINUTES));
    this.until = this.origin + this.slots * GRID_MINUTES;
  }
  rawFloor(at: Instant): number {
    return Math.floor((at - this.origin) / GRID_MINUTES);
  }
  floor(at: Instant): number {
    return Math.min(this.slots, Math.max(this.first, this.rawFloor(at)));
  }
  rawCeil(at: Instant): number {
    return Math.ceil((at - this.origin) / GRID_MINUTES);
  }
  ceil(at: Instant): number {
    return Math.max(this.first, this.rawCeil(at));
  }
  /** A slot is open only when all of it is: spans that start off the grid are rounded inward. */
  rowOf(spans: readonly Interval[]): Bits {
    const row = bitRow(this.slots);
    for (const s of spans) setRange(row, this.ceil(s.from), Math.min(this.slots, Math.max(0, this.rawFloor(s.until))));
    return row;
  }
  hours(hours: Hours): Bits {
    return this.rowOf(openIntervals(hours, this.#problem.timeZone, this.origin, this.until));
  }
}
