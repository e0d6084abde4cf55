import { type Bits, bitRow, setRange } from '../planner/engine/resources/bits.ts';
import { intersect } from '../planner/engine/resources/calendars.ts';
import { type CumulativeProfile, newProfile, rowFor } from '../planner/engine/resources/cumulativeProfile.ts';
import { newSetupSequence, type SetupSequence } from '../planner/engine/resources/setupSequence.ts';
import {
  type Check,
  type Demand,
  type EnginePerson,
  type Mode,
  RELAXATION,
  SPAN,
} from '../planner/engine/engineModel.ts';
import { newMode } from '../planner/engine/layouts.ts';
import type { NeutralInstance, NeutralStep } from './format.ts';

type Station = NeutralInstance['stations'][number] & { readonly profile: CumulativeProfile };
type Tool = NeutralInstance['tools'][number] & {
  readonly profile: CumulativeProfile | null;
  readonly setups: SetupSequence | null;
};

/** By id, so that the order of input changes nothing. */
export const sorted = <T extends { readonly id: string }>(list: readonly T[]): T[] =>
  [...list].sort((a, b) => (a.id < b.id ? -1 : 1));

/** The calendars, staff, stations and tools of an instance, and the one mode each kind of step has in them. */
export class NeutralResources {
  readonly slots: number;
  readonly staff: NeutralInstance['staff'];
  readonly people: readonly EnginePerson[];
  readonly #instance: NeutralInstance;
  readonly #openRows = new Map<string | null, Bits>();
  readonly #calendars = new Map<string, Bits>();
  readonly #modes = new Map<string, readonly Mode[]>();
  readonly #stations: ReadonlyMap<string, Station>;
  readonly #tools: ReadonlyMap<string, Tool>;

  constructor(instance: NeutralInstance) {
    this.#instance = instance;
    const slots = Math.floor(instance.horizon / instance.grid);
    this.slots = slots;
    this.staff = sorted(instance.staff);
    this.people = this.staff.map((s) => ({ open: this.#open(s.calendar), free: bitRow(slots), idle: bitRow(slots) }));
    this.#stations = new Map(instance.stations.map((s) => [s.id, { ...s, profile: newProfile(slots, s.capacity) }]));
    this.#tools = new Map(
      instance.tools.map((t) => [
        t.id,
        {
          ...t,
          profile: t.cleanout > 0 && t.capacity === 1 ? null : newProfile(slots, t.capacity),
          setups: t.cleanout > 0 ? newSetupSequence(t.capacity, this.slot(t.cleanout)) : null,
        },
      ]),
    );
  }

  slot(minutes: number): number {
    return Math.ceil(minutes / this.#instance.grid);
  }

  get profiles(): CumulativeProfile[] {
    return [...this.#stations.values(), ...this.#tools.values()].flatMap((r) => r.profile ?? []);
  }
  get setups(): SetupSequence[] {
    return [...this.#tools.values()].flatMap((t) => t.setups ?? []);
  }

  /** @throws {RangeError} naming a station or tool that is asked for and not given */
  modesFor(s: NeutralStep): readonly Mode[] {
    const key = [s.staff, s.skill, s.station, s.units, s.tool, s.split].join('|');
    let modes = this.#modes.get(key);
    if (!modes) this.#modes.set(key, (modes = this.#newModes(s)));
    return modes;
  }

  #newModes(s: NeutralStep): Mode[] {
    const station = this.#stations.get(s.station);
    if (!station) throw new RangeError(`Step ${s.id} asks for station "${s.station}", which is not given.`);
    const tool = s.tool === null ? undefined : this.#tools.get(s.tool);
    if (s.tool !== null && !tool) throw new RangeError(`Step ${s.id} asks for tool "${s.tool}", which is not given.`);
    const crews = this.#crewsFor(s);
    if (crews.length === 0) return [];
    const demands: Demand[] = [{ profile: station.profile, units: s.units, span: SPAN.both, isRoom: false }];
    if (tool?.profile) demands.push({ profile: tool.profile, units: 1, span: SPAN.work, isRoom: false });
    const places = [station.calendar, tool?.calendar ?? null];
    const crewCalendar = (crew: readonly number[]) =>
      this.#calendarFor([...places, ...crew.map((p) => this.staff[p]!.calendar)]);
    const place = {
      place: 0,
      open: this.#calendarFor(places),
      demands,
      checks: demands.map(checkOf),
      setups: tool?.setups ?? null,
      film: null,
      weather: null,
    };
    return [newMode(place, crews, 1, s.split ? crews.map(crewCalendar) : [])];
  }

  /** Who can do a step, the least versatile first: they are the ones with nothing else to do. */
  #crewsFor({ staff: hands, skill }: NeutralStep): number[][] {
    if (hands === 0) return [[]];
    const able = this.staff
      .map(({ skills }, index) => ({ index, count: skills.length, can: skills.includes(skill) }))
      .filter((p) => p.can)
      .sort((a, b) => a.count - b.count || a.index - b.index)
      .map((p) => p.index);
    return hands === 1 ? able.map((p) => [p]) : able.flatMap((a, i) => able.slice(i + 1).map((b) => [a, b]));
  }

  #calendarFor(names: readonly (string | null)[]): Bits {
    const key = [...new Set(names.filter((n) => n !== null))].sort().join('|');
    let row = this.#calendars.get(key);
    if (!row) {
      const rows = names.map((n) => (n === null ? null : this.#open(n)));
      this.#calendars.set(key, (row = intersect(rows, this.slots)));
    }
    return row;
  }

  #open(name: string | null): Bits {
    let row = this.#openRows.get(name);
    if (row) return row;
    row = bitRow(this.slots);
    if (name === null) setRange(row, 0, this.slots);
    else {
      const spans = this.#instance.calendars[name];
      if (!spans) throw new RangeError(`Calendar "${name}" is asked for and not given; add it under calendars.`);
      const { grid } = this.#instance;
      for (const [a, b] of spans) setRange(row, this.slot(a), Math.min(this.slots, Math.floor(b / grid)));
    }
    this.#openRows.set(name, row);
    return row;
  }
}

const checkOf = (d: Demand): Check => ({
  bits: rowFor(d.profile, d.units),
  span: d.span,
  kind: d.span === SPAN.both ? RELAXATION.space : RELAXATION.tool,
  room: null,
});
