import type { Product } from '../../products/product.ts';
import type { Brief, LookKind, Refusal } from '../brief.ts';
import { composeRoute, type RouteInput } from '../buildRoute.ts';
import type { RouteEdit } from '../edit/routeEdit.ts';
import { HOUSE_DEFAULTS, type HouseRule, type HouseRules } from '../houseRules.ts';
import type { RouteStep, StruckStep, Zone } from '../piece.ts';
import { conditionOf, type Finding, isBoard, isPaint } from '../survey.ts';
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

  /** How many coats of a series the rules asked for, before any change. */
  builtCoats(series: string): number {
    return composeRoute(this.input).specs.filter((s) => s.series?.id === series).length;
  }
  get brief(): Brief {
    return this.input.brief;
  }
  house<K extends HouseRule>(rule: K): HouseRules[K] {
    return this.brief.house?.[rule] ?? this.input.means.house?.[rule] ?? HOUSE_DEFAULTS[rule];
  }
  looks(...kinds: readonly LookKind[]): boolean {
    return kinds.some((k) => this.brief.looks?.some((l) => l.kind === k));
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
    const { lead, age } = this.input.survey;
    if (lead !== undefined) return lead === 'positive';
    const paint = this.zones.map((z) => conditionOf(this.input.survey, z.id)).filter((z) => isPaint(z.finish));
    return (
      this.found('old-paint') ||
      (age === 'old' && paint.length > 0) ||
      (age === 'unknown' && paint.some((z) => z.layers > 1))
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
