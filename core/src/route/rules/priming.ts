import { isSheer, readColour } from '../../colour/colour.ts';
import type { Facts } from '../build/facts.ts';
import { sanded } from '../act.ts';
import { choose, DUST, note, type Rule, step } from './rule.ts';

const shellac = (coats: number) => choose('primer', { product: 'shellac-primer', coats });
const blocker = (coats: number) => choose('primer', { product: 'stain-blocker', coats });
const bonding = () => choose('primer', { product: 'bonding-primer', coats: 1 });
const covered = (f: Facts) => f.wants('paint');
const paintedOver = (f: Facts) => ['pale-paint', 'dark-paint'].includes(f.finishNow);
const isYellow = (hex: string) => {
  const { hue_deg, chroma } = readColour(hex);
  return chroma >= 45 && hue_deg >= 60 && hue_deg <= 110;
};
const lowerFirst = (s: string) => s.charAt(0).toLowerCase() + s.slice(1);

/** Reasons to prime, each outweighed by those behind it. */
const REASONS = [
  'patches',
  'pale-over-dark',
  'board-edges',
  'knots',
  'slick',
  'ground-sheer',
  'aerosol-under',
  'stripped-old-wood',
  'rings-under-paint',
  'red-wood',
  'red-wood-pale',
  'knots-pale',
  'nicotine',
  'bleeds',
  'odour',
];
const weakerThan = (id: string) => REASONS.slice(0, REASONS.indexOf(id));

/** Prime or not, with what and how many; the strongest reason decides. */
export const PRIMING: readonly Rule[] = [
  {
    id: 'patches',
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Filled gouges lie beside old finish',
    so: 'one coat of stain-blocking primer',
    reason: 'Filled patches beside old finish drink paint unevenly: prime so they do not show.',
    applies: (f) => covered(f) && f.found('gouges') && !f.found('dents-kept') && f.finishNow !== 'raw',
    does: [blocker(1)],
  },
  {
    id: 'pale-over-dark',
    over: weakerThan('pale-over-dark'),
    topic: 'Priming',
    authority: 'house rule',
    of: 'part',
    when: 'A pale colour goes over a dark ground, and the house primes',
    so: 'one coat of stain-blocking primer',
    reason: 'Pale over dark: a stain-blocking primer saves one or two coats of paint.',
    applies: (f) => covered(f) && f.pale && f.darkGround && f.house('prime') === 'primer',
    does: [blocker(1)],
  },
  {
    id: 'board-edges',
    over: weakerThan('board-edges'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'MDF is painted',
    so: 'prime it, edges twice',
    reason: 'MDF edges drink: primed, so that the last coat is even.',
    applies: (f) => covered(f) && f.part.condition.wood === 'mdf' && f.finishNow === 'raw',
    does: [blocker(2)],
  },
  {
    id: 'knots',
    over: weakerThan('knots'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Knots under a strong colour',
    so: 'one coat of shellac primer',
    reason: 'Knots: one coat of shellac primer is enough under a strong colour.',
    applies: (f) => covered(f) && f.found('knots') && !f.pale,
    does: [shellac(1)],
  },
  {
    id: 'slick',
    over: weakerThan('slick'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Foil or laminate is painted',
    so: 'bonding primer',
    reason: 'Slick surface: paint needs a bonding primer to hold.',
    applies: (f) => covered(f) && f.slick,
    does: [bonding()],
  },
  {
    id: 'aerosol-under',
    over: weakerThan('aerosol-under'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Aerosol paint of unknown kind is on it',
    so: 'isolate it with shellac',
    reason: 'Nobody knows what was in the can: shellac keeps old and new paint apart.',
    applies: (f) => covered(f) && f.finishNow === 'aerosol',
    does: [shellac(1)],
  },
  {
    id: 'ground-sheer',
    over: weakerThan('ground-sheer'),
    topic: 'Priming',
    authority: 'house rule',
    of: 'part',
    when: 'A yellow or clean red goes over a ground it differs from strongly, and the house primes',
    so: 'a ground of its own: white under yellow, grey under red',
    reason: 'Yellows and clean reds hide badly: over a ground made for them they need fewer coats and stay clear.',
    applies: (f) => covered(f) && isSheer(readColour(f.hex)) && f.house('prime') === 'primer' && f.finishNow !== 'foil',
    does: [blocker(1)],
  },
  {
    id: 'stripped-old-wood',
    over: weakerThan('stripped-old-wood'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Old wood was stripped and will be painted',
    so: 'one coat of shellac primer',
    reason: 'What the stripper left in old wood bleeds and lifts paint: shellac shuts it in.',
    applies: (f) => covered(f) && f.chosen.strip !== undefined && f.survey.age !== 'new',
    does: [shellac(1)],
  },
  {
    id: 'rings-under-paint',
    over: weakerThan('rings-under-paint'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Water marks will be painted over',
    so: 'stain-blocking primer',
    reason: 'Water marks come back through paint as a brown line: blocked first.',
    applies: (f) => covered(f) && f.found('water-rings'),
    does: [blocker(1)],
  },
  {
    id: 'red-wood',
    over: weakerThan('red-wood'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Red or tannin-rich wood under a strong colour',
    so: 'one coat of shellac primer',
    reason: 'Red or tannin-rich wood bleeds through waterborne paint: shellac blocks it best.',
    applies: (f) => covered(f) && f.part.condition.wood === 'red-wood' && !paintedOver(f) && !f.pale,
    does: [shellac(1)],
  },
  {
    id: 'red-wood-pale',
    over: weakerThan('red-wood-pale'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Red or tannin-rich wood under a pale colour',
    so: 'two coats of shellac primer',
    reason: 'Red or tannin-rich wood under a pale colour: two coats, or it turns pink in a week.',
    applies: (f) => covered(f) && f.part.condition.wood === 'red-wood' && !paintedOver(f) && f.pale,
    does: [shellac(2)],
  },
  {
    id: 'knots-pale',
    over: weakerThan('knots-pale'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Knots under a pale colour',
    so: 'two coats of shellac primer',
    reason: 'Knots under a pale colour: two coats of shellac primer, or yellow rings come through.',
    applies: (f) => covered(f) && f.found('knots') && f.pale,
    does: [shellac(2)],
  },
  {
    id: 'nicotine',
    over: weakerThan('nicotine'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'It was smoked over for years',
    so: 'one coat of shellac primer',
    reason: 'What washing leaves of nicotine comes through as yellow runs: shellac holds it.',
    applies: (f) => covered(f) && f.found('nicotine'),
    does: [shellac(1)],
  },
  {
    id: 'bleeds',
    over: weakerThan('bleeds'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Dye comes off on the rag',
    so: 'two coats of shellac primer',
    reason: 'Dye comes off on the rag: shellac holds it back, two coats on a bleeder.',
    applies: (f) => covered(f) && f.found('bleeds'),
    does: [shellac(2)],
  },
  {
    id: 'odour',
    over: weakerThan('odour'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'It smells',
    so: 'two coats of shellac primer outside too',
    reason: 'Odour: shellac seals it in; a missed patch still smells, so two coats everywhere.',
    applies: (f) => covered(f) && f.found('odour') && !f.refuses('no-shellac'),
    does: [shellac(2)],
  },
  {
    id: 'no-sand-bond',
    tier: 'default',
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Sanding is refused or not this house’s way, and nothing stronger is asked for',
    so: 'bonding primer as the grip',
    reason: 'Unsanded: a bonding primer gives the paint its grip.',
    applies: (f) =>
      covered(f) &&
      (f.refuses('no-sanding') || (f.house('sand') === 'grip' && f.finishNow !== 'raw')) &&
      f.chosen.primer === undefined,
    does: [bonding()],
  },
  {
    id: 'primer-asked',
    tier: 'default',
    over: ['no-sand-bond'],
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'The brief asks for a primer and nothing else does',
    so: 'one coat of stain-blocking primer',
    reason: 'The brief asks for a primer: an even ground and one coat of paint fewer to worry about.',
    applies: (f) => covered(f) && f.brief.prime === 'yes' && f.chosen.primer === undefined,
    does: [blocker(1)],
  },
  {
    id: 'all-in-one-no-primer',
    over: weakerThan('red-wood'),
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'All-in-one paint where nothing bleeds',
    so: 'no primer',
    reason: 'All-in-one paint primes itself; only bleeding still has to be blocked.',
    applies: (f) =>
      covered(f) &&
      f.paint.id === 'all-in-one' &&
      f.brief.prime !== 'yes' &&
      f.chosen.primer?.value.product !== 'shellac-primer',
    does: [choose('primer', { product: 'bonding-primer', coats: 0 })],
  },
  {
    id: 'chippy-unprimed',
    over: [...weakerThan('red-wood'), 'all-in-one-no-primer'],
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Chippy paint is wanted and nothing has to be blocked',
    so: 'no bonding primer',
    reason: 'Paint that should chip must not be made to hold: no primer under it.',
    applies: (f) =>
      covered(f) &&
      f.look('chippy') !== undefined &&
      !f.found('water-rings') &&
      f.chosen.primer?.value.product !== 'shellac-primer',
    does: [choose('primer', { product: 'bonding-primer', coats: 0 })],
  },
  {
    id: 'rub-to-wood',
    over: REASONS,
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Wood should show where it is rubbed, and the ground bleeds',
    so: 'clear shellac instead of pigmented primer',
    reason: 'A white primer would show at every rubbed edge: clear shellac blocks and stays unseen.',
    applies: (f) =>
      covered(f) &&
      f.look('distressed') !== undefined &&
      f.look('under') === undefined &&
      f.chosen.primer?.value.product === 'shellac-primer' &&
      !f.refuses('no-shellac'),
    does: (f) => [choose('primer', { product: 'shellac-sealer', coats: f.chosen.primer!.value.coats })],
  },
  {
    id: 'block-waterborne',
    over: REASONS,
    topic: 'Priming',
    authority: 'house rule',
    of: 'part',
    when: 'House rule: waterborne block, where shellac would be used',
    so: 'two coats of waterborne stain-blocker, paint the next day',
    reason: 'House rule: waterborne blocks too; bleed shows through coat one, the second holds it.',
    applies: (f) =>
      covered(f) &&
      f.house('block') === 'waterborne' &&
      !f.refuses('no-shellac') &&
      f.chosen.primer?.value.product === 'shellac-primer',
    does: [blocker(2)],
  },
  {
    id: 'shellac-refused',
    tier: 'wish',
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'Shellac is refused where something bleeds',
    so: 'two coats of waterborne stain-blocker',
    reason: 'Shellac is refused: two coats of waterborne stain-blocker, and a look at each in daylight.',
    applies: (f) =>
      covered(f) && f.refuses('no-shellac') && f.chosen.primer?.value.product.startsWith('shellac') === true,
    does: [blocker(2)],
  },
  {
    id: 'unprimed-by-brief',
    tier: 'wish',
    over: ['shellac-refused'],
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'The brief refuses primer',
    so: 'none, and what is risked is said',
    reason: 'The brief asks for no primer.',
    applies: (f) => covered(f) && f.brief.prime === 'no',
    does: (f) => {
      const needed = f.chosen.primer;
      return [
        choose('primer', { product: 'stain-blocker', coats: 0 }),
        ...(needed && needed.value.coats > 0
          ? [note(`The brief asks for no primer. At risk: ${lowerFirst(needed.reason)}`)]
          : []),
      ];
    },
  },
  {
    id: 'lead-encapsulate',
    tier: 'safety',
    topic: 'Priming',
    authority: 'published',
    source: '40 CFR 745.223 (encapsulation), from memory',
    of: 'part',
    when: 'Lead was found in old paint that will be painted over',
    so: 'seal it in whole, unsanded, under a bonding primer',
    reason: 'What may be done without making dust is to seal the old paint in: a bonding primer holds on it unsanded.',
    applies: (f) => covered(f) && f.survey.lead === 'positive' && f.painted,
    does: [bonding()],
  },
  {
    id: 'tinted',
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'A primer goes under a dark or strong colour',
    so: 'tint it grey',
    reason: 'A grey ground under a dark or strong colour hides in two coats; white would shine through.',
    applies: (f) =>
      covered(f) && f.primed && !f.pale && !isYellow(f.hex) && f.chosen.primer!.value.product !== 'shellac-sealer',
    does: [choose('tint', 'grey')],
  },
  {
    id: 'rub-primer',
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    when: 'A primer goes under paint, and sanding is neither refused nor against the house’s way',
    so: 'rub it down lightly before the paint',
    reason: 'Primer dries with nibs and raised grain: one light rub with 320, or every coat above shows them.',
    applies: (f) => covered(f) && f.primed && !f.refuses('no-sanding') && f.house('sand') !== 'grip',
    does: [
      step({
        key: 'rub-primer',
        // Behind all priming, before whatever goes over it.
        phase: 'under',
        acts: sanded('nibs', 320),
        title: 'Rub the primer down lightly, 320, dust off',
        minutes: [4, 3],
        skill: 'prep',
        splittable: true,
        dusty: true,
        caution: DUST,
      }),
    ],
  },
];
