import type { RouteEdit, RouteStep } from '@app/core';

/** One more change; it replaces an earlier one about the same thing, so that the list stays what a person would say. */
export function withEdit(edits: readonly RouteEdit[], e: RouteEdit): readonly RouteEdit[] {
  const about = (x: RouteEdit): string => {
    switch (x.op) {
      case 'product':
      case 'can':
      case 'method':
      case 'minutes':
      case 'wait':
      case 'move':
      case 'split':
        return `${x.op} ${x.step}`;
      case 'coats':
        return `coats ${x.series}`;
      default:
        return JSON.stringify(x);
    }
  };
  const own = e.op === 'strike' ? edits.filter((x) => !(x.op === 'add' && x.step.key === e.step)) : edits;
  // A step of one's own is not struck but simply taken out again.
  if (own.length < edits.length) return own;
  return [...edits.filter((x) => about(x) !== about(e)), e];
}

/** A key no step of the piece has yet. */
export function freshKey(edits: readonly RouteEdit[]): string {
  const used = edits.flatMap((e) => (e.op === 'add' ? [Number(e.step.key.replace('own-', '')) || 0] : []));
  return `own-${1 + Math.max(0, ...used)}`;
}

/** The wait in front of a step, in words and minutes: the longest of its gaps at the data sheet's air. */
export function waitBefore(
  step: RouteStep,
  steps: readonly RouteStep[],
  stageMinutes: (product: string, stage: string) => number,
): { readonly minutes: number; readonly words: string; readonly max: number | null } | null {
  const gaps = step.after.flatMap((l) => {
    const before = steps.find((s) => s.key === l.step);
    if (!before) return [];
    const drying = l.from === 'end' || before.product === null ? 0 : stageMinutes(before.product, l.from);
    const minutes = Math.max(l.min_minutes, drying);
    const words = drying > l.min_minutes ? STAGE_WORDS[l.from] : 'at least';
    return minutes > 0 ? [{ minutes, words: words ?? 'dry', max: l.max_minutes }] : [];
  });
  return gaps.sort((a, b) => b.minutes - a.minutes)[0] ?? null;
}
const STAGE_WORDS: Record<string, string> = {
  touch: 'dry to touch',
  handle: 'dry to handle',
  sand: 'dry to sand',
  recoat: 'next coat after',
  topcoat: 'dry through',
};
