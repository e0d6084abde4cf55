import { areEnough, type Hides, hidesKey, type OwnCoats } from '@app/core';
import { useProducts } from '../../../data/useProducts.ts';
import { useWorkshop } from '../../../data/workshop.tsx';
import { Button } from '../../../ui/parts.tsx';
import type { Use } from './figures.ts';

const COLOUR: Record<Hides['colour'], { readonly words: string; readonly hex: string }> = {
  white: { words: 'White', hex: '#f6f4ee' },
  pale: { words: 'A pale colour', hex: '#cfd8c4' },
  strong: { words: 'A strong colour', hex: '#3d5a45' },
  sheer: { words: 'A yellow or clean red', hex: '#c7a53c' },
};
const GROUND: Record<Hides['ground'], { readonly words: string; readonly hex: string }> = {
  dark: { words: 'a dark ground', hex: '#3c3b39' },
  middling: { words: 'a middling ground', hex: '#8f6a42' },
  pale: { words: 'a pale ground', hex: '#e6e0d2' },
};
const COAT = 7;
const WIDTH = 120;

type Props = { readonly coats: OwnCoats; readonly use: Use };

/** One paint over one ground, drawn as the layers it took: to the left by the book, to the right in this shop. */
export function CoatsLine({ coats: c, use }: Props) {
  const { view } = useWorkshop();
  const products = useProducts();
  const { hides } = c;
  const key = hidesKey(hides);
  const used = view.shop.ownCoats?.[key];
  const primer =
    hides.primer === null
      ? 'unprimed'
      : `primed with ${products.get(hides.primer)?.name.toLowerCase() ?? hides.primer}`;
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-b border-line py-1.5 text-table sm:grid-cols-[160px_120px_minmax(0,1fr)_auto]">
      <span>{products.get(hides.paint)?.name ?? hides.paint}</span>
      <Layers hides={hides} own={c.own} />
      <span>
        {COLOUR[hides.colour].words} over {GROUND[hides.ground].words}, {primer}: the route {hides.coats}, you {c.own}
        <span className="text-sub">
          , {c.times} {c.times === 1 ? 'time' : 'times'} of {c.n}
          {used === undefined ? '' : `; planned with ${used}`}
        </span>
      </span>
      <span>
        {use && used !== undefined && (
          <Button onClick={() => use({ about: 'coats', isOwn: false, of: key })}>Back to the book</Button>
        )}
        {use && used === undefined && areEnough(c) && c.own !== hides.coats && (
          <Button onClick={() => use({ about: 'coats', isOwn: true, of: key })}>Plan {c.own} coats</Button>
        )}
      </span>
    </li>
  );
}

function Layers({ hides, own }: { readonly hides: Hides; readonly own: number }) {
  const most = Math.max(own, hides.coats);
  const primer = hides.primer === null ? 0 : 5;
  const height = 8 + primer + most * COAT;
  const ground = height - 8;
  const half = WIDTH / 2;
  const stack = (count: number, x: number) =>
    Array.from({ length: count }, (_, n) => (
      <rect
        key={`${x} ${n}`}
        x={x}
        y={ground - primer - (n + 1) * COAT}
        width={half - 4}
        height={COAT - 1}
        fill={COLOUR[hides.colour].hex}
        stroke="var(--m-keyline)"
        strokeWidth="0.75"
      />
    ));
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} className="w-full max-w-30" aria-hidden="true">
      <rect x="0" y={ground} width={WIDTH} height="8" fill={GROUND[hides.ground].hex} />
      {primer > 0 && (
        <rect
          x="0"
          y={ground - 4}
          width={WIDTH}
          height="3"
          fill="#e9e4d6"
          stroke="var(--m-keyline)"
          strokeWidth="0.5"
        />
      )}
      {stack(hides.coats, 0)}
      {stack(own, half + 4)}
    </svg>
  );
}
