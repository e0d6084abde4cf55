import { HelperInput, OkSchema } from '@app/contract';
import type { Person } from '@app/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { commandId, send } from '../../data/api.ts';
import { Button, Field, Input } from '../../ui/parts.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';

/** A sign-in for a helper: they see and tap everything, change nothing of the shop, and choose their own password first. */
export function HelperSignIn({ person }: { readonly person: Person }) {
  const [isOpen, setOpen] = useState(false);
  const { register, fault, submit, setError } = useTypedForm({
    typed: { signIn: '', password: '' },
    schema: HelperInput,
    read: (t) => ({ ...t, personId: person.id }),
  });
  const save = async (body: { signIn: string }) => {
    try {
      await send(OkSchema, 'POST', '/helpers', { commandId: commandId(), ...body });
      toast(`${person.name} can sign in as ${body.signIn}.`);
      setOpen(false);
    } catch (e) {
      setError('root', { message: (e as Error).message });
    }
  };
  if (!isOpen) return <Button onClick={() => setOpen(true)}>Give a sign-in…</Button>;
  return (
    <span className="flex flex-wrap items-end gap-2">
      <Field label="Sign-in name" error={fault('signIn') ?? fault('root')}>
        <Input {...register('signIn')} />
      </Field>
      <Field label="First password (10 or more)" error={fault('password')}>
        <Input {...register('password')} />
      </Field>
      <Button onClick={submit(save)}>Make sign-in</Button>
    </span>
  );
}
