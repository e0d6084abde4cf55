import { useEffect } from 'react';
import {
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  get,
  type Path,
  type Resolver,
  useForm,
} from 'react-hook-form';
import { type Schema, ValidationError } from 'yup';

/** Any id will do where a form is only checked; the command gets one of its own when it is sent. */
const UNSENT = '00000000-0000-4000-8000-000000000000';

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
  const { subscribe, trigger, handleSubmit, formState } = form;
  // One field may make another one wrong, so that all are looked at again.
  useEffect(() => subscribe({ formState: { values: true }, callback: () => void trigger() }), [subscribe, trigger]);
  const { errors } = formState;
  return {
    ...form,
    /**
     * For a drop-down list: the choice it opens on is marked in the page as well, so that the first line is never taken for
     * something the person has chosen before the form was ready.
     */
    choice: <N extends Path<T>>(name: N) => ({ ...form.register(name), defaultValue: String(get(spec.typed, name)) }),
    /** What to do about a field; `root`: about all of it. */
    fault: (name: Names<T> | 'root'): string | undefined => errors[name]?.message as string | undefined,
    /** For a button: sends what is read when nothing is wrong with it. */
    submit: (send: (body: B) => unknown) => () => void handleSubmit((body) => void send(body))(),
  };
}

async function faultsOf<T extends FieldValues, B>(spec: Spec<T, B>, typed: T, body: B): Promise<FieldErrors<T>> {
  try {
    await spec.schema.validate({ commandId: UNSENT, ...body }, { abortEarly: false });
    return {};
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const errors: Record<string, { type: string; message: string }> = {};
    for (const { path, type, message } of error.inner.length > 0 ? error.inner : [error]) {
      const name = fieldOf(spec, typed, path ?? '');
      errors[name] ??= { type: type ?? 'schema', message: spec.words?.[name as Names<T>] ?? message };
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
