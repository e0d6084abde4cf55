const positive = (n: number, what: string) => {
  if (!(n > 0)) throw new RangeError(`${what}: ${n} is not above 0`);
};

/** A rectangle to be covered, metres; several alike count as one panel with a number. */
export type Panel = { readonly width: number; readonly height: number; readonly count: number };
export type Sheet = {
  readonly width: number;
  readonly height: number;
  /** The pattern repeats every so many metres along the sheet; 0: it need not match. */
  readonly repeat: number;
  /** Left open between two sheets, metres. */
  readonly gap: number;
  /** How often one sheet can be laid: an inlay sheet lasts two or three times. */
  readonly uses: number;
};

/**
 * Sheets of paper, transfer or inlay for some panels, laid upright or turned, whichever takes fewer. A panel smaller than
 * a sheet leaves room for others like it on the same sheet; where a pattern must match, each length is rounded up to
 * whole repeats and sheets are not turned. Offcuts of one size of panel are not reckoned for another.
 * @throws {RangeError} when a size, a count or the uses are not above 0
 * Source: common practice, checked by counting
 */
export function sheetsFor(
  panels: readonly Panel[],
  sheet: Sheet,
): { readonly pieces: number; readonly sheets: number } {
  positive(sheet.width, 'sheet width');
  positive(sheet.height, 'sheet height');
  positive(sheet.uses, 'uses');
  const upright = layout(panels, sheet, sheet.width, sheet.height);
  if (sheet.repeat > 0) return upright;
  const turned = layout(panels, sheet, sheet.height, sheet.width);
  return turned.sheets < upright.sheets ? turned : upright;
}

function layout(panels: readonly Panel[], sheet: Sheet, w: number, h: number) {
  const laid = panels.map((p) => cut(p, sheet, w, h));
  const full = laid.reduce((n, l) => n + Math.ceil(l.pieces / l.fromOne), 0);
  return { pieces: laid.reduce((n, l) => n + l.pieces, 0), sheets: Math.ceil(full / sheet.uses) };
}

/** Pieces for one kind of panel, and how many of them one sheet gives: more than one only where none are joined. */
function cut(p: Panel, { gap, repeat }: Sheet, w: number, h: number) {
  positive(p.width, 'panel width');
  positive(p.height, 'panel height');
  const across = Math.ceil((p.width + gap) / (w + gap) - 1e-9);
  const usable = repeat > 0 ? Math.max(repeat, Math.floor(h / repeat) * repeat) : h;
  const down = Math.ceil((p.height + gap) / (usable + gap) - 1e-9);
  const length = repeat > 0 ? Math.ceil(p.height / repeat - 1e-9) * repeat : p.height;
  const beside = across === 1 ? Math.floor(w / p.width + 1e-9) : 1;
  const below = down === 1 ? Math.max(1, Math.floor(h / length + 1e-9)) : 1;
  return { pieces: across * down * p.count, fromOne: beside * below };
}

/**
 * Where the sheets' edges come on a panel so that both outer ones are equally wide, as metres from its left edge.
 * @throws {RangeError} when a width is not above 0
 */
export function centredEdges(panelWidth: number, sheetWidth: number, gap: number): number[] {
  positive(panelWidth, 'panel width');
  positive(sheetWidth, 'sheet width');
  const step = sheetWidth + gap;
  const count = Math.ceil((panelWidth + gap) / step - 1e-9);
  const start = (panelWidth - (count * step - gap)) / 2;
  return Array.from({ length: count }, (_, i) => start + i * step);
}
