/** What is planned with: a figure of the shop's own, or the book's again. */
export type Figures = {
  readonly about: 'pace' | 'drying' | 'coverage' | 'coats';
  readonly isOwn: boolean;
  readonly of?: string;
  readonly isBelowSheet?: boolean;
};

/** Asks for it; null: only the owner may. */
export type Use = ((figures: Figures) => void) | null;
