import { HelperInput, OkSchema } from '@app/contract';
import type { Person } from '@app/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { commandId, send } from '../../data/api.ts';
import { HELPERS, useRead } from '../../data/reads.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input } from '../../ui/parts.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';

/** A sign-in for a helper: they see and tap everything, change nothing of the shop, and choose their own password first. */
export function HelperSignIn({ person }: { readonly person: Person }) {
  const { view } = useWorkshop();
  const isOwner = view.me.role === 'owner';
  const { data: helpers, mutate } = useRead(isOwner ? HELPERS : null);
  const [isOpen, setOpen] = useState(false);
  if (!isOwner) return null;
  const known = helpers?.find((h) => h.personId === person.id);
  if (known) return <TakeAway person={person} signIn={known.signIn} onDone={() => void mutate()} />;
  if (!isOpen) return <Button onClick={() => setOpen(true)}>Give a sign-in…</Button>;
  return (
    <NewSignIn
      person={person}
      onDone={() => {
        setOpen(false);
        void mutate();
      }}
    />
  );
}

function NewSignIn({ person, onDone }: { readonly person: Person; readonly onDone: () => void }) {
  const { register, fault, submit, setError } = useTypedForm({
    typed: { signIn: '', password: '' },
    schema: HelperInput,
    read: (t) => ({ ...t, personId: person.id }),
  });
  const save = async (body: { signIn: string }) => {
    try {
      await send(OkSchema, 'POST', '/helpers', { commandId: commandId(), ...body });
      toast(`${person.name} can sign in as ${body.signIn}.`);
      onDone();
    } catch (e) {
      setError('root', { message: (e as Error).message });
    }
  };
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

function TakeAway({
  person,
  signIn,
  onDone,
}: {
  readonly person: Person;
  readonly signIn: string;
  readonly onDone: () => void;
}) {
  const [isAsked, setAsked] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const takeAway = async () => {
    try {
      await send(OkSchema, 'DELETE', `/helpers/${encodeURIComponent(person.id)}`);
      toast(`${person.name} cannot sign in any more.`);
      onDone();
    } catch (e) {
      setError((e as Error).message);
    }
  };
  return (
    <span className="flex flex-wrap items-center gap-2">
      <span className="text-table">
        Signs in as <b>{signIn}</b>
      </span>
      {isAsked ? (
        <>
          <span className="text-table">What they have open ends at once. A new sign-in can be given later.</span>
          <Button onClick={() => void takeAway()}>Take it away</Button>
          <Button onClick={() => setAsked(false)}>Leave it</Button>
        </>
      ) : (
        <Button onClick={() => setAsked(true)}>Take the sign-in away…</Button>
      )}
      {error && (
        <span role="alert" className="text-table text-oxide-text">
          {error}
        </span>
      )}
    </span>
  );
}
