/**
 * A tool that is cleaned out between set-ups (product and applicator): its bookings in the order of their starts, and
 * the slots a clean-out takes between neighbours of different groups.
 */
export type SetupSequence = {
  readonly capacity: number;
  readonly gap: number;
  readonly start: number[];
  readonly end: number[];
  readonly group: number[];
};

export const newSetupSequence = (capacity: number, gap: number): SetupSequence => ({
  capacity,
  gap,
  start: [],
  end: [],
  group: [],
});

export function clearSetups(t: SetupSequence): void {
  t.start.length = t.end.length = t.group.length = 0;
}

/** How many bookings start before `at`. */
function before(t: SetupSequence, at: number): number {
  let lo = 0;
  let hi = t.start.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (t.start[mid]! < at) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}

/**
 * `from` when work may run there, else the next start worth trying.
 * @param isWhole the work takes as long wherever it starts, so that gaps too short for it are passed over at once
 */
export function fitSetup(t: SetupSequence, from: number, until: number, group: number, isWhole: boolean): number {
  const length = until - from;
  let s = from;
  for (let i = before(t, from); ; i++) {
    if (i > 0) {
      const gap = t.group[i - 1] === group ? 0 : t.gap;
      const soonest = t.end[i - 1]! + gap;
      if ((gap > 0 || t.capacity === 1) && s < soonest) s = soonest;
    }
    if (i >= t.start.length) return s;
    const gap = t.group[i] === group ? 0 : t.gap;
    if ((gap === 0 && t.capacity > 1) || s + length + gap <= t.start[i]!) return s;
    // Where several are out at once, or breaks may make it shorter, the next gap is looked at when all else is.
    if (t.capacity > 1 || !isWhole) return s > from ? s : Math.max(from + 1, t.end[i]! + gap);
  }
}

/** Whether work there has its own set-up neither before nor after it, so that it takes a clean-out of its own. */
export function standsApart(t: SetupSequence, from: number, group: number): boolean {
  const i = before(t, from);
  return (i === 0 || t.group[i - 1] !== group) && (i === t.group.length || t.group[i] !== group);
}

/** The set-up of the tool when work starts there; -1: none yet. */
export function groupBefore(t: SetupSequence, at: number): number {
  const i = before(t, at);
  return i === 0 ? -1 : t.group[i - 1]!;
}

export function addSetup(t: SetupSequence, from: number, until: number, group: number): void {
  const i = before(t, from);
  t.start.splice(i, 0, from);
  t.end.splice(i, 0, until);
  t.group.splice(i, 0, group);
}

export function removeSetup(t: SetupSequence, from: number, until: number, group: number): void {
  for (let i = before(t, from); i < t.start.length && t.start[i] === from; i++)
    if (t.end[i] === until && t.group[i] === group) {
      t.start.splice(i, 1);
      t.end.splice(i, 1);
      t.group.splice(i, 1);
      return;
    }
}

/** Clean-outs between neighbours as booked. */
export const cleanouts = (t: SetupSequence): number =>
  t.group.reduce((n, g, i) => n + (i > 0 && g !== t.group[i - 1] ? 1 : 0), 0);
