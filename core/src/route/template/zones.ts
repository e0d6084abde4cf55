import type { Group, Zone } from '../piece.ts';
import { readFormula } from './formula.ts';
import { type Dimensions, measuresOf, piecesOf, type Template } from './templates.ts';

/** A zone the painter adds: a plinth, a carved panel. */
export type OwnZone = { readonly id: string; readonly name: string; readonly group: Group; readonly area: string };

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
  const add = (z: { id: string; name: string; group: Group; note?: string }, formula: string, isEdited: boolean) => {
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
      formula: sayFormula(formula, z.note, alike),
      isEdited,
    });
  };
  for (const z of template.zones)
    if (!z.optional || choice.include.includes(z.id)) add(z, choice.areas[z.id] ?? z.area, z.id in choice.areas);
  for (const z of choice.own) add(z, z.area, true);
  return { zones, faults };
}

function sayFormula(formula: string, note: string | undefined, alike: number): string {
  const said = formula.replaceAll('*', '×').replaceAll('-', '−');
  const times = alike > 1 ? `${alike} × (${said})` : said;
  return note ? `${times}: ${note}` : times;
}
