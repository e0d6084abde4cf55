import type { PieceView } from '@app/contract';
import { useSaying } from '../../data/saying.ts';
import { topColour } from '../../ui/topColour.ts';
import { Section } from '../../ui/parts.tsx';
import { sayTime } from '@app/core';

/** The notched tag tied to the piece and the labels of its trays, to be printed and cut out. */
export function TrayLabels({ piece, labels }: { readonly piece: PieceView; readonly labels: readonly string[] }) {
  const saying = useSaying();
  const top = topColour(piece.brief);
  return (
    <Section title="Tag and tray labels">
      <div className="flex flex-wrap gap-3">
        <svg width="280" height="120" viewBox="0 0 280 120" role="img" aria-label={`Tag of ${piece.name}`}>
          <path d="M2 2h226l48 58-48 58H2z" fill="var(--m-raised)" stroke="var(--m-ink)" strokeWidth="1.5" />
          <path d="M2 92h246l-20 26H2z" fill={piece.brief.body.hex} stroke="var(--m-keyline)" />
          {top && <path d="M2 78h258l-12 14H2z" fill={top.hex} stroke="var(--m-keyline)" />}
          <circle cx="252" cy="60" r="7" fill="var(--m-paper)" stroke="var(--m-ink)" strokeWidth="1.5" />
          <text x="14" y="32" fontSize="20" fontWeight="700" fill="var(--m-ink)">
            {piece.name.slice(0, 20)}
          </text>
          <text x="14" y="52" fontSize="13" fill="var(--m-ink)">
            {piece.client ?? 'Stock'} · {piece.brief.body.name}
          </text>
          <text x="14" y="70" fontSize="13" fill="var(--m-ink)">
            {piece.due === null ? '' : `for ${sayTime(piece.due, saying)}`}
          </text>
        </svg>
        {labels.map((l) => (
          <p
            key={l}
            className="flex h-[58px] w-[210px] items-center border border-dashed border-keyline px-3 text-table font-semibold"
          >
            {l}
          </p>
        ))}
      </div>
    </Section>
  );
}
