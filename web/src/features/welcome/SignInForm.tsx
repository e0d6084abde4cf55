import { OkSchema, SignIn } from '@app/contract';
import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { send } from '../../data/api.ts';
import { Button, Field, Input } from '../../ui/parts.tsx';

type FormProps = { readonly onEntered: () => Promise<void>; readonly onBack: () => void };

export function SignInForm({ onEntered, onBack }: FormProps) {
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(SignIn),
    defaultValues: { name: '', password: '' },
  });
  const [error, setError] = useState<string | null>(null);
  const submit = handleSubmit(async (input) => {
    try {
      await send(OkSchema, 'POST', '/session', input);
      await onEntered();
    } catch (e) {
      setError((e as Error).message);
    }
  });
  return (
    <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-3" noValidate>
      <Field label="Sign-in name" error={formState.errors.name?.message}>
        <Input autoComplete="username" autoFocus {...register('name')} />
      </Field>
      <Field label="Password" error={formState.errors.password?.message}>
        <Input type="password" autoComplete="current-password" {...register('password')} />
      </Field>
      {error && (
        <p role="alert" className="text-oxide-text">
          {error}
        </p>
      )}
      <div className="flex gap-3 pt-1">
        <Button kind="primary" size="hand" type="submit" disabled={formState.isSubmitting}>
          Sign in
        </Button>
        <Button kind="plain" onClick={onBack}>
          Back
        </Button>
      </div>
    </form>
  );
}
