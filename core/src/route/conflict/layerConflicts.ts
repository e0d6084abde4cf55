import { sanded } from '../act.ts';
import { readColour } from '../../colour/colour.ts';
import type { RouteEdit } from '../edit/routeEdit.ts';
import type { ConflictRule, Fix, Scene } from './conflict.ts';

const strike = (step: string | null, why: string): Fix => ({
  label: 'Leave that step out',
  edits: [{ op: 'strike', step: step!, why }],
});
const swap = (step: string | null, product: string, label: string): Fix => ({
  label,
  edits: [{ op: 'product', step: step!, product }],
});
const zonesOf = (c: Scene, step: string | null) => c.step(step!)?.zones ?? [];

/** A step put in front of another on its zones. */
function insert(
  c: Scene,
  step: string | null,
  own: Partial<(RouteEdit & { op: 'add' })['step']> & { key: string; title: string },
): RouteEdit {
  const at = c.steps.findIndex((s) => s.key === step);
  return {
    op: 'add',
    after: c.steps[at - 1]?.key ?? null,
    step: {
      zones: zonesOf(c, step),
      minutes: 20,
      hands: 1,
      skill: 'prep',
      product: null,
      coat: null,
      colour: null,
      dusty: false,
      wait_minutes: 0,
      ...own,
    },
  };
}
const dewax = (c: Scene, step: string | null): Fix => ({
  label: 'Take the wax off first',
  edits: [
    insert(c, step, {
      key: `own-dewax-${step!}`,
      title: 'Take the wax off with white spirit',
      minutes: 25,
      product: 'white-spirit',
      acts: [{ do: 'degrease' }],
    }),
  ],
});
const sandBare = (c: Scene, step: string | null): Fix => ({
  label: 'Sand to bare wood first',
  edits: [
    insert(c, step, {
      key: `sand-bare-own-${step!}`,
      title: 'Sand to bare wood, 80-120-180-220',
      minutes: 45,
      dusty: true,
      acts: sanded('bare', 80, 120, 180, 220),
    }),
  ],
});

/** What must not lie over what. */
export const LAYER_CONFLICTS: readonly ConflictRule[] = [
  {
    id: 'film-over-wax',
    severity: 'stop',
    words: 'A film does not hold on wax: it peels like skin.',
    find: (c) =>
      c.over(
        (l) => l.family === 'wax' || l.family === 'metallic',
        (_, p) => p?.family === 'clear',
      ),
    fix: (_, step) => strike(step, 'no film over wax'),
  },
  {
    id: 'paint-over-wax',
    severity: 'stop',
    words: 'Paint crawls and peels on wax.',
    find: (c) =>
      c.over(
        (l) => l.family === 'wax',
        (_, p) => p?.family === 'paint',
      ),
    fix: dewax,
  },
  {
    id: 'primer-over-wax',
    severity: 'stop',
    words: 'Primer holds on wax no better than paint does.',
    find: (c) =>
      c.over(
        (l) => l.family === 'wax',
        (s, p) => p?.family === 'primer' && s.coat !== null,
      ),
    fix: dewax,
  },
  {
    id: 'transfer-over-wax',
    severity: 'stop',
    words: 'A transfer slides off wax: it goes on before.',
    find: (c) =>
      c.over(
        (l) => l.family === 'wax',
        (s) => s.coat === 'sheet',
      ),
    fix: (c, step) => {
      const wax = c.steps.find(
        (s) => c.productOf(s)?.family === 'wax' && s.zones.some((z) => zonesOf(c, step).includes(z)),
      );
      return wax
        ? { label: 'Move it before the wax', edits: [{ op: 'move', step: step!, after: c.before(wax.key) }] }
        : dewax(c, step);
    },
  },
  {
    id: 'stain-over-wax',
    severity: 'stop',
    words: 'Stain cannot get into wood through wax.',
    find: (c) =>
      c.over(
        (l) => l.family === 'wax',
        (s) => s.coat === 'stain',
      ),
    fix: sandBare,
  },
  {
    id: 'glaze-over-reactivable',
    severity: 'stop',
    words: 'A watery glaze wakes this paint up and drags it along.',
    find: (c) =>
      c.over(
        (l) => l.product?.reactivable === true,
        (s, p) => s.coat === 'glaze' && p?.base === 'water',
      ),
    fix: (c, step) => ({
      label: 'Put a clear coat between',
      edits: [
        insert(c, step, {
          key: `own-clear-${step!}`,
          title: 'Thin clear coat under the glaze',
          skill: 'seal',
          product: 'water-clear',
          coat: 'clear',
          colour: '#f4f1e6',
        }),
      ],
    }),
  },
  {
    id: 'water-over-oil-stain',
    severity: 'care',
    words: 'Waterborne over an oil stain beads unless the stain has dried three days.',
    find: (c) =>
      c.over(
        (l) => l.family === 'stain' && l.product?.base === 'oil',
        (s, p) => s.coat !== null && p?.base === 'water',
      ),
    fix: (c, step) => {
      if (c.brief.top.kind === 'stain' && c.brief.top.oilStain)
        return { label: 'Use a waterborne stain', brief: { top: { ...c.brief.top, oilStain: false } } };
      const stain = c.steps.find((s) => s.coat === 'stain' && s.zones.some((z) => zonesOf(c, step).includes(z)));
      return swap(stain?.key ?? step, 'water-stain', 'Use a waterborne stain');
    },
  },
  {
    id: 'water-over-oil-glaze',
    severity: 'stop',
    words: 'Waterborne over an oil glaze crazes: the glaze stays soft for days.',
    find: (c) =>
      c.over(
        (l) => l.family === 'glaze' && l.product?.base === 'oil',
        (s, p) => s.coat !== null && p?.base === 'water',
      ),
    fix: (c, step) => {
      const glaze = c.steps.find((s) => s.product === 'oil-glaze' && s.zones.some((z) => zonesOf(c, step).includes(z)));
      return swap(glaze!.key, 'water-glaze', 'Use a waterborne glaze');
    },
  },
  {
    id: 'water-over-oil',
    severity: 'stop',
    words: 'Nothing waterborne holds on oiled wood.',
    find: (c) =>
      c.over(
        (l) => l.family === 'oil',
        (s, p) => s.coat !== null && p?.base === 'water',
      ),
    fix: (c, step) => {
      const isOwn = c.step(step!)?.rule === 'own';
      return isOwn ? strike(step, 'nothing waterborne over oil') : dewax(c, step);
    },
  },
  {
    id: 'oil-over-film',
    severity: 'stop',
    words: 'Oil has to soak in; on a film it stays on top and never dries.',
    find: (c) =>
      c.over(
        (l) => l.family === 'clear' || l.product?.ownSealer === true,
        (_, p) => p?.family === 'oil',
      ),
    fix: (c, step) => {
      if (c.step(step!)?.rule === 'own') return strike(step, 'oil does not soak into a film');
      const isTop =
        c.brief.top.kind === 'oil' && c.zones.some((z) => z.group === 'top' && zonesOf(c, step).includes(z.id));
      return isTop
        ? { label: 'Paint the top like the rest', brief: { top: { kind: 'same' } } }
        : { label: 'Seal with a film instead', brief: { sealer: 'clear' } };
    },
  },
  {
    id: 'stain-over-varnish',
    severity: 'stop',
    words: 'Stain over varnish that was not sanded off sits on top and rubs away.',
    find: (c) =>
      c.over(
        (l) => l.family === 'clear',
        (s) => s.coat === 'stain',
      ),
    fix: sandBare,
  },
  {
    id: 'stain-over-paint',
    severity: 'stop',
    words: 'Stain colours wood; over paint it only runs.',
    find: (c) =>
      c.over(
        (l) => l.family === 'paint' || l.family === 'primer',
        (s) => s.coat === 'stain',
      ),
    fix: sandBare,
  },
  {
    id: 'dark-wax-bare',
    severity: 'stop',
    words: 'Dark wax straight on paint stains it for good; over clear wax it can be wiped back.',
    find: (c) =>
      c.over(
        (l) => l.family !== 'wax',
        (s) => s.product === 'dark-wax',
      ),
    fix: (c, step) => ({
      label: 'Clear wax first',
      edits: [
        insert(c, step, {
          key: `own-wax-${step!}`,
          title: 'Clear wax, thin',
          skill: 'seal',
          product: 'paste-wax',
          coat: 'wax',
          colour: '#efe6c8',
        }),
      ],
    }),
  },
  {
    id: 'lacquer-over-paint',
    severity: 'stop',
    words: 'Lacquer wrinkles paint under it.',
    find: (c) =>
      c.over(
        (l) => l.family === 'paint' && l.from === 'route',
        (_, p) => p?.base === 'lacquer',
      ),
    fix: (_, step) => swap(step, 'water-clear', 'Use a waterborne clear coat'),
  },
  {
    id: 'paint-over-sheet',
    severity: 'stop',
    words: 'The transfer or paper would be painted over.',
    find: (c) =>
      c.over(
        (l) => l.family === 'sheet',
        (s) => s.coat === 'paint' || s.coat === 'primer',
      ),
    fix: (c, step) => {
      const sheet = c.steps.find((s) => s.coat === 'sheet' && s.zones.some((z) => zonesOf(c, step).includes(z)))!;
      return { label: 'Move it behind the paint', edits: [{ op: 'move', step: sheet.key, after: step }] };
    },
  },
  {
    id: 'primer-over-paint',
    severity: 'care',
    words: 'Primer over the new paint hides the colour.',
    find: (c) =>
      c.over(
        (l) => l.family === 'paint' && l.from === 'route',
        (s) => s.coat === 'primer' && !s.key.includes('-block-'),
      ),
    fix: (_, step) => strike(step, 'primer belongs under the paint'),
  },
  {
    id: 'powder-over-film',
    severity: 'care',
    words: 'Powder paint flakes off a varnish or film unless bonding agent or primer holds it.',
    find: (c) =>
      c.looks('chippy')
        ? []
        : c.over(
            (l) => l.family === 'clear' || l.family === 'foil',
            (s) => s.product === 'powder-paint' && s.coat === 'paint',
          ),
    fix: () => ({ label: 'Prime it first', brief: { prime: 'yes' } }),
  },
  {
    id: 'oil-varnish-over-white',
    severity: 'care',
    words: 'Oil varnish turns white paint yellow within months.',
    find: (c) =>
      readable(c, (s) => s.product === 'oil-clear' || (s.product === 'water-clear' && s.authority === 'own')),
    fix: (_, step) => swap(step, 'acrylic-clear', 'Use the clear coat that does not yellow'),
  },
  {
    id: 'wrong-kind',
    severity: 'stop',
    words: 'This product is not made for this step.',
    find: (c) =>
      c.steps
        .filter((s) => {
          const family = c.productOf(s)?.family;
          if (!family || s.coat === null || s.coat === 'sheet') return false;
          return !FITS[s.coat]!.includes(family);
        })
        .map((s) => s.key),
    fix: (c, step) => {
      const wrong = c.edits.filter((e) => e.op === 'product' && e.step === step);
      const s = c.step(step!)!;
      return wrong.length > 0
        ? { label: 'Put the product back', drops: wrong }
        : swap(step, s.coat === 'paint' ? c.brief.paint : (USUAL[s.coat!] ?? c.brief.paint), 'Use the usual product');
    },
  },
];

const FITS: Record<string, readonly string[]> = {
  primer: ['primer'],
  paint: ['paint', 'glaze'],
  stain: ['stain', 'glaze', 'paint'],
  clear: ['clear', 'adhesive'],
  wax: ['wax', 'metallic'],
  oil: ['oil'],
  glaze: ['glaze', 'paint'],
};
const USUAL: Record<string, string> = {
  primer: 'stain-blocker',
  stain: 'water-stain',
  clear: 'water-clear',
  wax: 'paste-wax',
  oil: 'finishing-oil',
  glaze: 'water-glaze',
};

/** Clear coats over a near-white body. */
function readable(c: Scene, is: (s: Scene['steps'][number]) => boolean): string[] {
  const whites = new Set(
    c.steps.filter((s) => s.coat === 'paint' && s.colour !== null && isNearWhite(s.colour)).flatMap((s) => s.zones),
  );
  return c.steps.filter((s) => s.coat === 'clear' && is(s) && s.zones.some((z) => whites.has(z))).map((s) => s.key);
}
const isNearWhite = (hex: string) => readColour(hex).lightness >= 88;
