import { StationInput, ToolInput } from '@app/contract';
import {
  type Block,
  type DryingLimits,
  type Hours,
  type Shift,
  type Station,
  STATION_KINDS,
  type StationKind,
  type Tool,
} from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayTemperature } from '../../ui/amounts.ts';
import { BothVersions } from '../../ui/BothVersions.tsx';
import { Button, Field, Input, Section, Select, Tap } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { BlocksEditor } from './BlocksEditor.tsx';
import { readShifts, shiftsText } from './hoursText.ts';

const KIND_WORDS: Record<StationKind, string> = {
  bench: 'Bench',
  spray: 'Spray spot',
  sanding: 'Sanding spot',
  outdoors: 'Outdoors',
  rack: 'Drying rack',
};

/** Benches, rack, spray spot and the sprayer: how much fits where, and when it may be used. */
export function StationsSection() {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const climate = view.shop.places[0]?.id ?? '';
  const sprayer = view.shop.tools.find((t) => t.id === 'sprayer');
  return (
    <Section
      title="Space and tools"
      aside={
        <Button
          onClick={() =>
            void command('POST', '/shop/stations', {
              name: 'New bench',
              kind: 'bench',
              capacity: 1,
              hours: null,
              climate,
            })
          }
        >
          Add a place
        </Button>
      }
    >
      {refusal}
      <ul className="flex flex-col gap-2">
        {view.shop.stations.map((s) => (
          <StationEditor key={s.id} station={s} />
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-3">
        {sprayer ? 'One sprayer: two pieces are never sprayed at once.' : 'No sprayer: coats are brushed and rolled.'}
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
    </Section>
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

const ALL_DAY: readonly Shift[] = [{ from: 0, until: 1440 }];

/**
 * Hours of a place: the same shifts every day, any time when none are typed; null when nothing limits it, the text itself
 * when it cannot be read.
 */
function placeHours(text: string, blocks: readonly Block[]): Hours | null | string {
  const shifts = readShifts(text);
  if (shifts === null) return text;
  const isAnyTime = text.trim() === '';
  if (isAnyTime && blocks.length === 0) return null;
  return { weekly: Array.from({ length: 7 }, () => (isAnyTime ? ALL_DAY : shifts)), exceptions: [], blocks };
}

function shownHours(hours: Hours | null): string {
  const day = hours?.weekly[0] ?? [];
  return day.length === 1 && day[0]!.from === 0 && day[0]!.until === 1440 ? '' : shiftsText(day);
}

function StationEditor({ station }: { readonly station: Station }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const form = useTypedForm({
    isShared: true,
    typed: {
      name: station.name,
      kind: station.kind,
      capacity: String(station.capacity),
      climate: station.climate,
      use: shownHours(station.hours),
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
      hours: placeHours(hours, taken),
    }),
    at: { hours: 'use' },
    words: { capacity: 'A number, 1 or more.', use: 'Like 9–12:30, 13–17.' },
  });
  const { register, choice, watch, setValue, fault, submit } = form;
  const { capacity, blocks, beside, daylight, guard } = watch();
  return (
    <li className="grid grid-cols-2 items-end gap-2 border-b border-line pb-2 md:grid-cols-[1.2fr_1fr_80px_1fr_1fr_120px_auto]">
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
      <Slots capacity={Number(capacity) || 0} />
      <span className="flex gap-1">
        <Button kind="primary" onClick={submit((body) => command('PUT', `/shop/stations/${station.id}`, body))}>
          Save
        </Button>
        <Button
          aria-label={`Remove ${station.name}`}
          onClick={() => void command('DELETE', `/shop/stations/${station.id}`, {})}
        >
          ×
        </Button>
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
    </li>
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

/** The room as so many slots. */
function Slots({ capacity }: { readonly capacity: number }) {
  const n = Math.min(capacity, 12);
  return (
    <svg width="120" height="32" aria-hidden="true">
      {Array.from({ length: n }, (_, i) => (
        <path
          key={String(i)}
          d={`M${2 + i * 9.6} 26h8M${2 + i * 9.6} 26v4M${10 + i * 9.6} 26v4M${3 + i * 9.6} 22h6`}
          stroke="var(--m-keyline)"
          strokeWidth="1.4"
        />
      ))}
    </svg>
  );
}
