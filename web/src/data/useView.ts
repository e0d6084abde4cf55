import { applyUpdate, type CommandAnswer, type WorkshopView } from '@app/contract';
import { useCallback, useEffect, useMemo, useRef } from 'react';
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
  const news = useRef({ revision: 0, underway: 0 });
  const shown = useRef(0);
  shown.current = Math.max(shown.current, view?.revision ?? 0);

  const reload = useCallback(async () => {
    await mutate();
  }, [mutate]);
  const hear = useCallback(
    (revision: number) => {
      news.current.revision = Math.max(news.current.revision, revision);
      if (news.current.underway === 0 && news.current.revision > shown.current) void reload();
    },
    [reload],
  );
  const during = useCallback<KeptView['during']>(
    async (command) => {
      news.current.underway++;
      try {
        const answer = await command();
        if (answer) await keep(answer);
        return answer;
      } finally {
        news.current.underway--;
        hear(0);
      }
      async function keep({ update, revision }: CommandAnswer): Promise<void> {
        let isKept = false;
        await mutate(
          (now) => {
            const next = now && update ? applyUpdate(now, update, revision) : null;
            isKept = next !== null;
            return next ?? now;
          },
          { revalidate: false },
        );
        if (isKept) shown.current = Math.max(shown.current, revision);
        else await reload();
      }
    },
    [mutate, reload, hear],
  );
  useEvents(view !== undefined, hear, reload);
  return useMemo(() => ({ view, error, reload, during }), [view, error, reload, during]);
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
