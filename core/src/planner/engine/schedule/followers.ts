import type { EngineModel } from '../engineModel.ts';

/** A step and all that come after it on its piece, itself first. */
export function withFollowers({ steps, pieces }: EngineModel, i: number): number[] {
  const off = new Set([i]);
  for (const k of pieces[steps[i]!.piece]!.steps) if (steps[k]!.preds.some((p) => off.has(p.step))) off.add(k);
  return [...off];
}
