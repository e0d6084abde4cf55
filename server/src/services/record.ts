import type { FoundPiece, FoundRecord } from '@app/contract';
import { colourDifference, isHexColour } from '@app/core';
import { type RecordedPiece, recordOf } from '../store/record.ts';

export type RecordQuery = {
  readonly word: string;
  /** '' : any colour. */
  readonly hex: string;
  readonly product: string;
  readonly look: string;
  readonly person: string;
};

/** CIEDE2000: what somebody would still call "that green". */
const NEAR = 10;
const MOST_FOUND = 60;

/** Which pieces had this: a word, a colour near it, a product, a look, a person; with their coats. The nearest colour first. */
export async function searchRecord(workshopId: string, query: RecordQuery): Promise<FoundRecord> {
  const found = (await recordOf(workshopId)).flatMap((p) => {
    const match = matchOf(p, query);
    return match ? [match] : [];
  });
  found.sort((a, b) => a.difference - b.difference || (b.piece.last ?? 0) - (a.piece.last ?? 0));
  return { pieces: found.slice(0, MOST_FOUND).map((f) => f.piece), isAll: found.length <= MOST_FOUND };
}

function matchOf(p: RecordedPiece, q: RecordQuery): { piece: FoundPiece; difference: number } | null {
  const coats = p.done.filter((s) => s.route.coat !== null);
  const isColour = isHexColour(q.hex);
  const near = coats.filter(
    (s) => isColour && s.route.colour !== null && colourDifference(q.hex, s.route.colour) <= NEAR,
  );
  if (isColour && near.length === 0) return null;
  if (q.product !== '' && !coats.some((s) => s.route.product === q.product)) return null;
  if (q.look !== '' && !p.looks.some((l) => l === q.look)) return null;
  if (q.person !== '' && !p.done.some((s) => s.state.by.includes(q.person))) return null;
  if (q.word !== '' && !hasWord(p, q.word)) return null;
  const difference = Math.min(100, ...near.map((s) => colourDifference(q.hex, s.route.colour!)));
  const last = p.done.length === 0 ? null : Math.max(...p.done.map((s) => s.state.until));
  return {
    piece: { id: p.id, name: p.name, client: p.client, leftAt: p.leftAt, last, coats: coatsOf(coats) },
    difference,
  };
}

const hasWord = (p: RecordedPiece, word: string): boolean =>
  [p.name, p.client ?? '', ...p.done.map((s) => s.route.title)].some((t) =>
    t.toLowerCase().includes(word.toLowerCase()),
  );

/** The coats of a piece, those of one product and colour counted together. */
function coatsOf(coats: RecordedPiece['done']): FoundPiece['coats'] {
  const sums = new Map<string, FoundPiece['coats'][number]>();
  for (const { route, state } of coats) {
    const key = `${route.product ?? ''} ${route.colour ?? ''} ${route.zones.join()}`;
    const known = sums.get(key) ?? {
      product: route.product ?? '',
      colour: route.colour,
      coats: 0,
      litres: 0,
      zones: route.zones,
    };
    sums.set(key, { ...known, coats: known.coats + 1, litres: known.litres + (state.took?.litres ?? route.litres) });
  }
  return [...sums.values()];
}
