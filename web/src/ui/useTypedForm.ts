import { dequal } from 'dequal/lite';
import { useEffect, useRef, useState } from 'react';
import {
  type DefaultValues,
  type FieldError,
  type FieldErrors,
  type FieldValues,
  get,
  type Path,
  type Resolver,
  useForm,
  type UseFormReturn,
} from 'react-hook-form';
import { type Schema, ValidationError } from 'yup';
import { type Clash, mergeEdits } from './mergeEdits.ts';

/** Any id will do where a form is only checked; the command gets one of its own when it is sent. */
export const UNSENT = '00000000-0000-4000-8000-000000000000';

type Names<T> = keyof T & string;
type Spec<T, B> = {
  /** What stands in the fields at first, as it is typed. */
  readonly typed: T;
  /** What a command takes, from what is typed: in SI; what cannot be read is NaN or stays the text it is, which the schema refuses. */
  readonly read: (typed: T) => B;
  /** The contract's schema of that command. */
  readonly schema: Pick<Schema, 'validate'>;
  /** Which field a part of the command is typed in, where they differ; a part of a part goes by its beginning. */
  readonly at?: Readonly<Record<string, Names<T> | 'root'>>;
  /** What to do about a field, where the schema does not know how it is typed. */
  readonly words?: Partial<Readonly<Record<Names<T>, string>>>;
  /** What stands in the fields is kept by the shop, so others may change it while it is typed here. */
  readonly isShared?: boolean;
};

/**
 * A form of typed text, checked by the schema the server checks with: each fault stands at its field, from the first
 * change on and when it is sent. Nothing is sent while there is one.
 */
export function useTypedForm<T extends FieldValues, B extends object>(spec: Spec<T, B>) {
  const resolver: Resolver<T, unknown, B> = async (typed) => {
    const body = spec.read(typed);
    const errors = await faultsOf(spec, typed, body);
    return Object.keys(errors).length === 0 ? { values: body, errors: {} } : { values: {}, errors };
  };
  const form = useForm<T, unknown, B>({
    defaultValues: spec.typed as DefaultValues<T>,
    resolver,
    mode: 'onChange',
  });
  const { subscribe, trigger, handleSubmit, resetField, clearErrors, formState } = form;
  const isQuiet = useRef(false);
  // One field may make another one wrong, so that all are looked at again.
  useEffect(
    () => subscribe({ formState: { values: true }, callback: () => void (isQuiet.current || trigger()) }),
    [subscribe, trigger],
  );
  const { errors } = formState;
  const shared = useShared(spec, form);
  return {
    ...form,
    ...shared,
    /**
     * For a drop-down list: the choice it opens on is marked in the page as well, so that the first line is never taken for
     * something the person has chosen before the form was ready.
     */
    choice: <N extends Path<T>>(name: N) => ({ ...form.register(name), defaultValue: String(get(spec.typed, name)) }),
    /** What to do about a field; `root`: about all of it. */
    fault: (name: Names<T> | 'root'): string | undefined => errors[name]?.message as string | undefined,
    /** What to do about a part of what is sent, by its path: `brief.made[0].count`. */
    faultAt: (path: string): string | undefined =>
      Object.values(errors)
        .map((e) => (e as FieldError | undefined)?.types?.[path])
        .find((words) => typeof words === 'string'),
    /** Empties fields of which what was typed is taken: nothing is wrong with them until somebody types again. */
    empty: (...names: readonly Path<T>[]) => {
      isQuiet.current = true;
      for (const name of names) resetField(name);
      isQuiet.current = false;
      clearErrors();
    },
    /** For a button: sends what is read when nothing is wrong with it. */
    submit: (send: (body: B) => unknown) => () => {
      if (shared.clashes.length === 0) void handleSubmit((body) => shared.saving(() => send(body)))();
    },
  };
}

/**
 * Keeps the fields up with what others save: what is not touched here follows them; what both changed is a clash, which
 * stands until it is decided, and until then nothing is sent.
 */
function useShared<T extends FieldValues, B>({ typed, isShared }: Spec<T, B>, form: UseFormReturn<T, unknown, B>) {
  const base = useRef(typed);
  /** What is being saved from here: it comes back as the shop's own, and is no change of somebody else. */
  const own = useRef<T | null>(null);
  const [clashes, setClashes] = useState<readonly Clash<T>[]>(NO_CLASHES);
  const { getValues, reset } = form;
  useEffect(() => {
    if (isShared !== true || dequal(typed, base.current)) return;
    const found = mergeEdits(own.current ?? base.current, getValues(), typed);
    const isOwn = own.current !== null;
    own.current = null;
    base.current = typed;
    setClashes(isOwn ? NO_CLASHES : found.clashes);
    reset(typed, { keepValues: true });
    reset(found.merged, { keepDefaultValues: true });
  }, [isShared, typed, getValues, reset]);
  return {
    clashes,
    takeTheirs: () => {
      reset(
        { ...getValues(), ...Object.fromEntries(clashes.map((c) => [c.name, c.theirs])) },
        { keepDefaultValues: true },
      );
      setClashes(NO_CLASHES);
    },
    keepMine: () => setClashes(NO_CLASHES),
    /** @param send true: it was saved */
    saving: async (send: () => unknown) => {
      own.current = getValues();
      if ((await send()) !== true) own.current = null;
    },
  };
}
const NO_CLASHES: readonly never[] = [];

async function faultsOf<T extends FieldValues, B>(spec: Spec<T, B>, typed: T, body: B): Promise<FieldErrors<T>> {
  try {
    await spec.schema.validate({ commandId: UNSENT, ...body }, { abortEarly: false });
    return {};
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const errors: Record<string, { type: string; message: string; types: Record<string, string> }> = {};
    for (const { path = '', type, message } of error.inner.length > 0 ? error.inner : [error]) {
      const name = fieldOf(spec, typed, path);
      const words = spec.words?.[name as Names<T>] ?? message;
      errors[name] ??= { type: type ?? 'schema', message: words, types: {} };
      errors[name].types[path] ??= words;
    }
    return errors as FieldErrors<T>;
  }
}

/** The longest beginning of a path that has a field of its own. */
function fieldOf<T extends FieldValues>({ at = {} }: Pick<Spec<T, unknown>, 'at'>, typed: T, path: string): string {
  for (let part = path; part !== ''; part = part.replace(/[.[]?[^.[]*$/, '')) {
    const name = at[part] ?? part;
    if (name in typed || name === 'root') return name;
  }
  return 'root';
}
