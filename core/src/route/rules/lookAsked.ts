import type { LookKind } from '../brief.ts';
import type { Facts } from '../build/facts.ts';
import type { Effect } from './rule.ts';

/** This look, where it is the one asked about. */
export const is = (f: Facts, kind: LookKind) => f.asked?.look.kind === kind;
export const key = (f: Facts, base: string) => `${base}${f.asked!.suffix}`;
export const colourOf = (f: Facts, usual: string) => f.asked!.look.colour?.hex ?? usual;
export const colourName = (f: Facts, usual: string) => f.asked!.look.colour?.name ?? usual;
export const productOf = (f: Facts) => f.asked!.look.product ?? f.paint.id;
/** The wax it is to be laid with: another one of the shop's where one is chosen. */
export function waxOf(f: Facts, usual: string): string {
  const { product } = f.asked!.look;
  return product !== undefined && f.products.get(product)?.family === 'wax' ? product : usual;
}
/** ", the doors" behind the title of a look that is not on everything. */
export const where = (f: Facts) => (f.asked!.look.zones ? `, ${f.named(f.asked!.zones).replace(/^the /, '')}` : '');
/** One more gap between what the look lies on and the look itself. */
export const dryGround = (f: Facts, step: string, minutes: number): Effect => ({
  do: 'wait',
  after: f.ground,
  step,
  minutes,
});
