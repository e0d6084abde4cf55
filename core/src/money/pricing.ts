/** Money is whole cents; it is rounded once, at the end, half away from zero. */
export type Cents = number;
export const toCents = (amount: number): Cents => Math.sign(amount) * Math.round(Math.abs(amount) + 1e-9);

export type Costs = {
  readonly bought_cents: Cents;
  readonly materials_cents: Cents;
  readonly hardware_cents: Cents;
  readonly labour_minutes: number;
  readonly rate_centsPerHour: Cents;
};

/** What a piece costs with its hours paid. @throws {RangeError} when a figure is negative */
export function costOf(c: Costs): Cents {
  const all = Object.entries(c).find(([, v]) => !(v >= 0));
  if (all) throw new RangeError(`${all[0]}: ${all[1]} is not 0 or more`);
  return toCents(c.bought_cents + c.materials_cents + c.hardware_cents + (c.labour_minutes / 60) * c.rate_centsPerHour);
}

/** Price from cost with a margin: the share of the price that is kept. @throws {RangeError} when not 0 <= margin < 1 */
export function priceWithMargin(cost: Cents, margin: number): Cents {
  if (!(margin >= 0 && margin < 1)) throw new RangeError(`margin: ${margin} is not in 0 <= margin < 1`);
  return toCents(cost / (1 - margin));
}

/** Price from cost with a markup on it. @throws {RangeError} when below 0 */
export function priceWithMarkup(cost: Cents, markup: number): Cents {
  if (!(markup >= 0)) throw new RangeError(`markup: ${markup} is not 0 or more`);
  return toCents(cost * (1 + markup));
}

/** Tax on a net price, and the total. */
export function withTax(net: Cents, rate: number): { readonly tax: Cents; readonly total: Cents } {
  const tax = toCents(net * rate);
  return { tax, total: net + tax };
}

export type Sale = {
  readonly price_cents: Cents;
  /** Booth or market share of the price, 0 to below 1. */
  readonly fee: number;
  readonly bought_cents: Cents;
  readonly materials_cents: Cents;
  readonly labour_minutes: number;
};

/** What is left of a sale, and what each hour of hands-on work earned; drying hours are not paid hours. */
export function earningsOf(s: Sale): { readonly left_cents: Cents; readonly perHour_cents: Cents | null } {
  const left_cents = toCents(s.price_cents * (1 - s.fee) - s.bought_cents - s.materials_cents);
  return { left_cents, perHour_cents: s.labour_minutes > 0 ? toCents((left_cents / s.labour_minutes) * 60) : null };
}

export type Find = {
  readonly price_cents: Cents;
  readonly fee: number;
  readonly materials_cents: Cents;
  readonly labour_minutes: number;
  readonly wanted_centsPerHour: Cents;
  /** Expected days until it sells, and what a day of standing about costs (space, money bound). */
  readonly daysToSell: number;
  readonly day_cents: Cents;
};

/** The highest price to pay for a find so that the hours still earn what is wanted; 0 or less: leave it there. */
export const mostToPay = (f: Find): Cents =>
  toCents(
    f.price_cents * (1 - f.fee) -
      f.materials_cents -
      (f.labour_minutes / 60) * f.wanted_centsPerHour -
      f.daysToSell * f.day_cents,
  );
