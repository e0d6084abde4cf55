import { conditionOf } from '../survey.ts';
import type { ConflictRule } from './conflict.ts';

/** The workshop's evening, by the local clock: no more spraying by daylight. */
const EVENING = 17 * 60;
const MORNING = 7 * 60;

/** What does not go where or when it is planned, or with what the shop has. */
export const PLACE_CONFLICTS: readonly ConflictRule[] = [
  {
    id: 'spray-in-the-evening',
    severity: 'stop',
    words: 'Spraying is planned after five: it needs daylight, and the evening is for brushing and rolling.',
    find: (c) =>
      c.steps
        .filter((s) => {
          const at = c.startsAt(s.key);
          return s.tool === 'sprayer' && at !== null && (at >= EVENING || at < MORNING);
        })
        .map((s) => s.key),
    fix: (_, step) => ({ label: 'Roll this coat', edits: [{ op: 'method', step: step!, method: 'roll' }] }),
  },
  {
    id: 'no-sprayer',
    severity: 'stop',
    words: 'This step is sprayed, and the shop has no sprayer.',
    find: (c) => (c.input.means.sprayer ? [] : c.steps.filter((s) => s.tool === 'sprayer').map((s) => s.key)),
    fix: (_, step) => ({ label: 'Roll it', edits: [{ op: 'method', step: step!, method: 'roll' }] }),
  },
  {
    id: 'aerosol-indoors',
    severity: 'stop',
    words:
      'A shellac aerosol indoors fills the room with vapour, and this shop has no place outdoors or with a spray bay.',
    find: (c) =>
      c.input.means.ventilated === false
        ? c.steps.filter((s) => s.product === 'shellac-sealer' && s.method !== 'brush').map((s) => s.key)
        : [],
    fix: (_, step) => ({ label: 'Brush the shellac', edits: [{ op: 'method', step: step!, method: 'brush' }] }),
  },
  {
    id: 'caustic',
    severity: 'stop',
    words:
      'Caustic and oven cleaner burn skin and eyes, raise the grain and take half an hour of scrubbing: advised against, and refused indoors. If it is done all the same: outdoors, gloves and goggles, neutralised, rinsed, hours to dry, and only a light sanding.',
    find: (c) => c.steps.filter((s) => s.product === 'stripper-caustic').map((s) => s.key),
    fix: (_, step) => ({
      label: 'Use stripper gel',
      edits: [{ op: 'product', step: step!, product: 'stripper-gel' }],
    }),
  },
  {
    id: 'spray-open-frames',
    severity: 'care',
    words: 'Sprayed between spindles, two thirds of the paint misses.',
    find: (c) =>
      c.input.template.shape === 'curved' && c.steps.some((s) => s.coat === 'paint' && s.tool === 'sprayer')
        ? [null]
        : [],
    fix: () => ({ label: 'Brush it', brief: { method: 'brush' } }),
  },
  {
    id: 'sanding-foil',
    severity: 'stop',
    words: 'Foil sanded with coarse paper shows chipboard, and that cannot be mended.',
    find: (c) =>
      c.steps
        .filter(
          (s) =>
            s.dusty &&
            s.rule === 'own' &&
            s.zones.some((z) => c.zones.some((x) => x.id === z) && conditionOf(c.input.survey, z).finish === 'foil'),
        )
        .map((s) => s.key),
    fix: (c, step) => ({
      label: 'Take the sanding out again',
      drops: c.edits.filter((e) => e.op === 'add' && e.step.key === step),
    }),
  },
  {
    id: 'rub-back-foil',
    severity: 'stop',
    words: 'Foil cannot be rubbed back with paper: distress it wet, with a paint that softens.',
    find: (c) => (c.isSlick && c.looks('distressed') && c.paint?.reactivable === false ? [null] : []),
    fix: (c) => ({
      label: 'Matt paint, rubbed wet',
      brief: { paint: 'matt-paint', ...c.withHouse({ distress: 'wet' }) },
    }),
  },
  {
    id: 'dust-on-wet',
    severity: 'stop',
    words: 'Sanding stands between a wet coat and the work on it that cannot wait.',
    find: (c) =>
      c.steps
        .filter((s, i) => {
          const next = c.steps[i + 1];
          const before = c.steps[i - 1];
          const hurried = next?.after.find((l) => l.max_minutes !== null && l.step === before?.key);
          return s.dusty && hurried !== undefined && s.zones.some((z) => before!.zones.includes(z));
        })
        .map((s) => s.key),
    fix: (c, step) => {
      const own = c.edits.filter(
        (e) => (e.op === 'add' && e.step.key === step) || (e.op === 'move' && e.step === step),
      );
      return { label: 'Put the sanding back where it was', drops: own };
    },
  },
];
