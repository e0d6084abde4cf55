import type { WorkshopView } from '@app/contract';
import type { ShopPiece } from '@app/core';
import { type PieceDraft, previewPiece, routeOf } from './pieceDraft.ts';

export type DraftVariant = {
  readonly words: string;
  readonly cost: number;
  readonly draft: PieceDraft;
  readonly piece: ShopPiece;
};

/** Other ways of doing the piece that may be ready sooner; what each gives up is its cost, in hours of good work. */
export function variantsOf(draft: PieceDraft, view: Pick<WorkshopView, 'shop'>): DraftVariant[] {
  const { brief } = draft;
  const built = routeOf(draft, view);
  if (built.kind !== 'route') return [];
  const coats = built.route.steps.filter((s) => s.coat === 'paint' && (s.group ?? 'body') === 'body').length;
  const hasSprayer = view.shop.tools.some((t) => t.id === 'sprayer');
  const options: readonly (readonly [string, number, PieceDraft | null])[] = [
    [
      'Spray it instead',
      1,
      hasSprayer && brief.method !== 'spray' ? { ...draft, brief: { ...brief, method: 'spray' } } : null,
    ],
    ['Wax instead of clear coats', 2, brief.sealer === 'wax' ? null : { ...draft, brief: { ...brief, sealer: 'wax' } }],
    [
      'A paint that needs no sealer',
      3,
      brief.paint === 'all-in-one' ? null : { ...draft, brief: { ...brief, paint: 'all-in-one', sealer: 'auto' } },
    ],
    [
      'One coat of paint fewer',
      4,
      coats > 1 ? { ...draft, edits: [...draft.edits, { op: 'coats', series: 'paint', count: coats - 1 }] } : null,
    ],
  ];
  return options.flatMap(([words, cost, other]) => {
    const route = other && routeOf(other, view);
    if (!other || route?.kind !== 'route' || route.conflicts.some((c) => c.severity === 'stop')) return [];
    return [{ words, cost, draft: other, piece: previewPiece(other, route.route) }];
  });
}
