/**
 * The cautions of steps in their order, each sentence said once: beside the first step it is about. Who reads a route from
 * top to bottom meets each once and does not learn to read over it.
 * @returns by the steps' keys; a step with nothing new to say is missing
 */
export function cautionsOnce(
  steps: readonly { readonly key: string; readonly caution: string | null }[],
): ReadonlyMap<string, string> {
  const said = new Set<string>();
  const out = new Map<string, string>();
  for (const { key, caution } of steps) {
    const fresh = sentencesOf(caution).filter((s) => !said.has(s));
    for (const s of fresh) said.add(s);
    if (fresh.length > 0) out.set(key, [...new Set(fresh)].join(' '));
  }
  return out;
}

/** A caution with no sentence in it twice. */
export const cautionOf = (caution: string | null): string | null =>
  [...new Set(sentencesOf(caution))].join(' ') || null;

const sentencesOf = (caution: string | null) => caution?.split(/(?<=[.!?]) (?=[A-Z])/) ?? [];
