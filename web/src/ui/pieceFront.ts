import { type Dimensions, type OwnZone, templateById, type Zone } from '@app/core';

/** One visible face of a piece: which zone it is of, and its outline in metres, down and to the right of the front's corner. */
export type Face = {
  readonly zone: string;
  readonly d: string;
  /** It lies within or behind what is seen, and is drawn as if through it. */
  readonly isHidden: boolean;
};
export type Front = { readonly faces: readonly Face[]; readonly details: string; readonly box: Box };
type Box = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
type Point = readonly [x: number, y: number];

/** Where the back of a piece stands against its front, by its depth: to the right and up, as a painter sketches it. */
const ASIDE = 0.32;
const UP = 0.22;
const GAP = 0.02;
const EDGE = 0.03;

type Piece = {
  readonly template: string;
  readonly dimensions: Dimensions;
  readonly zones: readonly Zone[];
  readonly zoneChoice: { readonly own: readonly OwnZone[] };
};

/** A piece from the front and a little from above, in its own proportions, each zone where it is. */
export function frontOf({ template, dimensions, zones, zoneChoice }: Piece): Front {
  const known = templateById.get(template);
  const usual = Object.fromEntries((known?.measures ?? []).map((m) => [m.key, m.usual]));
  const sketch = new Sketch(zones, { ...usual, ...dimensions });
  (DRAWN[template] ?? carcase)(sketch);
  sketch.unseen();
  for (const own of zoneChoice.own) sketch.own(own);
  return sketch.front();
}

class Sketch {
  readonly #zones: readonly Zone[];
  readonly #faces: (Face & { readonly box: Box })[] = [];
  #details = '';
  readonly #size: Readonly<Record<string, number>>;
  readonly width: number;
  readonly depth: number;
  readonly height: number;
  /** How many drawers, doors, shelves or legs are drawn; more say nothing more. */
  readonly count: (key: string, most: number) => number;

  constructor(zones: readonly Zone[], size: Readonly<Record<string, number>>) {
    this.#zones = zones;
    this.#size = size;
    this.width = this.metres('width', 0.8);
    this.depth = this.metres('depth', 0.05);
    this.height = this.metres('height', 0.8);
    this.count = (key, most) => Math.min(most, Math.max(0, Math.round(size[key] ?? 0)));
  }

  metres(key: string, otherwise: number): number {
    const given = this.#size[key];
    return given !== undefined && given > 0 ? given : otherwise;
  }
  /** Behind by a depth. */
  back([x, y]: Point, depth = this.depth): Point {
    return [x + depth * ASIDE, y - depth * UP];
  }
  has(zone: string): boolean {
    return this.#zones.some((z) => z.id === zone);
  }

  shape(zone: string, points: readonly Point[], isHidden = false): void {
    if (!this.has(zone)) return;
    const xs = points.map(([x]) => x);
    const ys = points.map(([, y]) => y);
    const [x, y] = [Math.min(...xs), Math.min(...ys)];
    const box = { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
    const d = `M${points.map(([px, py]) => `${round(px)} ${round(py)}`).join('L')}Z`;
    this.#faces.push({ zone, d, isHidden, box });
  }
  rect(zone: string, x: number, y: number, width: number, height: number, isHidden = false): void {
    const points: Point[] = [
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ];
    this.shape(zone, points, isHidden);
  }
  /** What lies flat, seen from above, with its front edge. */
  slab(zone: string, x: number, y: number, width: number, depth = this.depth, edge = EDGE): void {
    this.shape(zone, [[x, y], this.back([x, y], depth), this.back([x + width, y], depth), [x + width, y]]);
    this.rect(zone, x, y, width, edge);
    this.side(zone, x + width, y, edge, depth);
  }
  /** The right side of a box. */
  side(zone: string, x: number, y: number, height: number, depth = this.depth): void {
    this.shape(zone, [[x, y], this.back([x, y], depth), this.back([x, y + height], depth), [x, y + height]]);
  }
  /** A frame around an opening. */
  ring(zone: string, width: number, height: number, rail: number): void {
    if (!this.has(zone)) return;
    const inner = `M${rail} ${rail}V${round(height - rail)}H${round(width - rail)}V${rail}Z`;
    const d = `M0 0H${width}V${height}H0Z${inner}`;
    this.#faces.push({ zone, d, isHidden: false, box: { x: 0, y: 0, width, height } });
  }
  detail(d: string): void {
    this.#details += d;
  }

  /** Drawers, doors or both, in rows; a knob each. */
  grid(zone: string, at: Box, rows: readonly number[]): void {
    const height = (at.height + GAP) / rows.length;
    rows.forEach((columns, r) => {
      const width = (at.width + GAP) / columns;
      for (let c = 0; c < columns; c++) {
        const [x, y] = [at.x + c * width, at.y + r * height];
        this.rect(zone, x, y, width - GAP, height - GAP);
        if (!this.has(zone)) continue;
        const isDoor = height > width;
        const knobX = isDoor ? x + (c % 2 === 0 ? width - GAP - 0.05 : 0.05) : x + (width - GAP) / 2;
        this.detail(`M${round(knobX - 0.012)} ${round(y + (height - GAP) / 2)}h.024`);
      }
    });
  }

  /** Zones that cannot be seen from the front: dashed, side by side low within it; the back as an outline behind. */
  unseen(): void {
    const seen = new Set(this.#faces.map((f) => f.zone));
    const body = { x: 0, y: 0, width: this.width, height: this.height };
    const hidden = this.#zones.filter((z) => !seen.has(z.id) && HIDDEN.has(z.id));
    const within = hidden.filter((z) => z.id !== 'back');
    const room = { x: body.x + body.width * 0.12, width: body.width * 0.76 };
    within.forEach((z, n) => {
      const width = room.width / within.length;
      const [y, height] = [body.y + body.height * 0.45, body.height * 0.42];
      this.rect(z.id, room.x + n * width, y, width - GAP, height, true);
    });
    if (hidden.length === within.length) return;
    const [x, y] = this.back([body.x, body.y]);
    this.rect('back', x, y, body.width, body.height, true);
  }

  /** A zone made on the spot lies on what it is cut out of, as large against it as it is; what comes on top runs along below. */
  own({ id, of }: OwnZone): void {
    const zone = this.#zones.find((z) => z.id === id);
    if (!zone) return;
    const parents = this.#faces.filter((f) => f.zone === of && !f.isHidden);
    const parent = parents.toSorted((a, b) => b.box.width * b.box.height - a.box.width * a.box.height)[0];
    if (!parent) {
      const below = Math.max(...this.#faces.map((f) => f.box.y + f.box.height), 0);
      this.rect(id, 0, below + GAP, this.width, 0.06);
      return;
    }
    const whole = zone.area_m2 + (this.#zones.find((z) => z.id === of)?.area_m2 ?? 0);
    const share = Math.min(0.9, Math.max(0.25, Math.sqrt(zone.area_m2 / Math.max(whole, zone.area_m2))));
    const { x, y, width, height } = parent.box;
    this.rect(id, x + (width * (1 - share)) / 2, y + (height * (1 - share)) / 2, width * share, height * share);
  }

  front(): Front {
    const boxes = this.#faces.map((f) => f.box);
    const x = Math.min(0, ...boxes.map((b) => b.x));
    const y = Math.min(0, ...boxes.map((b) => b.y));
    const right = Math.max(this.width, ...boxes.map((b) => b.x + b.width));
    const bottom = Math.max(0.1, ...boxes.map((b) => b.y + b.height));
    const faces = this.#faces.map(({ zone, d, isHidden }) => ({ zone, d, isHidden }));
    return { faces, details: this.#details, box: { x, y, width: right - x, height: bottom - y } };
  }
}

const round = (metres: number) => Math.round(metres * 1000) / 1000;

/** Zones of the library that nobody sees from the front. */
const HIDDEN = new Set([
  'back',
  'inside',
  'door-insides',
  'drawer-insides',
  'drawer-bottoms',
  'runners',
  'edges',
  'shelves',
  'shelf-backs',
]);

/** Front, right side and top of a box of furniture. */
function carcase(s: Sketch, top = 'top'): void {
  s.rect('body', 0, 0, s.width, s.height);
  s.side('body', s.width, 0, s.height);
  s.slab(top, 0, 0, s.width);
}
/** What the fronts leave of the face of a carcase. */
const face = (s: Sketch): Box => ({ x: 0.04, y: 0.07, width: s.width - 0.08, height: s.height - 0.16 });

/** Two small ones above, as most chests with many have them. */
const drawerRows = (n: number): number[] => (n < 5 ? Array(Math.max(1, n)).fill(1) : [2, ...Array(n - 2).fill(1)]);
const doorRows = (n: number): number[] => (n <= 4 ? [Math.max(1, n)] : [Math.ceil(n / 2), Math.floor(n / 2)]);

function chest(s: Sketch): void {
  carcase(s);
  s.grid('drawers', face(s), drawerRows(s.count('parts', 8)));
}
function withDoors(zone: string) {
  return (s: Sketch): void => {
    carcase(s);
    s.grid(zone, face(s), doorRows(s.count('parts', 8)));
  };
}
function hutch(s: Sketch): void {
  const low = s.height * 0.48;
  const y = s.height - low;
  s.rect('body', 0, y, s.width, low);
  s.side('body', s.width, y, low);
  s.grid('fronts', { x: 0.04, y: y + 0.07, width: s.width - 0.08, height: low - 0.14 }, [s.count('parts', 6) || 1]);
  s.slab('top', 0, y, s.width);
  // The shelves stand on the back of the worktop.
  const [ux, uy] = s.back([0, 0], s.depth * 0.4);
  s.rect('body', ux, uy, s.width, y);
  s.side('body', ux + s.width, uy, y, s.depth * 0.6);
  s.rect('shelf-backs', ux + 0.04, uy + 0.04, s.width - 0.08, y - 0.04);
  const shelves = s.count('shelves', 6);
  for (let n = 1; n <= shelves; n++) s.rect('shelves', ux + 0.04, uy + (y * n) / (shelves + 1), s.width - 0.08, 0.035);
}
function bookcase(s: Sketch): void {
  carcase(s);
  s.rect('body', 0.04, 0.05, s.width - 0.08, s.height - 0.12);
  const shelves = s.count('parts', 8);
  for (let n = 1; n <= shelves; n++)
    s.rect('shelves', 0.04, 0.05 + ((s.height - 0.12) * n) / (shelves + 1), s.width - 0.08, 0.03);
}

/** Four legs and an apron under a top. */
function legs(s: Sketch, zone: string, thick: number, apron: number): void {
  const inset = 0.04;
  for (const x of [inset, s.width - inset - thick]) {
    const [bx, by] = s.back([x, EDGE], s.depth * 0.85);
    s.rect(zone, bx, by, thick, s.height - EDGE);
  }
  s.side(zone, s.width - inset, EDGE, apron, s.depth * 0.85);
  s.rect(zone, inset, EDGE, s.width - 2 * inset, apron);
  for (const x of [inset, s.width - inset - thick]) s.rect(zone, x, EDGE, thick, s.height - EDGE);
}
function table(s: Sketch): void {
  legs(s, 'base', 0.07, 0.1);
  s.slab('top', 0, 0, s.width);
}
function console(s: Sketch): void {
  s.rect('base', 0.03, EDGE, s.width - 0.06, 0.1);
  const turned = Math.max(2, s.count('spindles', 8));
  for (let n = 0; n < turned; n++) {
    const x = 0.05 + ((s.width - 0.1 - 0.035) * n) / (turned - 1);
    s.rect('base', x, 0.13, 0.035, s.height - 0.13);
    for (const share of [0.25, 0.5, 0.75])
      s.detail(`M${round(x - 0.01)} ${round(0.13 + (s.height - 0.13) * share)}h.055`);
  }
  if (s.count('parts', 4) > 0)
    s.grid('drawers', { x: 0.06, y: EDGE + 0.01, width: s.width - 0.12, height: 0.09 }, [s.count('parts', 4)]);
  s.slab('shelf', 0.04, s.height * 0.82, s.width - 0.08, s.depth * 0.8);
  s.slab('top', 0, 0, s.width);
}
function desk(s: Sketch): void {
  const pedestal = s.width * 0.3;
  const drawers = Math.max(1, s.count('parts', 8));
  s.side('body', s.width - 0.03, EDGE, s.height - EDGE, s.depth * 0.9);
  for (const [x, n] of [
    [0.03, Math.floor(drawers / 2)],
    [s.width - 0.03 - pedestal, Math.ceil(drawers / 2)],
  ] as const) {
    s.rect('body', x, EDGE, pedestal, s.height - EDGE);
    if (n > 0)
      s.grid('drawers', { x: x + 0.02, y: 0.08, width: pedestal - 0.04, height: s.height - 0.16 }, Array(n).fill(1));
  }
  s.rect('body', 0.03 + pedestal, EDGE, s.width - 0.06 - 2 * pedestal, 0.08);
  s.slab('top', 0, 0, s.width);
}
function chair(s: Sketch): void {
  const post = 0.04;
  const seat = s.height * 0.5;
  const [bx, by] = s.back([0, 0]);
  for (const x of [bx, bx + s.width - post]) s.rect('frames', x, by, post, s.height);
  for (const share of [0.06, 0.2, 0.34]) s.rect('frames', bx + post, by + s.height * share, s.width - 2 * post, 0.055);
  s.rect('frames', 0, seat + EDGE, s.width, 0.06);
  for (const x of [0, s.width - post]) s.rect('frames', x, seat, post, s.height - seat);
  s.rect('frames', post, seat + (s.height - seat) * 0.62, s.width - 2 * post, 0.03);
  s.slab('seats', 0, seat, s.width);
}
function bench(s: Sketch): void {
  const seat = s.height * 0.55;
  const [bx, by] = s.back([0, 0]);
  s.rect('body', bx, by, s.width, s.height * 0.6);
  s.rect('body', 0, seat, s.width, s.height - seat);
  s.side('body', s.width, s.height * 0.35, s.height * 0.65);
  s.slab('seat', 0, seat, s.width);
  s.rect('body', 0, s.height * 0.35, 0.05, s.height * 0.65);
}
function box(s: Sketch): void {
  s.rect('body', 0, 0.05, s.width, s.height - 0.05);
  s.side('body', s.width, 0.05, s.height - 0.05);
  s.slab('lid', 0, 0, s.width, s.depth, 0.06);
}
function bed(s: Sketch): void {
  const foot = s.metres('foot', 0.7);
  // A bed is far longer than it is wide: drawn shorter, so that head and foot can be seen.
  const length = s.depth * 0.6;
  const [hx, hy] = s.back([0, 0], length);
  s.rect('body', hx, hy, s.width, s.height);
  s.rect('caps', hx, hy, s.width, 0.07);
  s.side('rails', s.width, s.height - 0.5, 0.2, length);
  s.rect('body', 0, s.height - foot, s.width, foot);
  s.rect('caps', 0, s.height - foot, s.width, 0.07);
}
function washstand(s: Sketch): void {
  legs(s, 'base', 0.06, 0.14);
  s.slab('base', 0.05, s.height * 0.78, s.width - 0.1, s.depth * 0.8);
  const [bx, by] = s.back([0, 0]);
  s.rect('top', bx, by - 0.15, s.width, 0.15);
  s.slab('top', 0, 0, s.width);
  const drawers = s.count('parts', 4);
  for (let n = 1; n <= drawers; n++)
    s.detail(`M${round((s.width * n) / (drawers + 1) - 0.015)} ${round(EDGE + 0.07)}h.03`);
}

const DRAWN: Readonly<Record<string, (s: Sketch) => void>> = {
  'chest-of-drawers': chest,
  bedside: chest,
  cabinet: withDoors('doors'),
  hutch,
  sideboard: withDoors('fronts'),
  wardrobe: withDoors('doors'),
  bookcase,
  table,
  console,
  desk,
  chair,
  'chair-set': chair,
  bench,
  box,
  bed,
  washstand,
  mirror: (s) => s.ring('frame', s.width, s.height, Math.min(s.metres('rail', 0.08), s.width / 2.2)),
};
