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
 * Sheets of paper, transfer or inlay for some panels, laid upright or turned, whichever takes fewer; where a pattern
 * must match, each length is rounded up to whole repeats and sheets are not turned.
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
  const upright = panels.reduce((n, p) => n + laid(p, sheet, sheet.width, sheet.height), 0);
  const turned =
    sheet.repeat > 0 ? Infinity : panels.reduce((n, p) => n + laid(p, sheet, sheet.height, sheet.width), 0);
  const pieces = Math.min(upright, turned);
  return { pieces, sheets: Math.ceil(pieces / sheet.uses) };
}

function laid(p: Panel, sheet: Sheet, w: number, h: number): number {
  positive(p.width, 'panel width');
  positive(p.height, 'panel height');
  const across = Math.ceil((p.width + sheet.gap) / (w + sheet.gap) - 1e-9);
  const usable = sheet.repeat > 0 ? Math.max(sheet.repeat, Math.floor(h / sheet.repeat) * sheet.repeat) : h;
  const down = Math.ceil((p.height + sheet.gap) / (usable + sheet.gap) - 1e-9);
  return across * down * p.count;
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
