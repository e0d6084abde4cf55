import { type CommandAnswer, CommandAnswerSchema, type ErrorCode, type WorkshopView } from '@app/contract';
import type { PieceMove } from '@app/core';
import {
  type ComponentType,
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
} from 'react';
import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import { useForgetting } from '../core/useCore.ts';
import { ApiFailure, commandId, send } from './api.ts';
import { Consent } from './Consent.tsx';
import { SESSION } from './reads.ts';
import { useView } from './useView.ts';

export type Workshop = {
  readonly view: WorkshopView;
  /** The workshop's clock, moving while the page is open. */
  readonly now: number;
  /** The line to the server is lost: what is shown may be old. */
  readonly isCutOff: boolean;
  /**
   * Sends a command, shows what follows and offers undo; refusals are told, not thrown.
   * @returns what the server did, or null when it was refused
   */
  readonly command: (method: 'POST' | 'PUT' | 'DELETE', path: string, body: object) => Promise<CommandAnswer | null>;
  readonly undo: (changeId: string) => Promise<void>;
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
  const now = useClock(view);
  useForgetting(view);
  const [asked, setAsked] = useState<Asked | null>(null);

  /** Told where it happened; what may be behind it (signed out, somebody else's change) is asked for. */
  const refused = useCallback(
    async (why: unknown) => {
      tell(why);
      const code = why instanceof ApiFailure ? why.problem.code : null;
      if (code === 'SIGN_IN_NEEDED') await mutate(SESSION.path);
      else if (code !== null && BEHIND.includes(code)) await reload();
    },
    [mutate, reload],
  );
  const undo = useCallback(
    async (changeId: string): Promise<void> => {
      const takeBack = async (withDependents: boolean): Promise<void> => {
        try {
          await during(() =>
            send(CommandAnswerSchema, 'POST', `/changes/${changeId}/undo`, { commandId: commandId(), withDependents }),
          );
          toast('Undone.');
        } catch (why) {
          const problem = why instanceof ApiFailure ? why.problem : null;
          if (problem?.code === 'UNDO_BLOCKED' && problem.dependents?.length)
            toast(problem.detail ?? problem.title, {
              duration: 15_000,
              action: { label: 'Undo both', onClick: () => void takeBack(true) },
            });
          else await refused(why);
        }
      };
      await takeBack(false);
    },
    [during, refused],
  );
  const command = useCallback<Workshop['command']>(
    async (method, path, body) => {
      try {
        const answer = await during(() => sendOrAsk(method, path, body, setAsked));
        if (!answer) return null;
        toast(answer.change.summary, {
          duration: 8000,
          action: { label: 'Undo', onClick: () => void undo(answer.change.id) },
        });
        return answer;
      } catch (why) {
        await refused(why);
        return null;
      }
    },
    [during, refused, undo],
  );
  const workshop = useMemo(
    () => (view ? { view, now, isCutOff, command, undo } : null),
    [view, now, isCutOff, command, undo],
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

/** A change that waits for its owner to look at what it moves. */
type Asked = { readonly moves: readonly PieceMove[]; readonly answer: (isWanted: boolean) => void };

/** Sends a command; one that would move a told date is shown first and sent again when it is wanted. Null: it is not. */
async function sendOrAsk(
  method: 'POST' | 'PUT' | 'DELETE',
  path: string,
  body: object,
  ask: (asked: Asked) => void,
): Promise<CommandAnswer | null> {
  try {
    return await send(CommandAnswerSchema, method, path, withId(body));
  } catch (error) {
    if (!(error instanceof ApiFailure) || error.problem.code !== 'MOVES_PROMISE') throw error;
    const moves = error.problem.moves ?? [];
    const isWanted = await new Promise<boolean>((answer) => ask({ moves, answer }));
    return isWanted ? send(CommandAnswerSchema, method, path, withId({ ...body, consent: true })) : null;
  }
}

/** The command with an id of its own; a form carries a file. */
function withId(body: object): object {
  if (!(body instanceof FormData)) return { commandId: commandId(), ...body };
  body.append('commandId', commandId());
  return body;
}

function tell(error: unknown): void {
  toast.error(error instanceof Error ? error.message : 'Something went wrong; nothing was saved.', {
    duration: 10_000,
  });
}

/** Minutes since the epoch by the server's clock, stepped twice a minute; a fixed clock stands still. */
function useClock(view: WorkshopView | undefined): number {
  const [clock, setClock] = useState({ since: 0, passed: 0 });
  const answered = view?.now ?? 0;
  useEffect(() => {
    if (answered === 0 || view?.clockIsFixed) return;
    const from = Date.now();
    const timer = setInterval(
      () => setClock({ since: answered, passed: Math.floor((Date.now() - from) / 60_000) }),
      30_000,
    );
    return () => clearInterval(timer);
  }, [answered, view?.clockIsFixed]);
  return answered + (clock.since === answered ? clock.passed : 0);
}
