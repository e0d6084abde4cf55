import { NewPiece } from '@app/contract';
import { dequal } from 'dequal/lite';
import { useCallback, useEffect, useRef } from 'react';
import type { Drafting } from '../../data/useDraft.ts';
import { UNSENT, useTypedForm } from '../../ui/useTypedForm.ts';
import { type PieceDraft, toInput } from './pieceDraft.ts';

/**
 * A piece's draft as a form: checked as the server checks it, and kept in this browser as it is typed. What changes the draft
 * from outside, like what somebody else saved, changes the form.
 */
export function usePieceForm({ draft, setDraft }: Pick<Drafting<PieceDraft>, 'draft' | 'setDraft'>) {
  const form = useTypedForm<PieceDraft, ReturnType<typeof toInput>>({
    typed: draft,
    read: (typed) => ({ ...toInput(typed), id: UNSENT }),
    schema: NewPiece,
  });
  const { subscribe, trigger, reset, getValues, setValue, formState } = form;
  const last = useRef(draft);
  useEffect(() => {
    // What the form was set to from the draft is no change of it.
    const callback = ({ values }: { readonly values: PieceDraft }) => {
      if (dequal(values, last.current)) return;
      last.current = values;
      setDraft(values);
    };
    return subscribe({ formState: { values: true }, callback });
  }, [subscribe, setDraft]);
  useEffect(() => {
    last.current = draft;
    if (dequal(draft, getValues())) return;
    reset(draft);
    void trigger();
  }, [draft, getValues, reset, trigger]);
  // What is missing is said at once, not only when something was typed.
  useEffect(() => void trigger(), [trigger]);
  /** For what is chosen by taps and drawings: several fields at once, where one choice changes more than itself. */
  const change = useCallback(
    (next: PieceDraft) => {
      for (const name of Object.keys(next) as (keyof PieceDraft)[])
        if (!dequal(next[name], getValues(name))) setValue(name, next[name] as never);
    },
    [getValues, setValue],
  );
  return { ...form, change, faults: formState.errors, isSaving: formState.isSubmitting };
}
