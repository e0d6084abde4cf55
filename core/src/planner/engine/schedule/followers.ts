import type { EngineModel } from '../engineModel.ts';

/** A step and all that come after it on its piece, itself first. */
export function withFollowers({ steps, pieces }: EngineModel, i: number): number[] {
  const off = new Set([i]);
  for (const k of pieces[steps[i]!.piece]!.steps) if (steps[k]!.preds.some((p) => off.has(p.step))) off.add(k);
  return [...off];
}

/** Windows of up to five hours: what they tie together is placed in one go. */
export const SHORT_WINDOW = 60;

/** By step: those that a short window ties to it. */
export function tiedFollowers({ steps }: EngineModel): number[][] {
  const tied: number[][] = steps.map(() => []);
  steps.forEach(({ preds }, f) => preds.forEach((p) => p.maxSlots <= SHORT_WINDOW && tied[p.step]!.push(f)));
  return tied;
}
