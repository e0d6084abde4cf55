import { type PieceView, StepPin } from '@app/contract';
import { nextOnGrid, type Pin, type ShopStep } from '@app/core';
import { useCommand } from '../data/useCommand.tsx';
import { PeopleOptions } from '../data/ShopOptions.tsx';
import { useWorkshop } from '../data/workshop.tsx';
import { Button, Choice, Field, Input, Select } from '../ui/parts.tsx';
import { useTypedForm } from '../ui/useTypedForm.ts';
import { fromField, toField } from './dateField.ts';

type When = 'free' | 'notBefore' | 'at';
type TypedPin = { readonly when: When; readonly time: string; readonly person: string };

/** Not before, at, by whom: the plan goes round it. A time that cannot be kept is refused with the reason. */
export function PinForm({
  piece,
  step,
  onDone,
}: {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly onDone: () => void;
}) {
  const { view, now } = useWorkshop();
  const { command, refusal } = useCommand();
  const zone = view.shop.timeZone;
  const old = step.pin;
  const typed: TypedPin = {
    when: old.at !== undefined ? 'at' : old.notBefore !== undefined ? 'notBefore' : 'free',
    time: toField(nextOnGrid(old.at ?? old.notBefore ?? view.plan.steps[step.id]?.start ?? now), zone),
    person: old.person ?? '',
  };
  const { register, choice, watch, setValue, fault, submit } = useTypedForm({
    typed,
    schema: StepPin,
    read: ({ when, time, person }) => {
      // A time that is no time stays one, and the schema refuses it.
      const at = fromField(time, zone) ?? NaN;
      const pin: Pin = {
        ...(when === 'at' ? { at } : {}),
        ...(when === 'notBefore' ? { notBefore: at } : {}),
        ...(person ? { person } : {}),
      };
      return { version: piece.stepVersions[step.id] ?? 0, pin };
    },
    at: { 'pin.at': 'time', 'pin.notBefore': 'time' },
    words: { time: 'Enter a day and a time.' },
  });
  const { when, person } = watch();
  const save = submit(async (body) => {
    if (await command('PUT', `/steps/${encodeURIComponent(step.id)}/pin`, body)) onDone();
  });
  return (
    <details className="border-t border-line pt-3" open={when !== 'free' || person !== ''}>
      <summary className="cursor-pointer text-table font-semibold">Move it: not before, at, by whom</summary>
      <div className="flex flex-col gap-3 pt-3">
        <Choice<When>
          label="When"
          value={when}
          onChange={(w) => setValue('when', w)}
          options={[
            ['free', 'Wherever it fits'],
            ['notBefore', 'Not before'],
            ['at', 'Exactly at'],
          ]}
        />
        {when !== 'free' && (
          <Field label={when === 'at' ? 'Starts at' : 'Not before'} error={fault('time')}>
            <Input type="datetime-local" step={300} {...register('time')} />
          </Field>
        )}
        <Field label="By">
          <Select {...choice('person')}>
            <option value="">Whoever can</option>
            <PeopleOptions />
          </Select>
        </Field>
        {refusal}
        <Button onClick={save}>Set and plan around it</Button>
      </div>
    </details>
  );
}
