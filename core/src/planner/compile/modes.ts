import type { Product } from '../../products/product.ts';
import { type Bits, bitRow } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import {
  type Check,
  type EnginePerson,
  RELAXATION,
  SPAN,
  type Span,
  type Demand,
  type Mode,
} from '../engine/engineModel.ts';
import { newMode, type Place } from '../engine/layouts.ts';
import { type CumulativeProfile, rowFor } from '../engine/resources/cumulativeProfile.ts';
import { type Need, type Person, type Problem, type Station, type Step } from '../model/model.ts';
import { dryingPlaces } from '../model/dryingPlaces.ts';
import { byId } from '../model/byId.ts';
import { Films } from './films.ts';
import type { Grid } from './grid.ts';
import { NONE, type StationResource, type StationResources, type ToolResource } from './stationResources.ts';

/** The execution modes of a step: every choice of crew, stations and tool. */
export class Modes {
  readonly persons: readonly Person[];
  readonly people: readonly EnginePerson[];
  readonly films: Films;
  readonly resources: readonly StationResource[];
  readonly tools: ReadonlyMap<string, ToolResource>;
  readonly products: ReadonlyMap<string, Product>;
  /** Stations of each `Mode.place`, in the order of the step's needs. */
  readonly places: string[][] = [];
  readonly #problem: Problem;
  readonly #grid: Grid;
  readonly #modes = new Map<string, readonly Mode[]>();
  readonly #modesOfStep = new WeakMap<Step, readonly Mode[]>();
  readonly #calendars = new Map<string, Bits>();
  /** When noise is allowed; null: always. */
  readonly #noise: Bits | null;

  constructor(problem: Problem, grid: Grid, stationResources: StationResources) {
    this.#problem = problem;
    this.#grid = grid;
    this.films = new Films(problem, grid);
    this.products = new Map(problem.products.map((p) => [p.id, p]));
    this.resources = stationResources.resources;
    this.tools = stationResources.tools;
    this.#noise = problem.noiseHours ? grid.hours(problem.noiseHours) : null;
    this.persons = byId(problem.people);
    this.people = this.persons.map((p) => ({
      open: grid.hours(p.hours),
      free: bitRow(grid.slots),
      idle: bitRow(grid.slots),
    }));
  }

  /** The modes of a step: the faster crews first, then by id; empty when nobody or nowhere fits. */
  modesOf(step: Step): readonly Mode[] {
    let modes = this.#modesOfStep.get(step);
    if (!modes) this.#modesOfStep.set(step, (modes = this.#modesLike(step)));
    return modes;
  }

  /** Steps that ask for the same have the same modes. */
  #modesLike(step: Step): readonly Mode[] {
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
    let modes = this.#modes.get(key);
    if (!modes) this.#modes.set(key, (modes = this.#newModes(step)));
    return modes;
  }

  #newModes(step: Step): Mode[] {
    const tool = step.tool === null ? null : this.tools.get(step.tool);
    if (tool === undefined) return [];
    let choices: StationResource[][] = [[]];
    for (const need of step.needs) {
      const fits = this.resources.filter((s) => s.station.kind === need.kind && s.station.capacity >= need.units);
      choices = choices.flatMap((chosen) => fits.map((s) => [...chosen, s]));
    }
    const paces = this.#crewsOf(step);
    return choices.flatMap((resources) => {
      const place = this.placeOf(step, resources, tool);
      return paces.map(([speed, crews]) => {
        const calendars = step.splittable ? crews.map((c) => this.#calendar(step, resources, tool, c)) : [];
        return newMode(place, crews, speed, calendars);
      });
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
  placeOf(step: Step, resources: readonly StationResource[], tool: ToolResource | null): Place {
    const product = step.product === null ? null : (this.products.get(step.product) ?? null);
    const climates = this.climatesOf(step.needs, resources);
    const worked = resources.filter((_, i) => step.needs[i]!.span !== 'wet');
    const demands: Demand[] = [];
    const checks: Check[] = [];
    step.needs.forEach((need, i) => {
      const span = SPAN[need.span];
      const room = { profile: resources[i]!.room, units: need.units, span, isRoom: true };
      demands.push(room);
      checks.push({ bits: rowFor(room.profile, room.units), span, kind: RELAXATION.space, room });
    });
    if (tool?.profile) {
      demands.push({ profile: tool.profile, units: 1, span: SPAN.work, isRoom: false });
      checks.push({ bits: rowFor(tool.profile, 1), span: SPAN.work, kind: RELAXATION.tool, room: null });
    }
    if (product?.limits) {
      const laid = resources[0]?.station.climate;
      if (laid !== undefined)
        checks.push({
          bits: this.films.keepsRow(laid, product.limits),
          span: SPAN.work,
          kind: RELAXATION.air,
          room: null,
        });
    }
    for (const s of worked)
      if (s.station.guard)
        checks.push({
          bits: this.films.keepsRow(s.station.climate, s.station.guard),
          span: SPAN.work,
          kind: RELAXATION.air,
          room: null,
        });
    this.#besides(step, resources, demands, checks);
    return {
      place: this.#remember(resources.map((s) => s.station.id)),
      open: this.#calendar(step, resources, tool, []),
      demands,
      checks,
      setups: tool?.setups ?? null,
      film: product && this.films.of(product, climates, step.thickness ?? 1),
      weather: product && this.films.weatherOf(product, climates, step.thickness ?? 1),
    };
  }

  /** Dust and spray against what is wet in the same air. */
  #besides(step: Step, resources: readonly StationResource[], demands: Demand[], checks: Check[]): void {
    if (!this.#problem.pieces.length || this.resources.every((s) => s.wet.slots === 0)) return;
    const film = step.product !== null;
    const near = (a: StationResource) => this.resources.filter((b) => a === b || isBeside(a.station, b.station));
    step.needs.forEach((need, i) => {
      const resource = resources[i]!;
      const none = (profile: CumulativeProfile, span: Span) =>
        checks.push({ bits: rowFor(profile, NONE), span, kind: RELAXATION.dust, room: null });
      if (need.span !== 'wet') {
        if (step.dusty) demands.push({ profile: resource.dust, units: 1, span: SPAN.work, isRoom: false });
        if (step.sprayed) demands.push({ profile: resource.spray, units: 1, span: SPAN.work, isRoom: false });
        for (const b of near(resource)) {
          if (step.dusty) none(b.wet, SPAN.work);
          if (step.sprayed) none(b.brushed, SPAN.work);
        }
      }
      if (!film) return;
      const span = need.span === 'work' ? SPAN.work : need.span === 'wet' ? SPAN.setting : SPAN.sticky;
      demands.push({ profile: resource.wet, units: 1, span, isRoom: false });
      if (!step.sprayed) demands.push({ profile: resource.brushed, units: 1, span, isRoom: false });
      for (const b of near(resource)) {
        none(b.dust, span);
        if (!step.sprayed) none(b.spray, span);
      }
    });
  }

  /** When everyone of a crew, the workplaces and the tool are there; one row for all steps that ask for the same. */
  #calendar(
    step: Step,
    resources: readonly StationResource[],
    tool: ToolResource | null,
    crew: readonly number[],
  ): Bits {
    const worked = resources.filter((s, i) => step.needs[i]!.span !== 'wet' && s.open);
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
  climatesOf(needs: readonly Need[], resources: readonly StationResource[]): string[] {
    const stations = (resources.length > 0 ? resources : this.resources.slice(0, 1)).map((r) => r.station);
    return dryingPlaces(needs, stations);
  }

  #remember(stations: string[]): number {
    const known = this.places.findIndex((p) => p.join('|') === stations.join('|'));
    return known >= 0 ? known : this.places.push(stations) - 1;
  }
}

const isBeside = (a: Station, b: Station) => (a.beside?.includes(b.id) ?? false) || (b.beside?.includes(a.id) ?? false);
