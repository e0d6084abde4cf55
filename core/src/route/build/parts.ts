import type { Brief, Use } from '../brief.ts';
import type { Group, Zone } from '../piece.ts';
import { conditionOf, type Survey, type ZoneCondition } from '../survey.ts';

/** What a part of the piece is to become. */
type Wanted = 'paint' | 'stain' | 'wash' | 'oil' | 'keep' | 'clean' | 'leave';

/** Zones of one group that are made of the same, stand the same and are to become the same. */
export type Part = {
  /** The group's name, with the first zone behind it when the group has several parts. */
  readonly id: string;
  readonly group: Group;
  readonly zones: readonly string[];
  readonly wanted: Wanted;
  readonly condition: ZoneCondition;
  /** How hard it is used, where the brief says so for these zones; null: as the group usually is. */
  readonly use: Use | null;
};

/** The parts of a piece, main one of each group first. A top that becomes the same as the body belongs to it. */
export function partsOf(zones: readonly Zone[], survey: Survey, brief: Brief, backs: 'left' | 'painted'): Part[] {
  // A patch that showed a burnt or patched top decides against the wish: it is painted like the rest.
  const showsWood = ['stain', 'wash', 'oil'].includes(brief.top.kind);
  const topLikeBody = brief.top.kind === 'same' || (showsWood && survey.topWood === 'poor');
  const wantedOf = (z: Zone): Wanted => {
    if (z.id === 'back' && backs === 'left') return 'leave';
    if (z.group === 'inside') return brief.inside ?? 'clean';
    if (z.group === 'top' && !topLikeBody) return brief.top.kind;
    return 'paint';
  };
  const groupOf = (z: Zone): Group => (z.group === 'top' && topLikeBody ? 'body' : z.group);
  const found = new Map<string, Omit<Part, 'id' | 'zones'> & { zones: string[] }>();
  for (const z of zones) {
    const condition = conditionOf(survey, z.id);
    const [group, wanted] = [groupOf(z), wantedOf(z)];
    const use = brief.use?.[z.id] ?? null;
    const key = JSON.stringify([group, wanted, condition, use]);
    const part = found.get(key);
    if (part) part.zones.push(z.id);
    else found.set(key, { group, zones: [z.id], wanted, condition, use });
  }
  const seen = new Set<Group>();
  return [...found.values()].map((p) => {
    const id = seen.has(p.group) ? `${p.group}-${p.zones[0]!}` : p.group;
    seen.add(p.group);
    return { ...p, id };
  });
}
