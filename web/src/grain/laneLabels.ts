import { clock, type Instant, type Saying } from '@app/core';
import type { LaneModel } from './laneModel.ts';
import type { TimeScale } from './timeScale.ts';

/** Words over a lane and where they begin, in pixels. */
type Words = { readonly x: number; readonly text: string };
/** Over the line of a hold its own words go along at the left edge: so many pixels are theirs. */
export type PlacedWords = Words & { readonly beside: number };

/** Room the words of a hold take. */
const holdWidth = (h: LaneModel['holds'][number]) => 20 + 5.8 * h.step.title.length;

/** Room a pickup's flag takes beside its mast. */
const FLAG = 16;

/**
 * What went wrong, when films are dry, and short words over the work that leaves no coat; on collision the words go, then of a
 * time the word “dry”, then the later time.
 */
export function laneLabels(lane: LaneModel, scale: TimeScale, now: Instant, saying: Saying): PlacedWords[] {
  // Only the words of a hold take room: its line is broken where a time stands on it.
  const taken = lane.holds.map((h): Span => [scale.x(h.from), scale.x(h.from) + holdWidth(h)]);
  if (lane.due !== null) taken.push([scale.x(lane.due) - 2, scale.x(lane.due) + FLAG]);
  const work = wordsOf(lane, scale);
  return [...work.trouble, ...dryingEnds(lane, scale, now, saying), ...work.plain].flatMap((choices) => {
    const words = choices.find(({ x, text }) =>
      taken.every(([from, until]) => x >= until || x + widthOf(text) <= from),
    );
    if (words) taken.push([words.x - 3, words.x + widthOf(words.text)]);
    if (!words) return [];
    const over = lane.holds.find((h) => scale.x(h.from) <= words.x && words.x < scale.x(h.until));
    return { ...words, beside: over ? Math.ceil(holdWidth(over)) : 0 };
  });
}

type Span = readonly [from: number, until: number];
/** What may be said of one thing, the best first. */
type Choices = readonly Words[];
const widthOf = (text: string) => text.length * 5.6 + 6;

/** Films that will be dry, the next first; without “dry” where the next one stands close, before the mark where a flag stands. */
function dryingEnds(lane: LaneModel, scale: TimeScale, now: Instant, saying: Saying): Choices[] {
  const ends = lane.strata
    .filter((s) => s.dry > now && s.dry > s.laid)
    .sort((a, b) => a.dry - b.dry)
    .map((s) => ({ x: scale.x(s.dry) + 2, time: clock(s.dry, saying) }));
  return ends.map(({ x, time }, n) => {
    const whole = `dry ${time}`;
    const next = ends[n + 1]?.x ?? Infinity;
    const isClose = next < x + widthOf(whole) && next >= x + widthOf(time);
    const short = [
      { x, text: time },
      { x: x - widthOf(time), text: time },
    ];
    return isClose ? short : [{ x, text: whole }, ...short];
  });
}

/** What went wrong is said in any case; plain work where there is room. */
function wordsOf(lane: LaneModel, scale: TimeScale): Record<'trouble' | 'plain', readonly Choices[]> {
  const works = [...lane.works].sort((a, b) => a.at.start - b.at.start);
  const say = (words: (step: (typeof works)[number]['step']) => string | null): Choices[] =>
    works.flatMap(({ step, at }) => {
      const text = words(step);
      return text === null ? [] : [[{ x: scale.x(at.start), text }]];
    });
  return {
    trouble: say((s) => (s.coat !== null && s.key.includes('-block-') ? 'bleed-through: primer again' : null)),
    plain: say((s) => (s.coat === null ? short(s.title) : null)),
  };
}

const SHORT: readonly (readonly [RegExp, string])[] = [
  [/^Take off/, 'take apart'],
  [/^Wash/, 'wash'],
  [/^Scuff/, 'scuff'],
  [/^Sand smooth/, 'sand'],
  [/^Sand the top/, 'sand top'],
  [/^Sand back/, 'sand back'],
  [/^Smooth/, 'smooth'],
  [/^Put together/, 'assemble'],
  [/^Buff/, 'buff'],
  [/^Wipe off excess/, 'wipe'],
  [/^Glue/, 'glue'],
  [/^Fill/, 'fill'],
  [/^Scrape/, 'scrape'],
  [/^Brush stripper/, 'strip'],
  [/^Lead test/, 'lead test'],
];
const short = (title: string) => SHORT.find(([pattern]) => pattern.test(title))?.[1] ?? null;
