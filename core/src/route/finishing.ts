import { type Job, NIGHT } from './job.ts';

const POST_WEEK = 7 * 24 * 60;

/** Hardware in the gaps: what is missing is waited for, what is tarnished soaks overnight. */
export function hardware(job: Job): void {
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

export function putTogether(job: Job): void {
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
