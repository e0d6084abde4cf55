import type { Brief, FinishRow } from '../brief.ts';
import { showsWood } from '../finish.ts';
import { conditionOf, isNoWood } from '../survey.ts';
import type { ConflictRule, Scene } from './conflict.ts';

const rowsOf = (c: Scene): readonly FinishRow[] => c.brief.rows ?? [];
const whole = (is: boolean): readonly null[] => (is ? [null] : []);
const nameOf = (c: Scene, zone: string) => c.zones.find((z) => z.id === zone)?.name ?? zone;
/** Each row without some of its zones; a row that has none left goes. */
const rowsWithout = (c: Scene, isGone: (zone: string, row: FinishRow) => boolean): Pick<Brief, 'rows'> => ({
  rows: rowsOf(c).flatMap((r) => {
    const zones = r.zones.filter((z) => !isGone(z, r));
    return zones.length > 0 ? [{ ...r, zones }] : [];
  }),
});
const isWoodless = (c: Scene, zone: string) => isNoWood(conditionOf(c.input.survey, zone).wood);
const isThere = (c: Scene, zone: string) => c.zones.some((z) => z.id === zone);
/** A zone that an earlier row names already. */
const isTaken = (c: Scene, zone: string, row: FinishRow) => rowsOf(c).find((r) => r.zones.includes(zone)) !== row;
const productless = (c: Scene) =>
  rowsOf(c).filter((r) => r.treatment.kind === 'paint' && !c.products.has(r.treatment.product));

/** Rows of the brief that do not fit the piece or one another. */
export const ROW_CONFLICTS: readonly ConflictRule[] = [
  {
    id: 'row-on-no-wood',
    severity: 'stop',
    words: 'Glass, cane, cloth and stone are covered and cleaned, not sanded or painted.',
    find: (c) => whole(rowsOf(c).some((r) => r.treatment.kind !== 'keep' && r.zones.some((z) => isWoodless(c, z)))),
    fix: (c) => ({ label: 'Leave it as it is', brief: rowsWithout(c, (z) => isWoodless(c, z)) }),
  },
  {
    id: 'row-shows-foil',
    severity: 'stop',
    words: 'Foil and laminate have no wood that could show.',
    find: (c) => whole(rowsOf(c).some((r) => showsWood(r.treatment.kind) && r.zones.some((z) => isSlick(c, z)))),
    fix: (c) => ({
      label: 'Paint it like the rest',
      brief: rowsWithout(c, (z, r) => showsWood(r.treatment.kind) && isSlick(c, z)),
    }),
  },
  {
    id: 'zone-in-two-rows',
    severity: 'stop',
    words: 'One zone is to become two different things.',
    find: (c) => whole(rowsOf(c).some((r) => r.zones.some((z) => isTaken(c, z, r)))),
    fix: (c) => {
      const zone = rowsOf(c)
        .flatMap((r) => r.zones.filter((z) => isTaken(c, z, r)))
        .at(0)!;
      return {
        label: `Keep the first for ${nameOf(c, zone).toLowerCase()}`,
        brief: rowsWithout(c, (z, r) => isTaken(c, z, r)),
      };
    },
  },
  {
    id: 'row-zone-gone',
    severity: 'care',
    words: 'A part that was to be different is not on this piece any more.',
    find: (c) => whole(rowsOf(c).some((r) => r.zones.some((z) => !isThere(c, z)))),
    fix: (c) => ({ label: 'Take it out', brief: rowsWithout(c, (z) => !isThere(c, z)) }),
  },
  {
    id: 'row-without-product',
    severity: 'stop',
    words: 'A part is to be painted with a product that is not in the list any more.',
    find: (c) => whole(productless(c).length > 0),
    fix: (c) => ({
      label: 'Use the paint of the piece',
      brief: {
        rows: rowsOf(c).map((r) =>
          r.treatment.kind === 'paint' && !c.products.has(r.treatment.product)
            ? { ...r, treatment: { ...r.treatment, product: c.brief.paint } }
            : r,
        ),
      },
    }),
  },
  {
    id: 'look-on-nothing',
    severity: 'care',
    words: 'A look is wanted on a part that cannot take it: it is only cleaned, kept, covered, or not there.',
    find: (c) => whole((c.brief.looks ?? []).some((l) => l.zones?.every((z) => !c.takesLook(z, l.kind)) === true)),
    fix: (c) => {
      const lost = (c.brief.looks ?? []).filter((l) => l.zones?.every((z) => !c.takesLook(z, l.kind)) === true);
      const paintable = lost.flatMap((l) => l.zones ?? []).filter((z) => isThere(c, z) && !isWoodless(c, z));
      if (paintable.length === 0)
        return {
          label: 'Leave that look out',
          brief: { looks: (c.brief.looks ?? []).filter((l) => !lost.includes(l)) },
        };
      const { rows } = rowsWithout(c, (z) => paintable.includes(z));
      const own: FinishRow = {
        id: `under-look-${paintable[0]!}`,
        zones: [...new Set(paintable)],
        treatment: { kind: 'paint', product: c.brief.paint, colour: c.brief.body },
      };
      return { label: 'Paint that part under it', brief: { rows: [...(rows ?? []), own] } };
    },
  },
];

/** Foil and laminate: there is no wood to show. */
const isSlick = (c: Scene, zone: string): boolean => {
  const { wood, finish } = conditionOf(c.input.survey, zone);
  return wood === 'laminate' || finish === 'foil';
};
