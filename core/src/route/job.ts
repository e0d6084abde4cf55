import type { Need } from '../planner/model.ts';
import type { Brief, Finding, Survey } from './piece.ts';
import { RouteDraft } from './routeDraft.ts';
import type { Dimensions, Template } from './templates.ts';

/** What the shop has that changes how a piece is done. */
export type ShopMeans = { readonly people: number; readonly sprayer: boolean };
export type RouteInput = {
  readonly template: Template;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly means: ShopMeans;
};

/** Overnight, between an evening's end and a morning's start. */
export const NIGHT = 12 * 60;
export const DUST = 'Dust: mask and extraction.';
export const LEAD =
  'Old paint can hold lead. Test before sanding or heating; if positive, stop and use certified help where the rules require it.';

/** One job with what its phases keep asking for. */
export class Job {
  readonly input: RouteInput;
  readonly draft: RouteDraft;
  readonly all: readonly string[];
  readonly body: readonly string[];
  readonly top: readonly string[];
  readonly bench: number;
  readonly rack: number;
  readonly parts: number;
  readonly pieces: number;
  readonly sprayed: boolean;

  constructor(input: RouteInput) {
    const zones = input.template.zones(input.dimensions);
    this.input = input;
    this.draft = new RouteDraft(zones);
    this.all = zones.map((z) => z.id);
    this.body = zones.filter((z) => z.group === 'body').map((z) => z.id);
    this.top = zones.filter((z) => z.group === 'top').map((z) => z.id);
    ({ bench: this.bench, rack: this.rack } = input.template.space(input.dimensions));
    this.parts = input.template.looseParts(input.dimensions);
    this.pieces = input.template.pieces(input.dimensions);
    this.sprayed = input.brief.method === 'spray' && input.means.sprayer;
    if (input.brief.method === 'spray' && !input.means.sprayer)
      this.draft.notes.push('The shop has no sprayer: the coats are brushed and rolled.');
  }

  get survey(): Survey {
    return this.input.survey;
  }
  get brief(): Brief {
    return this.input.brief;
  }
  has(f: Finding): boolean {
    return this.survey.findings.includes(f);
  }
  /** The top has its own finish, apart from the body. */
  get topApart(): boolean {
    return this.brief.top.kind !== 'same';
  }
  /** Zones that get the body's paint. */
  get painted(): readonly string[] {
    return this.topApart ? this.body : this.all;
  }
  /** Minutes for hand work over an area, slower on spindles. */
  effort(zones: readonly string[], start: number, perSquareMetre: number): number {
    return start + perSquareMetre * this.draft.area(zones) * this.input.template.fiddliness;
  }
  /** Where a wet coat stands: a set moves to the rack, loose parts too, the carcass stays where it was painted. */
  wetNeeds(zones: readonly string[]): readonly Need[] {
    const place = this.sprayed ? 'spray' : 'bench';
    if (this.pieces > 1)
      return [
        { kind: place, units: this.bench, span: 'work' },
        { kind: 'rack', units: this.rack, span: 'wet' },
      ];
    const loose = this.parts > 0 && zones.some((z) => this.body.includes(z) && z !== 'body' && z !== 'base');
    const stays: Need = { kind: place, units: this.bench, span: 'both' };
    return loose ? [stays, { kind: 'rack', units: this.rack, span: 'wet' }] : [stays];
  }
  get benchWork(): readonly Need[] {
    return [{ kind: 'bench', units: this.bench, span: 'work' }];
  }
  get leadCaution(): string {
    return this.has('old-paint') ? ` ${LEAD}` : '';
  }
}
