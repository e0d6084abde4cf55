import { ToolInput } from '@app/contract';
import type { Tool } from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';

/** Whether there is a sprayer, and what it takes to clean it out. */
export function SprayerEditor() {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const sprayer = view.shop.tools.find((t) => t.id === 'sprayer');
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <p className="min-h-8 content-center">
          {sprayer ? 'One sprayer: two pieces are never sprayed at once.' : 'No sprayer: coats are brushed and rolled.'}
        </p>
        {sprayer && <CleanOut sprayer={sprayer} />}
        {sprayer ? (
          <Button onClick={() => void command('DELETE', '/shop/tools/sprayer', {})}>We have none</Button>
        ) : (
          <Button
            onClick={() =>
              void command('PUT', '/shop/tools/sprayer', { name: 'Sprayer', capacity: 1, cleanout_minutes: 20 })
            }
          >
            We have one
          </Button>
        )}
      </div>
      {refusal}
    </div>
  );
}

/** Minutes between two colours or products in the sprayer. */
function CleanOut({ sprayer }: { readonly sprayer: Tool }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const { register, fault, submit, formState } = useTypedForm({
    typed: { minutes: String(sprayer.cleanout_minutes ?? 0) },
    schema: ToolInput,
    read: (t) => ({
      version: view.versions['tools/sprayer'],
      name: sprayer.name,
      capacity: sprayer.capacity,
      hours: sprayer.hours ?? null,
      cleanout_minutes: readNumber(t.minutes),
    }),
    at: { cleanout_minutes: 'minutes' },
    words: { minutes: 'Enter 0 to 240.' },
  });
  return (
    <span className="flex items-end gap-2">
      <span className="w-44">
        <Field label="Clean-out between colours, min" error={fault('minutes')}>
          <Input inputMode="numeric" {...register('minutes')} />
        </Field>
      </span>
      <Button disabled={!formState.isDirty} onClick={submit((body) => command('PUT', '/shop/tools/sprayer', body))}>
        Keep
      </Button>
      {refusal}
    </span>
  );
}
