import type { Brief, Sealer, Sheen, Treatment, Use } from '../brief.ts';
import { finishOf, type Untreated } from '../finish.ts';
import type { Group, Zone } from '../piece.ts';
import { conditionOf, type Survey, type ZoneCondition } from '../survey.ts';

/** Zones of one row that are made of the same, stand the same and have the same shape. */
export type Part = {
  /** The row's name, with the first zone behind it when the row has several parts. */
  readonly id: string;
  /** `body`, `top`, `inside`, or a row of the brief: what is finished as one. */
  readonly row: string;
  /** Where it is drawn. */
  readonly group: Group;
  readonly zones: readonly string[];
  readonly treatment: Treatment | Untreated;
  readonly condition: ZoneCondition;
  readonly shape: Zone['shape'];
  /** How hard it is used, where the brief says so for these zones; null: as the group usually is. */
  readonly use: Use | null;
  readonly sealer: Sealer | null;
  readonly sheen: Sheen | null;
};

/** The parts of a piece, main one of each row first. A top that becomes the same as the body belongs to it. */
export function partsOf(zones: readonly Zone[], survey: Survey, brief: Brief, backs: 'left' | 'painted'): Part[] {
  const found = new Map<string, Omit<Part, 'id' | 'zones'> & { zones: string[] }>();
  const groupOfRow = new Map<string, Group>();
  for (const z of zones) {
    const finish = finishOf(z, survey, brief, backs);
    const condition = conditionOf(survey, z.id);
    if (!groupOfRow.has(finish.row)) groupOfRow.set(finish.row, finish.group);
    const { row, treatment, sealer, use, sheen } = finish;
    const key = JSON.stringify([row, treatment, condition, z.shape, sealer, use, sheen]);
    const part = found.get(key);
    if (part) part.zones.push(z.id);
    else
      found.set(key, {
        row,
        group: groupOfRow.get(row)!,
        zones: [z.id],
        treatment,
        condition,
        shape: z.shape,
        sealer,
        use,
        sheen,
      });
  }
  const seen = new Set<string>();
  return [...found.values()].map((p) => {
    const id = seen.has(p.row) ? `${p.row}-${p.zones[0]!}` : p.row;
    seen.add(p.row);
    return { ...p, id };
  });
}
