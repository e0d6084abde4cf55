import type { Product } from '../../products/product.ts';
import type { Brief, Look, LookKind, Refusal } from '../brief.ts';
import { composeRoute, type RouteInput } from '../buildRoute.ts';
import type { StepSpec } from '../build/spec.ts';
import type { RouteEdit } from '../edit/routeEdit.ts';
import { canTakeLook, finishOf, looksOf } from '../finish.ts';
import { type HouseRule, houseRuleOf, type HouseRules } from '../houseRules.ts';
import type { RouteStep, StruckStep, Zone } from '../piece.ts';
import { conditionOf, type Finding, isBoard, mayHoldLead } from '../survey.ts';
import { type Layer, layersUnder } from './layers.ts';

/** Two things that do not go together, where they meet, and what mends it. */
export type Conflict = {
  readonly id: string;
  /** The step where it happens; null: the wish itself. */
  readonly step: string | null;
  readonly words: string;
  /** stop: the finish fails or someone is hurt · care: it costs days or looks. */
  readonly severity: 'stop' | 'care';
  readonly fix: Fix;
};
export type Fix = {
  readonly label: string;
  readonly brief?: Partial<Brief>;
  readonly edits?: readonly RouteEdit[];
  /** Changes taken back. */
  readonly drops?: readonly RouteEdit[];
};

export type ConflictRule = {
  readonly id: string;
  readonly severity: Conflict['severity'];
  readonly words: string;
  /** Keys of the steps where the two meet; null for a wish that needs no step. Empty: no conflict. */
  readonly find: (c: Scene) => readonly (string | null)[];
  readonly fix: (c: Scene, step: string | null) => Fix;
};

/** What a conflict rule looks at: the wish, the piece and the route as it stands. */
export class Scene {
  readonly input: RouteInput;
  readonly edits: readonly RouteEdit[];
  readonly zones: readonly Zone[];
  readonly steps: readonly RouteStep[];
  readonly struck: readonly StruckStep[];
  readonly products: ReadonlyMap<string, Product>;
  /** Local minute of the day a step is planned to start at; null when it is not planned. */
  readonly startsAt: (step: string) => number | null;
  #built: readonly StepSpec[] | undefined;
  readonly #under: ReadonlyMap<string, readonly Layer[]>;

  constructor(
    input: RouteInput,
    edits: readonly RouteEdit[],
    route: {
      readonly zones: readonly Zone[];
      readonly steps: readonly RouteStep[];
      readonly struck: readonly StruckStep[];
    },
    products: ReadonlyMap<string, Product>,
    startsAt: (step: string) => number | null,
  ) {
    this.input = input;
    this.edits = edits;
    this.zones = route.zones;
    this.steps = route.steps;
    this.struck = route.struck;
    this.products = products;
    this.startsAt = startsAt;
    this.#under = layersUnder(route.steps, route.zones, input.survey, products);
  }

  /** The route as the rules made it, before any change. */
  get built(): readonly StepSpec[] {
    return (this.#built ??= composeRoute(this.input).specs);
  }
  /** How many coats of a series the rules asked for, before any change. */
  builtCoats(series: string): number {
    return this.built.filter((s) => s.series?.id === series).length;
  }
  /** The series lays paint. */
  paints(series: string): boolean {
    return this.built.some((s) => s.series?.id === series && s.coat === 'paint');
  }
  /** Steps that were struck, as they were built. */
  get leftOut(): readonly StepSpec[] {
    const keys = new Set(this.struck.map((s) => s.key));
    return this.struck.length === 0 ? [] : this.built.filter((s) => keys.has(s.key));
  }
  get brief(): Brief {
    return this.input.brief;
  }
  house<K extends HouseRule>(rule: K): HouseRules[K] {
    return houseRuleOf(rule, this.brief, this.input.means);
  }
  looks(...kinds: readonly LookKind[]): boolean {
    return looksOf(this.brief).some((l) => kinds.includes(l.kind) && this.#lies(l));
  }
  /** Some zone can take the look. */
  #lies(l: Look): boolean {
    return this.zones.some((z) =>
      l.zones
        ? l.zones.includes(z.id) && this.takesLook(z.id, l.kind)
        : z.group !== 'inside' && this.takesLook(z.id, l.kind),
    );
  }
  /** The zone is there, and more is done to it than cleaning or covering it. */
  takesLook(zone: string, look: LookKind): boolean {
    const z = this.zones.find((x) => x.id === zone);
    return (
      z !== undefined &&
      canTakeLook(finishOf(z, this.input.survey, this.brief, this.house('backs')).treatment.kind, look)
    );
  }
  withoutLook(kind: LookKind): Partial<Brief> {
    return { looks: (this.brief.looks ?? []).filter((l) => l.kind !== kind) };
  }
  refuses(r: Refusal): boolean {
    return this.brief.refusals?.includes(r) ?? false;
  }
  withoutRefusal(r: Refusal): Partial<Brief> {
    return { refusals: (this.brief.refusals ?? []).filter((x) => x !== r) };
  }
  withHouse(more: Partial<HouseRules>): Partial<Brief> {
    return { house: { ...this.brief.house, ...more } };
  }
  found(...any: readonly Finding[]): boolean {
    return this.zones.some((z) => conditionOf(this.input.survey, z.id).findings.some((f) => any.includes(f)));
  }
  /** Zones to be painted, with how they stand. */
  get paintedZones() {
    const zones = new Set(this.steps.filter((s) => s.coat === 'paint').flatMap((s) => s.zones));
    return this.zones.filter((z) => zones.has(z.id)).map((z) => conditionOf(this.input.survey, z.id));
  }
  get isSlick(): boolean {
    return this.paintedZones.some((z) => z.finish === 'foil' || z.wood === 'laminate');
  }
  get hasBoard(): boolean {
    return this.zones.some((z) => isBoard(conditionOf(this.input.survey, z.id).wood));
  }
  get leadPossible(): boolean {
    return mayHoldLead(
      this.input.survey,
      this.zones.map((z) => conditionOf(this.input.survey, z.id)),
    );
  }
  get paint(): Product | undefined {
    return this.products.get(this.brief.paint);
  }
  productOf(step: RouteStep): Product | undefined {
    return step.product === null ? undefined : this.products.get(step.product);
  }
  step(key: string): RouteStep | undefined {
    return this.steps.find((s) => s.key === key);
  }
  /** Steps laid over such a layer. */
  over(under: (l: Layer) => boolean, over: (s: RouteStep, p: Product | undefined) => boolean): string[] {
    return this.steps
      .filter((s) => over(s, this.productOf(s)) && (this.#under.get(s.key) ?? []).some(under))
      .map((s) => s.key);
  }
  /** The step just before this one on its zones. */
  before(key: string): string | null {
    const at = this.steps.findIndex((s) => s.key === key);
    const zones = this.steps[at]?.zones ?? [];
    return this.steps.slice(0, at).findLast((s) => s.zones.some((z) => zones.includes(z)))?.key ?? null;
  }
}
