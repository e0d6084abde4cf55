import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { CompiledProblem } from '../compile/compile.ts';
import { bitRow, isSet, type Bits } from '../engine/resources/bits.ts';
import type { Stretch, Wait } from './explain.ts';

/** What a piece spends its time on: hands at work, drying, hours in which nobody could work on it, or what it waits for. */
export type Spent =
  | 'work'
  | 'drying'
  | 'closed'
  | 'hold'
  | Exclude<Wait['kind'], 'hours' | 'nothing' | 'step'>
  | 'between';
export type LeadTimePart = { readonly spent: Spent; readonly minutes: number };

/**
 * Minutes by what they go on, largest first; they add up to the whole of the chain. Within a wait or a broken step the
 * hours in which nobody who can do it works are counted as closed, and only the rest as waiting.
 */
export function leadTimeBreakdown(compiled: CompiledProblem, chain: readonly Stretch[]): LeadTimePart[] {
  const sums = new Map<Spent, number>();
  const add = (spent: Spent, minutes: number) => {
    if (minutes > 0) sums.set(spent, (sums.get(spent) ?? 0) + minutes);
  };
  for (const s of chain) {
    const whole = s.until - s.from;
    const i = compiled.indexOf.get(s.step)!;
    const isHold = compiled.steps[i]!.hands === 0;
    if (s.kind === 'drying') add('drying', whole);
    else if (isHold) add('hold', whole);
    else {
      const kind = s.wait?.kind;
      const closed = kind === 'hours' ? whole : Math.min(whole, closedMinutes(compiled, i, s));
      add('closed', closed);
      add(s.kind === 'work' ? 'work' : spentOn(kind), whole - closed);
    }
  }
  return [...sums].map(([spent, minutes]) => ({ spent, minutes })).sort((a, b) => b.minutes - a.minutes);
}

function spentOn(kind: Wait['kind'] | undefined): Spent {
  return kind === undefined || kind === 'nothing' || kind === 'step' || kind === 'hours' ? 'between' : kind;
}

/** Minutes of a stretch in which no crew that can do the step works, or its workplace is closed. */
function closedMinutes(compiled: CompiledProblem, i: number, s: Stretch): number {
  const open = openFor(compiled, i);
  let closed = 0;
  for (let t = s.from; t < s.until;) {
    const next = Math.min(
      s.until,
      (Math.floor((t - compiled.origin) / GRID_MINUTES) + 1) * GRID_MINUTES + compiled.origin,
    );
    const slot = Math.floor((t - compiled.origin) / GRID_MINUTES);
    if (slot >= 0 && slot < compiled.model.slots && !isSet(open, slot)) closed += next - t;
    t = next;
  }
  return closed;
}

const known = new WeakMap<CompiledProblem, Map<unknown, Bits>>();

function openFor(compiled: CompiledProblem, i: number): Bits {
  let rows = known.get(compiled);
  if (!rows) known.set(compiled, (rows = new Map<unknown, Bits>()));
  const { modes } = compiled.model.steps[i]!;
  let row = rows.get(modes);
  if (row) return row;
  row = bitRow(compiled.model.slots);
  for (const mode of modes)
    for (const crew of mode.crews)
      for (let w = 0; w < row.length; w++) {
        let both = mode.open[w]!;
        for (const p of crew) both &= compiled.model.people[p]!.open[w]!;
        row[w]! |= both;
      }
  rows.set(modes, row);
  return row;
}
