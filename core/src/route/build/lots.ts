import type { StepWish } from '../rules/rule.ts';
import type { StepSpec } from './spec.ts';

/**
 * What is laid on and taken off again while it is soft cannot wait for a large piece to be covered: it is done in lots.
 * The first step lays on the first lot; the second takes each lot off and lays on the next, and may be broken off
 * between lots. Hours stay the same. Source: common practice.
 */
export function inLots(
  on: StepSpec,
  off: StepSpec,
  longestLot_minutes: number,
  meanwhile = 'the next is laid on while one softens',
): readonly [StepSpec, StepSpec] {
  const lots = Math.ceil(Math.max(on.minutes, off.minutes) / longestLot_minutes);
  if (lots < 2) return [on, off];
  const first = on.minutes / lots;
  return [
    { ...on, minutes: first, reason: `${on.reason} In ${lots} lots: this is the first.` },
    {
      ...off,
      minutes: off.minutes + on.minutes - first,
      splittable: true,
      reason: `${off.reason} Lot by lot, ${lots} in all: ${meanwhile}.`,
    },
  ];
}

/** A step of a rule that names its longest lot, and the one before whose window it has to keep, done in lots; the others as they are. */
export function wishesInLots(made: readonly { readonly wish: StepWish; readonly spec: StepSpec }[]): StepSpec[] {
  const specs = new Map(made.map(({ spec }) => [spec.key, spec]));
  for (const { wish, spec: off } of made) {
    const on = wish.window?.of ? specs.get(wish.window.of) : undefined;
    if (!wish.lots || !on) continue;
    for (const s of inLots(on, off, wish.lots.longest_minutes, wish.lots.meanwhile)) specs.set(s.key, s);
  }
  return [...specs.values()];
}

/** A step that must be done while the one before is wet, and the piece cannot be moved: it needs no place of its own. */
export function whereItStands(s: StepSpec, specs: ReadonlyMap<string, StepSpec>): StepSpec['needs'] {
  const wet = s.window?.max != null && s.window.of !== null ? specs.get(s.window.of) : undefined;
  if (!wet) return s.needs;
  return s.needs.filter((n) => !wet.needs.some((held) => held.kind === n.kind && held.span === 'both'));
}
