import type { Problem } from '@app/contract';
import { type ReactNode, useCallback, useState } from 'react';
import { Button } from '../ui/parts.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { wordsOf } from './api.ts';
import { canUndoBoth, type Outcome, useWorkshop } from './workshop.tsx';

/** What a shop has several of, each kept and changed by itself. */
type ShopRows = 'people' | 'places' | 'stations' | 'paints' | 'mixes';

export type Commanding = {
  /** Sends a command. @returns whether it was done, or is kept to be sent */
  readonly command: (method: 'POST' | 'PUT' | 'DELETE', path: string, body: object) => Promise<boolean>;
  /**
   * Saves a row of the shop: added when it has no id yet, changed otherwise.
   * @param id '' before it was ever saved
   */
  readonly saveRow: (rows: ShopRows, id: string, body: object) => Promise<boolean>;
  readonly undo: (changeId: string) => Promise<boolean>;
  /** Why the last one was refused: to stand beside what was tapped. */
  readonly refusal: ReactNode;
  /** It is on its way. */
  readonly isSending: boolean;
};

/** Commands of one place on the screen; what is refused is said there. */
export function useCommand(): Commanding {
  const { carryOut, undo: takeBack } = useWorkshop();
  const [refused, setRefused] = useState<{ readonly problem: Problem; readonly change?: string } | null>(null);
  const [isSending, setSending] = useState(false);
  const done = useCallback(async (sent: Promise<Outcome>, change?: string): Promise<boolean> => {
    setSending(true);
    setRefused(null);
    const outcome = await sent;
    setSending(false);
    if (outcome.kind === 'refused') setRefused({ problem: outcome.problem, ...(change ? { change } : {}) });
    return outcome.kind === 'done' || outcome.kind === 'kept';
  }, []);
  const command = useCallback<Commanding['command']>(
    (method, path, body) => done(carryOut(method, path, body)),
    [done, carryOut],
  );
  const saveRow = useCallback<Commanding['saveRow']>(
    (rows, id, body) =>
      id === '' ? command('POST', `/shop/${rows}`, body) : command('PUT', `/shop/${rows}/${id}`, body),
    [command],
  );
  const undo = useCallback((id: string) => done(takeBack(id), id), [done, takeBack]);
  const refusal = refused && (
    <Refusal words={wordsOf(refused.problem)} onClose={() => setRefused(null)}>
      {refused.change !== undefined && canUndoBoth(refused.problem) && (
        <Button className="self-start" onClick={() => void done(takeBack(refused.change!, true), refused.change)}>
          Undo all of these
        </Button>
      )}
    </Refusal>
  );
  return { command, saveRow, undo, refusal, isSending };
}
