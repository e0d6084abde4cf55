import { type CommandAnswer, CommandAnswerSchema, type WorkshopView } from '@app/contract';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { Outbox, type Sent } from '../offline/outbox.ts';
import type { NewTap, Tap } from '../offline/store.ts';
import { commandId, isAway, problemOf, send } from './api.ts';

export type Taps = {
  /** Not yet taken by the server, the oldest first. */
  readonly all: readonly Tap[];
  readonly add: (tap: Omit<NewTap, 'owner'>) => Promise<Sent>;
  readonly takeBack: (number: number) => Promise<void>;
  /** Sends a refused one again, with what was decided about it. */
  readonly decide: (number: number, more: object) => Promise<void>;
};

/** After so long what waits is tried again, when nothing else said that the server is back. */
const AGAIN_MS = 5000;

/**
 * The taps of whoever is signed in that wait to be sent. They are sent when they are made, when the page opens and when the
 * server can be reached again.
 */
export function useTaps(
  view: WorkshopView | undefined,
  isCutOff: boolean,
  during: (command: () => Promise<CommandAnswer | null>) => Promise<CommandAnswer | null>,
  told: (answer: CommandAnswer) => void,
  refused: (why: unknown) => Promise<void>,
): Taps {
  const owner = view ? `${view.workshop.id}/${view.me.name}` : null;
  const outbox = useMemo(() => {
    if (owner === null) return null;
    return new Outbox(owner, async ({ method, path, body, file }): Promise<Sent> => {
      try {
        const sent = file ? formOf(body, file) : body;
        const answer = await during(() => send(CommandAnswerSchema, method, path, sent));
        told(answer!);
        return { kind: 'done' };
      } catch (why) {
        if (isAway(why)) return { kind: 'away' };
        const problem = problemOf(why);
        await refused(why);
        return WAITS.has(problem.code) ? { kind: 'away' } : { kind: 'refused', problem };
      }
    });
  }, [owner, during, told, refused]);
  useEffect(() => {
    if (!outbox) return;
    void outbox.open();
    return () => outbox.close();
  }, [outbox]);
  const all = useSyncExternalStore(outbox?.subscribe ?? NOTHING_CHANGES, outbox?.taps ?? NO_TAPS);
  const waiting = all.filter((t) => t.refused === null).length;
  useEffect(() => {
    if (!outbox || waiting === 0) return;
    const sendAll = () => void outbox.sendAll();
    if (!isCutOff) sendAll();
    const timer = setInterval(sendAll, AGAIN_MS);
    window.addEventListener('online', sendAll);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', sendAll);
    };
  }, [outbox, waiting, isCutOff]);
  const add = useCallback((tap: Omit<NewTap, 'owner'>) => outbox!.add({ ...tap, owner: owner! }), [outbox, owner]);
  const takeBack = useCallback((number: number) => outbox!.remove(number), [outbox]);
  const decide = useCallback((number: number, more: object) => outbox!.again(number, more, commandId()), [outbox]);
  return useMemo(() => ({ all, add, takeBack, decide }), [all, add, takeBack, decide]);
}

/** What goes with a file is sent as the fields of a form. */
function formOf(body: Tap['body'], file: Blob): FormData {
  const form = new FormData();
  for (const [key, value] of Object.entries(body)) {
    if (typeof value === 'string') form.set(key, value);
    else if (value !== undefined) form.set(key, JSON.stringify(value));
  }
  form.set('photo', file, 'picture');
  return form;
}

/** Refusals that are about who asks and how often, not about the tap: it waits. */
const WAITS: ReadonlySet<string> = new Set(['SIGN_IN_NEEDED', 'PASSWORD_CHANGE_NEEDED', 'TOO_MANY']);
const NOTHING_CHANGES = () => () => {};
const NONE: readonly Tap[] = [];
const NO_TAPS = () => NONE;
