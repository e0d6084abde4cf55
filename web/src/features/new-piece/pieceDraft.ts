import {
  type Conflict,
  conflictsOf,
  type EditedRoute,
  editedRoute,
  type Finding,
  measuresOf,
  meansOf,
  type Recipe,
  type RouteEdit,
  type RouteInput,
  type ShopPiece,
  rebuilt,
  type Template,
  TEMPLATE_ZONES,
  templateById,
  withRecipe,
  wrongMeasures,
  type Measure,
  type Units,
  zonesOf,
} from '@app/core';
import { roundMeasure } from '../../ui/amounts.ts';
import { boundsOf } from './measureBounds.ts';
import {
  type FieldFault,
  finishFaults,
  FRESH_PIECE,
  type PieceFields,
  pieceFieldsOf,
  type PieceView,
  type WorkshopView,
} from '@app/contract';

/** What has been entered so far: a piece's fields, the client as typed. */
export type PieceDraft = Omit<PieceFields, 'client'> & {
  readonly client: string;
  readonly edits: readonly RouteEdit[];
  /** Pieces whose date nobody was told wait for it. */
  readonly goesFirst: boolean;
};

export const emptyDraft = (now: number): PieceDraft => ({
  ...FRESH_PIECE,
  client: '',
  arrival: now,
  edits: [],
  goesFirst: false,
});

export const draftOf = (p: PieceView): PieceDraft => ({
  ...pieceFieldsOf(p),
  client: p.client ?? '',
  edits: p.edits,
  goesFirst: false,
});

/** Another kind of piece: measurements that carry over stay, zones of the old kind do not. */
export const withTemplate = (d: PieceDraft, template: Template, units: Units): PieceDraft => ({
  ...d,
  template: template.id,
  dimensions: Object.fromEntries(measuresOf(template).map((m) => [m.key, d.dimensions[m.key] ?? usualOf(m, units)])),
  zoneChoice: template.id === d.template ? d.zoneChoice : TEMPLATE_ZONES,
  survey: template.id === d.template ? d.survey : { ...d.survey, zones: {} },
  name: d.name === '' || templateById.get(d.template)?.name === d.name ? template.name : d.name,
});

const usualOf = (m: Measure, units: Units) => (m.kind === 'length' ? roundMeasure(m.usual, units) : m.usual);

export const toggleFinding = (d: PieceDraft, f: Finding): PieceDraft => ({
  ...d,
  survey: {
    ...d.survey,
    findings: d.survey.findings.includes(f) ? d.survey.findings.filter((x) => x !== f) : [...d.survey.findings, f],
  },
});

export const byRecipe = (d: PieceDraft, recipe: Recipe): PieceDraft => ({
  ...d,
  ...withRecipe(d.brief, d.edits, recipe),
});

export type Built =
  | {
      readonly kind: 'route';
      readonly route: EditedRoute;
      readonly input: RouteInput;
      readonly conflicts: readonly Conflict[];
    }
  | { readonly kind: 'incomplete'; readonly faults: readonly string[] };

/** What a route is built by beside the piece: the shop, and the units it measures in. */
export type RouteShop = Pick<WorkshopView, 'shop'> & { readonly workshop: Pick<WorkshopView['workshop'], 'units'> };

/** The route for what is entered, or what is still missing, in words. A few milliseconds at most. */
export function routeOf(d: PieceDraft, view: RouteShop): Built {
  const template = templateById.get(d.template);
  if (!template) return { kind: 'incomplete', faults: [] };
  const faults = wrongMeasures(template, d.dimensions).map(
    (m) => `${m.label}: enter ${boundsOf(m, view.workshop.units)}.`,
  );
  if (faults.length === 0) faults.push(...Object.values(zonesOf(template, d.dimensions, d.zoneChoice).faults));
  // How things are called is said at their fields alone.
  const isUnnamed = (f: FieldFault) => f.path.endsWith('.name');
  faults.push(...new Set(finishFaults(d).flatMap((f) => (isUnnamed(f) ? [] : [f.words]))));
  if (faults.length > 0) return { kind: 'incomplete', faults };
  const { dimensions, survey, brief, zoneChoice: zones, kind } = d;
  const input: RouteInput = { template, dimensions, survey, brief, zones, kind, means: meansOf(view.shop) };
  const route = editedRoute(input, d.edits);
  return { kind: 'route', route, input, conflicts: conflictsOf(input, d.edits, route) };
}

/** A piece as it is kept: its id, and what has happened on it. New: nothing has. */
export type Kept = Pick<ShopPiece, 'id' | 'steps'>;

/** The draft as the piece it would be when it is saved: what was done on it stays done. */
export function previewPiece(d: PieceDraft, route: EditedRoute, kept: Kept): ShopPiece {
  const { promised } = toInput(d);
  return {
    id: kept.id,
    name: d.name || 'This piece',
    kind: d.kind,
    arrival: d.arrival,
    due: d.due,
    promised,
    active: true,
    steps: rebuilt(kept.id, kept.steps, route.steps),
  };
}

/** What goes to the server. */
export const toInput = (d: PieceDraft) => ({
  ...d,
  client: d.kind === 'client' && d.client.trim() !== '' ? d.client.trim() : null,
  promised: d.kind === 'client' && d.due !== null && d.promised,
});
