import type { PieceView, WorkshopView } from '@app/contract';
import {
  type Instant,
  type Interval,
  merge,
  openIntervals,
  type Person,
  type Placement,
  sayHours,
  type Saying,
  sayLength,
  sayTime,
  type ShopStep,
  type Station,
  staysOf,
  subtract,
} from '@app/core';
import { area, curveStepAfter } from 'd3';
import { memo, useMemo, useState } from 'react';
import { bookedMinutes } from './booked.ts';
import { ROVE } from './useRoving.ts';
import type { TimeScale } from './timeScale.ts';
import { useGutter, useNarrow } from './useGutter.ts';

const ROW = 26;
/** A stretch in which somebody has nothing planned. */
export type Free = { readonly person: string; readonly from: Instant; readonly minutes: number };

type LoadProps = {
  readonly onFree?: ((free: Free) => void) | undefined;
  readonly view: WorkshopView;
  readonly scale: TimeScale;
  readonly saying: Saying;
  readonly now: Instant;
};

/** Below the lanes: what each person is booked for, in the colours of the pieces, and how full the spaces are. */
export const PeopleLoad = memo(function PeopleLoad({ view, scale, saying, now, onFree }: LoadProps) {
  const ownOf = useMemo(() => stepsByPerson(view), [view]);
  const [showsSpace, setShowsSpace] = useState(false);
  const [showsAll, setShowsAll] = useState(false);
  const loads = useMemo(() => loadsOf(view, ownOf, now), [view, ownOf, now]);
  // The lanes are what is looked at: of many people those with the most to do stand below them, the rest when asked for.
  const shown = showsAll ? loads : loads.slice(0, MOST_PEOPLE);
  return (
    <div className={`${showsAll ? '' : 'sticky bottom-0'} z-20 border-t border-keyline bg-paper`}>
      {loads.length > MOST_PEOPLE && (
        <button
          type="button"
          aria-expanded={showsAll}
          onClick={() => setShowsAll(!showsAll)}
          className="condensed sticky left-0 z-10 flex h-6 cursor-pointer items-center gap-1 pl-4 text-lane text-sub underline"
        >
          {showsAll ? 'Only those with the most to do' : `Show all ${loads.length} people below the lanes`}
        </button>
      )}
      <button
        type="button"
        aria-expanded={showsSpace}
        onClick={() => setShowsSpace(!showsSpace)}
        className="condensed sticky left-0 z-10 flex h-6 cursor-pointer items-center gap-1 pl-4 text-lane text-sub underline"
      >
        {showsSpace ? 'Hide bench and rack space' : 'Show bench and rack space'}
      </button>
      {shown.map(({ person, own, open, booked }) => {
        return (
          <Row
            key={person.id}
            name={person.name}
            words={`${sayHours(booked)} of ${sayHours(open)} in 7 days`}
            scale={scale}
            now={now}
          >
            <path
              d={openIntervals(person.hours, view.shop.timeZone, scale.from, scale.until)
                .map((s) => `M${scale.x(s.from)} ${ROW - 5}H${scale.x(s.until)}`)
                .join('')}
              stroke="var(--m-keyline)"
            />
            {onFree &&
              freeSpans(openIntervals(person.hours, view.shop.timeZone, now, scale.until), own).map((f) => (
                <FreeSlot
                  key={f.from}
                  x={scale.x(f.from)}
                  width={scale.x(f.until) - scale.x(f.from)}
                  words={`${person.name} is free ${sayTime(f.from, saying)}, ${sayLength(f.until - f.from)}: what fits?`}
                  onChoose={() => onFree({ person: person.id, from: f.from, minutes: f.until - f.from })}
                />
              ))}
            <Booked own={own} scale={scale} saying={saying} />
          </Row>
        );
      })}
      {showsSpace &&
        view.shop.stations.map((station) => (
          <SpaceRow key={station.id} station={station} view={view} scale={scale} saying={saying} now={now} />
        ))}
      {showsSpace && <FloorRow view={view} scale={scale} saying={saying} now={now} />}
    </div>
  );
});

/** People whose rows always stand below the lanes. */
const MOST_PEOPLE = 6;

type Load = { readonly person: Person; readonly own: readonly Own[]; readonly open: number; readonly booked: number };

/** What each person has to do in the next seven days; few people in the order of the shop, many with the busiest first. */
function loadsOf(view: WorkshopView, ownOf: ReadonlyMap<string, readonly Own[]>, now: Instant): Load[] {
  const loads = view.shop.people.map((person): Load => {
    const own = ownOf.get(person.id) ?? [];
    const hours = openIntervals(person.hours, view.shop.timeZone, now, now + 7 * 1440);
    const open = hours.reduce((n, s) => n + s.until - s.from, 0);
    return {
      person,
      own,
      open,
      booked: bookedMinutes(
        own.map((s) => s.at),
        hours,
      ),
    };
  });
  return loads.length > MOST_PEOPLE ? loads.sort((a, b) => b.booked - a.booked) : loads;
}

type Own = { readonly piece: PieceView; readonly step: ShopStep; readonly at: Placement };

/** What the plan has for each person, piece by piece. */
function stepsByPerson(view: WorkshopView): ReadonlyMap<string, readonly Own[]> {
  const own = new Map<string, Own[]>(view.shop.people.map((p) => [p.id, []]));
  for (const piece of view.pieces)
    for (const step of piece.steps) {
      const at = view.plan.steps[step.id];
      for (const person of at?.people ?? []) own.get(person)?.push({ piece, step, at: at! });
    }
  return own;
}

/** More than so many bars are drawn colour by colour, so that a full shop scrolls as smoothly as an empty one. */
const MOST_BARS = 120;

/** What somebody is booked for, in the colours of the pieces. */
const Booked = memo(function Booked({
  own,
  scale,
  saying,
}: {
  readonly own: readonly Own[];
  readonly scale: TimeScale;
  readonly saying: Saying;
}) {
  const width = (at: Placement) => Math.max(3, scale.x(at.end) - scale.x(at.start));
  if (own.length > MOST_BARS) {
    const byColour = new Map<string, string>();
    for (const { piece, at } of own) {
      const hex = piece.brief.body.hex;
      byColour.set(
        hex,
        `${byColour.get(hex) ?? ''}M${scale.x(at.start).toFixed(1)} 5h${width(at).toFixed(1)}v14h-${width(at).toFixed(1)}z`,
      );
    }
    return [...byColour].map(([hex, d]) => (
      <path key={hex} d={d} fill={hex} stroke="var(--m-keyline)" strokeWidth="0.6" />
    ));
  }
  return own.map(({ piece, step, at }) => (
    <rect
      key={step.id}
      className="slides"
      style={{ x: scale.x(at.start), width: width(at) }}
      y="5"
      height="14"
      fill={piece.brief.body.hex}
      stroke="var(--m-keyline)"
      strokeWidth="1"
    >
      <title>{`${piece.name}: ${step.title}, ${sayTime(at.start, saying)}`}</title>
    </rect>
  ));
});

/** Working hours without anything planned, half an hour or more. */
function freeSpans(open: readonly Interval[], own: readonly { readonly at: Placement }[]): Interval[] {
  const taken = merge(own.map(({ at }) => ({ from: at.start, until: at.end })));
  return subtract(open, taken).filter((s) => s.until - s.from >= 30);
}

/** Free time as a target: chosen, it says what would fit. */
function FreeSlot({
  x,
  width,
  words,
  onChoose,
}: {
  readonly x: number;
  readonly width: number;
  readonly words: string;
  readonly onChoose: () => void;
}) {
  return (
    <rect
      role="button"
      {...ROVE}
      aria-label={words}
      x={x}
      width={Math.max(2, width)}
      y="4"
      height="16"
      className="cursor-pointer fill-transparent stroke-transparent hover:fill-sunk hover:stroke-ink focus:outline-none focus-visible:stroke-ink"
      strokeDasharray="3 3"
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onChoose();
      }}
    >
      <title>{words}</title>
    </rect>
  );
}

function SpaceRow({ station, view, scale, saying, now }: Omit<LoadProps, 'onFree'> & { readonly station: Station }) {
  const levels = useMemo(() => occupancy(view, station), [view, station]);
  const full = levels.find((l, i) => l.units >= station.capacity && (levels[i + 1]?.at ?? 0) > now);
  return (
    <Row
      name={station.name}
      words={full ? `full ${sayTime(Math.max(full.at, now), saying)}` : `room for ${station.capacity}`}
      scale={scale}
      now={now}
    >
      <LevelShape levels={levels} most={station.capacity} scale={scale} />
    </Row>
  );
}

/** Pieces standing in the shop, from arrival until they are ready and, for clients, collected. */
function FloorRow({ view, scale, saying, now }: Omit<LoadProps, 'onFree'>) {
  const room = view.shop.floor_units ?? null;
  const levels = useMemo(() => {
    const events = view.pieces
      .filter((p) => p.active)
      .flatMap((p) => {
        const ready = view.plan.ready[p.id] ?? scale.until;
        const until = p.kind === 'client' ? Math.max(ready, p.due ?? 0) : ready;
        const units = Math.max(1, ...p.steps.flatMap((s) => s.needs.map((n) => (n.kind === 'bench' ? n.units : 0))));
        return [
          { at: p.arrival, units },
          { at: until, units: -units },
        ];
      });
    return levelsOf(events);
  }, [view, scale]);
  const most = room ?? Math.max(1, ...levels.map((l) => l.units));
  const full = room === null ? undefined : levels.find((l, i) => l.units >= room && (levels[i + 1]?.at ?? 0) > now);
  const words =
    room === null ? 'no limit set' : full ? `full ${sayTime(Math.max(full.at, now), saying)}` : `room for ${room}`;
  return (
    <Row name="Floor" words={words} scale={scale} now={now}>
      <LevelShape levels={levels} most={most} scale={scale} />
    </Row>
  );
}

function LevelShape({
  levels,
  most,
  scale,
}: {
  readonly levels: readonly Level[];
  readonly most: number;
  readonly scale: TimeScale;
}) {
  const height = ROW - 8;
  const shape = area<Level>()
    .x((l) => scale.x(l.at))
    .y0(ROW - 4)
    .y1((l) => ROW - 4 - (Math.min(l.units, most) / most) * height)
    .curve(curveStepAfter);
  return (
    <>
      <path d={`M0 ${ROW - 4 - height}H${scale.width}`} stroke="var(--m-keyline)" strokeDasharray="3 3" />
      <path d={shape(levels) ?? ''} fill="var(--m-keyline)" fillOpacity="0.35" stroke="var(--m-keyline)" />
    </>
  );
}

type Level = { readonly at: Instant; readonly units: number };

/** Units held at a station over time, wet pieces included, as steps. */
const occupancy = (view: WorkshopView, station: Station): Level[] =>
  levelsOf(
    view.pieces
      .flatMap((p) => staysOf(p.steps, view.plan))
      .filter((stay) => stay.station === station.id)
      .flatMap(({ from, until, units }) => [
        { at: from, units },
        { at: until, units: -units },
      ]),
  );

function levelsOf(events: { readonly at: Instant; readonly units: number }[]): Level[] {
  events.sort((a, b) => a.at - b.at || a.units - b.units);
  const levels: { at: Instant; units: number }[] = [];
  let units = 0;
  for (const e of events) {
    units += e.units;
    const last = levels.at(-1);
    if (last?.at === e.at) last.units = units;
    else levels.push({ at: e.at, units });
  }
  return levels;
}

function Row({
  name,
  words,
  scale,
  now,
  children,
}: {
  readonly name: string;
  readonly words: string;
  readonly scale: TimeScale;
  readonly now: Instant;
  readonly children: React.ReactNode;
}) {
  return (
    <div className="flex" data-row="" style={{ height: ROW }}>
      <div
        className="condensed sticky left-0 z-10 flex shrink-0 items-center justify-between bg-paper pr-3 pl-4"
        style={{ width: useGutter() }}
      >
        <span className={`font-semibold ${name.length > 18 ? 'text-lane leading-[12px]' : 'text-table'}`}>{name}</span>
        {!useNarrow() && <span className="shrink-0 text-lane text-sub">{words}</span>}
      </div>
      <svg width={scale.width} height={ROW} role="group" aria-label={`${name}: ${words}`}>
        <path d={scale.shut.map((n) => `M${n.x} 0h${n.width}v${ROW}h${-n.width}z`).join('')} fill="var(--m-night)" />
        {children}
        <path d={`M${scale.x(now)} 0v${ROW}`} stroke="var(--m-ink)" strokeWidth="1.4" />
      </svg>
    </div>
  );
}
