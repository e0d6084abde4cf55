import { type Announced, applyUpdate, type CommandAnswer, ViewSinceSchema, type WorkshopView } from '@app/contract';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSWRConfig } from 'swr';
import { keep } from '../offline/kept.ts';
import { ApiFailure, send } from './api.ts';
import { Line } from './line.ts';
import { SESSION, useRead, VIEW } from './reads.ts';

export type KeptView = {
  readonly view: WorkshopView | undefined;
  readonly error: Error | undefined;
  /** The line to the server is lost: what is shown may be old. */
  readonly isCutOff: boolean;
  readonly reload: () => Promise<void>;
  /** Carries something out whose answer says what it changed; news that comes meanwhile waits for it. */
  readonly during: (command: () => Promise<CommandAnswer | null>) => Promise<CommandAnswer | null>;
};

/**
 * The workshop as it is now. It is asked for once; after that every change, one's own and those of others, comes as what it
 * changed and is laid upon what is kept. What was missed while the line was lost is asked for in the same form.
 */
export function useView(): KeptView {
  const { data: view, error, mutate } = useRead(VIEW, { keepPreviousData: true, revalidateOnFocus: false });
  const { mutate: forget } = useSWRConfig();
  const [isCutOff, setCutOff] = useState(false);
  const [news] = useState(() => new News());

  const reload = useCallback(async () => {
    await mutate();
  }, [mutate]);

  const again = useRef<() => Promise<void>>(() => Promise.resolve());
  /** Lays upon the view what is known to come after it; asks for what is missing in between. */
  const catchUp = useCallback(async (): Promise<void> => {
    if (!news.mayAct()) return;
    const next = await mutate((now) => now && news.lay(now), { revalidate: false });
    if (!next || !news.isBehind(next)) return;
    try {
      const { updates } = await send(ViewSinceSchema, 'GET', `/view/since/${next.revision}`);
      news.isAsked();
      if (!updates) await reload();
      else {
        for (const u of updates) news.hear(u);
        await mutate((now) => now && news.lay(now), { revalidate: false });
      }
    } catch (why) {
      if (!(why instanceof ApiFailure)) throw why;
      // Away once more: what may have been missed is still asked for, or the page would be old and not say so.
      if (why.problem.code === 'SIGN_IN_NEEDED') await forget(SESSION.path);
      else setTimeout(() => void again.current(), AGAIN_MS);
    }
  }, [mutate, reload, forget, news]);

  useEffect(() => {
    again.current = catchUp;
  }, [catchUp]);

  const during = useCallback<KeptView['during']>(
    async (command) => {
      news.begin();
      const ended = async () => {
        news.end();
        await catchUp();
      };
      const answer = await command().catch(async (error: unknown) => {
        await ended();
        throw error;
      });
      if (answer?.update) news.hear({ revision: answer.revision, update: answer.update });
      else if (answer) news.mayHaveMissed();
      await ended();
      return answer;
    },
    [catchUp, news],
  );

  // Kept as it is after each change, for when the page is opened while nobody answers.
  useEffect(() => {
    if (!view) return;
    const timer = setTimeout(() => void keep(VIEW.path, view), KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [view]);

  const isOn = view !== undefined;
  useEffect(() => {
    if (!isOn) return;
    const line = new Line({
      changed: (announced) => {
        news.hear(announced);
        void catchUp();
      },
      notUnderstood: () => void reload(),
      opened: (wasLost) => {
        setCutOff(false);
        if (!wasLost) return;
        news.mayHaveMissed();
        void catchUp();
      },
      lost: () => setCutOff(true),
      signedOut: () => void forget(SESSION.path),
    });
    return () => line.close();
  }, [isOn, catchUp, reload, forget, news]);
  return useMemo(() => ({ view, error, isCutOff, reload, during }), [view, error, isCutOff, reload, during]);
}

/** A view that is changed again within so long is kept once; a page that opens has drawn itself by then. */
const KEEP_AFTER_MS = 2000;
/** What was missed is asked for again after so long, when it could not be answered. */
const AGAIN_MS = 2000;

/** Changes that were heard of and not yet laid upon the view, and how many own commands are under way. */
class News {
  readonly #heard = new Map<number, Announced>();
  #underway = 0;
  #mayMiss = false;

  hear(announced: Announced): void {
    this.#heard.set(announced.update.base, announced);
  }
  /** Something may have happened that was not told. */
  mayHaveMissed(): void {
    this.#mayMiss = true;
  }
  isAsked(): void {
    this.#mayMiss = false;
  }
  begin(): void {
    this.#underway++;
  }
  end(): void {
    this.#underway--;
  }
  /** While a command is under way its own news may come before its answer, so nothing is laid upon the view. */
  mayAct(): boolean {
    return this.#underway === 0;
  }
  /** The view with all laid upon it that follows it. */
  lay(view: WorkshopView): WorkshopView {
    let now = view;
    for (let next = this.#heard.get(now.revision); next; next = this.#heard.get(now.revision))
      now = applyUpdate(now, next.update, next.revision) ?? now;
    for (const base of this.#heard.keys()) if (base < now.revision) this.#heard.delete(base);
    return now;
  }
  /** Changes after this view are known of that do not follow it, or may have been missed. */
  isBehind(view: WorkshopView): boolean {
    return this.#mayMiss || [...this.#heard.keys()].some((base) => base > view.revision);
  }
}
