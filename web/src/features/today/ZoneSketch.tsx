import type { PieceView } from '@app/contract';
import { piecesOf, type ShopStep, templateById, tintOf } from '@app/core';
import { PieceDrawing } from '../../ui/PieceDrawing.tsx';

/** Where on the piece a step is done: the piece as it stands there, the zones it touches filled. */
export function ZoneSketch({ piece, step }: { readonly piece: PieceView; readonly step: ShopStep }) {
  const touched = piece.zones.filter((z) => step.zones.includes(z.id));
  if (touched.length === 0) return null;
  const colour = tintOf(step);
  const names = touched.map((z) => z.name.toLowerCase()).join(', ');
  const isAll = touched.length === piece.zones.length;
  const template = templateById.get(piece.template);
  const of = template ? piecesOf(template, piece.dimensions) : 1;
  const on = { fill: colour ?? 'var(--m-ink)', opacity: colour === null ? 0.35 : 1, isOn: true };
  return (
    <figure className="flex items-center gap-3">
      <PieceDrawing
        piece={piece}
        of={of}
        zone={(id) => (step.zones.includes(id) ? on : { fill: 'var(--m-raised)' })}
        label={`On the ${names}${of > 1 ? `, of each of ${of}` : ''}`}
        className="h-20 w-[110px] shrink-0 md:h-24 md:w-[132px]"
      />
      <figcaption className="text-body">
        {isAll ? 'The whole piece' : firstUpper(names)}
        {of > 1 && `, each of ${of}`}
      </figcaption>
    </figure>
  );
}

const firstUpper = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
