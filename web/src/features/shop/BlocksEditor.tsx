import type { Block } from '@app/core';
import { useState } from 'react';
import { Button, Field, Input, Tap } from '../../ui/parts.tsx';
import { readShifts, timeText } from './hoursText.ts';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** Time of a person or a place taken by something that is no piece: once or every week. */
export function BlocksEditor({
  blocks,
  onChange,
}: {
  readonly blocks: readonly Block[];
  readonly onChange: (b: readonly Block[]) => void;
}) {
  const [title, setTitle] = useState('');
  const [day, setDay] = useState('0');
  const [date, setDate] = useState('');
  const [time, setTime] = useState('');
  const shift = readShifts(time)?.[0];
  const isReady = title.trim() !== '' && shift !== undefined && (day !== 'date' || date !== '');
  const add = () => {
    if (!shift) return;
    onChange([...blocks, { title: title.trim(), on: day === 'date' ? { date } : { weekday: Number(day) }, ...shift }]);
    setTitle('');
    setTime('');
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Field label="Block: market, fetching, school run">
        <Input value={title} onChange={(e) => setTitle(e.target.value)} />
      </Field>
      <Field label="When">
        <select className="select h-8 border-keyline bg-raised" value={day} onChange={(e) => setDay(e.target.value)}>
          {DAYS.map((d, i) => (
            <option key={d} value={i}>
              every {d}
            </option>
          ))}
          <option value="date">once, on a date</option>
        </select>
      </Field>
      {day === 'date' && (
        <Field label="Date">
          <Input type="date" value={date} onChange={(e) => setDate(e.target.value)} />
        </Field>
      )}
      <Field label="From–to">
        <Input className="max-w-28" placeholder="14–15:30" value={time} onChange={(e) => setTime(e.target.value)} />
      </Field>
      <Button disabled={!isReady} onClick={add}>
        Add block
      </Button>
      {blocks.map((b) => (
        <Tap
          key={`${b.title}-${JSON.stringify(b.on)}-${String(b.from)}`}
          isOn
          onToggle={() => onChange(blocks.filter((x) => x !== b))}
        >
          {b.title}, {'date' in b.on ? b.on.date : `every ${DAYS[b.on.weekday] ?? ''}`} {timeText(b.from)}–
          {timeText(b.until)} ×
        </Tap>
      ))}
    </div>
  );
}
