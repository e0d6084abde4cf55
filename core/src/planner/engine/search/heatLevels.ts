import { type Excess, LEVEL, LEVELS } from './excess.ts';

/**
 * Rounds that take turns: first what has no place, then the weightiest dates, then the others, then time in the shop. A plan
 * may get worse for a while by a share of what is open at that level. What is small beside the dates would be tossed about
 * as if it were nothing in a search as hot as dates want it, and in a cooler one no date would ever be won.
 * Field term: simulated annealing with a temperature for each level of a lexicographic objective
 */
export class HeatLevels {
  level = LEVELS - 1;
  readonly #excess: Excess;

  constructor(excess: Excess) {
    this.#excess = excess;
  }

  /** The next level at which there is something to be won. @returns by how much one move may be worse when its round begins */
  next(): number {
    for (let n = 0; n < LEVELS; n++) {
      this.level = (this.level + 1) % LEVELS;
      const open = this.#excess.total(this.level);
      // A place is found in one move or not at all: nothing has to get worse for it.
      if (open > 0) return this.level === LEVEL.place ? 0 : HEAT * open;
    }
    return 0;
  }
}

/** Share of what is open: a third of it won fewer told dates, ten times as much in turn less of everything. */
const HEAT = 0.02;
