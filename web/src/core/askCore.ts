import type {
  Chances,
  Earliest,
  Filler,
  Gap,
  Instant,
  Plan,
  Scarce,
  Score,
  ShopPiece,
  StartSpan,
  WeekOfWaiting,
} from '@app/core';
import type { WorkshopView } from '@app/contract';
import { useEffect, useState } from 'react';
import type {
  Explained,
  HouseEffect,
  HouseSample,
  Message,
  Outlook,
  PinOutcome,
  Promised,
  Question,
  Standing,
  Ways,
} from './core.worker.ts';

let worker: Worker | null = null;
let lastId = 0;
/** Those who asked; some are told what is known so far before the whole answer. */
const waiting = new Map<number, (answer: unknown, isLast: boolean) => void>();
/** The workshop the worker has laid out, and the number it goes by. */
let laid: { readonly view: WorkshopView; readonly key: number } | null = null;

function post(message: Message): void {
  if (!worker) {
    worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<{ id: number; answer: unknown; isLast: boolean }>) => {
      waiting.get(data.id)?.(data.answer, data.isLast);
      if (data.isLast) waiting.delete(data.id);
    };
  }
  worker.postMessage(message);
}

/** What each kind of question is answered with. */
type Answers = {
  readonly explain: Explained;
  readonly preview: Preview;
  readonly starts: readonly StartSpan[];
  readonly pinned: PinOutcome;
  readonly gap: readonly Filler[];
  readonly standing: Standing;
  readonly scarce: readonly WeekOfWaiting[];
  readonly oneMore: { readonly without: Score; readonly with: Score };
  readonly whatIf: Outlook;
  readonly house: readonly HouseEffect[];
  readonly chances: Readonly<Record<string, Chances>>;
  readonly promise: Promised;
  readonly remedies: Ways;
};
type Kind = Question['kind'];
type Of<K extends Kind> = Extract<Question, { kind: K }>;

/** Puts a question about a workshop to the core in its own thread. Null: the workshop has moved on meanwhile. */
function ask<K extends Kind>(
  view: WorkshopView,
  question: Of<K>,
  onPart: (soFar: Answers[K]) => void = () => {},
): Promise<Answers[K] | null> {
  if (laid?.view !== view) {
    laid = { view, key: (laid?.key ?? 0) + 1 };
    const { shop, pieces, now, plan } = view;
    post({ kind: 'lay', key: laid.key, laid: { shop, pieces, now, plan } });
  }
  const id = ++lastId;
  return new Promise((resolve) => {
    waiting.set(id, (answer, isLast) => (isLast ? resolve(answer as Answers[K] | null) : onPart(answer as Answers[K])));
    post({ kind: 'ask', id, key: laid!.key, question });
  });
}

/** The answer to a question that is put again whenever the workshop or the question changes; the last one stays till then. */
function useAnswer<K extends Kind>(view: WorkshopView, question: Of<K> | null, calm_ms = 0): Answers[K] | null {
  const [answer, setAnswer] = useState<Answers[K] | null>(null);
  const key = question === null ? null : JSON.stringify(question);
  useEffect(() => {
    if (key === null) return;
    let isCurrent = true;
    const show = (a: Answers[K] | null) => isCurrent && a !== null && setAnswer(() => a);
    const put = () => void ask<K>(view, JSON.parse(key) as Of<K>, show).then(show);
    // What takes long is asked only once nothing changes any more, so that it never stands before what is quick.
    const timer = calm_ms > 0 ? setTimeout(put, calm_ms) : undefined;
    if (calm_ms === 0) put();
    return () => {
      isCurrent = false;
      clearTimeout(timer);
    };
  }, [view, key, calm_ms]);
  return key === null ? null : answer;
}

/** Nothing changed for so long. */
const CALM_MS = 500;

/** What every planned step waits for, and where each piece's days go. */
export const useExplained = (view: WorkshopView) => useAnswer(view, { kind: 'explain' });

export type Preview =
  Exclude<Earliest, { kind: 'ready' }> | { readonly kind: 'ready'; readonly at: number; readonly plan: Plan };

/** When a piece not yet entered could be ready; null while nothing is known or the piece is incomplete. */
export const usePreview = (view: WorkshopView, piece: ShopPiece | null, isFirst: boolean) =>
  useAnswer<'preview'>(view, piece && { kind: 'preview', piece, isFirst });

/** What each side of each house rule makes of a piece; null until known. */
export const useHouseEffects = (view: WorkshopView, sample: HouseSample) =>
  useAnswer(view, { kind: 'house', shop: view.shop, now: view.now, sample });

/** What pieces wait for on their way, week by week. */
export const useScarce = (view: WorkshopView) => useAnswer(view, { kind: 'scarce' });

/** How good the plan is, and what no plan could better; null until known. */
export const useStanding = (view: WorkshopView) => useAnswer<'standing'>(view, { kind: 'standing' }, CALM_MS);

/** The plan as it would be in another shop or with other pieces; null while it is worked out. */
export const useOutlook = (view: WorkshopView, other: Pick<WorkshopView, 'shop' | 'pieces'> | null) =>
  useAnswer<'whatIf'>(view, other && { kind: 'whatIf', shop: other.shop, pieces: other.pieces });

/** Steps that fit somebody's free time. */
export const useFillers = (view: WorkshopView, gap: Gap | null) => useAnswer<'gap'>(view, gap && { kind: 'gap', gap });

/** Rehearsals for a first answer; enough to tell 80 from 90 per cent. */
const RUNS = 200;

/** How sure the date of each piece is. */
export const useChances = (view: WorkshopView) => useAnswer<'chances'>(view, { kind: 'chances', runs: RUNS }, CALM_MS);

/** What can be promised for a piece not yet entered. */
export const usePromise = (view: WorkshopView, piece: ShopPiece | null, isFirst: boolean) =>
  useAnswer<'promise'>(view, piece && { kind: 'promise', piece, runs: RUNS, isFirst }, CALM_MS);

export type RemedyQuestion = Omit<Extract<Question, { kind: 'remedies' }>, 'kind'>;
/** What would bring a piece nearer to a wanted date. */
export const useRemedies = (view: WorkshopView, asked: RemedyQuestion | null) =>
  useAnswer<'remedies'>(view, asked && { kind: 'remedies', ...asked }, CALM_MS);

export const askStarts = (view: WorkshopView, step: string, from: Instant, until: Instant) =>
  ask<'starts'>(view, { kind: 'starts', step, from, until });
export const askPinned = (view: WorkshopView, step: string, at: Instant) =>
  ask<'pinned'>(view, { kind: 'pinned', step, at });
export const askOneMore = (view: WorkshopView, on: Scarce) => ask<'oneMore'>(view, { kind: 'oneMore', on });
