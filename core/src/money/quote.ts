import {
  type Cents,
  type Costs,
  costOf,
  earningsOf,
  mostToPay,
  priceWithMargin,
  priceWithMarkup,
  toCents,
  withTax,
} from './pricing.ts';

export type Quote = {
  readonly cost: Cents;
  readonly net: Cents;
  readonly tax: Cents;
  readonly total: Cents;
  /** To be paid before work begins, of the total. */
  readonly deposit: Cents;
  readonly rest: Cents;
};
export type QuoteTerms = {
  readonly by: 'margin' | 'markup';
  /** Share kept of the price (margin) or put on the cost (markup). */
  readonly share: number;
  readonly tax: number;
  readonly deposit: number;
};

/** A quote from costs. Money is rounded once for each line, half away from zero. @throws {RangeError} for shares out of range */
export function quoteFor(costs: Costs, terms: QuoteTerms): Quote {
  if (!(terms.deposit >= 0 && terms.deposit <= 1)) throw new RangeError(`deposit: ${terms.deposit} is not in 0 to 1`);
  if (!(terms.tax >= 0)) throw new RangeError(`tax: ${terms.tax} is not 0 or more`);
  const cost = costOf(costs);
  const net = terms.by === 'margin' ? priceWithMargin(cost, terms.share) : priceWithMarkup(cost, terms.share);
  const { tax, total } = withTax(net, terms.tax);
  const deposit = toCents(total * terms.deposit);
  return { cost, net, tax, total, deposit, rest: total - deposit };
}

export type Worth = {
  readonly verdict: 'yes' | 'barely' | 'no';
  readonly left_cents: Cents;
  readonly perHour_cents: Cents;
  /** What would have to be paid for it, at most, to earn the wanted hour. */
  readonly most_cents: Cents;
};

/**
 * Is it worth doing? Yes when the hours earn what is wanted, barely when they earn at least half of it.
 * @throws {RangeError} when there are no hours
 */
export function worthDoing(w: {
  readonly price_cents: Cents;
  readonly fee: number;
  readonly bought_cents: Cents;
  readonly materials_cents: Cents;
  readonly labour_minutes: number;
  readonly wanted_centsPerHour: Cents;
}): Worth {
  const { left_cents, perHour_cents } = earningsOf(w);
  if (perHour_cents === null) throw new RangeError(`hours: ${w.labour_minutes} is not above 0`);
  const most_cents = mostToPay({ ...w, daysToSell: 0, day_cents: 0 });
  const verdict =
    perHour_cents >= w.wanted_centsPerHour ? 'yes' : perHour_cents * 2 >= w.wanted_centsPerHour ? 'barely' : 'no';
  return { verdict, left_cents, perHour_cents, most_cents };
}

/** One way to settle the hardware: keep, clean, repaint, buy; with its own hours. */
export type HardwareOption = {
  readonly name: string;
  readonly pieces: number;
  readonly each_cents: Cents;
  readonly minutes: number;
};

/** What each way costs with its hours paid, cheapest first. */
export function hardwareCosts(
  options: readonly HardwareOption[],
  rate_centsPerHour: Cents,
): { readonly option: HardwareOption; readonly cents: Cents }[] {
  return options
    .map((option) => ({
      option,
      cents: toCents(option.pieces * option.each_cents + (option.minutes / 60) * rate_centsPerHour),
    }))
    .sort((a, b) => a.cents - b.cents);
}
