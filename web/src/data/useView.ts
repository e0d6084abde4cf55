import { applyUpdate, type CommandAnswer, type WorkshopView } from '@app/contract';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useRead, VIEW } from './reads.ts';

export type KeptView = {
  readonly view: WorkshopView | undefined;
  readonly error: Error | undefined;
  readonly reload: () => Promise<void>;
  /** Carries something out whose answer says what it changed; news that comes meanwhile waits for it. */
  readonly during: (command: () => Promise<CommandAnswer | null>) => Promise<CommandAnswer | null>;
};

/**
 * The workshop as it is now. A command's own answer is laid upon what is kept; only a change made elsewhere, or one that
 * does not fit upon it, is asked for.
 */
export function useView(): KeptView {
  const { data: view, error, mutate } = useRead(VIEW, { keepPreviousData: true, revalidateOnFocus: true });
  const [news] = useState(() => new News());
  useEffect(() => news.see(view?.revision ?? 0), [news, view?.revision]);

  const reload = useCallback(async () => {
    await mutate();
  }, [mutate]);
  const hear = useCallback(
    (revision: number) => {
      if (news.isNew(revision)) void reload();
    },
    [news, reload],
  );
  const keep = useCallback(
    async ({ update, revision }: CommandAnswer): Promise<void> => {
      const lay = (now: WorkshopView | undefined) => (now && update ? applyUpdate(now, update, revision) : null);
      const next = await mutate((now) => lay(now) ?? now, { revalidate: false });
      if (next?.revision === revision) news.see(revision);
      else await reload();
    },
    [mutate, reload, news],
  );
  const during = useCallback<KeptView['during']>(
    async (command) => {
      news.begin();
      const answer = await command().catch((error: unknown) => {
        hear(news.end());
        throw error;
      });
      if (answer) await keep(answer);
      hear(news.end());
      return answer;
    },
    [keep, hear, news],
  );
  useEvents(view !== undefined, hear, reload);
  return useMemo(() => ({ view, error, reload, during }), [view, error, reload, during]);
}

/** What is known of revisions: the newest shown, the newest heard of, and how many commands are under way. */
class News {
  #shown = 0;
  #heard = 0;
  #underway = 0;

  see(revision: number): void {
    this.#shown = Math.max(this.#shown, revision);
  }
  /** While a command is under way its own news may come before its answer, so none is acted on. */
  isNew(revision: number): boolean {
    this.#heard = Math.max(this.#heard, revision);
    return this.#underway === 0 && this.#heard > this.#shown;
  }
  begin(): void {
    this.#underway++;
  }
  /** @returns the newest heard of meanwhile */
  end(): number {
    this.#underway--;
    return this.#heard;
  }
}

/** Hears of changes made in other browsers; after the line was lost, what was missed is asked for. */
function useEvents(isOn: boolean, hear: (revision: number) => void, reload: () => Promise<void>): void {
  useEffect(() => {
    if (!isOn) return;
    const source = new EventSource('/api/events');
    let wasLost = false;
    source.addEventListener('changed', (e: MessageEvent<string>) => hear(Number(e.data)));
    source.addEventListener('error', () => (wasLost = true));
    source.addEventListener('open', () => {
      if (wasLost) void reload();
      wasLost = false;
    });
    return () => source.close();
  }, [isOn, hear, reload]);
}
