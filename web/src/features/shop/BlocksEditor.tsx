import { BlockInput } from '@app/contract';
import type { Block, Shift } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { DAYS, hoursTextOf } from './hoursText.ts';

const EXAMPLE: Shift = { from: 840, until: 930 };
/** Several stretches are several blocks. */
const oneStretch = (shifts: readonly Shift[] | null): Shift =>
  shifts?.length === 1 ? shifts[0]! : { from: Number.NaN, until: Number.NaN };

/** Time of a person or a place taken by something that is no piece: once or every week. */
export function BlocksEditor({
  blocks,
  onChange,
}: {
  readonly blocks: readonly Block[];
  readonly onChange: (b: readonly Block[]) => void;
}) {
  const { view } = useWorkshop();
  const hoursText = hoursTextOf(view.workshop.units);
  const { register, choice, watch, empty, fault, submit } = useTypedForm({
    typed: { title: '', day: '0', date: '', time: '' },
    schema: BlockInput,
    read: (t): Block => ({
      title: t.title.trim(),
      on: t.day === 'date' ? { date: t.date } : { weekday: Number(t.day) },
      ...oneStretch(hoursText.read(t.time)),
    }),
    at: { on: 'date', from: 'time', until: 'time' },
    words: { time: `One stretch, like ${hoursText.say([EXAMPLE])}.`, date: 'Choose the day.' },
  });
  const add = (block: Block) => {
    onChange([...blocks, block]);
    empty('title', 'time');
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Field label="Block: market, fetching, school run" error={fault('title')}>
        <Input {...register('title')} />
      </Field>
      <Field label="When">
        <Select {...choice('day')}>
          {DAYS.map((d, i) => (
            <option key={d} value={i}>
              every {d}
            </option>
          ))}
          <option value="date">once, on a date</option>
        </Select>
      </Field>
      {watch('day') === 'date' && (
        <Field label="Date" error={fault('date')}>
          <Input type="date" {...register('date')} />
        </Field>
      )}
      <Field label="From–to" error={fault('time')}>
        <Input className="max-w-28" placeholder={hoursText.say([EXAMPLE])} {...register('time')} />
      </Field>
      <Button onClick={submit(add)}>Add block</Button>
      {blocks.map((b) => (
        <Tap
          key={`${b.title}-${JSON.stringify(b.on)}-${String(b.from)}`}
          isOn
          onToggle={() => onChange(blocks.filter((x) => x !== b))}
        >
          {b.title}, {'date' in b.on ? b.on.date : `every ${DAYS[b.on.weekday] ?? ''}`} {hoursText.say([b])} ×
        </Tap>
      ))}
    </div>
  );
}
