import type { Draft } from '../../build/draft.ts';
import { canStartAt, latestFor, lift, put, readyFor, seek } from './partialSchedule.ts';

/**
 * The step that must follow another within a window and has no room in it when the other starts in a slot where it can;
 * -1: they all have room, or the step cannot start there at all. The step, and what comes after it on its piece, must be
 * off the board.
 */
export function tiedWithoutRoom(draft: Draft, i: number, slot: number): number {
  const { board, compiled } = draft;
  const { steps, pieces } = compiled.model;
  const own = pieces[steps[i]!.piece]!.steps;
  const mustFollow = (k: number) => steps[k]!.preds.some((p) => p.step === i && p.maxSlots < Infinity);
  if (!own.some(mustFollow) || !canStartAt(board, i, slot)) return -1;
  const placed: number[] = [];
  const place = (k: number) => {
    const { start, end, hold, way, crew } = board.found;
    put(board, k, start, end, hold, way, crew);
    placed.push(k);
  };
  place(i);
  const firstWithout = own.find((k) => {
    const step = steps[k]!;
    const isTied = step.preds.some((p) => placed.includes(p.step) && p.maxSlots < Infinity);
    // What waits for something else too may find room once that is placed.
    if (!isTied || step.rescue_minutes >= 0 || step.preds.some((p) => board.start[p.step]! < 0)) return false;
    if (!seek(board, k, readyFor(board, step)) || board.found.start > latestFor(board, step)) return true;
    place(k);
    return false;
  });
  for (const k of placed) lift(board, k);
  return firstWithout ?? -1;
}
