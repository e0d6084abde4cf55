import { clearSchedule, type PartialSchedule, remove } from './partialSchedule.ts';
import type { CostBound } from './costBound.ts';
import { bookFloor, placeOn, releaseFloor, removePiece, type Scratch, type SetBack } from './serialSgs.ts';

/** What steps are placed by: their order, and by piece when each is to leave the floor and the slot before which it is not begun. */
export type Sequence = {
  readonly order: readonly number[];
  readonly leaves: Float64Array;
  readonly notBefore: Float64Array;
};

/**
 * Serial schedule generation for one order after another, each little different from the one before: what comes out as the last
 * time stays placed, and only the rest is placed anew. What comes of it is the same as if all were.
 */
export class IncrementalSgs {
  readonly #b: PartialSchedule;
  readonly #scratch: Scratch;
  readonly #group: readonly number[];
  readonly #costBound: CostBound;
  readonly #leastCosts: Float64Array;
  /** What was placed last, as far as that went; null: the schedule holds something else. */
  #last: Sequence | null = null;
  readonly #setBack: SetBack[] = [];
  /** By piece: slot from which the floor has room for it. */
  readonly #room: Float64Array;

  /**
   * @param group pieces that are placed anew
   * @param leastCosts what each piece costs at best
   */
  constructor(
    b: PartialSchedule,
    scratch: Scratch,
    group: readonly number[],
    costBound: CostBound,
    leastCosts: Float64Array,
  ) {
    this.#b = b;
    this.#scratch = scratch;
    this.#group = group;
    this.#costBound = costBound;
    this.#leastCosts = leastCosts;
    this.#room = new Float64Array(b.model.pieces.length);
  }

  /** The schedule was changed by somebody else: nothing of it is kept. */
  begin(): void {
    this.#last = null;
  }

  /**
   * Places all steps in an order, each as early as it can.
   * @param most what the pieces may cost
   * @returns false when they are sure to cost more, one finds no room or does not fit on the floor; what was placed until then stands
   */
  place(sequence: Sequence, most: number): boolean {
    const b = this.#b;
    const scratch = this.#scratch;
    const group = this.#group;
    const { order, leaves, notBefore } = sequence;
    if (this.#last) this.#keep(this.#last, sequence);
    else this.#clear();
    this.#last = { ...sequence, order: order.slice() };
    scratch.floorAhead = b.model.floor ? { group, leaves, room: this.#room } : null;
    scratch.setBack = this.#setBack;
    for (const k of group) scratch.notBefore[k] = notBefore[k]!;
    const isPlaced =
      this.#costBound.begin(group, this.#leastCosts, most) && placeOn(b, scratch, group, order, this.#costBound);
    // What of it is whole stands on the floor, whether it fits or not, as in any schedule.
    if (!isPlaced) for (const k of group) bookFloor(b, k, true);
    scratch.floorAhead = null;
    scratch.setBack = null;
    for (const k of group) scratch.notBefore[k] = 0;
    return isPlaced;
  }

  #clear(): void {
    if (this.#group.length === this.#b.model.pieces.length) clearSchedule(this.#b);
    else for (const k of this.#group) removePiece(this.#b, k);
    this.#setBack.length = 0;
    this.#room.fill(0);
  }

  /** Takes off the schedule what would come out otherwise than the last time. */
  #keep(last: Sequence, next: Sequence): void {
    const b = this.#b;
    for (const k of this.#group) releaseFloor(b, k);
    const kept = this.#unchanged(last, next);
    for (let q = last.order.length - 1; q >= kept; q--) remove(b, last.order[q]!);
    const set = this.#setBack.filter(({ by }) => by < kept);
    this.#setBack.splice(0, this.#setBack.length, ...set);
    const { pieces } = b.model;
    for (const k of this.#group) if (pieces[k]!.steps.every((i) => b.start[i]! < 0)) this.#room[k] = 0;
  }

  /** How many steps of the order come out as the last time. */
  #unchanged(last: Sequence, { order, leaves, notBefore }: Sequence): number {
    const { model, start } = this.#b;
    let kept = 0;
    for (; kept < order.length && order[kept] === last.order[kept]; kept++) {
      const i = order[kept]!;
      const k = model.steps[i]!.piece;
      if (start[i]! < 0) break;
      // When a piece may come hangs on when it, and who is here, will have left.
      if (notBefore[k] !== last.notBefore[k] || (model.floor && leaves[k] !== last.leaves[k])) break;
    }
    // What was placed anew for the sake of something later is kept only together with that.
    for (let q = this.#setBack.length - 1; q >= 0; q--) {
      const { from, by } = this.#setBack[q]!;
      if (by < kept || from >= kept) continue;
      kept = from;
      q = this.#setBack.length;
    }
    return kept;
  }
}
