import { StationInput } from '@app/contract';
import {
  type Block,
  type DryingLimits,
  type Hours,
  type Shift,
  type Station,
  STATION_KINDS,
  type Shop,
  type StationKind,
} from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayTemperature } from '../../ui/amounts.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Select, Tap } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { BlocksEditor } from './BlocksEditor.tsx';
import { type HoursText, hoursTextOf } from './hoursText.ts';

const KIND_WORDS: Record<StationKind, string> = {
  bench: 'Bench',
  spray: 'Spray spot',
  sanding: 'Sanding spot',
  outdoors: 'Outdoors',
  rack: 'Drying rack',
};

/** A place not there before it is saved, under a name. */
export const freshStation = ({ places }: Pick<Shop, 'places'>): Station => ({
  id: '',
  name: '',
  kind: 'bench',
  capacity: 1,
  hours: null,
  climate: places[0]?.id ?? '',
});

const ALL_DAY: readonly Shift[] = [{ from: 0, until: 1440 }];

/**
 * Hours of a place: the same shifts every day, any time when none are typed; null when nothing limits it, the text itself
 * when it cannot be read.
 */
function placeHours(text: string, blocks: readonly Block[], { read }: HoursText): Hours | null | string {
  const shifts = read(text);
  if (shifts === null) return text;
  const isAnyTime = text.trim() === '';
  if (isAnyTime && blocks.length === 0) return null;
  return { weekly: Array.from({ length: 7 }, () => (isAnyTime ? ALL_DAY : shifts)), exceptions: [], blocks };
}

function shownHours(hours: Hours | null, { say }: HoursText): string {
  const day = hours?.weekly[0] ?? [];
  return day.length === 1 && day[0]!.from === 0 && day[0]!.until === 1440 ? '' : say(day);
}

/** How much fits somewhere, when it may be used, and what is beside it. */
export function StationEditor({ station, onDone }: { readonly station: Station; readonly onDone: () => void }) {
  const isNew = station.id === '';
  const { view } = useWorkshop();
  const { command, saveRow, refusal } = useCommand();
  const hoursText = hoursTextOf(view.workshop.units);
  const form = useTypedForm({
    isShared: !isNew,
    typed: {
      name: station.name,
      kind: station.kind,
      capacity: String(station.capacity),
      climate: station.climate,
      use: shownHours(station.hours, hoursText),
      blocks: station.hours?.blocks ?? [],
      beside: station.beside ?? [],
      daylight: station.daylight ?? false,
      guard: station.guard ?? null,
    },
    schema: StationInput,
    read: ({ use: hours, capacity: room, blocks: taken, ...t }) => ({
      version: view.versions[`stations/${station.id}`],
      ...t,
      capacity: readNumber(room),
      hours: placeHours(hours, taken, hoursText),
    }),
    at: { hours: 'use' },
    words: { capacity: 'A number, 1 or more.', use: `Like ${hoursText.example}.` },
  });
  const { register, choice, watch, setValue, fault, submit } = form;
  const save = submit(async (body) => {
    const isSaved = await saveRow('stations', station.id, body);
    if (isSaved && isNew) onDone();
    return isSaved;
  });
  const { blocks, beside, daylight, guard } = watch();
  return (
    <div className="grid grid-cols-2 items-end gap-2 md:grid-cols-[1.2fr_1fr_80px_1fr_1fr_auto]">
      <Field label="Name" error={fault('name')}>
        <Input {...register('name')} />
      </Field>
      <Field label="Kind">
        <Select {...choice('kind')}>
          {STATION_KINDS.map((k) => (
            <option key={k} value={k}>
              {KIND_WORDS[k]}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Room for" error={fault('capacity')}>
        <Input inputMode="numeric" {...register('capacity')} />
      </Field>
      <Field label="Air">
        <Select {...choice('climate')}>
          {view.shop.places.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Work there only" error={fault('use')}>
        <Input placeholder="any time" {...register('use')} />
      </Field>
      <span className="flex gap-1">
        <Button kind="primary" onClick={save}>
          {isNew ? 'Add it' : 'Save'}
        </Button>
        {!isNew && <Button onClick={() => void command('DELETE', `/shop/stations/${station.id}`, {})}>Remove</Button>}
      </span>
      <BothVersions
        of={form}
        labels={{
          name: 'Name',
          kind: ['Kind', (k) => KIND_WORDS[k]],
          capacity: 'Room for',
          climate: ['Air', (id) => view.shop.places.find((p) => p.id === id)?.name ?? id],
          use: 'Work there only',
          blocks: ['Taken hours', (b) => `${b.length} entered`],
          beside: ['Beside', (b) => `${b.length} places`],
          daylight: 'By daylight',
          guard: ['Kept from', (g) => (g === null ? 'nothing' : 'set')],
        }}
      />
      {refusal && <div className="col-span-full">{refusal}</div>}
      <details className="col-span-full" open={daylight || guard !== null || beside.length > 0}>
        <summary className="cursor-pointer text-lane text-sub underline">Light, weather and what is beside it</summary>
        <Surroundings
          station={station}
          beside={beside}
          daylight={daylight}
          guard={guard}
          onBeside={(ids) => setValue('beside', ids)}
          onDaylight={(is) => setValue('daylight', is)}
          onGuard={(g) => setValue('guard', g)}
        />
      </details>
      <details className="col-span-full" open={blocks.length > 0}>
        <summary className="cursor-pointer text-lane text-sub underline">Taken by something else</summary>
        <div className="pt-2">
          <BlocksEditor blocks={blocks} onChange={(b) => setValue('blocks', b)} />
        </div>
      </details>
    </div>
  );
}

/** Common practice: no stripping or spraying outdoors in the cold, nor in rain or fog. */
const USUAL_GUARD: DryingLimits = { minTemperature_c: 10, maxHumidity_pct: 85 };

function Surroundings({
  station,
  beside,
  daylight,
  guard,
  onBeside,
  onDaylight,
  onGuard,
}: {
  readonly station: Station;
  readonly beside: readonly string[];
  readonly daylight: boolean;
  readonly guard: DryingLimits | null;
  readonly onBeside: (ids: readonly string[]) => void;
  readonly onDaylight: (is: boolean) => void;
  readonly onGuard: (g: DryingLimits | null) => void;
}) {
  const { view } = useWorkshop();
  const others = view.shop.stations.filter((s) => s.id !== station.id);
  return (
    <div className="flex flex-col gap-2 pt-2 text-table">
      <div className="flex flex-wrap items-center gap-2">
        <Tap isOn={daylight} onToggle={() => onDaylight(!daylight)}>
          Only by daylight
        </Tap>
        {daylight && !view.shop.sun && (
          <span className="text-oxide-text">Enter where the shop is, under Workshop, so that daylight is known.</span>
        )}
        <Tap isOn={guard !== null} onToggle={() => onGuard(guard ? null : USUAL_GUARD)}>
          Not in cold, rain or fog (under {sayTemperature(USUAL_GUARD.minTemperature_c, view.workshop.units)} or over{' '}
          {USUAL_GUARD.maxHumidity_pct} % humidity)
        </Tap>
      </div>
      {others.length > 0 && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-sub">Dust or spray here lands on wet paint at</span>
          {others.map((s) => (
            <Tap
              key={s.id}
              isOn={beside.includes(s.id)}
              onToggle={() => onBeside(beside.includes(s.id) ? beside.filter((b) => b !== s.id) : [...beside, s.id])}
            >
              {s.name}
            </Tap>
          ))}
        </div>
      )}
    </div>
  );
}
