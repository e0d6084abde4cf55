import { OkSchema, StartOwn } from '@app/contract';
import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { ApiFailure, commandId, send } from '../../data/api.ts';
import { Button, Field, Input, Select } from '../../ui/parts.tsx';

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const ZONES = [...new Set([HERE, ...Intl.supportedValuesOf('timeZone')])];
/** Countries that measure furniture in inches; everyone can change it. */
const usesInches = HERE.startsWith('America/') || HERE.startsWith('Pacific/Honolulu');

/** A shop of one's own: who, where, which units. Hours, bench and rack come as defaults. */
export function StartOwnForm({
  onEntered,
  onBack,
}: {
  readonly onEntered: () => Promise<void>;
  readonly onBack: () => void;
}) {
  const [id] = useState(commandId);
  const [error, setError] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(StartOwn),
    defaultValues: {
      commandId: id,
      workshopName: '',
      ownerName: '',
      signIn: '',
      password: '',
      timeZone: HERE,
      units: usesInches ? 'us' : 'metric',
    },
  });
  const { errors } = formState;
  const submit = handleSubmit(async (input) => {
    try {
      await send(OkSchema, 'POST', '/workshops', input);
      await onEntered();
    } catch (e) {
      setError(e instanceof ApiFailure ? e.message : 'Something went wrong; nothing was saved.');
    }
  });
  return (
    <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-3" noValidate>
      <Field label="Name of the workshop" error={errors.workshopName?.message}>
        <Input autoFocus placeholder="e.g. Back Garage" {...register('workshopName')} />
      </Field>
      <Field label="Your name" error={errors.ownerName?.message}>
        <Input autoComplete="name" {...register('ownerName')} />
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Sign-in name" error={errors.signIn?.message}>
          <Input autoComplete="username" {...register('signIn')} />
        </Field>
        <Field label="Password" hint="10 characters or more" error={errors.password?.message}>
          <Input type="password" autoComplete="new-password" {...register('password')} />
        </Field>
        <Field label="Time zone" error={errors.timeZone?.message}>
          <Select {...register('timeZone')}>
            {ZONES.map((z) => (
              <option key={z}>{z}</option>
            ))}
          </Select>
        </Field>
        <Field label="Units" error={errors.units?.message}>
          <Select {...register('units')}>
            <option value="metric">Metric: cm, litres, °C</option>
            <option value="us">US: inches, quarts, °F</option>
          </Select>
        </Field>
      </div>
      {error && (
        <p role="alert" className="text-oxide-text">
          {error}
        </p>
      )}
      <div className="flex gap-3 pt-1">
        <Button kind="primary" size="hand" type="submit" disabled={formState.isSubmitting}>
          Start my shop
        </Button>
        <Button kind="plain" onClick={onBack}>
          Back
        </Button>
      </div>
    </form>
  );
}
