import { DayOff, PersonInput } from '@app/contract';
import {
  EVERY_SKILL,
  type Hours,
  type HoursException,
  ORDINARY_WEEK,
  type Person,
  type Skill,
  SKILLS,
} from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Tap } from '../../ui/parts.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { BlocksEditor } from './BlocksEditor.tsx';
import { HelperSignIn } from './HelperSignIn.tsx';
import { DAYS, type HoursText, hoursTextOf } from './hoursText.ts';
import { WeekDrawing } from './WeekDrawing.tsx';

const SKILL_WORDS: Record<Skill, string> = {
  prep: 'Clean, sand, strip',
  repair: 'Repair',
  paint: 'Prime, paint, stain',
  spray: 'Spray',
  seal: 'Clear coat, wax',
  assemble: 'Take apart, assemble',
};

/** Somebody not there before they are saved, under a name. */
export const FRESH_PERSON: Person = {
  id: '',
  name: '',
  hours: { weekly: ORDINARY_WEEK, exceptions: [], blocks: [] },
  skills: { ...EVERY_SKILL, spray: undefined },
};

type EditorProps = { readonly person: Person; readonly onDone: () => void };

/** When somebody works, on what, and what takes their time that is no piece. */
export function PersonEditor({ person, onDone }: EditorProps) {
  const isNew = person.id === '';
  const { view } = useWorkshop();
  const { command, saveRow, refusal } = useCommand();
  const hoursText = hoursTextOf(view.workshop.units);
  const form = useTypedForm({
    isShared: !isNew,
    typed: {
      name: person.name,
      days: person.hours.weekly.map((d) => hoursText.say(d)),
      exceptions: person.hours.exceptions,
      blocks: person.hours.blocks,
      skills: person.skills,
    },
    schema: PersonInput,
    read: (t) => ({
      version: view.versions[`people/${person.id}`],
      name: t.name,
      // A day that cannot be read stays text, which is no list of shifts.
      hours: { weekly: t.days.map((d) => hoursText.read(d) ?? d), exceptions: t.exceptions, blocks: t.blocks },
      skills: t.skills,
    }),
    at: { 'hours.weekly': 'days', 'hours.exceptions': 'exceptions', 'hours.blocks': 'blocks' },
    words: { days: `Enter each day like ${hoursText.example}, or leave it empty.` },
  });
  const { register, watch, setValue, fault, submit } = form;
  const save = submit(async (body) => {
    const isSaved = await saveRow('people', person.id, body);
    if (isSaved && isNew) onDone();
    return isSaved;
  });
  const { days, exceptions, blocks, skills } = watch();
  const read = days.map(hoursText.read);
  const isReadable = read.every((d) => d !== null);
  // A day that cannot be read is drawn as it was.
  const hours: Hours = { weekly: read.map((d, i) => d ?? person.hours.weekly[i] ?? []), exceptions, blocks };
  const hasNoHours =
    isReadable && hours.weekly.every((d) => d.length === 0) && exceptions.every((e) => e.shifts.length === 0);
  return (
    <div className="flex flex-col gap-4">
      <WeekDrawing hours={hours} label={`The week of ${person.name || 'somebody new'}`} />
      <Field label="Name" error={fault('name')}>
        <Input className="max-w-60" {...register('name')} />
      </Field>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        {DAYS.map((d, i) => (
          <Field key={d} label={d} error={read[i] === null ? `Like ${hoursText.example}` : undefined}>
            <Input placeholder="off" className="condensed !px-2" {...register(`days.${i}`)} />
          </Field>
        ))}
      </div>
      {hasNoHours && (
        <p role="alert" className="text-oxide-text">
          {person.name || 'Somebody new'} has no hours: nothing can be planned for them. Enter hours like{' '}
          {hoursText.example}.
        </p>
      )}
      <DaysOff exceptions={exceptions} say={hoursText.say} onChange={(e) => setValue('exceptions', e)} />
      <BlocksEditor blocks={blocks} onChange={(b) => setValue('blocks', b)} />
      <div role="group" aria-label="Skills" className="flex flex-wrap gap-1">
        {SKILLS.map((s) => (
          <Tap
            key={s}
            isOn={(skills[s] ?? 0) > 0}
            onToggle={() => setValue('skills', { ...skills, [s]: skills[s] ? undefined : 1 })}
          >
            {SKILL_WORDS[s]}
          </Tap>
        ))}
      </div>
      <BothVersions
        of={form}
        labels={{
          name: 'Name',
          days: ['Hours, Mon to Sun', (d) => d.map((day) => day || 'off').join(' · ')],
          exceptions: ['Days off', (e) => e.map((x) => x.date).join(', ') || 'none'],
          blocks: ['Taken hours', (b) => `${b.length} entered`],
          skills: [
            'Can do',
            (s) =>
              SKILLS.filter((k) => (s[k] ?? 0) > 0)
                .map((k) => SKILL_WORDS[k])
                .join(', '),
          ],
        }}
      />
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" onClick={save}>
          {isNew ? 'Add them' : `Save ${person.name}`}
        </Button>
        {!isNew && (
          <>
            <Button onClick={() => void command('DELETE', `/shop/people/${person.id}`, {})}>Remove</Button>
            <HelperSignIn person={person} />
          </>
        )}
      </div>
      {refusal}
    </div>
  );
}

function DaysOff({
  exceptions,
  say,
  onChange,
}: {
  readonly say: HoursText['say'];
  readonly exceptions: readonly HoursException[];
  readonly onChange: (e: readonly HoursException[]) => void;
}) {
  const { register, fault, submit, empty } = useTypedForm({
    typed: { date: '' },
    schema: DayOff,
    read: (t) => ({ date: t.date }),
  });
  const add = ({ date }: { date: string }) => {
    if (exceptions.every((e) => e.date !== date)) onChange([...exceptions, { date, shifts: [] }]);
    empty('date');
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Field label="Day off" error={fault('date')}>
        <Input type="date" {...register('date')} />
      </Field>
      <Button onClick={submit(add)}>Add</Button>
      {exceptions.map((e) => (
        <Tap key={e.date} isOn onToggle={() => onChange(exceptions.filter((x) => x !== e))}>
          {e.date} {e.shifts.length === 0 ? 'off' : say(e.shifts)} ×
        </Tap>
      ))}
    </div>
  );
}
