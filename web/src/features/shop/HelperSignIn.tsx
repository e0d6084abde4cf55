import { OkSchema } from '@app/contract';
import type { Person } from '@app/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { commandId, send } from '../../data/api.ts';
import { Button, Field, Input } from '../../ui/parts.tsx';

/** A sign-in for a helper: they see and tap everything, change nothing of the shop, and choose their own password first. */
export function HelperSignIn({ person }: { readonly person: Person }) {
  const [isOpen, setOpen] = useState(false);
  const [signIn, setSignIn] = useState('');
  const [password, setPassword] = useState('');
  const save = async () => {
    try {
      await send(OkSchema, 'POST', '/helpers', { commandId: commandId(), signIn, password, personId: person.id });
      toast(`${person.name} can sign in as ${signIn}.`);
      setOpen(false);
    } catch (e) {
      toast.error((e as Error).message);
    }
  };
  if (!isOpen) return <Button onClick={() => setOpen(true)}>Give a sign-in…</Button>;
  return (
    <span className="flex flex-wrap items-end gap-2">
      <Field label="Sign-in name">
        <Input value={signIn} onChange={(e) => setSignIn(e.target.value)} />
      </Field>
      <Field label="First password (10 or more)">
        <Input value={password} onChange={(e) => setPassword(e.target.value)} />
      </Field>
      <Button onClick={() => void save()}>Make sign-in</Button>
    </span>
  );
}
