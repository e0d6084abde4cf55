import type { Facts } from '../build/facts.ts';
import type { Outcome } from '../piece.ts';
import { type Effect, LEAD, note, type Rule, step, warn } from './rule.ts';

const PUBLISHED_LEAD = '40 CFR 745 (lead renovation rule); 16 CFR 1303 (lead in paint), from memory';
const leadTest = (f: Facts): Effect =>
  step({
    zones: f.allZones,
    key: 'lead-test',
    phase: 'test',
    acts: [{ do: 'test', of: 'lead' }],
    title: 'Lead test on the old paint',
    minutes: [15],
    skill: 'prep',
    splittable: true,
    stands: 'none',
    caution: LEAD,
    outcomes: [
      { id: 'negative', words: 'No lead found', likely: 0.75, learns: { lead: 'negative' } },
      { id: 'positive', words: 'Lead found', likely: 0.25, learns: { lead: 'positive' } },
    ],
  });
const leadNote = note('Old paint: test for lead before anything is sanded, scraped or heated.');
const leadWarn = warn(['strip', 'scrape', 'heat', 'abrade'], LEAD);

/** What the cloth may show, by what is on the piece. Common practice. */
function clothOutcomes(f: Facts): Outcome[] {
  const isFilthy = f.foundAnywhere('nicotine', 'grease');
  const mayDye = f.parts.some((p) => p.condition.finish === 'varnish' || p.condition.wood === 'red-wood');
  const dirty = isFilthy ? 0.25 : 0.1;
  const dye = f.foundAnywhere('bleeds') ? 0 : mayDye && f.survey.age === 'old' ? 0.2 : mayDye ? 0.1 : 0.02;
  return [
    { id: 'clean', words: 'Clean', likely: 1 - dirty - dye, learns: { cloth: 'clean' } },
    { id: 'dirty', words: 'Still dirty', likely: dirty, learns: { cloth: 'dirty' } },
    ...(dye === 0
      ? []
      : [
          {
            id: 'dye',
            words: 'Colour comes off',
            likely: dye,
            learns: { cloth: 'clean' as const, findings: ['bleeds'] },
          },
        ]),
  ];
}

/** What is tested, agreed and kept before anyone touches the piece. */
export const PAPERS: readonly Rule[] = [
  {
    id: 'lead-seen',
    topic: 'Tests and papers',
    authority: 'published',
    source: PUBLISHED_LEAD,
    of: 'piece',
    when: 'The survey says old paint',
    so: 'test for lead first, with the caution beside every step that raises dust',
    reason: 'Old paint: test before sanding, scraping or heating.',
    applies: (f) => f.foundAnywhere('old-paint') && f.survey.lead === undefined,
    does: (f) => [leadTest(f), leadNote, leadWarn],
  },
  {
    id: 'lead-by-age',
    topic: 'Tests and papers',
    authority: 'published',
    source: PUBLISHED_LEAD,
    of: 'piece',
    when: 'An old piece carries paint',
    so: 'test for lead first',
    reason: 'Paint on an old piece may hold lead: test before sanding, scraping or heating.',
    applies: (f) =>
      f.survey.age === 'old' &&
      f.survey.lead === undefined &&
      f.parts.some((p) => ['pale-paint', 'dark-paint', 'aerosol'].includes(p.condition.finish)) &&
      !f.foundAnywhere('old-paint'),
    does: (f) => [leadTest(f), leadNote, leadWarn],
  },
  {
    id: 'lead-unknown-age',
    topic: 'Tests and papers',
    authority: 'published',
    source: PUBLISHED_LEAD,
    of: 'piece',
    when: 'Nobody knows how old it is, and it carries paint',
    so: 'test for lead first',
    reason: 'Nobody can say that this paint holds no lead; a test takes minutes.',
    applies: (f) =>
      f.survey.age === 'unknown' && f.survey.lead === undefined && f.leadPossible && !f.foundAnywhere('old-paint'),
    does: (f) => [leadTest(f), leadNote, leadWarn],
  },
  {
    id: 'lead-found',
    topic: 'Tests and papers',
    authority: 'published',
    source: PUBLISHED_LEAD,
    of: 'piece',
    when: 'The lead test was positive',
    so: 'stop: nothing is sanded, scraped or heated until certified help has decided',
    reason: 'Lead found: dust and fumes poison. Stop, and ask certified help what may be done here.',
    applies: (f) => f.survey.lead === 'positive',
    does: (f) => [
      step({
        key: 'lead-stop',
        phase: 'test',
        acts: [{ do: 'stop', until: 'lead' }],
        title: 'Wait for certified help to say what may be done',
        minutes: [0],
        hands: 0,
        skill: 'prep',
        zones: f.allZones,
        caution: LEAD,
        window: { of: null, min: 7 * 1440, max: null },
      }),
      warn(['strip', 'scrape', 'heat', 'abrade', 'wash'], LEAD),
      note(
        'Lead was found on this piece: local rules decide whether a workshop may work on it at all. What disturbs nothing is mostly allowed: washed wet, and the old paint sealed in whole under a bonding primer.',
      ),
    ],
  },
  {
    id: 'arrival-photos',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'piece',
    when: 'The piece belongs to a client',
    so: 'photograph each side and agree the damage',
    reason: 'What was there before is agreed with a picture, not from memory.',
    applies: (f) => f.input.kind === 'client',
    does: [
      step({
        key: 'arrival',
        phase: 'arrive',
        acts: [{ do: 'look' }],
        title: 'Photograph each side, agree the damage',
        minutes: [10, 0, 0, 2],
        skill: 'prep',
        splittable: true,
        stands: 'none',
        zones: ['papers'],
      }),
    ],
  },
  {
    id: 'white-cloth',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'piece',
    when: 'It has been washed and no cloth has told yet',
    so: 'the last cloth is a test: clean, dirty, or coloured',
    reason: 'Only a white cloth tells whether the surface is clean, and whether dye comes off.',
    applies: (f) => f.survey.cloth === undefined,
    does: (f) => [
      step({
        key: 'white-cloth',
        phase: 'clean',
        acts: [{ do: 'test', of: 'cloth' }],
        title: 'White cloth test on each side',
        minutes: [5],
        skill: 'prep',
        splittable: true,
        stands: 'none',
        zones: f.outside,
        place: { after: f.lastWash },
        outcomes: clothOutcomes(f),
      }),
    ],
  },
  {
    id: 'strip-patch',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'part',
    when: 'Three or more layers cover a top whose wood should show',
    so: 'strip a small patch first and look at the wood',
    reason: 'What lies under three layers is a guess until a hand-sized patch is bare.',
    applies: (f) =>
      f.showsWood && f.painted && f.part.condition.layers >= 3 && f.survey.topWood === undefined && f.isMain,
    does: [
      step({
        key: 'strip-patch',
        phase: 'test',
        acts: [{ do: 'test', of: 'patch' }],
        title: 'Strip a hand-sized patch and look at the wood',
        minutes: [25],
        skill: 'prep',
        product: 'stripper-gel',
        loss: 0.05,
        stands: 'bench',
        outcomes: [
          { id: 'good', words: 'Good wood', likely: 0.7, learns: { topWood: 'good' } },
          { id: 'poor', words: 'Patched or burnt: paint it', likely: 0.3, learns: { topWood: 'poor' } },
        ],
      }),
    ],
  },
  {
    id: 'sample-board',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'piece',
    when: 'The client wants to see a sample board',
    so: 'paint a board and wait for a yes before the first coat',
    reason: 'A colour on a screen is not the colour on wood.',
    applies: (f) => f.brief.approvals?.includes('sample-board') ?? false,
    does: (f) => [
      step({
        key: 'sample-board',
        phase: 'prime',
        title: `Paint a sample board, ${f.colourName}`,
        minutes: [20],
        skill: 'paint',
        stands: 'none',
        zones: ['sample'],
      }),
      step({
        key: 'sample-approval',
        phase: 'prime',
        acts: [{ do: 'stop', until: 'yes' }],
        title: 'Wait for the yes to the sample board',
        minutes: [0],
        hands: 0,
        skill: 'paint',
        zones: ['sample', ...f.allZones],
        window: { of: 'sample-board', min: 1440, max: null },
        place: { before: f.coat(1) },
      }),
    ],
  },
  {
    id: 'first-coat-approval',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'piece',
    when: 'The client wants to see the first coat',
    so: 'wait for a yes after it',
    reason: 'A change of mind costs least after the first coat.',
    applies: (f) => (f.brief.approvals?.includes('first-coat') ?? false) && f.wants('paint'),
    does: (f) => [
      step({
        key: 'first-coat-approval',
        phase: 'paint',
        acts: [{ do: 'stop', until: 'yes' }],
        title: 'Wait for the yes to the first coat',
        minutes: [0],
        hands: 0,
        skill: 'paint',
        zones: f.part.zones,
        window: { of: null, min: 1440, max: null },
        place: { after: f.coat(1) },
      }),
    ],
  },
  {
    id: 'top-approval',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'part',
    when: 'The client wants to see the bare top before deciding',
    so: 'wait for a yes after sanding',
    reason: 'Some tops are too good to cover: “I like it as it is”.',
    applies: (f) => (f.brief.approvals?.includes('top-as-it-is') ?? false) && f.showsWood && f.isMain,
    does: [
      step({
        key: 'top-approval',
        phase: 'sand',
        acts: [{ do: 'stop', until: 'yes' }],
        title: 'Wait for the yes to the top as it is',
        minutes: [0],
        hands: 0,
        skill: 'paint',
        window: { of: null, min: 1440, max: null },
        place: { after: 'sand-top' },
      }),
    ],
  },
  {
    id: 'label-kept',
    topic: 'Tests and papers',
    authority: 'common practice',
    of: 'piece',
    when: 'It carries a label or marks worth keeping',
    so: 'photograph and cover them, and leave that side alone',
    reason: 'A maker’s label is worth more than a painted back.',
    applies: (f) => f.foundAnywhere('label'),
    does: [
      step({
        key: 'cover-label',
        phase: 'take-apart',
        title: 'Photograph the label and cover it',
        minutes: [5],
        skill: 'prep',
        splittable: true,
        stands: 'none',
        zones: ['papers'],
      }),
    ],
  },
  {
    id: 'back-left',
    topic: 'Tests and papers',
    authority: 'house rule',
    of: 'part',
    when: 'The back is counted but backs are left as found here',
    so: 'wash it and leave it',
    reason: 'House rule: backs carry history and stand at the wall.',
    applies: (f) => f.wants('leave'),
    does: [note('The back is washed and left as found (house rule).')],
  },
];
