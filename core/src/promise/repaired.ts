import FlatQueue from 'flatqueue';
import type { Draft } from '../planner/build/draft.ts';
import type { Mode } from '../planner/engine/engineModel.ts';
import { afterNth } from '../planner/engine/resources/bits.ts';
import { insert, type PartialSchedule, remove, seekOnly, slotsOf } from '../planner/engine/schedule/partialSchedule.ts';
import { STAGES } from '../products/product.ts';
import { Absences } from './absences.ts';
import type { Draws } from './draws.ts';
import { LocalRepair, type StillToCome } from './localRepair.ts';
import { OVERTIME_SLOTS, type Rehearsal, TIE } from './rehearsal.ts';

const TRAVEL = STAGES.indexOf('travel');

/**
 * One way a plan may turn out, run again and again and repaired as the day does it.
 * Field term: discrete-event simulation
 * Cost: several searches for a place for each step
 */
export class Repaired implements Rehearsal {
  readonly #b: PartialSchedule;
  readonly #draws: Draws;
  readonly #absences: Absences;
  readonly #wanted: number;
  readonly #toCome: StillToCome;
  readonly #repair: LocalRepair;
  readonly #queue = new FlatQueue();
  readonly #ready: Float64Array;

  constructor(draft: Draft, draws: Draws, wanted: number) {
    const b = draft.schedule;
    this.#b = b;
    this.#draws = draws;
    this.#wanted = wanted;
    this.#absences = new Absences(draft);
    this.#toCome = stillToCome(b, (i, at) => this.#offer(i, at));
    this.#repair = new LocalRepair(b, draws, this.#toCome);
    this.#ready = new Float64Array(b.model.pieces.length);
    for (const i of this.#toCome.order) remove(b, i);
  }

  once(): Float64Array {
    const b = this.#b;
    const { steps } = b.model;
    this.#begin();
    let left = this.#toCome.order.reduce((n, i) => n + (steps[i]!.piece === this.#wanted ? 1 : 0), 0);
    while (this.#queue.length > 0 && (this.#wanted < 0 || left > 0)) {
      const at = Math.floor(this.#queue.peekValue()!);
      this.#absences.comes(at, (person, from, until) => this.#takeOff(person, from, until));
      const i = this.#toCome.order[this.#queue.pop()!]!;
      // It was moved since, and stands in the queue once more.
      if (this.#toCome.isDone[i] || (b.start[i]! >= 0 && b.start[i] !== at)) continue;
      if (!this.#canBegin(i, at)) {
        if (this.#ready[steps[i]!.piece] === Infinity || !this.#repair.placeLater(i, at)) {
          this.#toCome.isDone[i] = 1;
          this.#ready[steps[i]!.piece] = Infinity;
          if (steps[i]!.piece === this.#wanted) break;
        }
        continue;
      }
      if (steps[i]!.piece === this.#wanted) left--;
      this.#happen(i);
    }
    for (const i of this.#toCome.order) remove(b, i);
    this.#absences.end();
    return this.#ready;
  }

  /** Draws what holds for the whole run, and lays out the plan. */
  #begin(): void {
    const b = this.#b;
    const { start, end, hold, mode, crew } = this.#toCome.planned;
    this.#draws.begin();
    this.#queue.clear();
    this.#toCome.isDone.fill(0);
    this.#repair.begin();
    this.#ready.fill(0);
    b.model.steps.forEach(({ fixed, piece }) => {
      if (fixed) this.#ready[piece] = Math.max(this.#ready[piece]!, fixed.done);
    });
    this.#absences.begin(this.#draws.isAway);
    for (const i of this.#toCome.order) {
      insert(b, i, start[i]!, end[i]!, hold[i]!, mode[i]!, crew[i]!);
      this.#offer(i, start[i]!);
    }
  }

  /** What somebody was to do on a day they turn out to be away is looked at again when its time comes. */
  #takeOff(person: number, from: number, until: number): void {
    const b = this.#b;
    for (const i of this.#toCome.order) {
      if (this.#toCome.isDone[i] || b.start[i]! < 0 || b.start[i]! >= until || b.end[i]! <= from) continue;
      if (!b.model.steps[i]!.modes[b.mode[i]!]!.crews[b.crew[i]!]!.includes(person)) continue;
      this.#offer(i, b.start[i]!);
      remove(b, i);
    }
  }

  #offer(i: number, at: number): void {
    this.#queue.push(this.#toCome.number[i]!, at + this.#toCome.number[i]! * TIE);
  }

  /** Whether a step can begin where it stands, now that its time has come; it is taken out of the schedule for what follows. */
  #canBegin(i: number, at: number): boolean {
    const b = this.#b;
    if (b.start[i]! < 0) return false;
    const { [i]: mode } = b.mode;
    const { [i]: crew } = b.crew;
    remove(b, i);
    return this.#repair.readyFrom(i) <= at && seekOnly(b, i, mode!, crew!, at);
  }

  /** Does what was found for a step, for as long as it really takes. */
  #happen(i: number): void {
    const b = this.#b;
    const step = b.model.steps[i]!;
    const { start, mode, crew } = b.found;
    const plannedEnd = b.found.end;
    const plannedHold = b.found.hold;
    const how = step.modes[mode]!;
    const planned = slotsOf(step, how, 0);
    const isLate = start > this.#repair.latest(i);
    const work = how.crews[crew]!.length === 0 ? planned : this.#draws.workSlots(i, how.speed, isLate);
    let end = start + work;
    if (step.split && work >= planned && work <= planned + OVERTIME_SLOTS) end = plannedEnd + work - planned;
    else if (step.split && work > 0) end = afterNth(how.calendars[crew]!, start, work);
    if (end < 0 || end > b.model.slots) end = b.model.slots;
    const hold = how.film ? Math.ceil(this.#draws.stretched(i, end, how.film.handle(end))) : end + step.hold;
    const wet = Math.min(hold, b.model.slots);
    const isLonger = end > plannedEnd || wet > plannedHold;
    const inTheWay = isLonger ? this.#sharing(i, how, crew, Math.max(end, wet)) : [];
    const places = inTheWay.map((j) => this.#repair.at(j));
    for (const j of inTheWay) remove(b, j);
    insert(b, i, start, end, wet, mode, crew);
    inTheWay.forEach((j, n) => {
      const [from, , , otherMode, otherCrew] = places[n]!;
      if (seekOnly(b, j, otherMode, otherCrew, from)) insert(b, j, ...places[n]!);
      else this.#offer(j, from);
    });
    this.#toCome.isDone[i] = 1;
    this.#ready[step.piece] = Math.max(this.#ready[step.piece]!, this.#draws.dryAt(b, i, TRAVEL));
    for (const f of this.#toCome.followers[i]!) this.#repair.pullForward(f, end < plannedEnd, start);
    this.#repair.lookAgain(step.piece, plannedEnd - end, start);
  }

  /** Steps still to come that begin before a slot and use a person, place or tool that a step now keeps longer than planned. */
  #sharing(i: number, how: Mode, crew: number, until: number): number[] {
    const b = this.#b;
    const people = how.crews[crew]!;
    return this.#toCome.order.filter((j) => {
      if (j === i || this.#toCome.isDone[j] || b.start[j]! < 0 || b.start[j]! >= until) return false;
      const other = b.model.steps[j]!.modes[b.mode[j]!]!;
      return (
        other.crews[b.crew[j]!]!.some((p) => people.includes(p)) ||
        (how.setups !== null && other.setups === how.setups) ||
        other.demands.some((d) => how.demands.some((own) => own.profile === d.profile))
      );
    });
  }
}

function stillToCome(b: PartialSchedule, offer: StillToCome['offer']): StillToCome {
  const { steps } = b.model;
  const order = steps
    .map((_, i) => i)
    .filter((i) => !steps[i]!.fixed && b.start[i]! >= 0)
    .sort((x, y) => b.start[x]! - b.start[y]! || x - y);
  const number = new Int32Array(steps.length).fill(-1);
  order.forEach((i, n) => (number[i] = n));
  const followers: number[][] = steps.map(() => []);
  for (const i of order)
    for (const of of new Set(steps[i]!.preds.map((p) => p.step))) if (number[of]! >= 0) followers[of]!.push(i);
  const { start, end, hold, mode, crew } = b;
  return {
    order,
    number,
    followers,
    planned: {
      start: start.slice(),
      end: end.slice(),
      hold: hold.slice(),
      mode: mode.slice(),
      crew: crew.slice(),
    },
    isDone: new Uint8Array(steps.length),
    offer,
  };
}
