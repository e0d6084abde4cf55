import { type Rule, TIERS } from './rule.ts';

/**
 * Which of two rules is heard when both speak for the same choice: the one of the higher tier; within a tier the one that
 * says it overrules the other, directly or through a third.
 */
export type Precedence = {
  /** Null: neither; such a pair must never meet. */
  readonly stronger: (a: string, b: string) => string | null;
};

/** @throws {RangeError} when a rule overrules one that does not exist or is of another tier, or two overrule each other */
export function precedenceOf(rules: readonly Rule[]): Precedence {
  const byId = new Map(rules.map((r) => [r.id, r]));
  const tier = (id: string) => TIERS.indexOf(byId.get(id)?.tier ?? 'practice');
  const below = new Map<string, ReadonlySet<string>>();
  const walk = (id: string, path: readonly string[]): ReadonlySet<string> => {
    if (path.includes(id)) throw new RangeError(`rules overrule each other: ${[...path, id].join(', ')}`);
    const known = below.get(id);
    if (known) return known;
    const all = new Set<string>();
    for (const other of byId.get(id)?.over ?? []) {
      if (!byId.has(other)) throw new RangeError(`${id} overrules "${other}", which is no rule`);
      if (tier(other) !== tier(id)) throw new RangeError(`${id} overrules ${other}, which is of another tier`);
      all.add(other);
      for (const x of walk(other, [...path, id])) all.add(x);
    }
    below.set(id, all);
    return all;
  };
  for (const r of rules) walk(r.id, []);
  return {
    stronger: (a, b) => {
      if (tier(a) !== tier(b)) return tier(a) > tier(b) ? a : b;
      if (below.get(a)?.has(b)) return a;
      return below.get(b)?.has(a) ? b : null;
    },
  };
}
