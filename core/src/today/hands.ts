import type { Product } from '../products/product.ts';
import { type Portion, portionsOf } from '../products/portions.ts';
import { does, sandingOf } from '../route/act.ts';
import type { RouteStep } from '../route/piece.ts';
import { tintOf } from '../workshop/shelf.ts';

/** Something the hands take up for a step. */
export type HandItem = {
  readonly kind: 'applicator' | 'paper' | 'tool' | 'cloth' | 'cover' | 'protection' | 'part';
  /** The same thing has the same id for every step. */
  readonly id: string;
  readonly words: string;
  /** Colour it is used for; missing: it belongs to none. */
  readonly colour?: string | null;
  /** Product it is used for, so that a brush for clear coat is told from one for primer. */
  readonly product?: string;
};
/** What is poured for a coat: from which can, and how much of what. */
export type Pour = {
  readonly product: string;
  readonly colour: string | null;
  readonly portions: readonly Portion[];
  readonly litres: number;
};
export type Hands = { readonly pour: Pour | null; readonly items: readonly HandItem[] };

/** Everything a step asks for, in the order it is taken up. Masks and gloves after common practice; labels come first. */
export function handsOf(
  step: RouteStep,
  products: ReadonlyMap<string, Product>,
  toolName: (id: string) => string,
): Hands {
  const product = products.get(step.product ?? '');
  return {
    pour: pourOf(step, product),
    items: [...worn(step, product), ...applied(step, product), ...used(step, toolName)],
  };
}

function pourOf(step: RouteStep, product: Product | undefined): Pour | null {
  if (!product || step.litres <= 0) return null;
  const portions = portionsOf(step, product);
  const litres = portions.reduce((n, p) => n + p.litres, 0);
  return { product: product.id, colour: tintOf(step), portions, litres };
}

/**
 * How much is mixed in a step that mixes: what the coats take that are laid from this mix, up to the next one of the same product;
 * null: it mixes nothing that is laid.
 * @param steps of the piece, in order
 */
export function mixOf(
  step: RouteStep,
  steps: readonly RouteStep[],
  products: ReadonlyMap<string, Product>,
): Pour | null {
  const rest = steps.slice(steps.findIndex((s) => s.key === step.key) + 1);
  const next = rest.findIndex((s) => s.mixes === step.mixes);
  const coats = (next < 0 ? rest : rest.slice(0, next)).filter((s) => s.product === step.mixes);
  const [first] = coats;
  if (step.mixes === undefined || !first) return null;
  const litres = coats.reduce((n, s) => n + s.litres, 0);
  return pourOf({ ...first, litres }, products.get(step.mixes));
}

const item = (kind: HandItem['kind'], id: string, words: string): HandItem => ({ kind, id, words });

/** What protects hands, eyes and lungs. */
function worn(step: RouteStep, product: Product | undefined): HandItem[] {
  const isSprayed = step.method === 'spray' || step.method === 'aerosol';
  const burns =
    product !== undefined && (product.base === 'oil' || product.base === 'alcohol' || product.base === 'lacquer');
  const wetsHands =
    product?.family === 'stripper' || product?.family === 'stain' || does(step, 'degrease', 'strip', 'disinfect');
  return [
    ...(isSprayed ? [item('protection', 'mist-mask', 'Mask against spray mist')] : []),
    ...(!isSprayed && (step.dusty || does(step, 'abrade', 'scrape'))
      ? [item('protection', 'dust-mask', 'Dust mask')]
      : []),
    ...(wetsHands ? [item('protection', 'gloves', 'Gloves')] : []),
    ...(product?.family === 'stripper' || does(step, 'heat') ? [item('protection', 'goggles', 'Goggles')] : []),
    ...(burns ? [item('protection', 'fresh-air', 'Fresh air, no flame near')] : []),
  ];
}

/** One brush, sleeve or cloth for each colour of each product. */
function applied(step: RouteStep, product: Product | undefined): HandItem[] {
  if (!product || step.method === null) return [];
  const colour = tintOf(step);
  const of = `${product.id} ${colour ?? ''}`.trim();
  const own = (kind: HandItem['kind'], what: string, words: string): HandItem => ({
    ...item(kind, `${what} ${of}`, words),
    colour,
    product: product.id,
  });
  switch (step.method) {
    case 'brush':
      return [own('applicator', 'brush', product.family === 'wax' ? 'Wax brush' : 'Brush')];
    case 'roll':
      return [own('applicator', 'roller', 'Roller'), own('applicator', 'brush', 'Brush for edges and details')];
    case 'wipe':
      return [own('cloth', 'cloth', 'Lint-free cloth')];
    case 'spray':
      return [item('cover', 'strainer', 'Strainer')];
    case 'aerosol':
      return [];
  }
}

/** Papers, cloths, covers and tools, from what the step does. */
function used(step: RouteStep, toolName: (id: string) => string): HandItem[] {
  const grits = sandingOf(step)?.grits ?? [];
  return [
    ...grits.map((g) => item('paper', `P${g}`, `Paper P${g}`)),
    ...(does(step, 'dust-off') ? [item('cloth', 'tack', 'Vacuum and dust cloth')] : []),
    ...(does(step, 'wash') ? [item('cloth', 'white-cloth', 'White cloths, two buckets')] : []),
    ...(does(step, 'wipe-off', 'buff', 'rub-wet', 'degrease') ? [item('cloth', 'rag', 'Clean rags')] : []),
    ...(does(step, 'mask') ? [item('cover', 'tape', 'Masking tape and film')] : []),
    ...(does(step, 'scrape') ? [item('tool', 'scraper', 'Scraper')] : []),
    ...(does(step, 'glue') ? [item('tool', 'clamps', 'Clamps')] : []),
    ...(step.acts.some((a) => a.do === 'look' && a.light === 'raking')
      ? [item('tool', 'lamp', 'Lamp held low along the surface')]
      : []),
    ...(does(step, 'detach') ? [item('part', 'tray', 'Screwdriver, labelled tray')] : []),
    ...(does(step, 'attach') ? [item('part', 'fittings', 'Fittings from the tray, screwdriver')] : []),
    ...(step.tool === null ? [] : [item('tool', step.tool, toolName(step.tool))]),
  ];
}
