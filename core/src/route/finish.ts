import {
  usualUse,
  type Brief,
  type FinishRow,
  type Look,
  type LookKind,
  type MadePart,
  type Sealer,
  type Sheen,
  type Treatment,
  type Use,
} from './brief.ts';
import type { Group, Zone } from './piece.ts';
import { conditionOf, isNoWood, type Survey } from './survey.ts';

/** What one zone becomes: as its own row says, or as the rest of the piece. */
export type ZoneFinish = {
  /** `body`, `top`, `inside`, or the id of the row that names the zone. */
  readonly row: string;
  readonly group: Group;
  readonly treatment: Treatment | Untreated;
  readonly sealer: Sealer | null;
  readonly use: Use | null;
  readonly sheen: Sheen | null;
};
/** clean: only cleaned · leave: washed and left as found · cover: no wood; wrapped while the rest is worked on. */
export type Untreated = { readonly kind: 'clean' } | { readonly kind: 'leave' } | { readonly kind: 'cover' };

/** Bare or tinted wood that will be seen. */
export const showsWood = (kind: (Treatment | Untreated)['kind']): boolean =>
  kind === 'stain' || kind === 'wash' || kind === 'oil' || kind === 'wax' || kind === 'clear';

/** Looks that lay no film of paint or glaze: oiled and waxed wood can bear them. */
const FILMLESS: readonly LookKind[] = ['transfer', 'leaf', 'dark-wax', 'metallic'];
/** Looks that are made of the coats of paint themselves. */
const OF_PAINT: readonly LookKind[] = ['under', 'textured', 'blended', 'inlay', 'distressed', 'chippy'];

/**
 * What is only cleaned, kept or covered takes no look; oiled and waxed wood none that lays a film; and what is not painted
 * none that is made of its paint.
 */
export function canTakeLook(treatment: (Treatment | Untreated)['kind'], look: LookKind): boolean {
  if (['clean', 'keep', 'leave', 'cover'].includes(treatment)) return false;
  if (treatment === 'oil' || treatment === 'wax') return FILMLESS.includes(look);
  return treatment === 'paint' || !OF_PAINT.includes(look);
}

const PLAIN = { sealer: null, use: null, sheen: null } as const;

/** @param backs what the house does with a board at the wall that no row names */
export function finishOf(z: Zone, survey: Survey, brief: Brief, backs: 'left' | 'painted'): ZoneFinish {
  const use = brief.use?.[z.id] ?? (z.use ? usualUse(z, brief) : null);
  // What is no wood is covered, whatever was wished for it; the conflict says so.
  if (isNoWood(conditionOf(survey, z.id).wood))
    return { ...PLAIN, use, row: `as-is-${z.group}`, group: z.group, treatment: { kind: 'cover' } };
  const own = brief.rows?.find((r) => r.zones.includes(z.id));
  if (own) return byRow(z, own, use);
  if (z.id === 'back' && backs === 'left')
    return { ...PLAIN, use, row: 'body', group: 'body', treatment: { kind: 'leave' } };
  if (z.group === 'inside') return { ...PLAIN, use, row: 'inside', group: 'inside', treatment: insideOf(brief) };
  if (z.group === 'top' && !topLikeBody(survey, brief))
    return { ...PLAIN, use, row: 'top', group: 'top', treatment: topOf(brief) };
  // Tops are used hard, also one that is painted like the rest; what is used as the body is goes with the body.
  const asTop = z.group === 'top' ? (use ?? usualUse(z, brief)) : use;
  const asBody = usualUse({ group: 'body' }, brief);
  return { ...PLAIN, use: asTop === asBody ? null : asTop, row: 'body', group: 'body', treatment: bodyOf(brief) };
}

const byRow = (z: Zone, row: FinishRow, use: Use | null): ZoneFinish => ({
  row: row.id,
  group: z.group,
  treatment: row.treatment,
  sealer: row.sealer ?? null,
  use: row.use ?? use,
  sheen: row.sheen ?? null,
});

export const bodyOf = (brief: Brief): Treatment => ({ kind: 'paint', product: brief.paint, colour: brief.body });

/** A patch that showed a burnt or patched top decides against the wish: it is painted like the rest. */
function topLikeBody(survey: Survey, { top }: Brief): boolean {
  return top.kind === 'same' || (showsWood(top.kind === 'paint' ? 'keep' : top.kind) && survey.topWood === 'poor');
}

function topOf({ top, paint, body }: Brief): Treatment {
  if (top.kind === 'paint') return { kind: 'paint', product: paint, colour: top.colour };
  return top.kind === 'same' ? { kind: 'paint', product: paint, colour: body } : top;
}

function insideOf(brief: Brief): Treatment | Untreated {
  if (brief.inside === 'paint')
    return { kind: 'paint', product: brief.paint, colour: brief.insideColour ?? brief.body };
  return { kind: brief.inside ?? 'clean' };
}

/** The looks in the order they are laid; a brief of the old shape kept its under-colour apart. */
export const looksOf = (brief: Brief): readonly Look[] =>
  brief.under ? [{ kind: 'under', colour: brief.under }, ...(brief.looks ?? [])] : (brief.looks ?? []);

/** What is made here, as far as it is said how large and how many. */
export const madeParts = ({ made = [] }: Brief): readonly MadePart[] =>
  made.filter((m) => m.length > 0 && m.width > 0 && m.count > 0);
