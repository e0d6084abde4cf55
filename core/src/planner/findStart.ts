import type { Product } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import { GRID_MINUTES, type Need, type Placement, type Step } from './model.ts';
import { type PersonLine, type ShopFloor, type StationLine, slotCeil } from './shop.ts';

/** Kinds of requirement that can be lifted, to prove what a step waits for. */
export type Requirement = 'hours' | 'person' | 'space' | 'tool' | 'air';
/** Spans in slots that this step's work, or its wet film, must not overlap (other steps of the same piece). */
export type Keepouts = {
  readonly work: readonly (readonly [number, number])[];
  readonly wet: readonly (readonly [number, number])[];
};
export type Found = { readonly at: Placement; readonly startSlot: number };
/** Who and where: one way of staffing and placing a step. */
export type Team = { readonly people: readonly PersonLine[]; readonly stations: readonly StationLine[] };

/** Every way of staffing and placing a step; empty when nobody or nowhere fits. */
export function teamsFor(floor: ShopFloor, step: Step): Team[] {
  const able = floor.people.filter(
    (p) =>
      (p.person.skills[step.skill] ?? 0) > 0 &&
      (step.pin.person === undefined || step.hands === 2 || p.person.id === step.pin.person),
  );
  let crews: PersonLine[][] = [[]];
  if (step.hands === 1) crews = able.map((p) => [p]);
  if (step.hands === 2) crews = able.flatMap((a, i) => able.slice(i + 1).map((b) => [a, b]));
  if (step.hands === 2 && step.pin.person !== undefined)
    crews = crews.filter((c) => c.some((p) => p.person.id === step.pin.person));
  let places: StationLine[][] = [[]];
  for (const need of step.needs) {
    const fits = floor.stations.filter((s) => s.station.kind === need.kind && s.station.capacity >= need.units);
    places = places.flatMap((chosen) => fits.map((s) => [...chosen, s]));
  }
  return crews.flatMap((people) => places.map((stations) => ({ people, stations })));
}

/**
 * The earliest way to do a step at or after slot `from`: the team whose film is first fit for the next coat,
 * then the one that ends first, then the first by id.
 * @param lifted requirements to ignore
 * Cost: O(teams * slots scanned)
 */
export function findStart(
  floor: ShopFloor,
  step: Step,
  teams: readonly Team[],
  from: number,
  keep: Keepouts,
  lifted: ReadonlySet<Requirement> = NOTHING,
): Found | null {
  let best: Found | null = null;
  for (const team of teams) {
    const found = scan(floor, step, team, from, keep, lifted, best ? usable(best) : Number.POSITIVE_INFINITY);
    if (
      found &&
      (!best || usable(found) < usable(best) || (usable(found) === usable(best) && found.at.end < best.at.end))
    )
      best = found;
  }
  return best && withDrying(floor, step, best);
}

/** The candidates carry only the stage they are compared by; the one chosen gets all of them. */
function withDrying(floor: ShopFloor, step: Step, found: Found): Found {
  const product = step.product === null ? undefined : floor.products.get(step.product);
  if (!product) return found;
  const stations = found.at.stations.map((id) => floor.stations.find((s) => s.station.id === id)!);
  const climates = dryingClimates(floor, step, stations);
  return { ...found, at: { ...found.at, dry: floor.air.dryStages(climates, product, found.at.end) } };
}
const NOTHING: ReadonlySet<Requirement> = new Set();
const usable = (f: Found) => f.at.dry.recoat ?? f.at.end;

/** Minutes a step takes this crew, rounded up to the grid; the slower of two sets the pace. */
export function crewMinutes(step: Step, people: readonly PersonLine[]): number {
  const speed = Math.min(...people.map((p) => p.person.skills[step.skill] ?? 1), Number.POSITIVE_INFINITY);
  const minutes = people.length > 0 ? step.work_minutes / speed : step.work_minutes;
  return Math.ceil(minutes / GRID_MINUTES - 1e-9) * GRID_MINUTES;
}

/** Climates a film dries in: where it stands wet, else where it was laid, else the first place there is. */
export function dryingClimates(floor: ShopFloor, step: Step, stations: readonly StationLine[]): string[] {
  const wet = stations.filter((_, i) => step.needs[i]!.span !== 'work');
  const places = wet.length > 0 ? wet : stations.length > 0 ? stations : floor.stations.slice(0, 1);
  return [...new Set(places.map((s) => s.station.climate))];
}

function scan(
  floor: ShopFloor,
  step: Step,
  team: Team,
  from: number,
  keep: Keepouts,
  lifted: ReadonlySet<Requirement>,
  /** A team that ends at or after this is no better than one already found. */
  tooLate: Instant,
): Found | null {
  const product = step.product === null ? null : (floor.products.get(step.product) ?? null);
  const climates = product ? dryingClimates(floor, step, team.stations) : [];
  const d = crewMinutes(step, team.people) / GRID_MINUTES;
  const lines = blockersOf(floor, step, team, lifted);
  if (!lines) return null;
  let s = Math.max(from, floor.firstFree);
  while (s + d <= floor.slots && floor.origin + (s + d) * GRID_MINUTES < tooLate) {
    const open = d > 0 && !lifted.has('hours') ? nextOpenSlot(step, team, s) : s;
    if (open > s) {
      s = open;
      continue;
    }
    const work = step.splittable ? workInPieces(lines, floor.slots, s, d) : workInOneGo(lines, s, d);
    if (work < 0) {
      s = ~work;
      continue;
    }
    const end = floor.origin + work * GRID_MINUTES;
    const dries = product ? floor.air.dryTo(climates, product, 'handle', end) : end;
    // With the air lifted even a film that would never dry counts as dry: only then is cold proved to be the reason.
    const handle = lifted.has('air') && dries === Number.POSITIVE_INFINITY ? end : dries;
    // Beyond the layout nothing is known about air or space, so a film must be dry to handle within it.
    if (handle > floor.origin + floor.slots * GRID_MINUTES) return null;
    const wetUntil = slotCeil(floor, handle);
    const clash =
      keepoutClash(keep, s, work, wetUntil) ??
      (lifted.has('air') || !product ? null : airClash(floor, product, team, climates, s, work, wetUntil)) ??
      (lifted.has('space') ? null : wetSpaceClash(step.needs, team.stations, s, work, wetUntil));
    if (clash !== null) {
      s = Math.max(s + 1, clash);
      continue;
    }
    return {
      startSlot: s,
      at: {
        start: floor.origin + s * GRID_MINUTES,
        end,
        people: team.people.map((p) => p.person.id),
        stations: team.stations.map((x) => x.station.id),
        dry: product ? { recoat: floor.air.dryTo(climates, product, 'recoat', end) } : {},
      },
    };
  }
  return null;
}

/** The first slot from `s` on in which everyone and everywhere needed is open; later ones are reached by asking again. */
function nextOpenSlot(step: Step, team: Team, s: number): number {
  let next = s;
  for (const p of team.people) next = Math.max(next, p.nextOpen[next]!);
  for (let i = 0; i < team.stations.length; i++) {
    const line = team.stations[i]!.nextOpen;
    if (line && step.needs[i]!.span !== 'wet') next = Math.max(next, line[next]!);
  }
  return next;
}

/**
 * Where work begun in slot `s` ends (0 or more), or, as the bitwise complement (below 0), the next start worth trying.
 * Numbers and not objects: this runs for every start that is tried.
 */
type WorkEnd = number;

/**
 * What can stand in the way of work in a slot: people who are busy, space and tools that are used beyond `limit`, and
 * hours that are closed. Gathered once for a team, so that each line is then a tight loop over one typed array.
 */
type Blockers = {
  readonly busy: readonly Uint8Array[];
  readonly used: readonly Uint16Array[];
  readonly limit: readonly number[];
  readonly open: readonly Uint8Array[];
  /** For each line of `open` the next open slot at or after one. */
  readonly nextOpen: readonly Int32Array[];
};

/** Null when the step needs a tool the shop does not have. */
function blockersOf(floor: ShopFloor, step: Step, team: Team, lifted: ReadonlySet<Requirement>): Blockers | null {
  const busy = lifted.has('person') ? [] : team.people.map((p) => p.busy);
  const used: Uint16Array[] = [];
  const limit: number[] = [];
  const open = lifted.has('hours') ? [] : team.people.map((p) => p.open);
  const nextOpen = lifted.has('hours') ? [] : team.people.map((p) => p.nextOpen);
  for (const [i, line] of team.stations.entries()) {
    const need = step.needs[i]!;
    if (need.span === 'wet') continue;
    if (line.open && line.nextOpen && !lifted.has('hours')) {
      open.push(line.open);
      nextOpen.push(line.nextOpen);
    }
    if (lifted.has('space')) continue;
    used.push(line.used);
    limit.push(line.station.capacity - need.units);
  }
  if (step.tool !== null && !lifted.has('tool')) {
    const tool = floor.tools.get(step.tool);
    if (!tool) return null;
    used.push(tool.used);
    limit.push(tool.tool.capacity - 1);
  }
  return { busy, used, limit, open, nextOpen };
}

function workInOneGo(b: Blockers, s: number, d: number): WorkEnd {
  // From the end backwards: the last conflict is the furthest we can jump.
  let last = lastTaken(b, s, s + d);
  for (const line of b.open) for (let k = s + d - 1; k > last; k--) if (line[k] === 0) last = k;
  return last < s ? s + d : ~(last + 1);
}

/** Work broken only by closed time: nothing else may be taken in all of it, so the last conflict is the jump here too. */
function workInPieces(b: Blockers, slots: number, s: number, d: number): WorkEnd {
  let left = d;
  let k = s;
  while (left > 0) {
    for (let i = 0; i < b.open.length; i++)
      if (k < slots && b.open[i]![k] === 0) {
        k = b.nextOpen[i]![k]!;
        i = -1; // another line may be closed there
      }
    if (k >= slots) return ~slots;
    left--;
    k++;
  }
  const last = lastTaken(b, s, k);
  return last < s ? k : ~(last + 1);
}

/** The last slot of [s, e) in which somebody or something is taken; s - 1 when none is. */
function lastTaken(b: Blockers, s: number, e: number): number {
  let last = s - 1;
  for (const line of b.busy) for (let k = e - 1; k > last; k--) if (line[k] !== 0) last = k;
  for (let i = 0; i < b.used.length; i++) {
    const [line, limit] = [b.used[i]!, b.limit[i]!];
    for (let k = e - 1; k > last; k--) if (line[k]! > limit) last = k;
  }
  return last;
}

const isFull = (line: StationLine, need: Need, k: number) => line.used[k]! + need.units > line.station.capacity;

/** Next start worth trying when the wet film finds its place taken, or null. */
function wetSpaceClash(
  needs: readonly Need[],
  stations: readonly StationLine[],
  s: number,
  e: number,
  wetUntil: number,
): number | null {
  for (let i = 0; i < needs.length; i++) {
    if (needs[i]!.span === 'work') continue;
    for (let k = wetUntil - 1; k >= e; k--)
      if (isFull(stations[i]!, needs[i]!, k)) return needs[i]!.span === 'both' ? k + 1 : s + (k + 1 - e);
  }
  return null;
}

/** Next start worth trying when it is too cold or damp between start and dry to handle, or null. */
function airClash(
  floor: ShopFloor,
  product: Product,
  team: Team,
  climates: readonly string[],
  s: number,
  e: number,
  wetUntil: number,
): number | null {
  if (!product.limits) return null;
  const worked = team.stations[0]?.station.climate;
  if (worked !== undefined) {
    const air = floor.air.limitsIn(worked, product);
    const bad = air.nextBad(s);
    if (bad < e) return air.nextGood(bad);
  }
  for (const c of climates) {
    const air = floor.air.limitsIn(c, product);
    const bad = air.nextBad(e);
    if (bad < wetUntil) return s + Math.max(1, air.nextGood(bad) - e);
  }
  return null;
}

function keepoutClash(keep: Keepouts, s: number, e: number, wetUntil: number): number | null {
  for (const [a, b] of keep.work) if (s < b && a < e) return b;
  for (const [a, b] of keep.wet) if (s < b && a < wetUntil) return b;
  return null;
}

/**
 * A placement made of what already happened or is under way.
 * @param stood stations it stood on, when known (from the plan it was started under)
 */
export function placeFixed(
  floor: ShopFloor,
  step: Step,
  start: Instant,
  end: Instant,
  by: readonly string[],
  stood: readonly string[],
): Placement {
  const product = step.product === null ? null : (floor.products.get(step.product) ?? null);
  const lines = step.needs.map((need, i) => {
    const known = floor.stations.find((s) => s.station.id === stood[i] && s.station.kind === need.kind);
    return known ?? freest(floor, need, start);
  });
  const found = lines.filter((s): s is StationLine => s !== undefined);
  // A kind of station that is no longer there: take the first climate, so that drying still has an answer.
  const climates =
    found.length === lines.length
      ? dryingClimates(floor, step, found)
      : floor.stations.slice(0, 1).map((s) => s.station.climate);
  return {
    start,
    end,
    people: by,
    stations: lines.map((s) => s?.station.id ?? ''),
    dry: product ? floor.air.dryStages(climates, product, end) : {},
  };
}

/** Where a running step stands when nobody said: the emptiest station of its kind. */
function freest(floor: ShopFloor, need: Need, at: Instant): StationLine | undefined {
  const k = Math.min(floor.slots - 1, Math.max(0, Math.floor((at - floor.origin) / GRID_MINUTES)));
  return floor.stations
    .filter((s) => s.station.kind === need.kind)
    .sort((a, b) => a.used[k]! - a.station.capacity - (b.used[k]! - b.station.capacity))[0];
}
