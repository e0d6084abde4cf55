import {
  clock,
  hourlyClimate,
  instantAt,
  openIntervals,
  type Person,
  presenceOf,
  sayTime,
  type Station,
  wallClock,
} from '@app/core';
import { scaleLinear } from 'd3';
import type { ReactNode } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayTemperature } from '../../ui/amounts.ts';
import { Tag } from '../../ui/Tag.tsx';
import { onFloor, type Standing, standingNow } from './standingNow.ts';
import type { Chosen } from './chosen.ts';

type DrawingProps = { readonly chosen: Chosen | null; readonly onChoose: (c: Chosen) => void };

/** The shop from above as it stands now: walls, places with what stands on them, hands by their hours, air and the sprayer. */
export function ShopDrawing({ chosen, onChoose }: DrawingProps) {
  const { view, now } = useWorkshop();
  const standing = standingNow(view, now);
  const { stations } = view.shop;
  const place = (s: Station) => (
    <Place
      key={s.id}
      station={s}
      standing={standing.get(s.id) ?? []}
      isChosen={chosen?.kind === 'station' && chosen.id === s.id}
      onChoose={() => onChoose({ kind: 'station', id: s.id })}
    />
  );
  const inside = stations.filter((s) => s.kind !== 'outdoors');
  const outside = stations.filter((s) => s.kind === 'outdoors');
  return (
    <div className="flex flex-col gap-3">
      <div className="border-[5px] border-ink bg-raised p-3" role="group" aria-label="The shop as it stands now">
        <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_380px]">
          <div className="flex flex-col gap-3">
            <div className="flex flex-wrap gap-3">
              {inside.map(place)}
              <New words="A place to work or dry" onChoose={() => onChoose({ kind: 'station', id: null })} />
            </div>
            <Floor onChoose={() => onChoose({ kind: 'workshop' })} />
            <Air chosen={chosen} onChoose={onChoose} />
          </div>
          <Hands chosen={chosen} onChoose={onChoose} />
        </div>
      </div>
      {outside.length > 0 && (
        <div className="flex flex-wrap gap-3 border-b-2 border-dashed border-keyline px-3 pb-3" aria-label="Outside">
          {outside.map(place)}
        </div>
      )}
    </div>
  );
}

const CHOSEN = 'outline-3 outline-offset-2 outline-ink';

function New({ words, onChoose }: { readonly words: string; readonly onChoose: () => void }) {
  return (
    <button
      type="button"
      onClick={onChoose}
      className="condensed min-h-11 w-36 cursor-pointer border border-dashed border-keyline px-2 text-table text-sub hover:bg-sunk"
    >
      + {words}
    </button>
  );
}

type PlaceProps = {
  readonly station: Station;
  readonly standing: readonly Standing[];
  readonly isChosen: boolean;
  readonly onChoose: () => void;
};

/** One place: so many rooms, those taken with the tag of what stands there. */
function Place({ station, standing, isChosen, onChoose }: PlaceProps) {
  const saying = useSaying();
  const taken = standing.reduce((n, s) => n + s.units, 0);
  const free = Math.max(0, station.capacity - taken);
  const soonest = Math.min(...standing.map((s) => s.until));
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-pressed={isChosen}
      className={`flex w-60 cursor-pointer flex-col gap-1.5 border border-keyline bg-paper p-2 text-left hover:bg-sunk ${isChosen ? CHOSEN : ''}`}
    >
      <span className="flex items-baseline justify-between gap-2">
        <span className="font-semibold">{station.name}</span>
        <span className="condensed text-lane text-sub">{KIND[station.kind]}</span>
      </span>
      <span className={`flex flex-wrap gap-1 ${SURFACE[station.kind]} px-1.5 pt-1.5 pb-1`}>
        {standing.map((s) => (
          <span key={s.piece.id} className="flex h-9 items-center bg-raised px-1" title={s.piece.name}>
            <Tag brief={s.piece.brief} size={30} />
          </span>
        ))}
        {Array.from({ length: Math.min(free, 12) }, (_, i) => (
          <span key={String(i)} className="h-9 w-10 border border-dashed border-keyline" aria-hidden="true" />
        ))}
      </span>
      <span className="condensed text-lane text-sub">
        {standing.length === 0
          ? `Free, room for ${station.capacity}`
          : free > 0
            ? `${standing.map((s) => s.piece.name).join(', ')}; room for ${free} more`
            : `Full: ${standing.map((s) => s.piece.name).join(', ')}; room again ${sayTime(soonest, saying)}`}
      </span>
    </button>
  );
}

const KIND: Record<Station['kind'], string> = {
  bench: 'bench',
  spray: 'spray spot',
  sanding: 'sanding spot',
  outdoors: 'outdoors',
  rack: 'drying rack',
};
/** How each kind of place is drawn: a table top, a curtain, a grid, open ground, shelves. */
const SURFACE: Record<Station['kind'], string> = {
  bench: 'border-b-4 border-ink',
  spray: 'border-x-2 border-dashed border-ink',
  sanding: 'border-b-4 border-dotted border-ink',
  outdoors: 'border-b border-dashed border-ink',
  rack: 'border-x-2 border-y border-double border-ink',
};

/** The floor as so much room, filled by the tags of what is in the shop. */
function Floor({ onChoose }: { readonly onChoose: () => void }) {
  const { view, now } = useWorkshop();
  const here = onFloor(view, now);
  const room = view.shop.floor_units ?? null;
  return (
    <button
      type="button"
      onClick={onChoose}
      className="flex cursor-pointer flex-col gap-1 border-t border-dashed border-keyline pt-2 text-left hover:bg-sunk"
    >
      <span className="text-table">
        <span className="font-semibold">Floor</span>{' '}
        <span className="condensed text-sub">
          {here.length} {here.length === 1 ? 'piece' : 'pieces'} in the shop
          {room === null ? ', no limit set' : ` of ${room} it holds`}
        </span>
      </span>
      <span className="flex flex-wrap gap-1">
        {here.map((p) => (
          <Tag key={p.id} brief={p.brief} size={22} />
        ))}
      </span>
    </button>
  );
}

function Air({ chosen, onChoose }: DrawingProps) {
  const { view, now } = useWorkshop();
  return (
    <div className="flex flex-wrap items-center gap-2">
      {view.shop.places.map((p) => {
        const air = hourlyClimate(p.typical, p.series, view.shop.timeZone, now, 1);
        return (
          <Chip
            key={p.id}
            isChosen={chosen?.kind === 'place' && chosen.id === p.id}
            onChoose={() => onChoose({ kind: 'place', id: p.id })}
          >
            Air of {p.name}: {sayTemperature(air.temperature_c[0]!, view.workshop.units)},{' '}
            {Math.round(air.humidity_pct[0]!)} %
          </Chip>
        );
      })}
      <Chip isChosen={false} onChoose={() => onChoose({ kind: 'place', id: null })}>
        + Another air
      </Chip>
      <Chip isChosen={chosen?.kind === 'sprayer'} onChoose={() => onChoose({ kind: 'sprayer' })}>
        {view.shop.tools.some((t) => t.id === 'sprayer') ? 'One sprayer' : 'No sprayer'}
      </Chip>
      <Chip isChosen={chosen?.kind === 'workshop'} onChoose={() => onChoose({ kind: 'workshop' })}>
        Name, units, place on the map
      </Chip>
    </div>
  );
}

function Chip({
  isChosen,
  onChoose,
  children,
}: {
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      className={`condensed min-h-8 cursor-pointer border border-keyline px-2.5 text-table hover:bg-sunk ${isChosen ? CHOSEN : ''}`}
    >
      {children}
    </button>
  );
}

/** Who works today, hour by hour, and what fills it. */
function Hands({ chosen, onChoose }: DrawingProps) {
  const { view } = useWorkshop();
  return (
    <div className="flex flex-col gap-1 lg:border-l lg:border-line lg:pl-3">
      <span className="condensed text-lane font-semibold text-sub">Hands today</span>
      {view.shop.people.map((p) => (
        <Hand
          key={p.id}
          person={p}
          isChosen={chosen?.kind === 'person' && chosen.id === p.id}
          onChoose={() => onChoose({ kind: 'person', id: p.id })}
        />
      ))}
      <New words="A person" onChoose={() => onChoose({ kind: 'person', id: null })} />
    </div>
  );
}

const BAR = { width: 356, height: 30, band: 18 };

function Hand({
  person,
  isChosen,
  onChoose,
}: {
  readonly person: Person;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const midnight = instantAt(saying.zone, wallClock(saying.zone, now).day, 0);
  const x = scaleLinear()
    .domain([midnight + 6 * 60, midnight + 20 * 60])
    .range([0, BAR.width])
    .clamp(true);
  const open = openIntervals(person.hours, saying.zone, midnight, midnight + 1440);
  const own = view.pieces.flatMap((piece) =>
    piece.active
      ? piece.steps.flatMap((s) => {
          const at = view.plan.steps[s.id];
          if (!at?.people.includes(person.id)) return [];
          // Only while they are here: work broken by the night is not drawn through it.
          return open
            .map((o) => ({ start: Math.max(o.from, at.start), end: Math.min(o.until, at.end) }))
            .filter((x) => x.start < x.end)
            .map((x) => ({ id: `${s.id} ${x.start}`, hex: piece.brief.body.hex, at: x }));
        })
      : [],
  );
  const presence = presenceOf(person.hours, saying.zone, now);
  const words =
    presence.kind === 'here'
      ? `${presence.from > now ? `comes ${clock(presence.from, saying)}, ` : 'here '}until ${clock(presence.until, saying)}`
      : presence.back === null
        ? 'no hours'
        : `back ${sayTime(presence.back, saying)}`;
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      className={`flex cursor-pointer flex-col gap-0.5 py-1 text-left hover:bg-sunk ${isChosen ? CHOSEN : ''}`}
    >
      <span className="flex justify-between text-table">
        <span className="font-semibold">{person.name}</span>
        <span className="condensed text-sub">{words}</span>
      </span>
      <svg viewBox={`0 0 ${BAR.width} ${BAR.height}`} className="w-full" aria-hidden="true">
        <rect width={BAR.width} height={BAR.band} fill="var(--m-night)" />
        {open.map((s) => (
          <rect
            key={s.from}
            x={x(s.from)}
            width={x(s.until) - x(s.from)}
            height={BAR.band}
            fill="var(--m-raised)"
            stroke="var(--m-ink)"
          />
        ))}
        {own.map(({ id, hex, at }) => (
          <rect
            key={id}
            x={x(at.start)}
            width={Math.max(2, x(at.end) - x(at.start))}
            y="4"
            height={BAR.band - 8}
            fill={hex}
            stroke="var(--m-keyline)"
          />
        ))}
        <path d={`M${x(now)} 0v${BAR.band}`} stroke="var(--m-ink)" strokeWidth="2" />
        {[8, 12, 16].map((h) => (
          <text
            key={h}
            x={x(midnight + h * 60)}
            y={BAR.height - 2}
            fontSize="10"
            textAnchor="middle"
            fill="var(--m-sub)"
          >
            {clock(midnight + h * 60, saying)}
          </text>
        ))}
      </svg>
    </button>
  );
}
