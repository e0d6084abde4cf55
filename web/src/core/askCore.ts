import type { Earliest, Plan, ShopPiece } from '@app/core';
import type { WorkshopView } from '@app/contract';
import { useEffect, useState } from 'react';
import type { Explained, HouseEffect, HouseSample, Question } from './core.worker.ts';

let worker: Worker | null = null;
let lastId = 0;
const waiting = new Map<number, (answer: unknown) => void>();

/** Puts a question to the core in its own thread. */
function ask<T>(question: Question): Promise<T> {
  if (!worker) {
    worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = (event: MessageEvent<{ id: number; answer: unknown }>) => {
      waiting.get(event.data.id)?.(event.data.answer);
      waiting.delete(event.data.id);
    };
  }
  const id = ++lastId;
  return new Promise<T>((resolve) => {
    waiting.set(id, resolve as (answer: unknown) => void);
    worker!.postMessage({ id, question });
  });
}

const asked = (view: WorkshopView) => ({ shop: view.shop, pieces: view.pieces, now: view.now, plan: view.plan });

/** What every planned step waits for and where late pieces' days go; the last answer stays until the next is there. */
export function useExplained(view: WorkshopView): Explained | null {
  const [explained, setExplained] = useState<Explained | null>(null);
  useEffect(() => {
    let isCurrent = true;
    void ask<Explained>({ kind: 'explain', ...asked(view) }).then((answer) => isCurrent && setExplained(answer));
    return () => {
      isCurrent = false;
    };
  }, [view]);
  return explained;
}

export type Preview =
  Exclude<Earliest, { kind: 'ready' }> | { readonly kind: 'ready'; readonly at: number; readonly plan: Plan };

/** When a piece not yet entered could be ready; null while nothing is known or the piece is incomplete. */
export function usePreview(view: WorkshopView, piece: ShopPiece | null): Preview | null {
  const [preview, setPreview] = useState<Preview | null>(null);
  const key = piece === null ? null : JSON.stringify(piece);
  useEffect(() => {
    if (key === null) return;
    let isCurrent = true;
    void ask<Preview>({ kind: 'preview', ...asked(view), piece: JSON.parse(key) as ShopPiece }).then(
      (answer) => isCurrent && setPreview(answer),
    );
    return () => {
      isCurrent = false;
    };
  }, [view, key]);
  return key === null ? null : preview;
}

/** What each side of each house rule makes of a piece; null until known. */
export function useHouseEffects(view: WorkshopView, sample: HouseSample): readonly HouseEffect[] | null {
  const [effects, setEffects] = useState<readonly HouseEffect[] | null>(null);
  const key = JSON.stringify(sample);
  const { shop } = view;
  const now = view.now;
  useEffect(() => {
    let isCurrent = true;
    const question: Question = { kind: 'house', shop, now, sample: JSON.parse(key) as HouseSample };
    void ask<readonly HouseEffect[]>(question).then((answer) => isCurrent && setEffects(answer));
    return () => {
      isCurrent = false;
    };
  }, [shop, now, key]);
  return effects;
}
