import { type ShopStep, stepId } from '../workshop/workshop.ts';

/** What went wrong with a step, and what follows from it. */
export const PROBLEMS = ['redo', 'bleed-through'] as const;
export type ProblemKind = (typeof PROBLEMS)[number];

const NEXT_DAY = 12 * 60;

/**
 * The steps of a piece after one of them failed. The failed step stays as done; rework steps follow it, and
 * everything that waited for it waits for the rework instead.
 * redo: let it harden overnight, sand back, lay it again · bleed-through: one more coat of shellac primer before going on.
 *
 * @throws {RangeError} when the step is not there or leaves no coat to rework
 */
export function rework(pieceId: string, steps: readonly ShopStep[], failedId: string, kind: ProblemKind): ShopStep[] {
  const at = steps.findIndex((s) => s.id === failedId);
  const failed = steps[at];
  if (!failed) throw new RangeError(`step "${failedId}" is not one of this piece`);
  const round = 1 + steps.filter((s) => s.key.startsWith(`${baseKey(failed.key)}-again`)).length;
  const added = kind === 'redo' ? redo(pieceId, failed, round) : block(pieceId, failed, round);
  const last = added.at(-1)!;
  const follow = (s: ShopStep): ShopStep => ({
    ...s,
    after: s.after.map((l) => (l.step === failed.key ? { ...l, step: last.key } : l)),
  });
  return [...steps.slice(0, at + 1), ...added, ...steps.slice(at + 1).map(follow)];
}

const baseKey = (key: string) => key.replace(/-(again|block)-\d+$/, '');

function redo(pieceId: string, failed: ShopStep, round: number): ShopStep[] {
  const again = `${baseKey(failed.key)}-again-${round}`;
  const repeat: ShopStep = {
    ...fresh(failed),
    id: stepId(pieceId, again),
    key: again,
    title: `${failed.title}, again`,
    reason: 'It failed the first time and is done again.',
  };
  if (failed.coat === null)
    return [{ ...repeat, after: [{ step: failed.key, from: 'end', min_minutes: 0, max_minutes: null }] }];
  const sand = `${baseKey(failed.key)}-sandback-${round}`;
  return [
    sanding(
      pieceId,
      failed,
      sand,
      'Sand back the failed coat',
      'Let it harden overnight, then sand back to a sound surface.',
    ),
    { ...repeat, after: [{ step: sand, from: 'end', min_minutes: 0, max_minutes: null }] },
  ];
}

function block(pieceId: string, failed: ShopStep, round: number): ShopStep[] {
  if (failed.coat === null) throw new RangeError(`"${failed.title}" leaves no coat that could bleed`);
  const key = `${baseKey(failed.key)}-block-${round}`;
  return [
    {
      ...fresh(failed),
      id: stepId(pieceId, key),
      key,
      title: 'Block the bleed-through with shellac primer',
      reason: 'Dye or tannin came through: one more coat of shellac primer holds it back.',
      caution:
        'Solvent vapour: fresh air in and out, no flames or sparks, and wear what the label and safety sheet say.',
      coat: 'primer',
      colour: '#e9e4d6',
      product: 'shellac-primer',
      tool: null,
      skill: 'paint',
      after: [{ step: failed.key, from: 'topcoat', min_minutes: 0, max_minutes: null }],
    },
  ];
}

function sanding(pieceId: string, failed: ShopStep, key: string, title: string, reason: string): ShopStep {
  return {
    ...fresh(failed),
    id: stepId(pieceId, key),
    key,
    title,
    reason,
    caution: 'Dust: mask and extraction.',
    coat: null,
    colour: null,
    product: null,
    litres: 0,
    tool: null,
    skill: 'prep',
    splittable: true,
    dusty: true,
    needs: failed.needs.filter((n) => n.kind !== 'rack').map((n) => ({ ...n, span: 'work' as const })),
    after: [
      { step: failed.key, from: 'sand', min_minutes: 0, max_minutes: null },
      { step: failed.key, from: 'end', min_minutes: NEXT_DAY, max_minutes: null },
    ],
  };
}

const fresh = (s: ShopStep): ShopStep => ({ ...s, state: { kind: 'planned' }, pin: {} });
