import { type Need } from '../planner/model.ts';
import type { Brief, Colour, Group, Route, RouteStep, Survey } from './piece.ts';
import { RouteDraft } from './routeDraft.ts';
import { paintCoatsFor, primingFor } from './coats.ts';
import { type Dimensions, type Template, dimensionFaults } from './templates.ts';

/** What the shop has that changes how a piece is done. */
export type ShopMeans = { readonly people: number; readonly sprayer: boolean };
export type RouteInput = {
  readonly template: Template;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly means: ShopMeans;
};

const NIGHT = 12 * 60;
const POST_WEEK = 7 * 24 * 60;
const DUST = 'Dust: mask and extraction.';
const LEAD =
  'Old paint can hold lead. Test before sanding or heating; if positive, stop and use certified help where the rules require it.';
const DROPPINGS =
  'Rodent or bird dirt: air the room, gloves on, soak it with disinfectant before you touch it; never dry-sweep or vacuum first.';

/**
 * The steps one piece needs, in order, with hands-on time, gaps, place, product and a reason each.
 * Hands-on times are common practice per square metre; every one is a start, replaced by the shop's own log.
 * @throws {RangeError} when a measurement is impossible (ask `dimensionFaults` first)
 */
export function buildRoute(input: RouteInput): Route {
  const faults = dimensionFaults(input.template, input.dimensions);
  if (faults.length > 0) throw new RangeError(faults.join(' '));
  const job = new Job(input);
  takeApartAndClean(job);
  repair(job);
  prepareTop(job);
  scuff(job);
  prime(job);
  stainTop(job);
  paintCoats(job);
  seal(job);
  hardware(job);
  putTogether(job);
  return job.draft.route();
}

/** One job with what its phases keep asking for. */
class Job {
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
  has(f: Survey['findings'][number]): boolean {
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

function takeApartAndClean(job: Job): void {
  const { draft, all } = job;
  if (job.has('old-paint')) {
    draft.notes.push('Old paint: test for lead before anything is sanded, scraped or heated.');
    draft.add({
      key: 'lead-test',
      title: 'Lead test on the old paint',
      reason: 'Old paint: test before sanding, scraping or heating.',
      caution: LEAD,
      zones: all,
      work_minutes: 15,
      skill: 'prep',
      splittable: true,
    });
  }
  draft.add({
    key: 'take-apart',
    title: job.parts > 0 ? 'Take off hardware, number and take out the parts' : 'Take off hardware and loose fittings',
    reason: 'Hardware into a labelled tray, screws apart; paint gets everywhere it should and nowhere else.',
    zones: [...all, 'hardware'],
    work_minutes: 10 + 4 * job.parts + 5 * (job.pieces - 1),
    skill: 'assemble',
    splittable: true,
    needs: job.benchWork,
  });
  const washes = job.has('grime') ? 2 : 1;
  for (let n = 1; n <= washes; n++)
    draft.add({
      key: washes > 1 ? `wash-${n}` : 'wash',
      title: washes > 1 ? `Wash and rinse, round ${n}` : 'Wash and rinse',
      reason:
        n === 2
          ? 'Grime: wash again until the white cloth comes back clean.'
          : 'Grease and soap stop paint from holding; always rinse with plain water and let it dry.',
      caution: job.has('droppings') && n === 1 ? DROPPINGS : null,
      zones: all,
      work_minutes: job.effort(all, 15, 9),
      skill: 'prep',
      splittable: true,
      needs: job.benchWork,
      product: 'rinse-water',
      ...(n === 2 ? { window: { min: 10, max: null } } : {}),
    });
}

function repair(job: Job): void {
  const { draft, all } = job;
  if (job.has('loose-joints'))
    draft.add({
      key: 'glue',
      title: 'Glue and clamp loose joints',
      reason: 'Loose joints crack the paint: glued and clamped overnight.',
      zones: all,
      work_minutes: 25 + 10 * job.pieces,
      skill: 'repair',
      needs: job.benchWork,
      product: 'wood-glue',
    });
  if (job.has('gouges'))
    draft.add({
      key: 'fill',
      title: 'Fill gouges',
      reason: 'Two-part filler: crisp edges, sandable within the half hour.',
      zones: job.topApart && job.brief.top.kind === 'stain' ? job.body : all,
      work_minutes: 20,
      skill: 'repair',
      needs: job.benchWork,
      product: 'two-part-filler',
    });
}

/** A top that will show its wood is brought to bare wood. */
function prepareTop(job: Job): void {
  if (job.brief.top.kind !== 'stain') return;
  const { draft, top, survey } = job;
  const painted = survey.finish === 'pale-paint' || survey.finish === 'dark-paint';
  if (painted || (survey.finish === 'varnish' && survey.layers > 2)) {
    const rounds = Math.max(1, Math.ceil(survey.layers / 2));
    for (let n = 1; n <= rounds; n++) {
      const round = rounds > 1 ? `, round ${n}` : '';
      draft.add({
        key: `strip-${n}`,
        title: `Brush stripper on the top${round}`,
        reason: `${survey.layers} old layers under a stained top: one round takes one or two.`,
        zones: top,
        work_minutes: job.effort(top, 10, 10),
        skill: 'prep',
        needs: job.benchWork,
        product: 'stripper-gel',
        loss: 0.05,
        caution: job.leadCaution,
      });
      draft.add({
        key: `scrape-${n}`,
        title: `Scrape and wash off the top${round}`,
        reason: 'Scrape while it is soft, 30 to 60 minutes after brushing it on.',
        zones: top,
        work_minutes: job.effort(top, 15, 35),
        skill: 'prep',
        needs: job.benchWork,
        window: { min: 30, max: 60 },
        caution: `Gloves and goggles: the softened finish is still stripper.${job.leadCaution}`,
      });
    }
  }
  const stripped = draft.steps.at(-1)?.key.startsWith('scrape') ?? false;
  const grits = survey.wood === 'veneer' ? '120-180-220' : '80-120-180-220';
  draft.add({
    key: 'sand-top',
    title: `Sand the top to bare wood, ${grits}`,
    reason:
      survey.wood === 'veneer'
        ? 'Stain needs bare wood; veneer is thin, so start at 120 and go gently.'
        : 'Stain shows every scratch: never skip a grit too far, stop at 220.',
    caution: `${DUST}${survey.finish === 'raw' ? '' : job.leadCaution}`,
    zones: top,
    work_minutes: job.effort(top, 10, survey.finish === 'raw' ? 20 : 35),
    skill: 'prep',
    splittable: true,
    dusty: true,
    needs: job.benchWork,
    ...(stripped ? { window: { min: NIGHT, max: null } } : {}),
  });
}

function scuff(job: Job): void {
  const zones = job.brief.top.kind === 'stain' ? job.body : job.all;
  const slick = job.survey.finish === 'foil' || job.survey.wood === 'laminate';
  job.draft.add({
    key: 'scuff',
    title: job.survey.finish === 'raw' ? 'Sand smooth, 120-180, dust off' : 'Scuff sand, 120-180, dust off',
    reason: slick
      ? 'Only dull the shine: foil must not be sanded through.'
      : 'Paint holds on a surface whose shine is gone.',
    caution: `${DUST}${job.leadCaution}`,
    zones,
    work_minutes: job.effort(zones, 10, 10),
    skill: 'prep',
    splittable: true,
    dusty: true,
    needs: job.benchWork,
  });
}

type CoatSpec = {
  readonly key: string;
  readonly title: string;
  readonly reason: string;
  readonly zones: readonly string[];
  readonly group: Group;
  readonly coat: NonNullable<RouteStep['coat']>;
  readonly colour: string;
  readonly product: string;
  readonly pace: number;
  readonly caution?: string;
  readonly also?: RouteStep['after'];
};

/** One coat: one go, wet edge kept, its place held until it can be handled. */
function addCoat(job: Job, c: CoatSpec): void {
  const sprays = job.sprayed && c.coat === 'paint';
  job.draft.add({
    ...c,
    work_minutes: sprays ? job.effort(c.zones, 25, c.pace / 2) : job.effort(c.zones, 8, c.pace),
    skill: sprays ? 'spray' : c.coat === 'clear' || c.coat === 'wax' ? 'seal' : 'paint',
    needs: sprays
      ? job.wetNeeds(c.zones)
      : job.wetNeeds(c.zones).map((n) => (n.kind === 'spray' ? { ...n, kind: 'bench' as const } : n)),
    tool: sprays ? 'sprayer' : null,
    loss: sprays ? 0.35 : 0.1,
    caution:
      [
        c.caution,
        sprays
          ? 'Spraying: no flames or sparks, fresh air, and the mask the label asks for; everyone else out of the mist.'
          : null,
      ]
        .filter(Boolean)
        .join(' ') || null,
  });
}

function prime(job: Job): void {
  const priming = primingFor(job.survey, job.brief);
  if (priming.product === null) {
    job.draft.notes.push(priming.reason);
    return;
  }
  // A second colour on the top is paint too and gets the same ground.
  const zones = job.brief.top.kind === 'stain' ? job.body : job.all;
  for (let n = 1; n <= priming.coats; n++)
    addCoat(job, {
      key: `prime-${n}`,
      title: priming.coats > 1 ? `Prime, coat ${n}` : 'Prime',
      reason: priming.reason,
      zones,
      group: 'body',
      coat: 'primer',
      colour: priming.product === 'shellac-primer' ? '#e9e4d6' : '#d9dcdd',
      product: priming.product,
      pace: 10,
    });
}

function stainTop(job: Job): void {
  if (job.brief.top.kind !== 'stain') return;
  const { draft, top } = job;
  if (job.survey.wood === 'softwood') {
    draft.add({
      key: 'condition-top',
      title: 'Brush wood conditioner on the top',
      reason: 'Softwood takes stain in blotches; conditioner evens it out.',
      zones: top,
      work_minutes: job.effort(top, 5, 6),
      skill: 'paint',
      needs: job.benchWork,
      product: 'conditioner',
    });
    draft.add({
      key: 'wipe-conditioner',
      title: 'Wipe off the conditioner',
      reason: 'Wipe after 20 minutes, before it goes tacky.',
      zones: top,
      work_minutes: 5,
      skill: 'paint',
      needs: job.benchWork,
      window: { min: 20, max: 35 },
    });
  }
  addCoat(job, {
    key: 'stain-top',
    title: `Stain the top, ${job.brief.top.colour.name}`,
    reason: 'Waterborne stain, wiped within a minute; overnight before anything goes over or is masked beside it.',
    zones: top,
    group: 'top',
    coat: 'stain',
    colour: job.brief.top.colour.hex,
    product: 'water-stain',
    pace: 10,
  });
}

function paintCoats(job: Job): void {
  const primed = job.draft.steps.some((s) => s.coat === 'primer');
  const stain = job.draft.steps.find((s) => s.key === 'stain-top');
  paintGroup(
    job,
    job.painted,
    'body',
    job.brief.body,
    primed,
    stain ? [{ step: stain.key, from: 'topcoat', min_minutes: 0, max_minutes: null }] : [],
  );
  if (job.brief.top.kind === 'paint') paintGroup(job, job.top, 'top', job.brief.top.colour, primed, []);
}

function paintGroup(
  job: Job,
  zones: readonly string[],
  group: Group,
  colour: Colour,
  primed: boolean,
  alsoFirst: RouteStep['after'],
): void {
  const { coats, reason } = paintCoatsFor(job.survey, colour.hex, primed, job.sprayed);
  for (let n = 1; n <= coats; n++)
    addCoat(job, {
      key: group === 'top' ? `paint-top-${n}` : `paint-${n}`,
      title: `${group === 'top' ? 'Paint the top' : 'Paint'}, coat ${n} of ${coats}, ${colour.name}`,
      reason: n === 1 && alsoFirst.length > 0 ? `${reason} The stained top is dry enough to mask first.` : reason,
      zones,
      group,
      coat: 'paint',
      colour: colour.hex,
      product: job.brief.paint,
      pace: 12,
      ...(n === 1 ? { also: alsoFirst } : {}),
    });
}

function seal(job: Job): void {
  const { sealer } = job.brief;
  if (job.brief.top.kind === 'stain')
    clearCoats(job, job.top, 'top', 3, 'The top is used hardest: three coats of clear, sanded between.');
  if (sealer === 'clear') {
    clearCoats(job, job.painted, 'body', 2, 'Two coats of clear protect the body.');
    if (job.brief.top.kind === 'paint')
      clearCoats(job, job.top, 'top', 3, 'The top is used hardest: three coats of clear, sanded between.');
  }
  if (sealer === 'wax') wax(job, job.brief.top.kind === 'stain' ? job.body : job.all);
  if (sealer === 'none') job.draft.notes.push('No sealer: matt paint marks easily where hands and cups touch it.');
}

function clearCoats(job: Job, zones: readonly string[], group: Group, coats: number, reason: string): void {
  for (let n = 1; n <= coats; n++) {
    if (n > 1)
      job.draft.add({
        key: `denib-${group}-${n}`,
        title: `Smooth the clear coat, 320, dust off${group === 'top' ? ' (top)' : ''}`,
        reason: 'A light rub takes off dust nibs and lets the next coat hold.',
        caution: DUST,
        zones,
        work_minutes: job.effort(zones, 4, 3),
        skill: 'seal',
        splittable: true,
        dusty: true,
        needs: job.benchWork,
      });
    addCoat(job, {
      key: `clear-${group}-${n}`,
      title: `Clear coat ${n} of ${coats}${group === 'top' ? ', top' : ''}`,
      reason: n === 1 ? `${reason} Stir, never shake: bubbles stay.` : reason,
      zones,
      group,
      coat: 'clear',
      colour: '#f4f1e6',
      product: 'water-clear',
      pace: 8,
    });
  }
}

function wax(job: Job, zones: readonly string[]): void {
  addCoat(job, {
    key: 'wax',
    title: 'Wax, thin, clear',
    reason: 'Wax for matt paint: after a night, thin, and no film sealer may ever go over it.',
    zones,
    group: 'body',
    coat: 'wax',
    colour: '#efe6c8',
    product: 'paste-wax',
    pace: 8,
  });
  job.draft.add({
    key: 'wipe-wax',
    title: 'Wipe off excess wax',
    reason: 'After 15 to 20 minutes: sooner smears, later drags.',
    zones,
    work_minutes: job.effort(zones, 5, 3),
    skill: 'seal',
    window: { min: 15, max: 20 },
  });
  job.draft.add({
    key: 'buff-wax',
    title: 'Buff the wax',
    reason: 'Next day: fingerprints no longer take.',
    zones,
    work_minutes: job.effort(zones, 5, 5),
    skill: 'seal',
    splittable: true,
    needs: job.benchWork,
    also: [{ step: 'wax', from: 'recoat', min_minutes: 0, max_minutes: null }],
  });
}

function hardware(job: Job): void {
  const { draft } = job;
  if (job.has('missing-hardware'))
    draft.add({
      key: 'hardware-order',
      title: 'Wait for the missing hardware',
      reason: 'Order one more than you count; a single part takes about a week by post.',
      zones: ['hardware'],
      work_minutes: 0,
      hands: 0,
      skill: 'assemble',
      window: { min: POST_WEEK, max: null },
    });
  if (job.brief.hardware !== 'clean' || job.parts === 0) return;
  draft.add({
    key: 'hardware-soak',
    title: 'Put the hardware to soak, not the steel screws',
    reason: 'Vinegar and water overnight lifts the tarnish while paint dries.',
    caution: 'Never mix vinegar with bleach.',
    zones: ['hardware-soak'],
    work_minutes: 5,
    skill: 'assemble',
    also: [{ step: 'take-apart', from: 'end', min_minutes: 0, max_minutes: null }],
  });
  draft.add({
    key: 'hardware-clean',
    title: 'Rinse, brush and dry the hardware',
    reason: 'Overnight soak done: brush, dry, oil the screws.',
    zones: ['hardware-soak'],
    work_minutes: 10 + 3 * job.parts,
    skill: 'assemble',
    splittable: true,
    window: { min: NIGHT, max: null },
  });
}

function putTogether(job: Job): void {
  const { input, draft, all } = job;
  const big = input.template.isLarge(input.dimensions);
  const second = big && input.means.people > 1;
  if (big && !second) draft.notes.push('A large piece is lifted and turned: ask for a second pair of hands.');
  draft.add({
    key: 'assemble',
    title: 'Put together, check in good light, touch up',
    reason: second
      ? 'Large piece: two people lift and turn it.'
      : 'Hardware back in its own holes, drawers run free, drips and missed spots found.',
    caution: big
      ? 'Heavy: two people lift. Tall storage can tip: send it home with an anchor kit.'
      : job.parts > 2
        ? 'Tall drawers can tip: send it home with an anchor kit.'
        : null,
    zones: [...all, 'hardware', 'hardware-soak'],
    work_minutes: 15 + 4 * job.parts + 5 * (job.pieces - 1),
    hands: second ? 2 : 1,
    skill: 'assemble',
    splittable: false,
    needs: job.benchWork,
  });
}
