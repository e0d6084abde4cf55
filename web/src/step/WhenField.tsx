import { useState } from 'react';
import { useWorkshop } from '../data/workshop.tsx';
import { Button, Field, Input } from '../ui/parts.tsx';
import { fromField, toField } from './dateField.ts';

type Choice = readonly [words: string, choose: (at: number) => void];

/** A moment that is past, and what was then; what lies ahead or cannot be read is said at the field. */
export function WhenField({
  label,
  from,
  choices,
  onChosen,
}: {
  readonly label: string;
  /** What stands in it at first; missing: now. */
  readonly from?: number;
  readonly choices: readonly Choice[];
  readonly onChosen: () => void;
}) {
  const { view, now } = useWorkshop();
  const zone = view.shop.timeZone;
  const [text, setText] = useState(() => toField(from ?? now, zone));
  const [fault, setFault] = useState<string | undefined>();
  const choose = (act: (at: number) => void) => {
    const at = fromField(text, zone);
    if (at === undefined) return setFault('Enter the day and the time.');
    if (at > now) return setFault('That is still to come. Enter when it was.');
    act(at);
    onChosen();
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <div className="min-w-52 flex-1">
        <Field label={label} error={fault}>
          <Input
            type="datetime-local"
            className="h-12"
            max={toField(now, zone)}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setFault(undefined);
            }}
          />
        </Field>
      </div>
      {choices.map(([words, act]) => (
        <Button key={words} size="hand" onClick={() => choose(act)}>
          {words}
        </Button>
      ))}
    </div>
  );
}
