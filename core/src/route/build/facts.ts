import { isPale, isSheer, readColour } from '../../colour/colour.ts';
import type { Need } from '../../planner/model/model.ts';
import type { Product } from '../../products/product.ts';
import { productById } from '../../products/library.ts';
import { type Brief, type Look, type LookKind, type Refusal, type Use, USUAL_USE } from '../brief.ts';
import { HOUSE_DEFAULTS, type HouseRule, type HouseRules } from '../houseRules.ts';
import type { Zone } from '../piece.ts';
import { type Finding, isBoard, isPaint, type Survey } from '../survey.ts';
import { isLarge, looseParts, piecesOf, spaceOf, type Dimensions, type Template } from '../template/templates.ts';
import type { ZoneChoice } from '../template/zones.ts';
import { type Part, partsOf } from './parts.ts';
import type { Chosen } from './sheet.ts';

/** What the shop has that changes how a piece is done. */
export type ShopMeans = {
  readonly people: number;
  readonly sprayer: boolean;
  /** There is a place outdoors or a spray bay; only a plain no makes aerosols a conflict. */
  readonly ventilated?: boolean | undefined;
  readonly house?: HouseRules | undefined;
  readonly products?: ReadonlyMap<string, Product> | undefined;
};
export type RouteInput = {
  readonly template: Template;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly means: ShopMeans;
  readonly zones?: ZoneChoice | undefined;
  readonly kind?: 'client' | 'stock' | undefined;
};

/** Lightness at which a clean white stops hiding dark grounds even in three coats. Common practice. */
const WHITE_L = 88;

/** What rules ask about one part of a piece, or about the whole of it. Nothing here changes. */
export class Facts {
  readonly input: RouteInput;
  readonly zones: readonly Zone[];
  readonly parts: readonly Part[];
  /** The part in question; for rules about the whole piece, its main part. */
  readonly part: Part;
  readonly chosen: Chosen;
  /** What was chosen for every part, this one's included. */
  readonly #everywhere: ReadonlyMap<string, Chosen>;

  constructor(
    input: RouteInput,
    zones: readonly Zone[],
    parts: readonly Part[],
    part: Part,
    everywhere: ReadonlyMap<string, Chosen>,
  ) {
    this.input = input;
    this.zones = zones;
    this.parts = parts;
    this.part = part;
    this.chosen = everywhere.get(part.id)!;
    this.#everywhere = everywhere;
  }

  get template(): Template {
    return this.input.template;
  }
  get survey(): Survey {
    return this.input.survey;
  }
  get brief(): Brief {
    return this.input.brief;
  }
  get products(): ReadonlyMap<string, Product> {
    return this.input.means.products ?? productById;
  }
  get paint(): Product {
    return this.products.get(this.brief.paint) ?? productById.get('matt-paint')!;
  }
  house<K extends HouseRule>(rule: K): HouseRules[K] {
    return this.brief.house?.[rule] ?? this.input.means.house?.[rule] ?? HOUSE_DEFAULTS[rule];
  }

  /** Found on this part. */
  found(...any: readonly Finding[]): boolean {
    return any.some((f) => this.part.condition.findings.includes(f));
  }
  /** Found anywhere on the piece. */
  foundAnywhere(...any: readonly Finding[]): boolean {
    return any.some((f) => this.parts.some((p) => p.condition.findings.includes(f)));
  }
  look(kind: LookKind): Look | undefined {
    return this.brief.looks?.find((l) => l.kind === kind);
  }
  refuses(r: Refusal): boolean {
    return this.brief.refusals?.includes(r) ?? false;
  }
  wants(...any: readonly Part['wanted'][]): boolean {
    return any.includes(this.part.wanted);
  }
  /** Bare or tinted wood will be seen here. */
  get showsWood(): boolean {
    return this.wants('stain', 'wash', 'oil');
  }
  get isMain(): boolean {
    return this.part === this.parts.find((p) => p.group === this.part.group);
  }
  get use(): Use {
    const { group, use } = this.part;
    return use ?? this.brief.use?.[group] ?? USUAL_USE[group];
  }

  get hex(): string {
    const { top, body, insideColour } = this.brief;
    if (this.part.group === 'top' && 'colour' in top) return top.colour.hex;
    if (this.part.group === 'inside' && insideColour) return insideColour.hex;
    return body.hex;
  }
  get colourName(): string {
    const { top, body, insideColour } = this.brief;
    if (this.part.group === 'top' && 'colour' in top) return top.colour.name;
    if (this.part.group === 'inside' && insideColour) return insideColour.name;
    return body.name;
  }
  get pale(): boolean {
    return isPale(readColour(this.hex));
  }
  get white(): boolean {
    return readColour(this.hex).lightness >= WHITE_L;
  }
  get sheer(): boolean {
    return isSheer(readColour(this.hex));
  }
  get darkGround(): boolean {
    const { finish, wood } = this.part.condition;
    return (
      finish === 'dark-paint' ||
      finish === 'varnish' ||
      finish === 'oil' ||
      (finish !== 'pale-paint' && (wood === 'red-wood' || wood === 'hardwood'))
    );
  }
  get slick(): boolean {
    return this.part.condition.finish === 'foil' || this.part.condition.wood === 'laminate';
  }
  get painted(): boolean {
    return isPaint(this.part.condition.finish);
  }
  get board(): boolean {
    return isBoard(this.part.condition.wood);
  }
  /** Lead cannot be ruled out: no heat, and a test before any dust. */
  get leadPossible(): boolean {
    if (this.survey.lead !== undefined) return this.survey.lead === 'positive';
    if (this.foundAnywhere('old-paint')) return true;
    const isDated = this.survey.age === 'old' || this.survey.age === 'unknown';
    return isDated && this.parts.some((p) => isPaint(p.condition.finish));
  }
  get primed(): boolean {
    return (this.chosen.primer?.value.coats ?? 0) > 0;
  }
  get sprays(): boolean {
    return this.chosen.method?.value === 'spray';
  }

  /** Products chosen to protect any part of the piece. */
  get sealers(): readonly string[] {
    return [...this.#everywhere.values()].flatMap((c) =>
      c.seal && c.seal.value.coats > 0 ? [c.seal.value.product] : [],
    );
  }

  get loose(): number {
    return looseParts(this.template, this.input.dimensions);
  }
  get pieces(): number {
    return piecesOf(this.template, this.input.dimensions);
  }
  get large(): boolean {
    return isLarge(this.input.dimensions);
  }
  get allZones(): readonly string[] {
    return this.zones.map((z) => z.id);
  }
  /** Everything handled outside: what is washed, scuffed and looked at. */
  get outside(): readonly string[] {
    return this.zones.filter((z) => z.group !== 'inside').map((z) => z.id);
  }
  area(zones: readonly string[]): number {
    return this.zones.filter((z) => zones.includes(z.id)).reduce((n, z) => n + z.area_m2, 0);
  }
  get benchWork(): readonly Need[] {
    return [{ kind: 'bench', units: spaceOf(this.template, this.input.dimensions).bench, span: 'work' }];
  }
  /** Where a wet coat stands: a set moves to the rack, loose parts too, the carcass stays where it was painted. */
  wetNeeds(zones: readonly string[], place: 'bench' | 'spray'): readonly Need[] {
    const { bench, rack } = spaceOf(this.template, this.input.dimensions);
    if (this.template.isSet)
      return [
        { kind: place, units: bench, span: 'work' },
        { kind: 'rack', units: rack, span: 'wet' },
      ];
    const stays: Need = { kind: place, units: bench, span: 'both' };
    const isLoose = (z: string) => z !== 'body' && z !== 'base' && z !== 'top' && z !== 'lid' && z !== 'back';
    const onRack = this.loose > 0 && this.house('drawers') === 'out' && zones.some(isLoose);
    return onRack ? [stays, { kind: 'rack', units: rack, span: 'wet' }] : [stays];
  }
}

export const partsFor = (input: RouteInput, zones: readonly Zone[]): Part[] =>
  partsOf(
    zones,
    input.survey,
    input.brief,
    input.brief.house?.backs ?? input.means.house?.backs ?? HOUSE_DEFAULTS.backs,
  );
