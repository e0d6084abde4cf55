import { paintCoatsFor, primingFor } from './coats.ts';
import { DUST, type Job } from './job.ts';
import type { Colour, Group, RouteStep } from './piece.ts';

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

export function prime(job: Job): void {
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

export function stainTop(job: Job): void {
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

export function paintCoats(job: Job): void {
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

export function seal(job: Job): void {
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
