import type { Product, Stage } from './product.ts';

const H = 60;
const D = 24 * H;

/** touch, handle, sand, recoat, topcoat, travel, use, cure; all in minutes. */
const stages = (
  t: number,
  h: number,
  s: number,
  r: number,
  top: number,
  tr: number,
  u: number,
  c: number,
): Record<Stage, number> => ({
  touch: t,
  handle: h,
  sand: s,
  recoat: r,
  topcoat: top,
  travel: tr,
  use: u,
  cure: c,
});

const SOLVENT_VAPOUR =
  'Solvent vapour: fresh air in and out, no flames or sparks, and wear what the label and safety sheet say; a dust mask does not stop vapour.';

/**
 * Generic product classes. Defaults are the shop's common figures, else the upper end of the generic range.
 * All are from memory and to be replaced by the data sheet of the can in hand.
 */
export const PRODUCTS: readonly Product[] = [
  {
    id: 'rinse-water',
    name: 'Wash and rinse water',
    family: 'wash',
    chemistry: 'waterborne',
    stages_minutes: stages(0, 0, 4 * H, 4 * H, 4 * H, 0, 0, 0),
    spread_m2PerL: null,
    limits: null,
    range: 'dry 1–4 h after a wash, overnight if soaked',
    caution: null,
  },
  {
    id: 'wood-glue',
    name: 'Wood glue',
    family: 'glue',
    chemistry: 'reactive',
    stages_minutes: stages(30, 12 * H, 12 * H, 12 * H, 12 * H, 24 * H, 24 * H, 5 * D),
    spread_m2PerL: null,
    limits: { minTemperature_c: 10, maxHumidity_pct: 100 },
    range: 'clamps overnight; chalks below 4–10 °C',
    caution: null,
  },
  {
    id: 'two-part-filler',
    name: 'Two-part filler',
    family: 'filler',
    chemistry: 'reactive',
    stages_minutes: stages(10, 20, 20, 60, 60, 60, D, D),
    spread_m2PerL: null,
    limits: { minTemperature_c: 5, maxHumidity_pct: 100 },
    range: 'sandable 15–20 min, up to 40 min',
    caution: 'Hardener and resin vapour irritate: gloves, fresh air, and what the label says.',
  },
  {
    id: 'stripper-gel',
    name: 'Paint stripper gel',
    family: 'stripper',
    chemistry: 'clock',
    stages_minutes: stages(0, 0, 0, 0, 0, 0, 0, 0),
    spread_m2PerL: 3,
    limits: { minTemperature_c: 10, maxHumidity_pct: 100 },
    range: 'label says 15 min, usually 30–60 min',
    caution:
      'Stripper burns skin and eyes: gloves, goggles, fresh air; some solvents are banned for home use. The label and local rules decide. Never mix products.',
  },
  {
    id: 'shellac-primer',
    name: 'Shellac-based primer',
    family: 'primer',
    chemistry: 'solvent',
    stages_minutes: stages(20, 60, 60, 45, 60, 60, D, 3 * D),
    spread_m2PerL: 8,
    limits: { minTemperature_c: 5, maxHumidity_pct: 85 },
    range: 'recoat 45–60 min',
    caution: SOLVENT_VAPOUR,
  },
  {
    id: 'stain-blocker',
    name: 'Waterborne stain-blocking primer',
    family: 'primer',
    chemistry: 'waterborne',
    stages_minutes: stages(60, 4 * H, 4 * H, 2 * H, 24 * H, 4 * H, 7 * D, 14 * D),
    spread_m2PerL: 9,
    limits: { minTemperature_c: 10, maxHumidity_pct: 85 },
    range: 'coat to coat 1–2 h, overnight to 24 h before pale paint',
    caution: null,
  },
  {
    id: 'bonding-primer',
    name: 'Waterborne bonding primer',
    family: 'primer',
    chemistry: 'waterborne',
    stages_minutes: stages(60, 4 * H, 24 * H, 4 * H, 24 * H, 4 * H, 7 * D, 7 * D),
    spread_m2PerL: 9,
    limits: { minTemperature_c: 10, maxHumidity_pct: 85 },
    range: 'recoat 1–4 h, paint after 4–24 h',
    caution: null,
  },
  {
    id: 'matt-paint',
    name: 'Matt decorative paint',
    family: 'paint',
    chemistry: 'waterborne',
    stages_minutes: stages(45, 4 * H, 4 * H, 2 * H, 12 * H, 12 * H, 3 * D, 30 * D),
    spread_m2PerL: 10,
    limits: { minTemperature_c: 10, maxHumidity_pct: 85 },
    range: 'recoat 1–2 h, overnight before wax; 10–14 m²/L',
    caution: null,
  },
  {
    id: 'furniture-enamel',
    name: 'Waterborne enamel',
    family: 'paint',
    chemistry: 'waterborne',
    stages_minutes: stages(2 * H, 24 * H, 48 * H, 24 * H, 24 * H, 24 * H, 7 * D, 30 * D),
    spread_m2PerL: 9,
    limits: { minTemperature_c: 10, maxHumidity_pct: 85 },
    range: 'recoat 6–24 h; 9–11 m²/L',
    caution: null,
  },
  {
    id: 'conditioner',
    name: 'Wood conditioner',
    family: 'conditioner',
    chemistry: 'clock',
    stages_minutes: stages(20, 20, 20, 20, 20, 20, 20, 20),
    spread_m2PerL: 12,
    limits: { minTemperature_c: 10, maxHumidity_pct: 85 },
    range: 'wipe after 20 min',
    caution: null,
  },
  {
    id: 'water-stain',
    name: 'Waterborne stain',
    family: 'stain',
    chemistry: 'waterborne',
    stages_minutes: stages(60, 3 * H, 3 * H, 3 * H, 12 * H, 12 * H, D, 7 * D),
    spread_m2PerL: 12,
    limits: { minTemperature_c: 10, maxHumidity_pct: 85 },
    range: 'recoat 2–3 h, overnight before the clear coat or masking; 12–18 m²/L',
    caution: null,
  },
  {
    id: 'water-clear',
    name: 'Waterborne clear coat',
    family: 'clear',
    chemistry: 'waterborne',
    stages_minutes: stages(60, 8 * H, 2 * H, 2 * H, 8 * H, 8 * H, 3 * D, 21 * D),
    spread_m2PerL: 10,
    limits: { minTemperature_c: 13, maxHumidity_pct: 80 },
    range: 'coat to coat 2–4 h; 10–12 m²/L',
    caution: null,
  },
  {
    id: 'paste-wax',
    name: 'Clear paste wax',
    family: 'wax',
    chemistry: 'clock',
    stages_minutes: stages(20, H, 24 * H, 24 * H, 24 * H, 2 * D, 2 * D, 30 * D),
    spread_m2PerL: 15,
    limits: { minTemperature_c: 15, maxHumidity_pct: 100 },
    range: 'wipe 15–20 min, buff next day, travel after 2 days',
    caution:
      'Waxy rags can heat up by themselves: lay them flat outdoors or sink them in water in a lidded metal can. Fresh air while it dries.',
  },
];

export const productById: ReadonlyMap<string, Product> = new Map(PRODUCTS.map((p) => [p.id, p]));
