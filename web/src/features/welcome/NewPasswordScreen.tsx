import { NewPassword, OkSchema } from '@app/contract';
import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useSWRConfig } from 'swr';
import { send } from '../../data/api.ts';
import { Button, Field, Input } from '../../ui/parts.tsx';

/** A one-time password opens only this: choosing one's own. */
export function NewPasswordScreen() {
  const { mutate } = useSWRConfig();
  const [error, setError] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(NewPassword),
    defaultValues: { old: '', password: '' },
  });
  const submit = handleSubmit(async (input) => {
    try {
      await send(OkSchema, 'POST', '/session/password', input);
      await mutate(() => true, undefined, { revalidate: true });
    } catch (e) {
      setError((e as Error).message);
    }
  });
  return (
    <main className="mx-auto flex max-w-md flex-col gap-4 p-8">
      <h1 className="text-title font-semibold">Choose your own password</h1>
      <p>The one you came in with works once. Yours has 10 characters or more.</p>
      <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-3" noValidate>
        <Field label="The password you came in with" error={formState.errors.old?.message}>
          <Input type="password" autoComplete="current-password" autoFocus {...register('old')} />
        </Field>
        <Field label="New password" error={formState.errors.password?.message ?? error ?? undefined}>
          <Input type="password" autoComplete="new-password" {...register('password')} />
        </Field>
        <Button kind="primary" size="hand" type="submit">
          Keep this password
        </Button>
      </form>
    </main>
  );
}
