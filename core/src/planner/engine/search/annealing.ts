/**
 * How much worse a move may be and still be taken: much at the beginning of a round, next to nothing at its end. Each
 * round is longer than the one before.
 * Field term: simulated annealing with restarts (Kirkpatrick, Gelatt & Vecchi 1983)
 */
export class Annealing {
  temperature: number;
  #hottest: number;
  #length: number;
  #executed: number;
  /** The first round is rather cold, since there may be no time for a second. */
  #heat = FIRST_HEAT;

  /** @param length pieces placed again in the first round */
  constructor(hottest: number, length: number, done: number) {
    this.#executed = done;
    this.#length = length;
    this.#hottest = hottest;
    this.temperature = this.#hottest * this.#heat;
  }

  /** The round that begins is as hot as this. */
  set hottest(hottest: number) {
    this.#hottest = hottest;
    this.temperature = hottest * this.#heat;
  }

  isNewRound(done: number): boolean {
    let share = (done - this.#executed) / this.#length;
    const isNew = share >= 1;
    if (isNew) {
      this.#executed = done;
      this.#length *= LONGER;
      this.#heat = Math.min(1, this.#heat * HOTTER);
      share = 0;
    }
    this.temperature = this.#hottest * this.#heat * COLDEST ** share;
    return isNew;
  }
}
const LONGER = 1.5;
/** How far the temperature falls in a round. */
const COLDEST = 0.002;
const FIRST_HEAT = 0.3;
const HOTTER = 3;
