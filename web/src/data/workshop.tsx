import {
  type CommandAnswer,
  CommandAnswerSchema,
  type ErrorCode,
  type Problem,
  type WorkshopView,
} from '@app/contract';
import type { PieceMove } from '@app/core';
import { type ComponentType, createContext, type ReactNode, useCallback, useContext, useMemo, useState } from 'react';
import { useSWRConfig } from 'swr';
import { useForgetting } from '../core/useCore.ts';
import { withTaps } from '../offline/withTaps.ts';
import { commandId, problemOf, send, wordsOf } from './api.ts';
import { Consent } from './Consent.tsx';
import { SESSION } from './reads.ts';
import { tapOf } from './tapOf.ts';
import { sayDone, sayKept, sayRefused } from './toasts.ts';
import { useClock } from './useClock.ts';
import { type Taps, useTaps } from './useTaps.ts';
import { useView } from './useView.ts';

type Method = 'POST' | 'PUT' | 'DELETE';
/** What became of a command. `kept`: nobody answers; it is written down here and sent when somebody does. */
export type Outcome =
  | { readonly kind: 'done' }
  | { readonly kind: 'kept' }
  | { readonly kind: 'left' }
  | { readonly kind: 'refused'; readonly problem: Problem };

export type Workshop = {
  /** As the server last said. */
  readonly view: WorkshopView;
  /** The same with the taps that are not sent yet. */
  readonly shown: WorkshopView;
  /** The workshop's clock, moving while the page is open. */
  readonly now: number;
  /** Since when the line to the server is lost, so that what is shown may be old; null: it is there. */
  readonly cutOffAt: number | null;
  readonly taps: Taps;
  /** Sends a command, shows what follows and offers undo. A refusal is for the place it came from: `useCommand`. */
  readonly carryOut: (method: Method, path: string, body: object) => Promise<Outcome>;
  /** Takes a change back. @param withDependents what later depends on it too */
  readonly undo: (changeId: string, withDependents?: boolean) => Promise<Outcome>;
};

export const WorkshopContext = createContext<Workshop | null>(null);

/** The signed-in workshop. @throws outside of `WorkshopProvider` */
export function useWorkshop(): Workshop {
  const workshop = useContext(WorkshopContext);
  if (!workshop) throw new Error('useWorkshop is used outside of WorkshopProvider');
  return workshop;
}

export function WorkshopProvider({
  children,
  waiting,
  failed: Failed,
}: {
  children: ReactNode;
  waiting: ReactNode;
  failed: ComponentType<{ readonly error: Error; readonly retry: () => void }>;
}) {
  const { view, error, isCutOff, reload, during } = useView();
  const { mutate } = useSWRConfig();
  const { now, nowExactly } = useClock(view);
  useForgetting(view);
  const [asked, setAsked] = useState<Asked | null>(null);
  const cutOffAt = useSince(isCutOff, now);

  /** What may be behind a refusal (signed out, somebody else's change) is asked for. */
  const refused = useCallback(
    async (why: unknown) => {
      const { code } = problemOf(why);
      if (code === 'SIGN_IN_NEEDED') await mutate(SESSION.path);
      else if (BEHIND.includes(code)) await reload();
    },
    [mutate, reload],
  );
  const undo = useCallback<Workshop['undo']>(
    async (changeId, withDependents = false) => {
      try {
        const body = { commandId: commandId(), withDependents };
        const answer = await during(() => send(CommandAnswerSchema, 'POST', `/changes/${changeId}/undo`, body));
        sayDone(answer?.change.summary ?? 'Undone.');
        return { kind: 'done' };
      } catch (why) {
        await refused(why);
        return { kind: 'refused', problem: problemOf(why) };
      }
    },
    [during, refused],
  );
  const told = useCallback(
    ({ change }: CommandAnswer) => {
      const takeBack = async (withDependents: boolean) => {
        const outcome = await undo(change.id, withDependents);
        if (outcome.kind !== 'refused') return;
        const both = { label: 'Undo both', onClick: () => void takeBack(true) };
        sayRefused(wordsOf(outcome.problem), canUndoBoth(outcome.problem) ? both : undefined);
      };
      sayDone(change.summary, { label: 'Undo', onClick: () => void takeBack(false) });
    },
    [undo],
  );
  const taps = useTaps(view, isCutOff, during, told, refused);
  const carryOut = useCallback<Workshop['carryOut']>(
    async (method, path, body) => {
      const once = async (more: object): Promise<Outcome> => {
        const whole = withId(body instanceof FormData ? body : { ...body, ...more });
        const tap = view && tapOf(view, method, path, whole, nowExactly());
        if (tap) {
          const sent = await taps.add(tap);
          if (sent.kind !== 'away') return sent;
          sayKept(`${tap.words}. Not sent yet: Mokume cannot be reached just now.`);
          return { kind: 'kept' };
        }
        told((await during(() => send(CommandAnswerSchema, method, path, whole)))!);
        return { kind: 'done' };
      };
      const tried = async (more: object): Promise<Outcome> => {
        try {
          return await once(more);
        } catch (why) {
          await refused(why);
          return { kind: 'refused', problem: problemOf(why) };
        }
      };
      const first = await tried({});
      if (first.kind !== 'refused' || first.problem.code !== 'MOVES_PROMISE') return first;
      const moves = first.problem.moves ?? [];
      const isWanted = await new Promise<boolean>((answer) => setAsked({ moves, answer }));
      return isWanted ? tried({ consent: true }) : { kind: 'left' };
    },
    [during, refused, told, taps, view, nowExactly],
  );
  const shown = useMemo(() => view && withTaps(view, taps.all), [view, taps.all]);
  const workshop = useMemo(
    () => (view && shown ? { view, shown, now, cutOffAt, taps, carryOut, undo } : null),
    [view, shown, now, cutOffAt, taps, carryOut, undo],
  );
  if (!workshop) return error ? <Failed error={error} retry={() => void reload()} /> : waiting;
  return (
    <WorkshopContext value={workshop}>
      {children}
      {asked && (
        <Consent
          moves={asked.moves}
          view={workshop.view}
          onAnswer={(isWanted) => {
            setAsked(null);
            asked.answer(isWanted);
          }}
        />
      )}
    </WorkshopContext>
  );
}

/** Refusals behind which something is that this page has not seen. */
const BEHIND: readonly ErrorCode[] = [
  'STALE_VERSION',
  'NOT_FOUND',
  'STEP_STATE',
  'ALREADY_UNDONE',
  'UNDO_BLOCKED',
  'PIECE_LEFT',
];

/** Later changes stand in the way that could be taken back together with it. */
export const canUndoBoth = ({ code, dependents }: Problem): boolean =>
  code === 'UNDO_BLOCKED' && (dependents?.length ?? 0) > 0;

/** A change that waits for its owner to look at what it moves. */
type Asked = { readonly moves: readonly PieceMove[]; readonly answer: (isWanted: boolean) => void };

/** The command with an id of its own; a form carries a file. */
function withId(body: object): object {
  if (!(body instanceof FormData)) return { commandId: commandId(), ...body };
  body.set('commandId', commandId());
  return body;
}

/** When something began to be so; null while it is not. */
function useSince(isSo: boolean, now: number): number | null {
  const [since, setSince] = useState<number | null>(null);
  if (isSo && since === null) setSince(now);
  if (!isSo && since !== null) setSince(null);
  return since;
}
