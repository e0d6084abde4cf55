import FlatQueue from 'flatqueue';
import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Draft } from '../planner/build/draft.ts';
import { STAGES } from '../products/product.ts';
import { activitiesOf, type Activity, precedenceOf, type Precedence } from './activities.ts';
import type { Uncertainty } from '../planner/model/uncertainty.ts';
import { factors } from './chances.ts';
import { workedUntil } from './crewWork.ts';
import { REWORK_MINUTES, type Runs, TIE } from './runs.ts';
import { copyOf, occupancyAtFirst, type Occupancy, occupy, reset } from './occupancy.ts';

const TRAVEL = STAGES.indexOf('travel');
const HANDLE = STAGES.indexOf('handle');

const reworkSlots = (a: Activity) => (a.film ? REWORK_MINUTES.film : REWORK_MINUTES.plain) / GRID_MINUTES;

/**
 * One way a large plan may turn out, run again and again: people follow the plan's order, who is done early goes on early, and
 * whoever has to wait waits; nothing is planned anew meanwhile.
 * Field term: discrete-event simulation of a fixed order
 */
export class InOrder implements Runs {
  readonly #draft: Draft;
  readonly #activities: readonly Activity[];
  readonly #precedence: Precedence;
  readonly #first: Occupancy;
  readonly #now: Occupancy;
  readonly #queue: FlatQueue;
  readonly #waitsFor: Int32Array;
  /** By step: end of its work, and when it can be handled. */
  readonly #end: Float64Array;
  readonly #wet: Float64Array;
  readonly #plannedEnd: Float64Array;
  /** By batch: how many times as long as planned it dries this time. */
  readonly #drying: Float64Array;
  readonly #away = new Map<number, boolean>();
  readonly #done: Float64Array;
  readonly #r: () => number;
  readonly #uncertainty: Uncertainty;
  readonly #workFactor: () => number;
  readonly #dryingFactor: () => number;

  /** Piece whose last activity ends a run; -1: all. */
  readonly #wanted: number;

  constructor(draft: Draft, uncertainty: Uncertainty, r: () => number, wanted: number) {
    const { compiled } = draft;
    this.#draft = draft;
    this.#wanted = wanted;
    this.#activities = activitiesOf(draft);
    this.#precedence = precedenceOf(this.#activities, compiled.steps.length);
    this.#first = occupancyAtFirst(draft);
    this.#now = copyOf(this.#first);
    this.#queue = new FlatQueue();
    this.#waitsFor = new Int32Array(this.#activities.length);
    this.#end = new Float64Array(compiled.steps.length);
    this.#wet = new Float64Array(compiled.steps.length);
    this.#plannedEnd = Float64Array.from(draft.schedule.end);
    this.#drying = new Float64Array(this.#activities.reduce((n, a) => Math.max(n, a.batch + 1), 0));
    this.#done = new Float64Array(compiled.pieces.length);
    this.#r = r;
    this.#uncertainty = uncertainty;
    this.#workFactor = factors(uncertainty.work, r);
    // Each batch by itself, as widely as batches and weeks together.
    this.#dryingFactor = factors(Math.hypot(uncertainty.drying, uncertainty.week), r);
  }

  /** @returns the slot in which each piece is ready; the same array every time */
  once(): Float64Array {
    this.#begin();
    const queue = this.#queue;
    this.#activities.forEach((a, k) => {
      if (this.#waitsFor[k] === 0) queue.push(k, this.#readyFrom(a) + k * TIE);
    });
    let left = this.#activities.reduce((n, a) => n + (a.piece === this.#wanted ? 1 : 0), 0);
    while (queue.length > 0 && (this.#wanted < 0 || left > 0)) {
      const k = queue.pop()!;
      this.#happen(this.#activities[k]!);
      if (this.#activities[k]!.piece === this.#wanted) left--;
      for (const next of this.#precedence.after[k]!)
        if (--this.#waitsFor[next]! === 0) queue.push(next, this.#readyFrom(this.#activities[next]!) + next * TIE);
    }
    return this.#done;
  }

  /** Draws what holds for the whole run, and puts everything back to what is done already. */
  #begin(): void {
    const { compiled } = this.#draft;
    for (let k = 0; k < this.#drying.length; k++) this.#drying[k] = this.#dryingFactor();
    this.#away.clear();
    reset(this.#now, this.#first);
    this.#queue.clear();
    this.#waitsFor.set(this.#precedence.counts);
    this.#done.fill(0);
    compiled.steps.forEach((s, i) => {
      const { fixed, piece } = compiled.model.steps[i]!;
      if (!fixed) return;
      this.#end[i] = fixed.end;
      this.#wet[i] = fixed.hold;
      this.#done[piece] = Math.max(this.#done[piece]!, s.product === null ? fixed.end : fixed.done);
    });
  }

  /** Does an activity as soon as it, its place, its tool and somebody for it are ready. */
  #happen(a: Activity): void {
    const { free, toolFree, pools } = this.#now;
    let from = this.#readyFrom(a);

    for (const p of a.places) if (p.isWork) from = Math.max(from, pools[p.place]![p.units - 1]!);
    if (a.tool >= 0) from = Math.max(from, toolFree[a.tool]!);
    let work = a.work * this.#workFactor();
    if (from > this.#latest(a)) work += a.rescue;
    if (a.isCoat && this.#r() < this.#uncertainty.rework) work = work * 2 + reworkSlots(a);
    const { slots } = this.#draft.compiled.model;
    const end = workedUntil(a, Math.ceil(from), Math.max(1, Math.ceil(work)), slots, free, this.#isAway);
    this.#end[a.i] = end;
    this.#wet[a.i] = this.#dryAt(a, HANDLE);
    for (const p of a.places) occupy(pools[p.place]!, p.units, p.isWet ? this.#wet[a.i]! : end);
    if (a.tool >= 0) toolFree[a.tool] = end;
    this.#done[a.piece] = Math.max(this.#done[a.piece]!, a.film ? this.#dryAt(a, TRAVEL) : end);
  }

  /** What it waits for is done and dry; what was done early lets it begin as much earlier than planned, and no more. */
  #readyFrom(a: Activity): number {
    let early = 0;
    for (const l of a.links) early = Math.max(early, this.#plannedEnd[l.of]! - this.#end[l.of]!);
    let from = Math.max(a.planned - early, a.earliest);
    for (const l of a.links) {
      const before = this.#precedence.activityOf[l.of];
      const dry = l.stage < 0 || !before ? this.#end[l.of]! : this.#dryAt(before, l.stage);
      from = Math.max(from, dry + l.min);
    }
    return from;
  }

  #latest(a: Activity): number {
    let latest = Infinity;
    for (const l of a.links) latest = Math.min(latest, this.#end[l.of]! + l.max);
    return latest;
  }

  /** Dry for so long at the air of its own time, longer as this batch goes; never sooner than the data sheet. */
  #dryAt(a: Activity, stage: number): number {
    const from = this.#end[a.i]!;
    if (!a.film || from > this.#draft.compiled.model.slots) return from;
    const planned = a.film.minutes(stage, Math.floor(from)) / GRID_MINUTES - Math.floor(from);
    return from + planned * Math.max(1, this.#drying[a.batch]!);
  }

  /** Whether somebody is unexpectedly away on the day of a slot; drawn once a day. */
  #isAway = (person: number, slot: number): boolean => {
    const day = Math.floor((this.#draft.compiled.origin + slot * GRID_MINUTES) / 1440) % DAYS;
    const key = person * DAYS + day;
    let is = this.#away.get(key);
    if (is === undefined) this.#away.set(key, (is = this.#r() < this.#uncertainty.absence));
    return is;
  };
}
/** More days than any plan has, so that a person and a day make one number. */
const DAYS = 4000;
