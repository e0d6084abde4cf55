import {
  type Brief,
  buildRoute,
  dimensionFaults,
  type Dimensions,
  type Finding,
  isHexColour,
  type Route,
  type ShopPiece,
  stepsOf,
  type Survey,
  type Template,
  templateById,
} from '@app/core';
import type { PieceView, WorkshopView } from '@app/contract';

/** What has been entered so far. Times are instants; null: not said. */
export type PieceDraft = {
  readonly name: string;
  readonly kind: 'client' | 'stock';
  readonly client: string;
  readonly template: string;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly arrival: number;
  readonly due: number | null;
  readonly told: boolean;
};

export function emptyDraft(now: number): PieceDraft {
  return {
    name: '',
    kind: 'client',
    client: '',
    template: '',
    dimensions: {},
    survey: { wood: 'softwood', finish: 'varnish', layers: 1, findings: [] },
    brief: {
      paint: 'matt-paint',
      body: { name: 'Slate blue', hex: '#3f5c74' },
      top: { kind: 'same' },
      prime: 'auto',
      sealer: 'clear',
      method: 'brush',
      hardware: 'clean',
    },
    arrival: now,
    due: null,
    told: false,
  };
}

export const draftOf = (p: PieceView): PieceDraft => ({
  name: p.name,
  kind: p.kind,
  client: p.client ?? '',
  template: p.template,
  dimensions: p.dimensions,
  survey: p.survey,
  brief: p.brief,
  arrival: p.arrival,
  due: p.due,
  told: p.told,
});

export const withTemplate = (d: PieceDraft, template: Template): PieceDraft => ({
  ...d,
  template: template.id,
  dimensions: Object.fromEntries(template.measures.map((m) => [m.key, d.dimensions[m.key] ?? m.usual])),
  name: d.name === '' || templateById.get(d.template)?.name === d.name ? template.name : d.name,
});

export const toggleFinding = (d: PieceDraft, f: Finding): PieceDraft => ({
  ...d,
  survey: {
    ...d.survey,
    findings: d.survey.findings.includes(f) ? d.survey.findings.filter((x) => x !== f) : [...d.survey.findings, f],
  },
});

export type Built =
  | { readonly kind: 'route'; readonly route: Route }
  | { readonly kind: 'incomplete'; readonly faults: readonly string[] };

/** The route for what is entered, or what is still missing, in words. Under a millisecond. */
export function routeOf(d: PieceDraft, view: WorkshopView): Built {
  const template = templateById.get(d.template);
  if (!template) return { kind: 'incomplete', faults: [] };
  const faults = dimensionFaults(template, d.dimensions);
  const colours = [d.brief.body.hex, ...(d.brief.top.kind === 'same' ? [] : [d.brief.top.colour.hex])];
  if (!colours.every(isHexColour)) faults.push('Enter the colour like #3d5a45.');
  if (faults.length > 0) return { kind: 'incomplete', faults };
  const means = { people: view.shop.people.length, sprayer: view.shop.tools.some((t) => t.id === 'sprayer') };
  return {
    kind: 'route',
    route: buildRoute({ template, dimensions: d.dimensions, survey: d.survey, brief: d.brief, means }),
  };
}

/** The draft as a piece to plan, for the preview. */
export function previewPiece(d: PieceDraft, route: Route): ShopPiece {
  const id = 'preview';
  return {
    id,
    name: d.name || 'This piece',
    kind: d.kind,
    arrival: d.arrival,
    due: d.due,
    told: d.told,
    active: true,
    steps: stepsOf(id, route.steps),
  };
}

/** What goes to the server. */
export const toInput = (d: PieceDraft) => ({
  ...d,
  client: d.kind === 'client' && d.client.trim() !== '' ? d.client.trim() : null,
  told: d.kind === 'client' && d.due !== null && d.told,
});
