import type { ZoneFinish } from '../route/finish.ts';
import type { Zone } from '../route/piece.ts';
import type { RouteFault } from './checkRoute.ts';
import type { Film, Surface } from './surface.ts';

type Wished = ZoneFinish['treatment']['kind'];
/** What must lie on a zone in the end, by what was wished for it. */
const WISHED: Partial<
  Record<Wished, { readonly need: string; readonly words: string; readonly has: (f: Film) => boolean }>
> = {
  paint: {
    need: 'painted',
    words: 'It is to be painted and never is.',
    has: (f) => f.family === 'paint' && f.by !== null,
  },
  stain: {
    need: 'stained',
    words: 'It is to be stained and never is.',
    has: (f) => f.family === 'stain' && f.by !== null,
  },
  wash: {
    need: 'washed-over',
    words: 'It is to be washed with colour and never is.',
    has: (f) => f.coat === 'stain' && f.by !== null,
  },
  oil: { need: 'oiled', words: 'It is to be oiled and never is.', has: (f) => f.family === 'oil' && f.by !== null },
  wax: { need: 'waxed', words: 'It is to be waxed and never is.', has: (f) => f.family === 'wax' && f.by !== null },
  clear: {
    need: 'sealed',
    words: 'It is to have a clear coat and never gets one.',
    has: (f) => f.family === 'clear' && f.by !== null,
  },
};

/** What is still wrong with a zone when the last step is done. */
export function atTheEnd(zone: Zone, finish: ZoneFinish, s: Surface): RouteFault[] {
  const faults: RouteFault[] = [];
  const say = (need: string, words: string) => faults.push({ step: null, zone: zone.id, need, words });
  const wished = WISHED[finish.treatment.kind];
  if (wished && !s.films.some(wished.has)) say(wished.need, wished.words);
  if (s.isCovered) say('unmasked', 'The masking is never taken off.');
  if (s.excess !== null) say('wiped', 'What was laid on is never wiped off.');
  if (s.isSoftened) say('scraped', 'Stripper is never taken off.');
  if (s.isDusty) say('dusted', 'Sanding dust is left on it.');
  return faults;
}
