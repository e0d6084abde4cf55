import type { WorkshopView } from '@app/contract';
import type { DayBreak, Gap, HouseRules, HouseSample, Instant, Scarce, Stage, WhatIf } from '@app/core';
import { proxy, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import useSWR, { useSWRConfig } from 'swr';
import useSWRSubscription from 'swr/subscription';
import { type Bridge, bridge, slowBridge } from './bridge.ts';
import type { Asked, CoreApi, Lengthy, RemedyQuestion, Ways } from './core.worker.ts';
import { type Promised, rehearse, RUNS, threadsFor } from './rehearse.ts';

/** What the core says: nothing yet, an answer, or why there is none. A new question begins with nothing. */
export type Answer<T> = { readonly data: T | null; readonly error: Error | null; readonly retry: () => void };

/** What an answer is kept by: the workshop as it was looked at, and the question. */
const keyOf = (view: WorkshopView, question: readonly unknown[] | null) =>
  question === null ? null : ([view.workshop.id, view.revision, view.now, ...question] as const);

/** Answers are kept by revision, so the same question about the same workshop is worked out once. */
const KEPT = {
  revalidateIfStale: false,
  revalidateOnFocus: false,
  revalidateOnReconnect: false,
  shouldRetryOnError: false,
};

function useAnswer<T>(
  view: WorkshopView,
  question: readonly unknown[] | null,
  ask: (api: Remote<CoreApi>) => Promise<T>,
  by: Bridge = bridge,
): Answer<T> {
  const { data, error, mutate } = useSWR<T, Error>(keyOf(view, question), () => by.ask(view, ask), KEPT);
  return { data: data ?? null, error: error ?? null, retry: () => void mutate() };
}

/** Nothing changed for so long: what takes long is asked only then, so that it never stands before what is quick. */
const CALM_MS = 300;
/** The same of rehearsals, which let what is quick go first all the time: no more than that half a word does not begin them. */
const REHEARSAL_CALM_MS = 100;

/** True once a question has been the same for a while. */
function useCalm(question: unknown, calm_ms = CALM_MS): boolean {
  const key = JSON.stringify(question);
  const [calm, setCalm] = useState<string | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setCalm(key), calm_ms);
    return () => clearTimeout(timer);
  }, [key, calm_ms]);
  return calm === key;
}

/** What every planned step waits for, and where each piece's days go. */
export const useExplained = (view: WorkshopView) => useAnswer(view, ['explain'], (api) => api.explain());

/** Has all threads made ready for questions about a new piece, as soon as its form is there. */
export function usePrepared(view: WorkshopView): void {
  const [first] = useState(view);
  useEffect(() => {
    // Nothing waits for it: a question that is put meanwhile says itself what is wrong.
    for (const b of new Set([bridge, ...threadsFor(first)])) void b.ask(first, (api) => api.prepare()).catch(() => {});
  }, [first]);
}

/** When a piece not yet entered could be ready. */
export const usePreview = (view: WorkshopView, asked: Asked | null) =>
  useAnswer(view, asked && ['preview', asked], async (api) => api.preview(asked!));

/** What each side of each house rule makes of a piece. */
export const useHouseEffects = (view: WorkshopView, sample: HouseSample, house: HouseRules) =>
  useAnswer(view, ['house', sample, house], (api) => api.house(sample, house));

/** What pieces wait for on their way, week by week. */
export const useScarce = (view: WorkshopView) => useAnswer(view, ['scarce'], (api) => api.scarce());

/** What one more of something would give; null while nothing is chosen. */
export const useOneMore = (view: WorkshopView, on: Scarce | null) =>
  useAnswer(view, on && ['oneMore', on], (api) => api.oneMore(on!));

/** How good the plan is, and what no plan could better. */
export function useStanding(view: WorkshopView) {
  const isCalm = useCalm(view.revision);
  return useAnswer(view, isCalm ? ['standing'] : null, (api) => api.standing(), slowBridge);
}

/** When each piece could be ready if it were alone in the shop. */
export function useReadyAlone(view: WorkshopView) {
  const isCalm = useCalm(view.revision);
  return useAnswer(view, isCalm ? ['alone'] : null, (api) => api.alone(), slowBridge);
}

/** The plan as it would be if something were otherwise; null while nothing is tried. */
export const useOutlook = (view: WorkshopView, what: WhatIf | null) =>
  useAnswer(view, what && ['whatIf', what], (api) => api.whatIf(what!));

/** Steps that fit somebody's free time. */
export const useFillers = (view: WorkshopView, gap: Gap | null) =>
  useAnswer(view, gap && ['gap', gap], (api) => api.gap(gap!));

/** When a film laid then would be ready in each place of the shop; null while nothing is laid. */
export const useReadyIn = (
  view: WorkshopView,
  laid: { readonly step: string; readonly at: Instant; readonly stage: Stage } | null,
) => useAnswer(view, laid && ['readyIn', laid], (api) => api.readyIn(laid!.step, laid!.at, laid!.stage));

/** Which of the shelf's paints come near a colour, in which parts; null while nothing is looked for. */
export const useMixesNear = (view: WorkshopView, wanted: { readonly hex: string; readonly product: string } | null) =>
  useAnswer(view, wanted && ['near', wanted], (api) => api.mixesNear(wanted!.hex, wanted!.product));

/** What it costs to hold a step until an instant; null while that is not known. */
export const useHeld = (view: WorkshopView, step: string | null, until: Instant | null) =>
  useAnswer(view, step !== null && until !== null ? ['held', step, until] : null, (api) => api.held(step!, until!));

/** What something that happened to a day would move; null while nothing is chosen. */
export const useBreakMoves = (view: WorkshopView, what: DayBreak | null) =>
  useAnswer(view, what && ['break', what], (api) => api.breakMoves(what!));

/** How sure the date of a piece is; null: it has no place in the plan. */
export const useChances = (view: WorkshopView, piece: string | null, due: Instant | null): Answer<Promised> =>
  useTold(
    view,
    piece === null ? null : [piece],
    'chances',
    (tell) => rehearse(view, piece!, due, tell),
    threadsFor(view),
    REHEARSAL_CALM_MS,
  );

/** What can be promised for a piece not yet entered; in a large shop a first answer comes before the whole one. */
export const usePromise = (view: WorkshopView, asked: Asked | null): Answer<Promised> =>
  useTold(
    view,
    asked,
    'promise',
    (tell) => rehearse(view, asked!, asked!.piece.due, tell),
    threadsFor(view),
    REHEARSAL_CALM_MS,
  );

/** What would bring a piece nearer to a wanted date, told as it is found: first when it is ready then, later how sure that is. */
export const useRemedies = (view: WorkshopView, asked: RemedyQuestion | null): Answer<Ways> =>
  useTold(view, asked, 'remedies', (tell) => slowBridge.ask(view, (api) => api.remedies(asked!, RUNS, proxy(tell))), [
    slowBridge,
  ]);

/** A question whose answer is told in parts, each better than the one before; asked once nothing changes for a while. */
function useTold<T>(
  view: WorkshopView,
  asked: object | null,
  kind: Lengthy,
  ask: (tell: (soFar: T) => void) => Promise<T>,
  threads: readonly Bridge[],
  calm_ms = CALM_MS,
): Answer<T> {
  const isCalm = useCalm([view.revision, asked], calm_ms);
  const [tries, setTries] = useState(0);
  const key = asked && isCalm ? keyOf(view, [kind, tries, asked]) : null;
  const { data, error } = useSWRSubscription<T, Error, typeof key>(
    key,
    (_key: unknown, { next }: { next: (error?: Error | null, data?: T) => void }) => {
      let isWanted = true;
      const tell = (error: Error | null, data?: T) => {
        if (isWanted) next(error, data);
      };
      ask((soFar) => tell(null, soFar))
        .then((all) => tell(null, all))
        .catch((error: Error) => tell(error));
      return () => {
        isWanted = false;
        for (const thread of threads) thread.tell((api) => api.letGo(kind));
      };
    },
  );
  return { data: data ?? null, error: error ?? null, retry: () => setTries(tries + 1) };
}

/** Where a step could start near where it is held: asked once, when a drag begins, and never behind what takes longer. */
export const askStartsNear = (view: WorkshopView, step: string, from: Instant, until: Instant) =>
  bridge.ask(view, (api) => api.starts(step, from, until));
/** Where it could start in all that is drawn. */
export const askStartsFar = (view: WorkshopView, step: string, from: Instant, until: Instant) =>
  slowBridge.ask(view, (api) => api.starts(step, from, until));
/** What giving a step a time would do. */
export const askPinned = (view: WorkshopView, step: string, at: Instant) =>
  slowBridge.ask(view, (api) => api.pinned(step, at));

/** Lets go of what was answered about earlier states of a workshop, which nobody looks at any more. */
export function useForgetting(view: WorkshopView | undefined): void {
  const { mutate } = useSWRConfig();
  const id = view?.workshop.id;
  const revision = view?.revision;
  useEffect(() => {
    const isOld = (key: unknown) => Array.isArray(key) && key[0] === id && key[1] !== revision;
    void mutate(isOld, undefined, { revalidate: false });
  }, [id, revision, mutate]);
}
