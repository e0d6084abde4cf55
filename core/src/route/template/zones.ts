import type { Use } from '../brief.ts';
import type { Group, Zone } from '../piece.ts';
import { readFormula } from './formula.ts';
import { type Dimensions, measuresOf, piecesOf, type Template } from './templates.ts';

/** A zone the painter makes: a plinth, a carved panel, a band cut out of a door. */
export type OwnZone = {
  readonly id: string;
  readonly name: string;
  readonly group: Group;
  readonly area: string;
  /** The zone it is cut out of, whose area gets so much smaller. Missing: it comes on top. */
  readonly of?: string | undefined;
  readonly shape?: Zone['shape'] | undefined;
};

/** What was changed about the template's zones for one piece. */
export type ZoneChoice = {
  /** Optional zones that are to be done: inside, back, edges. */
  readonly include: readonly string[];
  /** Formulas changed by hand, by zone. */
  readonly areas: Readonly<Record<string, string>>;
  readonly own: readonly OwnZone[];
};
export const TEMPLATE_ZONES: ZoneChoice = { include: [], areas: {}, own: [] };

/** A piece of furniture is never larger than this; a larger area is a slip of the keyboard. */
const LARGEST_M2 = 60;
/** Less than this is nothing. */
const SMALLEST_M2 = 0.0001;

/** The zones of a piece with their areas, and what is wrong with a formula, by zone. */
export function zonesOf(
  template: Template,
  d: Dimensions,
  choice: ZoneChoice = TEMPLATE_ZONES,
): { readonly zones: Zone[]; readonly faults: Readonly<Record<string, string>> } {
  const names = template.measures.map((m) => m.key);
  const sizes = Object.fromEntries(measuresOf(template).map((m) => [m.key, d[m.key] ?? m.usual]));
  const alike = template.isSet ? 1 : piecesOf(template, d);
  const faults: Record<string, string> = {};
  const zones: Zone[] = [];
  type Given = { id: string; name: string; group: Group; note?: string; shape?: Zone['shape'] | undefined; use?: Use };
  const add = (z: Given, formula: string, isEdited: boolean) => {
    const read = readFormula(formula, names);
    const area = read.kind === 'formula' ? read.valueAt(sizes) * alike : Number.NaN;
    if (read.kind === 'wrong') faults[z.id] = `${z.name}: ${read.words}`;
    else if (!(area > 0) || area > LARGEST_M2)
      faults[z.id] =
        `${z.name}: this gives ${Number.isFinite(area) ? area.toFixed(2) : 'no'} m². Enter a formula that gives 0.01 to ${LARGEST_M2} m².`;
    zones.push({
      id: z.id,
      name: z.name,
      group: z.group,
      area_m2: Number.isFinite(area) ? area : 0,
      shape: z.shape ?? template.shape,
      ...(z.use ? { use: z.use } : {}),
      formula: sayFormula(formula, z.note, alike),
      isEdited,
    });
  };
  for (const z of template.zones)
    if (!z.optional || choice.include.includes(z.id)) add(z, choice.areas[z.id] ?? z.area, z.id in choice.areas);
  for (const z of choice.own) add(z, z.area, true);
  return { zones: cutOut(zones, choice.own, faults), faults };
}

/** What is left of a zone when others are cut out of it; more than all of it is a fault of what was cut last. */
function cutOut(zones: readonly Zone[], own: readonly OwnZone[], faults: Record<string, string>): Zone[] {
  const left = new Map(zones.map((z) => [z.id, z.area_m2]));
  for (const cut of own) {
    if (cut.of === undefined) continue;
    const from = zones.find((z) => z.id === cut.of);
    if (!from) {
      faults[cut.id] = `${cut.name}: what it is cut out of is not on this piece. Choose another zone, or none.`;
      continue;
    }
    const rest = left.get(cut.of)! - zones.find((z) => z.id === cut.id)!.area_m2;
    if (rest < -SMALLEST_M2)
      faults[cut.id] =
        `${cut.name}: this is more than is left of ${from.name.toLowerCase()}. Make it smaller by ${Math.abs(rest).toFixed(2)} m².`;
    left.set(cut.of, Math.max(0, rest));
  }
  return zones.map((z) => ({ ...z, area_m2: left.get(z.id)! })).filter((z) => z.area_m2 > 0 || z.id in faults);
}

function sayFormula(formula: string, note: string | undefined, alike: number): string {
  const said = formula.replaceAll('*', '×').replaceAll('-', '−');
  const times = alike > 1 ? `${alike} × (${said})` : said;
  return note ? `${times}: ${note}` : times;
}
