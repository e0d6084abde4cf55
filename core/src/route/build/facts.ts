import { isPale, isWhite, readColour } from '../../colour/colour.ts';
import type { Need } from '../../planner/model/model.ts';
import type { Product } from '../../products/product.ts';
import { productById } from '../../products/library.ts';
import {
  type Brief,
  type Look,
  type LookKind,
  type Refusal,
  type Sealer,
  type Sheen,
  type Use,
  usualUse,
} from '../brief.ts';
import { looksOf, showsWood } from '../finish.ts';
import { type HouseRule, houseRuleOf, type HouseRules } from '../houseRules.ts';
import type { Colour, Zone } from '../piece.ts';
import { type Finding, type Finish, isBoard, isPaint, mayHoldLead, type Survey } from '../survey.ts';
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
  /** Coats a paint takes over a ground by the shop's own log, by `hidesKey`; null or missing: the book's. */
  readonly ownCoats?: Readonly<Record<string, number>> | null | undefined;
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

/** All boards of a piece against those that are seen: backs, bottoms, frames. Common practice. */
const UNSEEN_TOO = 1.6;
/** A look as it is asked for: on these zones of one row, the how-manieth of its kind. */
export type LookAsked = {
  readonly look: Look;
  readonly zones: readonly string[];
  readonly parts: readonly Part[];
  /** Behind the keys of its steps: nothing for the first of its kind. */
  readonly suffix: string;
};

/** What rules ask about one part of a piece, or about the whole of it. Nothing here changes. */
export class Facts {
  readonly input: RouteInput;
  readonly zones: readonly Zone[];
  readonly parts: readonly Part[];
  /** The part in question; for rules about the whole piece or a look, its main part. */
  readonly part: Part;
  readonly chosen: Chosen;
  readonly asked: LookAsked | null;
  /** What was chosen for every part, this one's included. */
  readonly #everywhere: ReadonlyMap<string, Chosen>;

  constructor(
    input: RouteInput,
    zones: readonly Zone[],
    parts: readonly Part[],
    part: Part,
    everywhere: ReadonlyMap<string, Chosen>,
    asked: LookAsked | null = null,
  ) {
    this.input = input;
    this.zones = zones;
    this.parts = parts;
    this.part = part;
    this.chosen = everywhere.get(part.id)!;
    this.asked = asked;
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
  /** The paint of this part; of what is not painted, the piece's. */
  get paint(): Product {
    const { treatment } = this.part;
    const id = treatment.kind === 'paint' ? treatment.product : this.brief.paint;
    return this.products.get(id) ?? productById.get('matt-paint')!;
  }
  house<K extends HouseRule>(rule: K): HouseRules[K] {
    return houseRuleOf(rule, this.brief, this.input.means);
  }

  /** Found on this part. */
  found(...any: readonly Finding[]): boolean {
    return !this.wants('cover') && any.some((f) => this.part.condition.findings.includes(f));
  }
  /** Found anywhere on the piece. */
  foundAnywhere(...any: readonly Finding[]): boolean {
    return any.some((f) => this.parts.some((p) => p.condition.findings.includes(f)));
  }
  /** The first look of a kind on this part. */
  look(kind: LookKind): Look | undefined {
    return looksOf(this.brief).find((l) => l.kind === kind && touches(l, this.part));
  }
  /** The first look of a kind anywhere. */
  lookAnywhere(kind: LookKind): Look | undefined {
    return looksOf(this.brief).find((l) => l.kind === kind);
  }
  refuses(r: Refusal): boolean {
    return this.brief.refusals?.includes(r) ?? false;
  }
  get wanted(): Part['treatment']['kind'] {
    return this.part.treatment.kind;
  }
  wants(...any: readonly Part['treatment']['kind'][]): boolean {
    return any.includes(this.wanted);
  }
  /** Bare or tinted wood will be seen here. */
  get showsWood(): boolean {
    return showsWood(this.wanted);
  }
  get isMain(): boolean {
    return this.part === this.parts.find((p) => p.row === this.part.row);
  }
  get isBody(): boolean {
    return this.part.row === 'body';
  }
  get use(): Use {
    const { group, use } = this.part;
    return use ?? usualUse({ group }, this.brief);
  }
  get sealer(): Sealer {
    return this.part.sealer ?? this.brief.sealer;
  }
  get sheen(): Sheen {
    return this.part.sheen ?? this.brief.sheen ?? 'matt';
  }
  get isCurved(): boolean {
    return this.part.shape === 'curved';
  }

  get colour(): Colour {
    const { treatment } = this.part;
    return 'colour' in treatment ? treatment.colour : this.brief.body;
  }
  get hex(): string {
    return this.colour.hex;
  }
  get colourName(): string {
    return this.colour.name;
  }
  get pale(): boolean {
    return isPale(readColour(this.hex));
  }
  get white(): boolean {
    return isWhite(readColour(this.hex));
  }

  /** Stripped or sanded to the wood before the first coat, or bare when it came. */
  get isBared(): boolean {
    const { strip, ground } = this.chosen;
    return strip !== undefined || ground?.value.how === 'bare' || this.part.condition.finish === 'raw';
  }
  /** What lies there when the first coat goes on: not what was found, but what earlier steps have left of it. */
  get finishNow(): Finish {
    return this.isBared ? 'raw' : this.part.condition.finish;
  }
  get darkGround(): boolean {
    const finish = this.finishNow;
    const { wood } = this.part.condition;
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
    return mayHoldLead(
      this.survey,
      this.parts.map((p) => p.condition),
    );
  }
  get primed(): boolean {
    return (this.chosen.primer?.value.coats ?? 0) > 0;
  }
  get sprays(): boolean {
    return this.chosen.method?.value === 'spray';
  }

  /** Behind the keys of steps of this row: nothing for the body. */
  get rowSuffix(): string {
    return this.isBody ? '' : `-${this.part.row}`;
  }
  /** Paint coats of this row: a row is painted as one, and the part that hides worst decides. */
  get coats(): number {
    const ofRow = this.parts.filter((p) => p.row === this.part.row && p.treatment.kind === 'paint');
    return Math.max(0, ...ofRow.map((p) => this.#everywhere.get(p.id)?.coats?.value ?? 0));
  }
  /** Key of a paint coat of this row, counted from 1. */
  coat(n: number): string {
    return `paint${this.rowSuffix}-${n}`;
  }
  /** What a look on these zones lies on: the last coat of paint, or the stain. */
  get ground(): string {
    return this.wants('paint') ? this.coat(this.coats) : `stain-${this.part.row}`;
  }

  /** Products chosen to protect any part of the piece. */
  get sealers(): readonly string[] {
    return [...this.#everywhere.values()].flatMap((c) =>
      c.seal && c.seal.value.coats > 0 ? [c.seal.value.product] : [],
    );
  }

  /** The zones by name, as a sentence has them: "the shelves and the back". */
  named(zones: readonly string[]): string {
    const names = zones.flatMap((id) => this.zones.find((z) => z.id === id)?.name.toLowerCase() ?? []);
    return names.length < 2
      ? `the ${names[0] ?? 'piece'}`
      : `the ${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
  }

  /** What protects a part; null: nothing. */
  sealerOf(part: string): string | null {
    const seal = this.#everywhere.get(part)?.seal?.value;
    return seal && seal.coats > 0 ? seal.product : null;
  }
  /** Key of the last round of washing. */
  get lastWash(): string {
    const most = Math.max(1, ...[...this.#everywhere.values()].map((c) => c.washes?.value ?? 0));
    return most > 1 ? `wash-${most}` : 'wash';
  }
  /** Parts that keep their face while the body is painted beside them. */
  get besidePaint(): readonly Part[] {
    return this.parts.filter((p) => !['paint', 'clean', 'leave'].includes(p.treatment.kind) && p.group !== 'inside');
  }
  /** What it weighs, about, in kilograms: boards of 18 mm, 650 kg a cubic metre, and as much again inside. Common practice. */
  get weight_kg(): number {
    const seen = this.zones.filter((z) => z.group !== 'inside' && z.id !== 'back');
    return seen.reduce((n, z) => n + z.area_m2, 0) * UNSEEN_TOO * 0.018 * 650;
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
  /** Square metres as hands feel them: turned legs and carving count for more. */
  worth(zones: readonly string[]): number {
    const fiddly = (z: Zone) => (z.shape === 'curved' || this.template.shape === 'flat' ? this.template.fiddliness : 1);
    return this.zones.filter((z) => zones.includes(z.id)).reduce((n, z) => n + z.area_m2 * fiddly(z), 0);
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

/** A look without zones of its own lies on everything that is painted like the body. */
export const touches = (look: Look, part: Part): boolean =>
  look.zones ? part.zones.some((z) => look.zones!.includes(z)) : part.row === 'body' && part.treatment.kind === 'paint';

export const partsFor = (input: RouteInput, zones: readonly Zone[]): Part[] =>
  partsOf(zones, input.survey, input.brief, houseRuleOf('backs', input.brief, input.means));
