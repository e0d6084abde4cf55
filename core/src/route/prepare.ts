import { DUST, type Job, LEAD, NIGHT } from './job.ts';

const DROPPINGS =
  'Rodent or bird dirt: air the room, gloves on, soak it with disinfectant before you touch it; never dry-sweep or vacuum first.';

/** Test, take apart, wash. */
export function takeApartAndClean(job: Job): void {
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

export function repair(job: Job): void {
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
export function prepareTop(job: Job): void {
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

export function scuff(job: Job): void {
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
