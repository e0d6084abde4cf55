import { type Bits, bitRow, setRange } from '../planner/engine/resources/bits.ts';
import {
  type Check,
  type EngineModel,
  type EnginePerson,
  type EngineStep,
  RELAXATION,
  SPAN,
  type Demand,
  type Mode,
} from '../planner/engine/engineModel.ts';
import { newFloor } from '../planner/engine/resources/floor.ts';
import { type CumulativeProfile, newProfile, rowFor } from '../planner/engine/resources/cumulativeProfile.ts';
import { intersect } from '../planner/engine/resources/calendars.ts';
import { type SetupSequence, newSetupSequence } from '../planner/engine/resources/setupSequence.ts';
import type { NeutralInstance, NeutralStep } from './format.ts';

export type Compiled = {
  readonly model: EngineModel;
  readonly stepIds: readonly string[];
  readonly staffIds: readonly string[];
};

/**
 * The instance as the engine sees it. Pieces are taken in the order of their ids, so that the order of input changes
 * nothing.
 * @throws {RangeError} naming what is missing or impossible
 */
export function compile(instance: NeutralInstance): Compiled {
  const { grid } = instance;
  const slots = Math.floor(instance.horizon / grid);
  const slot = (minutes: number) => Math.ceil(minutes / grid);
  const openRows = new Map<string | null, Bits>();
  const openRow = (name: string | null): Bits => {
    let row = openRows.get(name);
    if (row) return row;
    row = bitRow(slots);
    if (name === null) setRange(row, 0, slots);
    else {
      const spans = instance.calendars[name];
      if (!spans) throw new RangeError(`Calendar "${name}" is asked for and not given; add it under calendars.`);
      for (const [a, b] of spans) setRange(row, slot(a), Math.min(slots, Math.floor(b / grid)));
    }
    openRows.set(name, row);
    return row;
  };
  const sorted = <T extends { readonly id: string }>(list: readonly T[]) =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  const staff = sorted(instance.staff);
  const people: EnginePerson[] = staff.map((s) => ({
    open: openRow(s.calendar),
    free: bitRow(slots),
    idle: bitRow(slots),
  }));
  const stations = new Map(instance.stations.map((s) => [s.id, { ...s, profile: newProfile(slots, s.capacity) }]));
  const tools = new Map(
    instance.tools.map((t) => [
      t.id,
      {
        ...t,
        profile: t.cleanout > 0 && t.capacity === 1 ? null : newProfile(slots, t.capacity),
        setups: t.cleanout > 0 ? newSetupSequence(t.capacity, slot(t.cleanout)) : null,
      },
    ]),
  );
  const closedOr = (name: string | null) => (name === null ? null : openRow(name));
  const calendars = new Map<string, Bits>();
  const calendarFor = (names: readonly (string | null)[]): Bits => {
    const key = [...new Set(names.filter((n) => n !== null))].sort().join('|');
    let c = calendars.get(key);
    if (!c) calendars.set(key, (c = intersect(names.map(closedOr), slots)));
    return c;
  };
  const waysKnown = new Map<string, readonly Mode[]>();
  const waysFor = (s: NeutralStep): readonly Mode[] => {
    const key = [s.staff, s.skill, s.station, s.units, s.tool, s.split].join('|');
    let modes = waysKnown.get(key);
    if (modes) return modes;
    const station = stations.get(s.station);
    if (!station) throw new RangeError(`Step ${s.id} asks for station "${s.station}", which is not given.`);
    const tool = s.tool === null ? undefined : tools.get(s.tool);
    if (s.tool !== null && !tool) throw new RangeError(`Step ${s.id} asks for tool "${s.tool}", which is not given.`);
    const demands: Demand[] = [{ profile: station.profile, units: s.units, span: SPAN.both }];
    if (tool?.profile) demands.push({ profile: tool.profile, units: 1, span: SPAN.work });
    const checks: Check[] = demands.map((t) => ({
      bits: rowFor(t.profile, t.units),
      span: t.span,
      kind: t.span === SPAN.both ? RELAXATION.space : RELAXATION.tool,
    }));
    const places = [station.calendar, tool?.calendar ?? null];
    // The least versatile first: they are the ones with nothing else to do.
    const able = staff
      .map((p, index) => ({ index, skills: p.skills.length, can: p.skills.includes(s.skill), calendar: p.calendar }))
      .filter((p) => p.can)
      .sort((a, b) => a.skills - b.skills || a.index - b.index);
    let crews: (typeof able)[] = [[]];
    if (s.staff === 1) crews = able.map((p) => [p]);
    if (s.staff === 2) crews = able.flatMap((a, i) => able.slice(i + 1).map((b) => [a, b]));
    const placesOpen = calendarFor(places);
    modes =
      crews.length === 0
        ? []
        : [
            {
              crews: crews.map((crew) => crew.map((p) => p.index)),
              speed: 1,
              place: 0,
              open: placesOpen,
              calendars: s.split ? crews.map((crew) => calendarFor([...places, ...crew.map((p) => p.calendar)])) : [],
              demands,
              checks,
              setups: tool?.setups ?? null,
              film: null,
            },
          ];
    waysKnown.set(key, modes);
    return modes;
  };
  const groups = new Map<string, number>();
  const pieces = sorted(instance.pieces);
  const all = pieces.flatMap((p) => inOrder(p.steps));
  const indexOf = new Map(all.map((s, i) => [s.id, i]));
  if (indexOf.size !== all.length) throw new RangeError('Two steps have the same id; give each its own.');
  const steps: EngineStep[] = [];
  const enginePieces = pieces.map((p, piece) => {
    const release = slot(p.release);
    const own = inOrder(p.steps).map((s) => {
      if (s.group !== null && !groups.has(s.group)) groups.set(s.group, groups.size);
      return (
        steps.push({
          piece,
          work_minutes: s.duration,
          slots: slot(s.duration),
          split: s.split && s.staff > 0,
          modes: waysFor(s),
          hold: slot(s.hold),
          cure: slot(s.cure),
          doneStage: -1,
          preds: s.after.map((l) => {
            const step = indexOf.get(l.step);
            if (step === undefined) throw new RangeError(`Step ${s.id} waits for "${l.step}", which is not given.`);
            return {
              step,
              stage: -1,
              min_minutes: l.min,
              minSlots: slot(l.min),
              maxSlots: l.max === null ? Infinity : Math.floor(l.max / grid),
            };
          }),
          disjunctions: [],
          earliest: release,
          unpinned: release,
          pinSlot: -1,
          latest: Infinity,
          rescue_minutes: -1,
          group: s.group === null ? -1 : groups.get(s.group)!,
          baseline: null,
          fixed: null,
        }) - 1
      );
    });
    return {
      steps: own,
      release,
      due: slot(p.due),
      floor: p.floor,
      staysUntil: p.holdUntilDue ? slot(p.due) : 0,
      isHere: false,
      rank: 0,
      lateCost: 100 * p.weight * grid,
      flowCost: p.weight * grid,
      slack: 0,
      slackCost: 0,
    };
  });
  const profiles: CumulativeProfile[] = [...stations.values()].map((s) => s.profile);
  for (const t of tools.values()) if (t.profile) profiles.push(t.profile);
  const setups: SetupSequence[] = [...tools.values()].flatMap((t) => (t.setups ? [t.setups] : []));
  // A floor that holds every piece at once never decides anything.
  const isFloorTight = pieces.reduce((n, p) => n + p.floor, 0) > instance.floor.capacity;
  return {
    model: {
      slots,
      people,
      profiles,
      setups,
      floor: isFloorTight ? newFloor(slots, instance.floor.capacity) : null,
      steps,
      pieces: enginePieces,
      loadCost: 0,
    },
    stepIds: all.map((s) => s.id),
    staffIds: staff.map((s) => s.id),
  };
}

/** Each step after those it waits for; a step tied to another by a window follows it at once. */
function inOrder(steps: readonly NeutralStep[]): NeutralStep[] {
  const known = new Map(steps.map((s) => [s.id, s]));
  const out: NeutralStep[] = [];
  const state = new Map<string, 1 | 2>();
  const visit = (s: NeutralStep) => {
    if (state.get(s.id) === 2) return;
    if (state.get(s.id) === 1)
      throw new RangeError(`Step ${s.id} waits for itself, by way of others; take one link out.`);
    state.set(s.id, 1);
    for (const l of s.after) {
      const before = known.get(l.step);
      if (before) visit(before);
    }
    state.set(s.id, 2);
    out.push(s);
  };
  for (const s of [...steps].sort((a, b) => (a.id < b.id ? -1 : 1))) visit(s);
  return out;
}
