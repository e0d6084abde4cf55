import type { Facts } from '../build/facts.ts';
import { sanded } from '../act.ts';
import { choose, type Rule, step } from './rule.ts';

type NoWood = 'glass' | 'cane' | 'cloth' | 'stone';
const COVER: Record<NoWood, { readonly cover: string; readonly clean: string; readonly why: string }> = {
  glass: {
    cover: 'Take the glass out, or tape its edge and film it',
    clean: 'Uncover the glass, take off specks with a blade, clean it with alcohol',
    why: 'Paint on glass comes off with a blade; paint under a bead does not.',
  },
  cane: {
    cover: 'Vacuum the cane or rush and cover it with film and tape',
    clean: 'Uncover the cane or rush, wipe it with a barely damp cloth',
    why: 'Cane and rush drink paint and sag when they are soaked: covered, and only wiped.',
  },
  cloth: {
    cover: 'Vacuum the upholstery and wrap it, edges tucked and taped',
    clean: 'Unwrap the upholstery, vacuum it',
    why: 'Cloth takes dust and mist from the whole room: wrapped until the last coat is dry.',
  },
  stone: {
    cover: 'Cover the marble or tiles with film, taped along the edge',
    clean: 'Uncover the marble or tiles, wash with mild soap and water',
    why: 'Vinegar and cleaners etch marble; neither acid nor paint comes near it.',
  },
};
const materialOf = (f: Facts): NoWood => f.part.condition.wood as NoWood;

/** What is no wood: covered and cleaned in its own way, or, metal, primed in its own way. */
export const MATERIALS: readonly Rule[] = [
  {
    id: 'cover',
    topic: 'Take apart',
    authority: 'common practice',
    of: 'part',
    when: 'Glass, cane, rush, upholstery, marble or tiles are part of it',
    so: 'take them out or cover them, and clean each in its own way at the end',
    reason: 'What is no wood is neither washed nor painted along.',
    applies: (f) => f.wants('cover'),
    does: (f) => [
      step({
        key: `cover-${materialOf(f)}`,
        phase: 'take-apart',
        acts: [{ do: 'mask' }],
        title: COVER[materialOf(f)].cover,
        reason: COVER[materialOf(f)].why,
        minutes: [8, 6],
        skill: 'prep',
        splittable: true,
      }),
      step({
        key: `uncover-${materialOf(f)}`,
        phase: 'assemble',
        acts: [{ do: 'unmask' }],
        title: COVER[materialOf(f)].clean,
        minutes: [5, 6],
        skill: 'assemble',
        splittable: true,
        with: `cover-${materialOf(f)}`,
      }),
    ],
  },
  {
    id: 'metal-rust',
    topic: 'Repair',
    authority: 'common practice',
    of: 'part',
    when: 'Metal is rusty',
    so: 'wire-brush it to sound metal',
    reason: 'Rust goes on under paint: brushed off to sound metal, and primed the same day.',
    applies: (f) => f.part.condition.wood === 'metal' && f.found('rust'),
    does: (f) => [
      step({
        key: 'wire-brush',
        phase: 'repair',
        acts: sanded('level', f.slick || f.part.condition.finish === 'foil' ? 180 : 80),
        title: 'Wire-brush the rust off, dust off',
        minutes: [10, 20],
        skill: 'prep',
        splittable: true,
        dusty: true,
        caution: 'Wire and rust fly: goggles, gloves and a mask.',
      }),
    ],
  },
  {
    id: 'metal-primer',
    topic: 'Priming',
    authority: 'common practice',
    of: 'part',
    tier: 'safety',
    when: 'Metal is painted',
    so: 'metal primer, whatever the wood gets',
    reason: 'Waterborne paint on bare metal flashes rust: a metal primer goes first.',
    applies: (f) => f.part.condition.wood === 'metal' && f.wants('paint'),
    does: [choose('primer', { product: 'metal-primer', coats: 1 })],
  },
];
