import type { Brief } from '@app/core';
import { topColour } from './topColour.ts';

type TagProps = { readonly brief: Brief; readonly size?: number };

/** The notched tag tied to every piece: body colour, with the top's colour as a band when it differs. */
export function Tag({ brief, size = 30 }: TagProps) {
  const top = topColour(brief)?.hex ?? null;
  return (
    <svg width={size} height={size * 0.64} viewBox="0 0 30 19" aria-hidden="true" className="shrink-0">
      <path d="M1 1h21l7 8.5-7 8.5H1z" fill={brief.body.hex} stroke="var(--m-keyline)" />
      {top && <path d="M1 1h21l2.9 3.5H1z" fill={top} stroke="var(--m-keyline)" strokeWidth="0.6" />}
      <circle cx="23.5" cy="9.5" r="1.7" fill="var(--m-paper)" stroke="var(--m-keyline)" strokeWidth="0.6" />
    </svg>
  );
}
