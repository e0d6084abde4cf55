import type { Product } from '../../products/product.ts';
import { type Bits, bitRow, setRange } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import { type Check, type EnginePerson, LIFT, SPAN, type Span, type Take, type Way } from '../engine/engineModel.ts';
import { type Line, rowFor } from '../engine/resources/cumulativeProfile.ts';
import { type Need, type Person, type Problem, type Station, type Step } from '../model/model.ts';
import { byId } from '../model/byId.ts';
import { Films } from './films.ts';
import type { Grid } from './grid.ts';
import { NONE, type Spot, type Stands, type ToolLine } from './stationResources.ts';

/** Every way of staffing and placing a step. */
export class Ways {
  readonly persons: readonly Person[];
  readonly people: readonly EnginePerson[];
  readonly films: Films;
  readonly spots: readonly Spot[];
  readonly tools: ReadonlyMap<string, ToolLine>;
  readonly products: ReadonlyMap<string, Product>;
  /** Stations of each `Way.place`, in the order of the step's needs. */
  readonly places: string[][] = [];
  readonly #problem: Problem;
  readonly #grid: Grid;
  readonly #ways = new Map<string, readonly Way[]>();
  readonly #calendars = new Map<string, Bits>();
  readonly #always: Bits;
  /** When noise is allowed; null: always. */
  readonly #noise: Bits | null;

  constructor(problem: Problem, grid: Grid, stands: Stands) {
    this.#problem = problem;
    this.#grid = grid;
    this.films = new Films(problem, grid);
    this.products = new Map(problem.products.map((p) => [p.id, p]));
    this.spots = stands.spots;
    this.tools = stands.tools;
    this.#always = bitRow(grid.slots);
    setRange(this.#always, 0, grid.slots);
    this.#noise = problem.noiseHours ? grid.hours(problem.noiseHours) : null;
    this.persons = byId(problem.people);
    this.people = this.persons.map((p) => ({
      open: grid.hours(p.hours),
      free: bitRow(grid.slots),
      idle: bitRow(grid.slots),
    }));
  }

  /** Every way of doing a step: the faster crews first, then by id; empty when nobody or nowhere fits. */
  waysOf(step: Step): readonly Way[] {
    const key = JSON.stringify([
      step.hands,
      step.skill,
      step.pin.person ?? null,
      step.needs,
      step.tool,
      step.product,
      step.dusty,
      step.sprayed ?? false,
      step.noisy ?? false,
      step.thickness ?? 1,
      step.splittable,
    ]);
    let ways = this.#ways.get(key);
    if (!ways) this.#ways.set(key, (ways = this.#newWays(step)));
    return ways;
  }

  #newWays(step: Step): Way[] {
    const tool = step.tool === null ? null : this.tools.get(step.tool);
    if (tool === undefined) return [];
    let choices: Spot[][] = [[]];
    for (const need of step.needs) {
      const fits = this.spots.filter((s) => s.station.kind === need.kind && s.station.capacity >= need.units);
      choices = choices.flatMap((chosen) => fits.map((s) => [...chosen, s]));
    }
    const paces = this.#crewsOf(step);
    return choices.flatMap((spots) => {
      const place = this.placeOf(step, spots, tool);
      return paces.map(([speed, crews]): Way => ({
        ...place,
        crews,
        speed,
        calendars: step.splittable ? crews.map((c) => this.#calendar(step, spots, tool, c)) : [],
      }));
    });
  }

  #crewsOf(step: Step): [number, number[][]][] {
    if (step.hands === 0) return [[1, [[]]]];
    const able = this.persons
      .map((p, i) => ({ i, id: p.id, speed: p.skills[step.skill] ?? 0 }))
      .filter((p) => p.speed > 0);
    let crews = able.map((p) => [p]);
    if (step.hands === 2) crews = able.flatMap((a, n) => able.slice(n + 1).map((b) => [a, b]));
    if (step.pin.person !== undefined) crews = crews.filter((c) => c.some((p) => p.id === step.pin.person));
    const paces = new Map<number, number[][]>();
    for (const crew of crews) {
      const speed = Math.min(...crew.map((p) => p.speed));
      paces.set(speed, [...(paces.get(speed) ?? []), crew.map((p) => p.i)]);
    }
    return [...paces].sort((a, b) => b[0] - a[0]);
  }

  /** What doing a step in certain places takes and asks for. */
  placeOf(step: Step, spots: readonly Spot[], tool: ToolLine | null): Omit<Way, 'crews' | 'speed' | 'calendars'> {
    const product = step.product === null ? null : (this.products.get(step.product) ?? null);
    const climates = this.climatesOf(step.needs, spots);
    const worked = spots.filter((_, i) => step.needs[i]!.span !== 'wet');
    const takes: Take[] = [];
    const checks: Check[] = [];
    step.needs.forEach((need, i) => {
      const span = SPAN[need.span];
      takes.push({ line: spots[i]!.room, units: need.units, span });
      checks.push({ bits: rowFor(spots[i]!.room, need.units), span, kind: LIFT.space });
    });
    if (tool?.line) {
      takes.push({ line: tool.line, units: 1, span: SPAN.work });
      checks.push({ bits: rowFor(tool.line, 1), span: SPAN.work, kind: LIFT.tool });
    }
    if (product?.limits) {
      const laid = spots[0]?.station.climate;
      if (laid !== undefined)
        checks.push({ bits: this.films.keepsRow(laid, product.limits), span: SPAN.work, kind: LIFT.air });
      for (const c of climates)
        checks.push({ bits: this.films.keepsRow(c, product.limits), span: SPAN.wet, kind: LIFT.air });
    }
    for (const s of worked)
      if (s.station.guard)
        checks.push({ bits: this.films.keepsRow(s.station.climate, s.station.guard), span: SPAN.work, kind: LIFT.air });
    this.#besides(step, spots, takes, checks);
    const rows = [...worked.map((s) => s.open), tool?.open ?? null, step.noisy ? this.#noise : null].filter(
      (r) => r !== null,
    );
    return {
      place: this.#remember(spots.map((s) => s.station.id)),
      open: rows.length > 0 ? intersect(rows, this.#grid.slots) : this.#always,
      takes,
      checks,
      turns: tool?.turns ?? null,
      film: product && this.films.of(product, climates, step.thickness ?? 1),
    };
  }

  /** Dust and spray against what is wet in the same air. */
  #besides(step: Step, spots: readonly Spot[], takes: Take[], checks: Check[]): void {
    if (!this.#problem.pieces.length || this.spots.every((s) => s.wet.slots === 0)) return;
    const film = step.product !== null;
    const near = (a: Spot) => this.spots.filter((b) => a === b || isBeside(a.station, b.station));
    step.needs.forEach((need, i) => {
      const spot = spots[i]!;
      const none = (line: Line, span: Span) => checks.push({ bits: rowFor(line, NONE), span, kind: LIFT.dust });
      if (need.span !== 'wet') {
        if (step.dusty) takes.push({ line: spot.dust, units: 1, span: SPAN.work });
        if (step.sprayed) takes.push({ line: spot.spray, units: 1, span: SPAN.work });
        for (const b of near(spot)) {
          if (step.dusty) none(b.wet, SPAN.work);
          if (step.sprayed) none(b.brushed, SPAN.work);
        }
      }
      if (!film) return;
      const span = need.span === 'work' ? SPAN.work : need.span === 'wet' ? SPAN.setting : SPAN.sticky;
      takes.push({ line: spot.wet, units: 1, span });
      if (!step.sprayed) takes.push({ line: spot.brushed, units: 1, span });
      for (const b of near(spot)) {
        none(b.dust, span);
        if (!step.sprayed) none(b.spray, span);
      }
    });
  }

  #calendar(step: Step, spots: readonly Spot[], tool: ToolLine | null, crew: readonly number[]): Bits {
    const worked = spots.filter((s, i) => step.needs[i]!.span !== 'wet' && s.open);
    const key = [
      crew.join('+'),
      worked.map((s) => s.station.id).join('+'),
      tool?.open ? tool.tool.id : '',
      step.noisy && this.#noise ? 'noisy' : '',
    ].join('|');
    let c = this.#calendars.get(key);
    if (!c) {
      const rows = [
        ...crew.map((p) => this.people[p]!.open),
        ...worked.map((s) => s.open),
        tool?.open ?? null,
        step.noisy ? this.#noise : null,
      ];
      this.#calendars.set(key, (c = intersect(rows, this.#grid.slots)));
    }
    return c;
  }

  /** Climates a film dries in: where it stands wet, else where it was laid, else the first place there is. */
  climatesOf(needs: readonly Need[], spots: readonly Spot[]): string[] {
    const wet = spots.filter((_, i) => needs[i]!.span !== 'work');
    const chosen = wet.length > 0 ? wet : spots.length > 0 ? spots : this.spots.slice(0, 1);
    return [...new Set(chosen.map((s) => s.station.climate))];
  }

  #remember(stations: string[]): number {
    const known = this.places.findIndex((p) => p.join('|') === stations.join('|'));
    return known >= 0 ? known : this.places.push(stations) - 1;
  }
}

const isBeside = (a: Station, b: Station) => (a.beside?.includes(b.id) ?? false) || (b.beside?.includes(a.id) ?? false);
