import type { Product } from '../products/product.ts';
import { aerosolsFor } from '../quantities/cans.ts';
import { cutList } from '../quantities/cutList.ts';
import { type Panel, sheetsFor } from '../quantities/sheets.ts';
import { does, sandingOf, WITH_CLOTHS } from './act.ts';
import type { Brief, LookKind, SheetSize } from './brief.ts';
import { looksOf, madeParts } from './finish.ts';
import { COUNTED_ZONES } from './template/parts.ts';
import type { Route, RouteStep, Zone } from './piece.ts';
import type { Dimensions, Template } from './template/templates.ts';

/** Something a route uses up or wears out beside its paint, counted. */
export type Consumable = {
  /** The same thing has the same id on every piece. */
  readonly id: string;
  readonly name: string;
  /** As it is bought: whole ones. */
  readonly amount: number;
  /** Before it is rounded up, so that what several pieces take together is rounded once. */
  readonly exact: number;
  readonly unit: 'pieces' | 'metres' | 'm²';
  /** What it is for, in words. */
  readonly use: string;
  /** False: it is washed and taken again for the next piece. */
  readonly isUsedUp: boolean;
};
/** Used up and counted in whole ones, unless it says otherwise. */
type Count = Omit<Consumable, 'isUsedUp' | 'exact' | 'amount'> & {
  readonly isUsedUp?: false;
} & ({ readonly amount: number } | { readonly exact: number });

/** So much as can be bought: whole pieces and metres, tenths of a square metre of film. */
export const boughtOf = (unit: Consumable['unit'], exact: number): number => {
  if (exact === 0) return 0;
  const tenths = unit === 'm²' ? 10 : 1;
  // Less than a thousandth more is the arithmetic's, not the work's.
  return Math.max(1, Math.ceil(exact * tenths - 1e-3)) / tenths;
};

/** Square metres one disc or half a sheet of paper sands before it is worn. Common practice. */
const DISC_M2 = 0.6;
/** Nibs are rubbed off in one light pass: it wears paper so much less. Common practice. */
const NIB_WEAR = 0.25;
/** Rags a square metre that is wiped off or degreased, one at least for each time. Common practice. */
const RAGS_PER_M2 = 1;
/** Film for what is covered, with its overlap. Common practice. */
const FILM_OVERLAP = 1.3;
const LITRES_IN_A_STRIPPER_CAN = 0.75;
/** A sheet nobody has measured: paper, transfer and inlay of an ordinary size. Common practice. */
const ORDINARY_SHEET: SheetSize = { width: 0.6, height: 0.45, repeat: 0, pack: 1, uses: 1 };

type Counted = {
  readonly route: Pick<Route, 'zones' | 'steps'>;
  readonly template: Template;
  readonly dimensions: Dimensions;
  readonly brief: Brief;
  readonly products: ReadonlyMap<string, Product>;
};

/** What has to lie ready for a route beside paint: papers, rollers, brushes, tape, film, rags, sheets, cans. */
export function consumablesOf(c: Counted): Consumable[] {
  const counts = [...abrasives(c), ...applicators(c), ...covers(c), ...rags(c), ...sheets(c), ...cans(c), ...boards(c)];
  return counts.map((count) => {
    const exact = 'exact' in count ? count.exact : count.amount;
    return { isUsedUp: true, amount: boughtOf(count.unit, exact), ...count, exact };
  });
}

const areaOf = ({ route }: Counted, s: RouteStep): number =>
  route.zones.filter((z) => s.zones.includes(z.id)).reduce((n, z) => n + z.area_m2, 0);

function abrasives(c: Counted): Count[] {
  const byGrit = new Map<number, number>();
  for (const s of c.route.steps) {
    const sanding = sandingOf(s);
    const wear = sanding?.to === 'nibs' ? NIB_WEAR : 1;
    for (const grit of sanding?.grits ?? []) byGrit.set(grit, (byGrit.get(grit) ?? 0) + wear * areaOf(c, s));
  }
  return [...byGrit]
    .sort(([a], [b]) => a - b)
    .map(([grit, m2]) => ({
      id: `abrasive-${grit}`,
      name: `Abrasive P${grit}`,
      exact: m2 / DISC_M2,
      unit: 'pieces',
      use: 'sanding and rubbing down',
    }));
}

/** One roller sleeve and one brush for each colour of each product; blending wants one brush for each colour. */
function applicators(c: Counted): Count[] {
  const with_ = (method: RouteStep['method']) =>
    new Set(
      c.route.steps.filter((s) => s.method === method && s.product).map((s) => `${s.product!} ${s.colour ?? ''}`),
    );
  const rollers = with_('roll').size;
  const blended = looksOf(c.brief)
    .filter((l) => l.kind === 'blended')
    .reduce((n, l) => n + 1 + (l.colours?.length ?? 0), 0);
  const brushes = new Set([...with_('brush'), ...with_('roll')]).size + blended;
  return [
    ...(rollers > 0
      ? [
          {
            id: 'roller-sleeves',
            name: 'Roller sleeves',
            amount: rollers,
            unit: 'pieces' as const,
            use: 'one for each product and colour',
          },
        ]
      : []),
    ...(brushes > 0
      ? [
          {
            id: 'brushes',
            name: 'Brushes',
            amount: brushes,
            unit: 'pieces' as const,
            isUsedUp: false as const,
            use: blended > 0 ? 'one a colour, also when blending' : 'edges and details, one a colour',
          },
        ]
      : []),
  ];
}

/** Round a zone once: the edge of a square of its area. */
const edgeOf = (z: Zone): number => 4 * Math.sqrt(z.area_m2);

function covers(c: Counted): Count[] {
  const masked = c.route.steps.filter((s) => s.acts.some((a) => a.do === 'mask'));
  const edge = masked
    .flatMap((s) => c.route.zones.filter((z) => s.zones.includes(z.id)))
    .reduce((n, z) => n + edgeOf(z), 0);
  const film = masked.filter((s) => s.phase === 'take-apart').reduce((n, s) => n + areaOf(c, s), 0) * FILM_OVERLAP;
  return [
    ...(edge > 0
      ? [
          {
            id: 'tape',
            name: 'Masking tape',
            exact: edge,
            unit: 'metres' as const,
            use: 'round what keeps its face',
          },
        ]
      : []),
    ...(film > 0
      ? [
          {
            id: 'film',
            name: 'Covering film',
            exact: film,
            unit: 'm²' as const,
            use: 'over what is no wood',
          },
        ]
      : []),
  ];
}

function rags(c: Counted): Count[] {
  const wiped = c.route.steps.filter((s) => does(s, ...WITH_CLOTHS));
  const amount = wiped.reduce((n, s) => n + Math.max(1, Math.ceil(areaOf(c, s) * RAGS_PER_M2)), 0);
  return amount === 0
    ? []
    : [{ id: 'rags', name: 'Cloths and rags', amount, unit: 'pieces', use: 'washing, wiping off and buffing' }];
}

/** Sheets laid out on the real panels; a zone of several parts is as many panels as it has parts. */
function sheets(c: Counted): Count[] {
  const looks = looksOf(c.brief).filter((l) => SHEETED.includes(l.kind));
  const laid = c.route.steps.filter((s) => s.coat === 'sheet');
  return laid.map((s, i) => {
    const size = looks[i]?.sheet ?? ORDINARY_SHEET;
    const panels = c.route.zones.filter((z) => s.zones.includes(z.id)).map((z) => panelOf(c, z));
    const { pieces, sheets: whole } = sheetsFor(panels, { ...size, gap: 0 });
    const packs = Math.ceil(whole / size.pack);
    const left = packs * size.pack * size.uses - pieces;
    const cm = (m: number) => Math.round(m * 100);
    return {
      id: `sheets-${s.key}`,
      name: size.pack > 1 ? `Packs of ${size.pack} sheets` : 'Sheets of paper, transfer or leaf',
      amount: packs,
      unit: 'pieces',
      use: `${pieces} pieces of ${cm(size.width)} cm × ${cm(size.height)} cm for “${s.title}”${
        left > 0 ? `; ${left} ${left === 1 ? 'use is' : 'uses are'} left over` : ''
      }`,
    };
  });
}

/** Looks that are laid in sheets, in the order their sheets stand in the route. */
const SHEETED: readonly LookKind[] = ['inlay', 'decoupage', 'transfer', 'leaf'];

function panelOf({ dimensions, template }: Counted, z: Zone): Panel {
  const measure = COUNTED_ZONES[z.id];
  const hasIt = measure !== undefined && template.measures.some((m) => m.key === measure);
  const count = hasIt ? Math.max(1, dimensions[measure] ?? 1) : 1;
  const each = z.area_m2 / count;
  const isDoors = z.id === 'doors' || z.id === 'fronts';
  const width = Math.max(
    0.05,
    isDoors ? Math.sqrt(each) : Math.min(dimensions['width'] ?? Math.sqrt(each), each / 0.05),
  );
  return { width, height: Math.max(0.01, each / width), count };
}

function cans(c: Counted): Count[] {
  const sprayed = c.route.steps.filter((s) => s.method === 'aerosol' && s.product === 'shellac-sealer');
  const sealer = sprayed.reduce((n, s) => n + aerosolsFor(areaOf(c, s), 1), 0);
  const stripper = c.route.steps
    .filter((s) => c.products.get(s.product ?? '')?.family === 'stripper')
    .reduce((n, s) => n + s.litres, 0);
  return [
    ...(sealer > 0
      ? [
          {
            id: 'sealer-cans',
            name: 'Aerosol cans of shellac sealer',
            amount: sealer,
            unit: 'pieces' as const,
            use: 'one coat of everything that smells or bleeds',
          },
        ]
      : []),
    ...(stripper > 0
      ? [
          {
            id: 'stripper-cans',
            name: 'Cans of stripper, 0.75 L',
            exact: stripper / LITRES_IN_A_STRIPPER_CAN,
            unit: 'pieces' as const,
            use: 'all rounds',
          },
        ]
      : []),
  ];
}

/** A board as it is mostly sold. Common practice. */
const BOARD = { length: 2.4, width: 0.3 } as const;

/** Boards for what is made here, with the cut list; a part no board holds is named and not counted. */
function boards({ brief }: Counted): Count[] {
  const made = madeParts(brief);
  const fitting = made.filter((m) => m.length <= BOARD.length && m.width <= BOARD.width);
  if (made.length === 0) return [];
  const list = fitting.length > 0 ? cutList(fitting, BOARD).boards : [];
  const cuts = list.map((b, i) => {
    const strips = b.strips.map(
      (s) => `${s.lengths.map((l) => `${l.toFixed(2)} m`).join(' + ')}, ${s.width.toFixed(2)} m wide`,
    );
    return `board ${i + 1}: ${strips.join('; ')}`;
  });
  const larger = made.filter((m) => !fitting.includes(m)).map((m) => `${m.name} is larger than a board`);
  return [
    {
      id: 'boards',
      name: 'Boards 2.40 m × 0.30 m',
      amount: list.length,
      unit: 'pieces',
      use: [...cuts, ...larger].join('. '),
    },
  ];
}
