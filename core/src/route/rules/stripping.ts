import type { Facts } from '../build/facts.ts';
import { choose, type Rule, warn } from './rule.ts';

const rounds = (f: Facts) => Math.max(1, Math.ceil(f.part.condition.layers / 2));
const film = (f: Facts) =>
  !f.slick && (f.painted || (f.part.condition.finish === 'varnish' && f.part.condition.layers > 2));
const chemical = (f: Facts) => [choose('strip', { how: 'chemical', rounds: rounds(f) })];

/** What takes an old finish off, and when it must come off at all. Lead found: nothing does. */
export const STRIPPING: readonly Rule[] = [
  {
    id: 'strip-for-wood',
    topic: 'Stripping',
    authority: 'common practice',
    of: 'part',
    when: 'Wood will show under paint or thick varnish',
    so: 'stripper, one round for each one or two layers',
    reason: 'one round of stripper takes one or two.',
    applies: (f) => f.showsWood && film(f) && f.survey.lead !== 'positive',
    does: (f) => chemical(f),
  },
  {
    id: 'strip-failing',
    over: ['strip-for-wood'],
    topic: 'Stripping',
    authority: 'common practice',
    of: 'part',
    when: 'Paint or varnish has cracked like hide and will be painted over',
    so: 'take it off',
    reason: 'cracks print through every new coat, so the old ones come off.',
    applies: (f) => f.found('cracked-finish') && film(f) && f.wants('paint') && f.survey.lead !== 'positive',
    does: (f) => chemical(f),
  },
  {
    id: 'strip-school',
    tier: 'house',
    topic: 'Stripping',
    authority: 'house rule',
    of: 'part',
    when: 'House rule: everything is stripped to bare',
    so: 'strip painted parts',
    reason: 'house rule, nothing old is left that could fail.',
    applies: (f) =>
      f.house('sand') === 'bare' && f.painted && !f.slick && f.wants('paint') && f.survey.lead !== 'positive',
    does: (f) => chemical(f),
  },
  {
    id: 'strip-heat',
    tier: 'house',
    over: ['strip-school'],
    topic: 'Stripping',
    authority: 'house rule',
    of: 'part',
    when: 'House rule: heat on flats, of solid wood where lead is ruled out',
    so: 'the heat gun instead of stripper',
    reason: 'Heat lifts paint off flats in one pass, and it can be sanded as soon as it is cool.',
    applies: (f) =>
      f.chosen.strip !== undefined &&
      f.house('strip') === 'heat' &&
      f.painted &&
      !f.isCurved &&
      !f.leadPossible &&
      f.part.condition.wood !== 'veneer' &&
      !f.board,
    does: [choose('strip', { how: 'heat', rounds: 1 })],
  },
  {
    id: 'strip-veneer',
    topic: 'Stripping',
    authority: 'common practice',
    of: 'part',
    when: 'Veneer is stripped',
    so: 'gently: little water, no heat, plastic scraper',
    reason: 'Heat and water lift veneer.',
    applies: (f) => f.chosen.strip !== undefined && f.part.condition.wood === 'veneer',
    does: [warn(['strip', 'scrape', 'heat'], 'Veneer: plastic scraper, little water, no heat; it lifts.')],
  },
  {
    id: 'strip-curves',
    topic: 'Stripping',
    authority: 'common practice',
    of: 'part',
    when: 'Turned legs and spindles are stripped',
    so: 'stripper with brush and steel wool, never the scraper',
    reason: 'A scraper takes the roundness off.',
    applies: (f) => f.chosen.strip !== undefined && f.isCurved,
    does: [
      warn(['strip', 'scrape', 'heat'], 'Turned work: brush and steel wool, pan underneath; a scraper leaves flats.'),
    ],
  },
];
