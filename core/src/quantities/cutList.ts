/** A board as it is bought, metres. */
export type Board = { readonly length: number; readonly width: number };
/** Parts to be sawn out of boards, metres. */
export type CutPart = {
  readonly name: string;
  readonly length: number;
  readonly width: number;
  readonly count: number;
};
/** One board and what is sawn out of it: strips of one width, each cut to lengths. */
export type CutBoard = { readonly strips: readonly { readonly width: number; readonly lengths: readonly number[] }[] };
export type CutList = { readonly boards: readonly CutBoard[]; readonly waste_m2: number };

/** What a saw takes with it. Common practice: 3 mm. */
const KERF_M = 0.003;

/**
 * Parts laid out on boards, grain along the board: strips of each width, lengths put into the first strip that has room,
 * the longest first, strips into the first board that is wide enough left. First-fit decreasing: at most 22 % over the
 * fewest possible, and mostly the fewest.
 * @throws {RangeError} when a part is larger than a board, or a size or count is not above 0
 * Source: Johnson et al. (1974) for the bound; saw cuts: common practice
 */
export function cutList(parts: readonly CutPart[], board: Board): CutList {
  for (const p of parts) {
    if (!(p.length > 0) || !(p.width > 0) || !(p.count > 0))
      throw new RangeError(`${p.name}: enter a length, a width and a count above 0`);
    if (p.length > board.length || p.width > board.width)
      throw new RangeError(`${p.name}: longer or wider than a board of ${board.length} × ${board.width} m`);
  }
  const boards = onBoards(stripsOf(parts, board.length), board.width);
  const used = parts.reduce((n, p) => n + p.length * p.width * p.count, 0);
  return { boards, waste_m2: boards.length * board.length * board.width - used };
}

type Strip = { readonly width: number; readonly lengths: number[] };

function stripsOf(parts: readonly CutPart[], length: number): Strip[] {
  const pieces = parts
    .flatMap((p) => Array.from({ length: p.count }, () => ({ width: p.width, length: p.length })))
    .sort((a, b) => b.width - a.width || b.length - a.length);
  const strips: Strip[] = [];
  for (const piece of pieces) {
    const open = strips.find((s) => s.width === piece.width && taken(s.lengths) + piece.length <= length + 1e-9);
    if (open) open.lengths.push(piece.length);
    else strips.push({ width: piece.width, lengths: [piece.length] });
  }
  return strips;
}

/** Along a strip, with a saw cut behind each length but the last. */
const taken = (lengths: readonly number[]): number => lengths.reduce((n, l) => n + l + KERF_M, 0);

function onBoards(strips: readonly Strip[], width: number): CutBoard[] {
  const boards: { strips: Strip[]; left: number }[] = [];
  for (const strip of strips) {
    const open = boards.find((b) => strip.width <= b.left + 1e-9);
    if (open) {
      open.strips.push(strip);
      open.left -= strip.width + KERF_M;
    } else boards.push({ strips: [strip], left: width - strip.width - KERF_M });
  }
  return boards.map(({ strips: s }) => ({ strips: s }));
}
