/** What of the shop is being changed; with no id: something new, which is not there before it is saved. */
export type Chosen =
  | { readonly kind: 'person' | 'station' | 'place'; readonly id: string | null }
  | { readonly kind: 'sprayer' | 'workshop' };
