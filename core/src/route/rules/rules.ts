import { CLEANING } from './cleaning.ts';
import { FINISHING } from './finishing.ts';
import { HARDWARE } from './hardware.ts';
import { LAYERED_LOOKS, WAX_LOOKS } from './layeredLooks.ts';
import { LOOK_RULES } from './looks.ts';
import { MATERIALS } from './materials.ts';
import { PAINTING } from './painting.ts';
import { PAPERS } from './papers.ts';
import { PRIMING } from './priming.ts';
import { REPAIR } from './repair.ts';
import type { Rule } from './rule.ts';
import { SANDING } from './sanding.ts';
import { SEALING } from './sealing.ts';
import { STRIPPING } from './stripping.ts';
import { WOOD } from './wood.ts';

/** Every judgement of the trade the builder knows, in the order they are asked: later ones see what earlier ones chose. */
export const RULES: readonly Rule[] = [
  ...PAPERS,
  ...CLEANING,
  ...REPAIR,
  ...STRIPPING,
  ...SANDING,
  ...PRIMING,
  ...MATERIALS,
  ...PAINTING,
  ...LOOK_RULES,
  ...LAYERED_LOOKS,
  ...WOOD,
  ...SEALING,
  ...WAX_LOOKS,
  ...HARDWARE,
  ...FINISHING,
];
