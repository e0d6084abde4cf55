import type { PieceView } from '@app/contract';
import { nextOnGrid, type Pin, type ShopStep } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../data/workshop.tsx';
import { Button, Choice, Field, Input, Select } from '../ui/parts.tsx';
import { fromField, toField } from './dateField.ts';

type When = 'free' | 'notBefore' | 'at';

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
  const { view, command, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const old = step.pin;
  const [when, setWhen] = useState<When>(
    old.at !== undefined ? 'at' : old.notBefore !== undefined ? 'notBefore' : 'free',
  );
  const [time, setTime] = useState(
    toField(nextOnGrid(old.at ?? old.notBefore ?? view.plan.steps[step.id]?.start ?? now), zone),
  );
  const [person, setPerson] = useState(old.person ?? '');
  const save = async () => {
    const at = fromField(time, zone);
    const pin: Pin = {
      ...(when === 'at' ? { at } : {}),
      ...(when === 'notBefore' ? { notBefore: at } : {}),
      ...(person ? { person } : {}),
    };
    const answer = await command('PUT', `/steps/${encodeURIComponent(step.id)}/pin`, {
      version: piece.stepVersions[step.id] ?? 0,
      pin,
    });
    if (answer) onDone();
  };
  return (
    <details className="border-t border-line pt-3" open={when !== 'free' || person !== ''}>
      <summary className="cursor-pointer text-table font-semibold">Move it: not before, at, by whom</summary>
      <div className="flex flex-col gap-3 pt-3">
        <Choice<When>
          label="When"
          value={when}
          onChange={setWhen}
          options={[
            ['free', 'Wherever it fits'],
            ['notBefore', 'Not before'],
            ['at', 'Exactly at'],
          ]}
        />
        {when !== 'free' && (
          <Field label={when === 'at' ? 'Starts at' : 'Not before'}>
            <Input type="datetime-local" step={300} value={time} onChange={(e) => setTime(e.target.value)} />
          </Field>
        )}
        <Field label="By">
          <Select value={person} onChange={(e) => setPerson(e.target.value)}>
            <option value="">Whoever can</option>
            {view.shop.people.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Select>
        </Field>
        <Button onClick={() => void save()}>Set and plan around it</Button>
      </div>
    </details>
  );
}
