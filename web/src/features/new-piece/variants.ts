import type { ShopPiece } from '@app/core';
import { type Kept, type PieceDraft, previewPiece, routeOf, type RouteShop } from './pieceDraft.ts';

export type DraftVariant = {
  readonly id: string;
  readonly words: string;
  readonly cost: number;
  readonly draft: PieceDraft;
  readonly piece: ShopPiece;
};

/** Other ways of doing the piece that may be ready sooner; what each gives up is its cost, in hours of good work. */
export function variantsOf(draft: PieceDraft, view: RouteShop, kept: Kept): DraftVariant[] {
  const { brief } = draft;
  const built = routeOf(draft, view);
  if (built.kind !== 'route') return [];
  const coats = built.route.steps.filter((s) => s.coat === 'paint' && (s.group ?? 'body') === 'body').length;
  const hasSprayer = view.shop.tools.some((t) => t.id === 'sprayer');
  const options: readonly (readonly [id: string, words: string, cost: number, draft: PieceDraft | null])[] = [
    [
      'spray',
      'Spray it instead',
      1,
      hasSprayer && brief.method !== 'spray' ? { ...draft, brief: { ...brief, method: 'spray' } } : null,
    ],
    [
      'wax',
      'Wax instead of clear coats',
      2,
      brief.sealer === 'wax' ? null : { ...draft, brief: { ...brief, sealer: 'wax' } },
    ],
    [
      'no-sealer',
      'A paint that needs no sealer',
      3,
      brief.paint === 'all-in-one' ? null : { ...draft, brief: { ...brief, paint: 'all-in-one', sealer: 'auto' } },
    ],
    [
      'one-coat-fewer',
      'One coat of paint fewer',
      4,
      coats > 1 ? { ...draft, edits: [...draft.edits, { op: 'coats', series: 'paint', count: coats - 1 }] } : null,
    ],
  ];
  return options.flatMap(([id, words, cost, other]) => {
    const route = other && routeOf(other, view);
    if (!other || route?.kind !== 'route' || route.conflicts.some((c) => c.severity === 'stop')) return [];
    return [{ id, words, cost, draft: other, piece: previewPiece(other, route.route, kept) }];
  });
}
