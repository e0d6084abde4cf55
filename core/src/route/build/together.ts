import type { Authority } from '../piece.ts';
import type { Facts } from './facts.ts';
import type { Choice, Slot } from './sheet.ts';

/** Parts with the same choice in a slot, worked as one. */
export function together<S extends Slot>(
  all: readonly Facts[],
  slot: S,
): { readonly facts: readonly Facts[]; readonly zones: readonly string[]; readonly choice: Choice<S> }[] {
  const groups = new Map<string, { facts: Facts[]; zones: string[]; choice: Choice<S> }>();
  for (const f of all) {
    const choice = f.chosen[slot];
    if (!choice) continue;
    const key = JSON.stringify(choice.value);
    const group = groups.get(key);
    if (group) {
      group.facts.push(f);
      group.zones.push(...f.part.zones);
    } else groups.set(key, { facts: [f], zones: [...f.part.zones], choice });
  }
  return [...groups.values()];
}

export const authorityOf = (c: { readonly authority: Authority; readonly rule: string; readonly reason: string }) => ({
  authority: c.authority,
  rule: c.rule,
  reason: c.reason,
});
