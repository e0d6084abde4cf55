import type { Brief, Colour, Dimensions, RouteEdit, Survey, ZoneChoice } from '@app/core';

/** One invented piece; days count from today, hours are the local clock. */
export type DemoPiece = {
  readonly id: string;
  readonly name: string;
  readonly client: string | null;
  readonly template: string;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly arrival: { readonly day: number; readonly hour: number };
  readonly due: { readonly day: number; readonly hour: number } | null;
  readonly promised: boolean;
  readonly zones?: ZoneChoice;
  readonly edits?: readonly RouteEdit[];
};

const colour = (name: string, hex: string): Colour => ({ name, hex });
const brief = (body: Colour, more: Partial<Brief> = {}): Brief => ({
  paint: 'matt-paint',
  body,
  top: { kind: 'same' },
  prime: 'auto',
  sealer: 'clear',
  method: 'brush',
  hardware: 'clean',
  ...more,
});
const stained = (name: string, hex: string): Brief['top'] => ({ kind: 'stain', colour: colour(name, hex) });
const survey = (
  wood: Survey['wood'],
  finish: Survey['finish'],
  findings: Survey['findings'] = [],
  layers = finish === 'raw' ? 0 : 1,
): Survey => ({ wood, finish, layers, findings });
const size = (width: number, depth: number, height: number, parts?: number): Dimensions => ({
  width,
  depth,
  height,
  ...(parts === undefined ? {} : { parts }),
});
const on = (day: number, hour: number) => ({ day, hour });

/** Market day, in under three weeks. */
const MARKET = on(18, 8);

export const DEMO_PIECES: readonly DemoPiece[] = [
  {
    id: 'settle',
    name: 'Settle',
    client: 'Maro',
    template: 'bench',
    dimensions: size(1.4, 0.55, 1.1),
    survey: survey('softwood', 'varnish', ['loose-joints'], 2),
    brief: brief(colour('Deep water', '#27485c')),
    arrival: on(-7, 9),
    due: on(5, 16),
    promised: true,
  },
  {
    id: 'rush-chairs',
    name: 'Rush chairs ×6',
    client: 'Veld',
    template: 'chair-set',
    dimensions: { parts: 6, width: 0.45, depth: 0.42, height: 0.9 },
    survey: survey('hardwood', 'varnish', ['loose-joints', 'grime']),
    brief: brief(colour('Straw', '#c7a53c')),
    arrival: on(-6, 10),
    due: on(7, 12),
    promised: true,
  },
  {
    id: 'plan-chest',
    name: 'Plan chest',
    client: null,
    template: 'chest-of-drawers',
    dimensions: size(1.1, 0.8, 0.85, 6),
    survey: survey('red-wood', 'varnish', ['gouges'], 2),
    brief: brief(colour('Bottle', '#3d5a45'), { prime: 'no', top: stained('Rosewood', '#5e3326') }),
    arrival: on(-7, 9),
    due: MARKET,
    promised: false,
  },
  {
    id: 'wardrobe',
    name: 'Wardrobe',
    client: 'Aske',
    template: 'wardrobe',
    dimensions: size(1.2, 0.58, 1.9, 2),
    survey: survey('laminate', 'foil', ['grime']),
    brief: brief(colour('Oxblood', '#6e2f3a')),
    arrival: on(-1, 11),
    due: on(4, 17),
    promised: true,
  },
  {
    id: 'washstand',
    name: 'Washstand',
    client: null,
    template: 'washstand',
    dimensions: size(0.8, 0.45, 0.78, 1),
    survey: survey('softwood', 'pale-paint', ['old-paint'], 2),
    brief: brief(colour('Verdure', '#b9cfc6'), {
      sealer: 'wax',
      looks: [{ kind: 'distressed', level: 'light' }],
      under: colour('Brick', '#8a4a3a'),
    }),
    arrival: on(-6, 9),
    due: on(9, 17),
    promised: false,
  },
  {
    id: 'blanket-box',
    name: 'Blanket box',
    client: 'Osei',
    template: 'box',
    dimensions: size(1.05, 0.5, 0.5),
    survey: survey('hardwood', 'wax', ['gouges']),
    brief: brief(colour('Mallow', '#9a5f78')),
    arrival: on(-3, 10),
    due: on(8, 11),
    promised: true,
  },
  {
    id: 'corner-cupboard',
    name: 'Corner cupboard',
    client: 'Lune',
    template: 'cabinet',
    dimensions: size(0.75, 0.5, 1.2, 1),
    survey: survey('hardwood', 'varnish'),
    brief: brief(colour('Sail cloth', '#e9e4d6'), { method: 'spray' }),
    arrival: on(-2, 9),
    due: on(11, 16),
    promised: true,
  },
  {
    id: 'school-bench',
    name: 'School bench',
    client: null,
    template: 'bench',
    dimensions: size(1.5, 0.35, 0.75),
    survey: survey('hardwood', 'raw'),
    brief: brief(colour('Signal', '#b23a2e')),
    arrival: on(-4, 9),
    due: MARKET,
    promised: false,
  },
  {
    id: 'bookcase',
    name: 'Bookcase',
    client: 'Ferro',
    template: 'bookcase',
    dimensions: size(0.9, 0.3, 1.3, 4),
    survey: survey('softwood', 'raw', ['knots']),
    brief: brief(colour('Chalk cliff', '#efeee6')),
    arrival: on(-2, 9),
    due: on(13, 17),
    promised: false,
  },
  {
    id: 'sideboard',
    name: 'Birthday sideboard',
    client: 'Ferro',
    template: 'sideboard',
    dimensions: size(1.5, 0.48, 0.9, 3),
    survey: survey('veneer', 'varnish', ['missing-hardware'], 1),
    brief: brief(colour('Petrol', '#2f5a60'), {
      top: stained('Walnut brown', '#6a4529'),
      sheen: 'satin',
    }),
    arrival: on(-3, 9),
    due: on(12, 12),
    promised: true,
  },
  {
    id: 'bedstead',
    name: 'Bedstead',
    client: 'Osei',
    template: 'bed',
    dimensions: { width: 1.5, depth: 2.05, height: 1.1, foot: 0.7 },
    survey: survey('softwood', 'dark-paint', ['droppings', 'old-paint'], 3),
    brief: brief(colour('Fog', '#c3c9c9')),
    arrival: on(1, 9),
    due: on(16, 12),
    promised: false,
  },
  {
    id: 'night-table',
    name: 'Night table',
    client: null,
    template: 'bedside',
    dimensions: size(0.45, 0.38, 0.6, 2),
    survey: survey('softwood', 'dark-paint'),
    brief: brief(colour('Plum', '#56394f'), { sealer: 'wax' }),
    arrival: on(2, 9),
    due: MARKET,
    promised: false,
    edits: [{ op: 'coats', series: 'paint', count: 3 }],
  },
];
