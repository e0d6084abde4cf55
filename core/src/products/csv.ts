import { FT2_PER_GAL } from '../quantities/convert.ts';
import { readDecimal, readNumber } from '../quantities/readNumber.ts';
import { CHEMISTRIES, usualChemistry } from './chemistry.ts';
import { BASES, FAMILIES, type Mixing, type Product, productFaults, type Stage } from './product.ts';

/** Columns of a product list, in the order they are written; times in hours unless the column says otherwise. */
export const PRODUCT_COLUMNS = [
  'id',
  'name',
  'family',
  'base',
  'dries',
  'touch_h',
  'handle_h',
  'sand_h',
  'recoat_h',
  'recoat_max_h',
  'topcoat_h',
  'travel_h',
  'use_d',
  'cure_d',
  'spread_m2_per_l',
  'spread_ft2_per_gal',
  'solids_pct',
  'min_c',
  'min_f',
  'max_rh_pct',
  'softens_again',
  'own_sealer',
  'mixed_with',
  'mix_parts',
  'mix_rest_min',
  'mix_life_h',
  'thinner',
  'caution',
] as const;
export type ProductColumn = (typeof PRODUCT_COLUMNS)[number];
const NEEDED: readonly ProductColumn[] = [
  'name',
  'family',
  'base',
  'touch_h',
  'recoat_h',
  'topcoat_h',
  'use_d',
  'cure_d',
];
export const MOST_PRODUCT_ROWS = 500;

export type ReadProducts = {
  readonly products: readonly Product[];
  /** What is wrong, by line of the file (1 is the heading), in words. */
  readonly faults: readonly { readonly line: number; readonly words: string }[];
};

/**
 * Products from the cells of a table whose first row names the columns. A decimal comma is a point. Rows with a fault
 * are left out and told; the others are given.
 */
export function productsFromTable(rows: readonly (readonly string[])[]): ReadProducts {
  const [head = [], ...body] = rows;
  const names = head.map((h) =>
    h
      .trim()
      .toLowerCase()
      .replace(/^\uFEFF/, ''),
  );
  const unknown = names.filter((n) => n !== '' && !(PRODUCT_COLUMNS as readonly string[]).includes(n));
  const missing = NEEDED.filter((n) => !names.includes(n));
  if (missing.length > 0)
    return fail(
      `The first line must name the columns. Missing: ${missing.join(', ')}.${unknown.length > 0 ? ` Not known: ${unknown.slice(0, 5).join(', ')}.` : ''}`,
    );
  const filled = body
    .map((cells, i) => ({ cells, line: i + 2 }))
    .filter(({ cells }) => cells.some((c) => c.trim() !== ''));
  if (filled.length > MOST_PRODUCT_ROWS)
    return fail(`The file has ${filled.length} rows; bring in at most ${MOST_PRODUCT_ROWS} at a time.`);
  const products: Product[] = [];
  const faults: { line: number; words: string }[] = [];
  const seen = new Set<string>();
  for (const { cells, line } of filled) {
    const row = Object.fromEntries(names.map((n, k) => [n, (cells[k] ?? '').trim()])) as Partial<
      Record<ProductColumn, string>
    >;
    const read = productFromRow(row);
    if (typeof read === 'string') faults.push({ line, words: read });
    else if (seen.has(read.id))
      faults.push({ line, words: `${read.name}: the id ${read.id} stands in the file twice.` });
    else {
      seen.add(read.id);
      products.push(read);
    }
  }
  return { products, faults };
}

const fail = (words: string): ReadProducts => ({ products: [], faults: [{ line: 1, words }] });

function productFromRow(row: Partial<Record<ProductColumn, string>>): Product | string {
  const name = row.name ?? '';
  if (name === '') return 'name: enter a name.';
  const family = FAMILIES.find((f) => f === row.family);
  if (!family) return `${name}: family “${row.family ?? ''}” is not one of ${FAMILIES.join(', ')}.`;
  const base = BASES.find((b) => b === row.base);
  if (!base) return `${name}: base “${row.base ?? ''}” is not one of ${BASES.join(', ')}.`;
  const dries = row.dries ?? '';
  const chemistry = dries === '' ? usualChemistry(base, family) : CHEMISTRIES.find((c) => c === dries);
  if (!chemistry) return `${name}: dries “${dries}” is not one of ${CHEMISTRIES.join(', ')}.`;
  const bad: string[] = [];
  const number = (column: ProductColumn, times: number, usual: number | null): number | null => {
    const text = row[column] ?? '';
    if (text === '') return usual;
    const n = readDecimal(text);
    if (!Number.isFinite(n) || n < 0) bad.push(`${column} “${text}” is not a number of 0 or more`);
    return n * times;
  };
  const touch = number('touch_h', 60, 0)!;
  const recoat = number('recoat_h', 60, touch)!;
  const topcoat = number('topcoat_h', 60, recoat)!;
  const handle = number('handle_h', 60, topcoat)!;
  const use = number('use_d', 1440, 0)!;
  const stages: Record<Stage, number> = {
    touch,
    handle,
    sand: number('sand_h', 60, recoat)!,
    recoat,
    topcoat,
    travel: number('travel_h', 60, handle)!,
    use,
    cure: number('cure_d', 1440, use)!,
  };
  const parts = readParts(row.mix_parts ?? '');
  if ((row.mix_parts ?? '') !== '' && parts === null) bad.push(`mix_parts “${row.mix_parts}” is not like 2:1`);
  const mixing: Mixing | null = parts && {
    with: row.mixed_with || 'water',
    parts,
    rest_minutes: number('mix_rest_min', 1, 0)!,
    life_minutes: number('mix_life_h', 60, 8 * 60)!,
  };
  const product: Product = {
    id: (row.id ?? '') === '' ? productIdFrom(name) : productIdFrom(row.id!),
    name,
    family,
    base,
    chemistry,
    stages_minutes: roundedStages(stages),
    recoatMax_minutes: number('recoat_max_h', 60, null),
    spread_m2PerL: number('spread_m2_per_l', 1, null) ?? number('spread_ft2_per_gal', 1 / FT2_PER_GAL, null),
    solids_pct: number('solids_pct', 1, null),
    limits: {
      minTemperature_c: number('min_c', 1, null) ?? fromFahrenheit(number('min_f', 1, null)) ?? 10,
      maxHumidity_pct: number('max_rh_pct', 1, 85)!,
    },
    reactivable: isYes(row.softens_again),
    ownSealer: isYes(row.own_sealer),
    mixing,
    thinner: row.thinner || (base === 'water' ? 'water' : 'see the label'),
    flammability: base === 'water' ? 'not flammable as supplied' : 'flammable: see the label',
    range: 'from your own list',
    caution: row.caution || null,
  };
  if (bad.length > 0) return `${name}: ${bad.join('; ')}.`;
  const faults = productFaults(product);
  return faults.length > 0 ? `${faults.join('; ')}.` : product;
}

/** 1 m2/L is 40.7458333 ft2 per US gallon, by definition of foot and gallon. */
const fromFahrenheit = (f: number | null) => (f === null ? null : (f - 32) / 1.8);

const roundedStages = (s: Record<Stage, number>) =>
  Object.fromEntries(Object.entries(s).map(([k, v]) => [k, Math.round(v)])) as Record<Stage, number>;

/** Two parts as typed, "2:1" or "1 : 1,5", product first; null when it is not that. */
export function readParts(text: string): Mixing['parts'] | null {
  const [a, b, ...more] = text.split(/[:/]/).map(readNumber);
  return more.length === 0 && a! > 0 && b! > 0 ? [a!, b!] : null;
}

const isYes = (text: string | undefined) => /^(yes|y|1|true|x)$/i.test(text ?? '');
/** A product's id from its name: small letters, numbers and dashes, at most 40. */
export const productIdFrom = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40) || 'product';

/** A product as a row of the list; what `productsFromTable` reads back. */
export function productToRow(p: Product): string[] {
  const h = (minutes: number) => String(Math.round((minutes / 60) * 1000) / 1000);
  const d = (minutes: number) => String(Math.round((minutes / 1440) * 1000) / 1000);
  const s = p.stages_minutes;
  const cells: Record<ProductColumn, string> = {
    id: p.id,
    name: p.name,
    family: p.family,
    base: p.base,
    dries: p.chemistry,
    touch_h: h(s.touch),
    handle_h: h(s.handle),
    sand_h: h(s.sand),
    recoat_h: h(s.recoat),
    recoat_max_h: p.recoatMax_minutes === null ? '' : h(p.recoatMax_minutes),
    topcoat_h: h(s.topcoat),
    travel_h: h(s.travel),
    use_d: d(s.use),
    cure_d: d(s.cure),
    spread_m2_per_l: p.spread_m2PerL === null ? '' : String(p.spread_m2PerL),
    spread_ft2_per_gal: '',
    solids_pct: p.solids_pct === null ? '' : String(p.solids_pct),
    min_c: String(p.limits?.minTemperature_c ?? 0),
    min_f: '',
    max_rh_pct: String(p.limits?.maxHumidity_pct ?? 100),
    softens_again: p.reactivable ? 'yes' : 'no',
    own_sealer: p.ownSealer ? 'yes' : 'no',
    mixed_with: p.mixing?.with ?? '',
    mix_parts: p.mixing?.parts.join(':') ?? '',
    mix_rest_min: p.mixing ? String(p.mixing.rest_minutes) : '',
    mix_life_h: p.mixing ? h(p.mixing.life_minutes) : '',
    thinner: p.thinner,
    caution: p.caution ?? '',
  };
  return PRODUCT_COLUMNS.map((c) => cells[c]);
}
