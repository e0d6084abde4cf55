import { isPale, readColour } from '../../colour/colour.ts';
import { does } from '../act.ts';
import { showsWood } from '../finish.ts';
import { conditionOf, type Finding } from '../survey.ts';
import type { ConflictRule, Scene } from './conflict.ts';

const whole = (is: boolean): readonly null[] => (is ? [null] : []);
const pale = (c: Scene) => isPale(readColour(c.brief.body.hex));
const noPrimer = (c: Scene) => !c.steps.some((s) => s.coat === 'primer');
/** A chippy look goes without primer, so there it is one or the other; a house that leaves primer out is overruled. */
const prime = (c: Scene) =>
  c.looks('chippy')
    ? {
        label: 'Prime instead of chippy',
        brief: { prime: 'yes' as const, looks: (c.brief.looks ?? []).filter((l) => l.kind !== 'chippy') },
      }
    : { label: 'Prime after all', brief: { prime: c.brief.prime === 'auto' ? ('yes' as const) : ('auto' as const) } };
const sealsWith = (c: Scene, family: string) =>
  c.steps.some((s) => c.productOf(s)?.family === family && s.phase === 'seal');

/** A finding that comes through unless something blocks it. */
const unblocked = (id: string, finding: Finding, words: string, onlyPale: boolean): ConflictRule => ({
  id,
  severity: 'stop',
  words,
  find: (c) =>
    whole(
      c.paintedZones.some((z) => z.findings.includes(finding)) &&
        noPrimer(c) &&
        (!onlyPale || pale(c)) &&
        c.brief.prime === 'no',
    ),
  fix: prime,
});

/** Wishes that do not go together, whatever the route. */
export const WISH_CONFLICTS: readonly ConflictRule[] = [
  unblocked('knots-unprimed', 'knots', 'Knots come through a pale colour as yellow rings.', true),
  unblocked('bleeder-unprimed', 'bleeds', 'Dye comes off on the rag: it will come through any paint.', false),
  unblocked('nicotine-unprimed', 'nicotine', 'Nicotine runs through paint as yellow streaks.', false),
  unblocked('rings-unprimed', 'water-rings', 'The water ring comes back through the paint as a brown line.', false),
  unblocked('odour-unsealed', 'odour', 'Paint alone does not hold a smell in.', false),
  {
    id: 'red-wood-unprimed',
    severity: 'stop',
    words: 'Pale paint over red wood without primer turns pink.',
    find: (c) => whole(c.paintedZones.some((z) => z.wood === 'red-wood') && pale(c) && noPrimer(c)),
    fix: prime,
  },
  {
    id: 'slick-unprimed',
    severity: 'stop',
    words: 'Paint scratches off foil and laminate without a bonding primer.',
    find: (c) => whole(c.isSlick && noPrimer(c) && !c.looks('chippy')),
    fix: (c) => ({ label: 'Prime after all', brief: { prime: c.brief.paint === 'all-in-one' ? 'yes' : 'auto' } }),
  },
  {
    id: 'aerosol-unprimed',
    severity: 'stop',
    words: 'Old aerosol paint can wrinkle under new paint: something has to lie between.',
    find: (c) => whole(c.paintedZones.some((z) => z.finish === 'aerosol') && noPrimer(c)),
    fix: prime,
  },
  {
    id: 'stain-on-foil',
    severity: 'stop',
    words: 'Foil and laminate have no wood to stain.',
    find: (c) =>
      whole(
        showsWood(c.brief.top.kind === 'same' ? 'paint' : c.brief.top.kind) &&
          c.zones.some((z) => {
            const { wood, finish } = conditionOf(c.input.survey, z.id);
            return z.group === 'top' && (wood === 'laminate' || wood === 'mdf' || finish === 'foil');
          }),
      ),
    fix: (c) => ({
      label: 'Paint the top instead',
      brief: {
        top: {
          kind: 'paint',
          colour: 'colour' in c.brief.top ? c.brief.top.colour : { name: 'Wood brown', hex: '#7a5230' },
        },
      },
    }),
  },
  {
    id: 'poor-top-stained',
    severity: 'care',
    words:
      'The patch showed a top that is burnt or patched: it is painted like the rest, and the brief still says wood.',
    find: (c) =>
      whole(c.input.survey.topWood === 'poor' && showsWood(c.brief.top.kind === 'same' ? 'paint' : c.brief.top.kind)),
    fix: () => ({ label: 'Paint the top like the rest', brief: { top: { kind: 'same' } } }),
  },
  {
    id: 'chippy-primed',
    severity: 'stop',
    words: 'A primer or bonding agent keeps paint from chipping.',
    find: (c) =>
      c.looks('chippy')
        ? c.steps.filter((s) => s.coat === 'primer' && s.product === 'bonding-primer').map((s) => s.key)
        : [],
    fix: (c, step) =>
      c.refuses('no-sanding')
        ? { label: 'Allow sanding instead', brief: c.withoutRefusal('no-sanding') }
        : { label: 'Leave the primer out', edits: [{ op: 'strike', step: step!, why: 'the paint should chip' }] },
  },
  {
    id: 'chippy-wrong-paint',
    severity: 'care',
    words: 'Only powder paint chips by itself; this paint holds on.',
    find: (c) => whole(c.looks('chippy') && c.brief.paint !== 'powder-paint'),
    fix: () => ({ label: 'Use powder paint', brief: { paint: 'powder-paint' } }),
  },
  {
    id: 'chippy-gloss',
    severity: 'care',
    words: 'A chippy finish is never glossy.',
    find: (c) => whole(c.looks('chippy') && c.brief.sheen === 'gloss'),
    fix: () => ({ label: 'Make it matt', brief: { sheen: 'matt' } }),
  },
  {
    id: 'wet-distress-wrong-paint',
    severity: 'stop',
    words: 'This paint does not soften again: a damp cloth takes nothing off.',
    find: (c) =>
      whole(c.looks('distressed') && c.house('distress') === 'wet' && c.paint?.reactivable === false && !c.isSlick),
    fix: (c) => ({ label: 'Distress it dry', brief: c.withHouse({ distress: 'dry' }) }),
  },
  {
    id: 'rub-shows-primer',
    severity: 'care',
    words: 'Where it is rubbed back the pale primer will show, not wood.',
    find: (c) =>
      whole(
        c.looks('distressed') &&
          !c.brief.under &&
          c.steps.some((s) => s.coat === 'primer' && s.product !== 'shellac-sealer'),
      ),
    fix: () => ({ label: 'Put a wood-brown under it', brief: { under: { name: 'Old wood', hex: '#5e4632' } } }),
  },
  {
    id: 'heat-and-lead',
    severity: 'stop',
    words: 'Heat is asked for where lead is possible: the fumes poison. Stripper is planned instead.',
    find: (c) => whole(c.house('strip') === 'heat' && c.leadPossible && c.steps.some((s) => s.phase === 'strip')),
    fix: (c) => ({ label: 'Strip it with chemical', brief: c.withHouse({ strip: 'chemical' }) }),
  },
  {
    id: 'heat-after-solvent',
    severity: 'stop',
    words: 'The heat gun comes to wood that was just wiped with solvent or sealed with shellac.',
    find: (c) => {
      const heat = c.steps.findIndex((s) => does(s, 'heat'));
      const solvent = c.steps
        .slice(0, Math.max(0, heat))
        .some((s) => ['oil', 'alcohol', 'lacquer'].includes(c.productOf(s)?.base ?? ''));
      return heat >= 0 && solvent ? [c.steps[heat]!.key] : [];
    },
    fix: (c) => ({ label: 'Strip it with chemical', brief: c.withHouse({ strip: 'chemical' }) }),
  },
  {
    id: 'hose-veneer',
    severity: 'stop',
    words: 'Hosed veneer lifts and tears off.',
    find: (c) =>
      whole(c.brief.hose === true && c.zones.some((z) => conditionOf(c.input.survey, z.id).wood === 'veneer')),
    fix: () => ({ label: 'Wash it by hand', brief: { hose: false } }),
  },
  {
    id: 'hose-board',
    severity: 'stop',
    words: 'Hosed MDF and chipboard swell and never go back.',
    find: (c) => whole(c.brief.hose === true && c.hasBoard),
    fix: () => ({ label: 'Wash it by hand', brief: { hose: false } }),
  },
  {
    id: 'hose-animal-glue',
    severity: 'stop',
    words: 'Water dissolves animal glue: hosed, it falls apart.',
    find: (c) => whole(c.brief.hose === true && c.found('animal-glue')),
    fix: () => ({ label: 'Wash it by hand', brief: { hose: false } }),
  },
  {
    id: 'oil-where-clothes-lie',
    severity: 'care',
    words: 'Oil on drawer bottoms gets on clothes; it dries for weeks in a closed drawer.',
    find: (c) =>
      whole(c.brief.inside === 'oil' && c.input.template.storage && c.steps.some((s) => s.group === 'inside')),
    fix: () => ({ label: 'Only clean the inside', brief: { inside: 'clean' } }),
  },
  {
    id: 'inlay-unsealed',
    severity: 'stop',
    words: 'An inlay nobody seals comes off with the first damp cloth.',
    find: (c) => whole(c.looks('inlay') && !sealsWith(c, 'clear') && !sealsWith(c, 'wax')),
    fix: () => ({ label: 'Seal it with a film', brief: { sealer: 'clear' } }),
  },
  {
    id: 'inlay-waxed',
    severity: 'stop',
    words: 'Rubbing wax on takes an inlay off: it is sealed in one pass.',
    find: (c) =>
      whole(c.looks('inlay') && c.steps.some((s) => s.group === 'body' && s.phase === 'seal' && s.coat === 'wax')),
    fix: () => ({ label: 'Seal it with a film', brief: { sealer: 'clear' } }),
  },
  {
    id: 'paper-on-curves',
    severity: 'care',
    words: 'Paper creases on turned legs and spindles.',
    find: (c) => whole(c.looks('decoupage') && c.input.template.shape === 'curved'),
    fix: (c) => ({ label: 'Leave the paper off', brief: c.withoutLook('decoupage') }),
  },
  {
    id: 'transfer-on-texture',
    severity: 'stop',
    words: 'A transfer bridges over texture and tears.',
    find: (c) => whole(c.looks('transfer') && c.looks('textured')),
    fix: (c) => ({ label: 'Keep the surface smooth', brief: c.withoutLook('textured') }),
  },
  {
    id: 'screen-on-texture',
    severity: 'care',
    words: 'A silk-screen needs a flat, smooth ground.',
    find: (c) =>
      whole(
        c.brief.looks?.some((l) => l.kind === 'stencil' && l.style === 'silk-screen') === true &&
          (c.looks('textured') || c.input.template.shape === 'curved'),
      ),
    fix: (c) => ({
      label: 'Stencil it flat',
      brief: { looks: c.brief.looks!.map((l) => (l.kind === 'stencil' ? { ...l, style: 'flat' as const } : l)) },
    }),
  },
  {
    id: 'blend-sprayed',
    severity: 'stop',
    words: 'Colours are blended with brushes, wet; a sprayer cannot.',
    find: (c) => whole(c.looks('blended') && c.steps.some((s) => s.coat === 'paint' && s.tool === 'sprayer')),
    fix: () => ({ label: 'Brush it', brief: { method: 'brush' } }),
  },
  {
    id: 'blend-enamel',
    severity: 'care',
    words: 'Enamel tears when it is worked again: it does not blend.',
    find: (c) => whole(c.looks('blended') && c.brief.paint === 'furniture-enamel'),
    fix: () => ({ label: 'Use matt paint', brief: { paint: 'matt-paint' } }),
  },
  {
    id: 'texture-sprayed',
    severity: 'care',
    words: 'A sprayed coat fills the texture up.',
    find: (c) => whole(c.looks('textured') && c.steps.some((s) => s.coat === 'paint' && s.tool === 'sprayer')),
    fix: () => ({ label: 'Brush it', brief: { method: 'brush' } }),
  },
  {
    id: 'gloss-waxed',
    severity: 'care',
    words: 'Wax is matt to satin: it will not be glossy.',
    find: (c) => whole(c.brief.sheen === 'gloss' && sealsWith(c, 'wax')),
    fix: () => ({ label: 'Seal with a film', brief: { sealer: 'clear' } }),
  },
  {
    id: 'gloss-unsealed',
    severity: 'care',
    words: 'Matt paint without a clear coat stays matt.',
    find: (c) =>
      whole(
        c.brief.sheen === 'gloss' && c.paint?.ownSealer === false && !sealsWith(c, 'clear') && !sealsWith(c, 'wax'),
      ),
    fix: () => ({ label: 'Seal with a film', brief: { sealer: 'clear' } }),
  },
  {
    id: 'wax-over-own-sealer',
    severity: 'care',
    words: 'Wax does not sink into a paint that carries its own sealer: it smears.',
    find: (c) => whole(c.paint?.ownSealer === true && sealsWith(c, 'wax') && c.brief.sealer === 'wax'),
    fix: () => ({ label: 'Leave the wax out', brief: { sealer: 'none' } }),
  },
  {
    id: 'wax-refused',
    severity: 'stop',
    words: 'The owner refuses wax, and wax is planned.',
    find: (c) => whole(c.refuses('no-wax') && c.steps.some((s) => c.productOf(s)?.base === 'wax')),
    fix: (c) => ({
      label: 'Seal with a film instead',
      brief: { sealer: 'clear', ...(c.looks('metallic') ? c.withoutLook('metallic') : {}) },
    }),
  },
  {
    id: 'spray-refused',
    severity: 'stop',
    words: 'The owner refuses spraying, and spraying is asked for.',
    find: (c) => whole(c.refuses('no-spray') && c.brief.method === 'spray'),
    fix: () => ({ label: 'Roll it', brief: { method: 'roll' } }),
  },
  {
    id: 'sanding-refused-stain',
    severity: 'stop',
    words: 'Sanding is refused, and a stained, washed or oiled top needs bare wood.',
    find: (c) => whole(c.refuses('no-sanding') && showsWood(c.brief.top.kind === 'same' ? 'paint' : c.brief.top.kind)),
    fix: () => ({ label: 'Paint the top like the rest', brief: { top: { kind: 'same' } } }),
  },
  {
    id: 'solvent-refused',
    severity: 'stop',
    words: 'Solvent is refused, and a step here uses it.',
    find: (c) =>
      c.refuses('no-solvent')
        ? c.steps
            .filter((s) => does(s, 'degrease') || ['oil', 'alcohol', 'lacquer'].includes(c.productOf(s)?.base ?? ''))
            .slice(0, 1)
            .map((s) => s.key)
        : [],
    fix: (c) => ({ label: 'Ask the owner to allow it', brief: c.withoutRefusal('no-solvent') }),
  },
  {
    id: 'odour-shellac-refused',
    severity: 'care',
    words: 'Without shellac a smell takes days to air out, and may stay.',
    find: (c) => whole(c.found('odour') && c.refuses('no-shellac')),
    fix: (c) => ({ label: 'Ask the owner to allow shellac', brief: c.withoutRefusal('no-shellac') }),
  },
  {
    id: 'label-painted',
    severity: 'stop',
    words: 'The label is on a back that would be painted.',
    find: (c) => whole(c.found('label') && c.steps.some((s) => s.coat !== null && s.zones.includes('back'))),
    fix: (c) => ({ label: 'Leave the back as found', brief: c.withHouse({ backs: 'left' }) }),
  },
  {
    id: 'two-grounds',
    severity: 'stop',
    words: 'Chippy paint wants to come off, a transfer or paper wants to stay on.',
    find: (c) => whole(c.looks('chippy') && c.looks('transfer', 'decoupage')),
    fix: (c) => ({ label: 'Leave chippy out', brief: c.withoutLook('chippy') }),
  },
];
