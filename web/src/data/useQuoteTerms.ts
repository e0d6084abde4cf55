import { type Quote, quoteFor } from '@app/core';
import { readNumber } from '../ui/readNumber.ts';
import { useKept } from '../ui/useKept.ts';

/** What a quote is made from, as it was typed last on this device: the same for every piece and every change. */
export function useQuoteTerms() {
  const [rate, setRate] = useKept('rate', '24');
  const [margin, setMargin] = useKept('margin', '25');
  const [tax, setTax] = useKept('tax', '20');
  const [other, setOther] = useKept('other-materials', '8');
  const [perHour, share, taxed, others] = [rate, margin, tax, other].map(readNumber) as [
    number,
    number,
    number,
    number,
  ];
  const isGood = [perHour, share, taxed, others].every((n) => n >= 0) && share < 100;
  /** Null: the terms are no figures. */
  const quote = (work: { readonly minutes: number; readonly materials_cents: number }): Quote | null =>
    isGood
      ? quoteFor(
          {
            bought_cents: 0,
            materials_cents: work.materials_cents + others * 100,
            hardware_cents: 0,
            labour_minutes: work.minutes,
            rate_centsPerHour: perHour * 100,
          },
          { by: 'margin', share: share / 100, tax: taxed / 100, deposit: 0.3 },
        )
      : null;
  return {
    typed: { rate, margin, tax, other },
    set: { rate: setRate, margin: setMargin, tax: setTax, other: setOther },
    quote,
  };
}
