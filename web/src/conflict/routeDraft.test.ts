import type { PieceView, WorkshopView } from '@app/contract';
import {
  buildRoute,
  EMPTY_SHEET,
  firstShop,
  instantAt,
  dayOf,
  meansOf,
  stepsOf,
  TEMPLATE_ZONES,
  templateById,
} from '@app/core';
import { expect, test } from 'vitest';
import { pieceWith } from './pieceWith.ts';
import { lookAt, withFix } from './routeDraft.ts';

const ZONE = 'Europe/Berlin';
const shop = { ...firstShop(ZONE, 'Rona'), tools: [{ id: 'sprayer', name: 'Sprayer', capacity: 1 }] };
const brief = {
  paint: 'matt-paint',
  body: { name: 'c', hex: '#3f5c74' },
  top: { kind: 'same' },
  prime: 'auto',
  sealer: 'clear',
  method: 'spray',
  hardware: 'keep',
} as const;
const template = templateById.get('box')!;
const dimensions = { width: 1, depth: 0.5, height: 0.5, set: 1 };
const survey = { wood: 'softwood', finish: 'raw', layers: 0, findings: [] } as const;
const steps = stepsOf('p', buildRoute({ template, dimensions, survey, brief, means: meansOf(shop) }).steps);
const piece = {
  id: 'p',
  name: 'Box',
  kind: 'stock',
  client: null,
  template: 'box',
  dimensions,
  survey,
  brief,
  zoneChoice: TEMPLATE_ZONES,
  edits: [],
  struck: [],
  sheet: EMPTY_SHEET,
  photos: [],
  arrival: 0,
  due: null,
  promised: false,
  active: true,
  version: 3,
  steps,
} as unknown as PieceView;
const at = (hour: number) => {
  const start = instantAt(ZONE, dayOf('2026-03-02'), hour * 60);
  return { shop, plan: { steps: { 'p.paint-1': { start } } } } as unknown as WorkshopView;
};

test('a sprayed coat planned for the evening, by the shop’s own clock, is a conflict; its fix rolls that coat', () => {
  const draft = { brief: piece.brief, edits: piece.edits };
  expect(lookAt(draft, piece, at(11)).conflicts).toEqual([]);
  const evening = lookAt(draft, piece, at(18));
  expect(evening.conflicts.map((c) => c.id)).toEqual(['spray-in-the-evening']);
  const fixed = withFix(draft, evening, evening.conflicts[0]!.fix);
  const after = lookAt(fixed, piece, at(18));
  expect(after.conflicts).toEqual([]);
  expect(after.route.steps.find((s) => s.key === 'paint-1')!.method).toBe('roll');
  expect(after.built.steps.find((s) => s.key === 'paint-1')!.method).toBe('spray');
  expect(pieceWith(piece, fixed)).toMatchObject({ version: 3, name: 'Box', edits: fixed.edits });
});
