import { assertNever } from '../assertNever.ts';
import type { RemedyChange } from '../questions/remedies.ts';

/** What would bring a date within reach. @param variants what each variant of the piece is called, by its id */
export function sayRemedy(change: RemedyChange, variants: Readonly<Record<string, string>>): string {
  switch (change.kind) {
    case 'hours':
      return `${change.name} works ${change.longer_hours} hours longer until then`;
    case 'person':
      return `Someone like ${change.name} helps until then`;
    case 'variant':
      return variants[change.id] ?? change.id;
    case 'others':
      return 'Pieces without a told date wait for it';
    default:
      return assertNever(change);
  }
}
