import type { Product } from '../../products/product.ts';
import type { Facts } from '../build/facts.ts';
import { madeParts, showsWood } from '../finish.ts';
import { NIGHT, note, type Rule, step, warn } from './rule.ts';

/** More than this one person should not lift, even well placed. */
const ONE_PERSON_KG = 23;
const madeZones = (f: Facts) => madeParts(f.brief).map((m) => `made-${m.id}`);
/** Put together before it is sealed, or at the very end: painters differ. */
const assembledIn = (f: Facts) => (f.house('assembly') === 'before-seal' ? 'look' : 'assemble');
/** Zones of wood that shows which have to look like one another. */
function matched(f: Facts): readonly string[] {
  const wood = f.parts.filter((p) => showsWood(p.treatment.kind) && p.group !== 'inside');
  const isMended = wood.some((p) => p.condition.findings.some((x) => x === 'gouges' || x === 'missing-veneer'));
  const zones = wood.flatMap((p) => p.zones);
  return isMended || zones.length > 1 ? zones : [];
}

/** Is any part to be protected by such a product? */
const sealedWith = (f: Facts, family: Product['family']) =>
  f.sealers.some((id) => f.products.get(id)?.family === family);

/** Putting together, and the last hours before it leaves. */
export const FINISHING: readonly Rule[] = [
  {
    id: 'wax-runners',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It has drawers',
    so: 'wax the runners, each drawer in its own place',
    reason: 'A drawer that drags takes its own paint off: runners waxed, edges free of paint.',
    applies: (f) => f.template.parts === 'drawers',
    does: [
      step({
        key: 'wax-runners',
        phase: 'inside',
        title: 'Wax the runners, try each drawer',
        minutes: [4, 0, 2],
        skill: 'assemble',
        splittable: true,
        zones: ['inside-air'],
        stands: 'none',
        afterToo: 'take-apart',
      }),
    ],
  },
  {
    id: 'drawer-salve',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It has drawers',
    so: 'a salve wiped on their dry sides, the bottoms left dry',
    reason: 'Dry drawer sides drink a little salve and run quietly; where clothes lie it is left off.',
    applies: (f) => f.template.parts === 'drawers' && f.loose > 0 && !f.refuses('no-wax'),
    does: [
      step({
        key: 'drawer-salve',
        phase: 'inside',
        title: 'Wipe salve on the drawer sides, not on the bottoms',
        minutes: [2, 0, 2],
        skill: 'assemble',
        splittable: true,
        zones: ['inside-air'],
        stands: 'none',
        afterToo: 'take-apart',
      }),
    ],
  },
  {
    id: 'liners',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It has drawers for clothes',
    so: 'liners, when it no longer smells of paint',
    reason: 'Clothes take on the smell of a fresh finish, and raw bottoms catch threads.',
    applies: (f) => f.template.parts === 'drawers' && f.template.storage,
    does: [note('Liners in the drawers at the end, once nothing smells of paint any more.')],
  },
  {
    id: 'fittings-match',
    topic: 'Hardware',
    authority: 'common practice',
    of: 'piece',
    when: 'It has fittings that go back on',
    so: 'lay them side by side and look whether they match',
    reason:
      'One plate paler than its neighbours is seen from the door: rows are made alike, the odd one goes where it is not seen.',
    applies: (f) => f.loose > 1 && f.brief.hardware !== 'replace',
    does: [
      step({
        key: 'fittings-match',
        phase: 'hardware',
        acts: [{ do: 'look' }],
        title: 'Do the fittings match each other?',
        minutes: [3],
        skill: 'assemble',
        splittable: true,
        zones: ['hardware'],
        stands: 'none',
      }),
    ],
  },
  {
    id: 'colours-match',
    topic: 'Wood that shows',
    authority: 'common practice',
    of: 'piece',
    when: 'Wood that shows was mended, or shows on more than one part',
    so: 'look at old and new side by side in daylight',
    reason:
      'A patch or a second board takes stain its own way: one more thin layer on the paler one, now and not after the clear coat.',
    applies: (f) => matched(f).length > 0,
    does: (f) => [
      step({
        key: 'colours-match',
        phase: 'wood',
        acts: [{ do: 'look' }],
        title: 'Do the colours of old and new match?',
        minutes: [5],
        skill: 'paint',
        zones: matched(f),
        stands: 'none',
      }),
    ],
  },
  {
    id: 'pads',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It stands on legs',
    so: 'pads under the feet before it goes',
    reason: 'Without pads the first floor it stands on takes the paint off its feet.',
    applies: (f) => f.template.legs,
    does: [note('Pads under the feet before it goes home: fresh paint sticks to floors.')],
  },
  {
    id: 'heavy',
    topic: 'Putting together',
    authority: 'published',
    source: 'NIOSH lifting equation, load constant 23 kg (DHHS 94-110), from memory',
    of: 'piece',
    when: 'It weighs more than one person should lift',
    so: 'two people, or slide it on a blanket',
    reason: 'Backs do not heal in drying time.',
    applies: (f) => f.weight_kg > ONE_PERSON_KG && !f.large,
    does: (f) => [
      warn(
        ['turn', 'attach'],
        `About ${Math.round(f.weight_kg / 5) * 5} kg whole: two people lift it, or drawers and doors stay out until it stands where it goes.`,
      ),
    ],
  },
  {
    id: 'off-the-bench',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It is taller than 1.4 m or wider than 1.6 m',
    so: 'work on it on the floor, on blocks, with a second person to turn it',
    reason: 'It does not go on a bench.',
    applies: (f) => f.large,
    does: [note('Larger than the bench: worked on the floor on padded blocks; a second person to lift and turn it.')],
  },
  {
    id: 'outdoors',
    topic: 'Protection',
    authority: 'common practice',
    of: 'piece',
    when: 'It will stand outdoors',
    so: 'say that these products are for indoors, and what to use',
    reason: 'Sun and rain take indoor paint off in a season.',
    applies: (f) => f.brief.outdoor === true,
    does: [
      note(
        'It will stand outdoors: indoor furniture paint, wax and waterborne clear do not last there. Use exterior primer and exterior enamel or an exterior oil, on every face, feet and end grain too; say so when it is promised.',
      ),
    ],
  },
  {
    id: 'assemble',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It can be lifted by one',
    so: 'hardware back, drawers free, touch up in good light',
    reason: 'Hardware back in its own holes, drawers run free, drips and missed spots found.',
    applies: (f) => !f.large,
    does: (f) => [
      step({
        key: 'assemble',
        phase: assembledIn(f),
        acts: [{ do: 'attach' }],
        title: 'Put together, check in good light, touch up',
        minutes: [15, 0, 4, 5],
        skill: 'assemble',
        zones: [...f.allZones, 'hardware', 'hardware-soak', 'hardware-coat', 'inside-air', ...madeZones(f)],
      }),
    ],
  },
  {
    id: 'assemble-large',
    topic: 'Putting together',
    authority: 'published',
    source: 'NIOSH lifting equation (DHHS 94-110), from memory',
    of: 'piece',
    when: 'It is taller than 1.4 m or wider than 1.6 m',
    so: 'two people lift and turn it',
    reason: 'Large piece: two people lift and turn it.',
    applies: (f) => f.large,
    does: (f) => [
      step({
        key: 'assemble',
        phase: assembledIn(f),
        acts: [{ do: 'attach' }],
        title: 'Put together, check in good light, touch up',
        minutes: [15, 0, 4, 5],
        skill: 'assemble',
        hands: 2,
        zones: [...f.allZones, 'hardware', 'hardware-soak', 'hardware-coat', 'inside-air', ...madeZones(f)],
        caution: 'Heavy: two people lift.',
      }),
    ],
  },
  {
    id: 'anchor',
    topic: 'Putting together',
    authority: 'published',
    source: 'ASTM F2057-23 and the STURDY Act (clothing storage), from memory',
    of: 'piece',
    when: 'It is storage taller than 0.68 m',
    so: 'an anchor kit goes home with it',
    reason: 'Storage tips over when a child climbs it.',
    applies: (f) => f.template.storage && (f.input.dimensions['height'] ?? 0) > 0.6858,
    does: [warn(['attach'], 'It can tip when climbed: send an anchor kit home with it and say so.')],
  },
  {
    id: 'assembly-order',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'An upper part with shelves stands on a lower one',
    so: 'top before shelves, where screws are angled',
    reason: 'Angled screws are reached only while the shelves are out.',
    applies: (f) => f.template.id === 'hutch' || f.template.id === 'bookcase',
    does: [note('Put together in order: the top first, then the shelves, or angled screws cannot be reached.')],
  },
  {
    id: 'care-film',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'A film protects it',
    so: 'say when it may be used, and that it cures for weeks',
    reason: 'A film is dry in a day and hard in weeks.',
    applies: (f) => f.parts.length > 0 && sealedWith(f, 'clear'),
    does: [
      note(
        'Care: light use after a few days; until the film has cured, two to four weeks, no wet cloths, mats or heavy things on it.',
      ),
    ],
  },
  {
    id: 'care-wax',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It is waxed',
    so: 'two days before it travels, and wax again in a year',
    reason: 'Fresh wax takes every print.',
    applies: (f) => sealedWith(f, 'wax'),
    does: [note('Care: two days before it travels; no cups without a mat; wax it again in about a year.')],
  },
  {
    id: 'care-oil',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It is oiled',
    so: 'a week before water, and oil again when it looks dry',
    reason: 'Oil hardens with air, for weeks.',
    applies: (f) => sealedWith(f, 'oil'),
    does: [
      note('Care: a week before water may stand on it, a month until it is hard; oil it again when it looks dry.'),
    ],
  },
  {
    id: 'odour-check',
    topic: 'Putting together',
    authority: 'common practice',
    of: 'piece',
    when: 'It smelled when it came',
    so: 'close it for a night and smell it again',
    reason: 'A smell hides for a day: closed overnight, then opened by someone with a fresh nose.',
    applies: (f) => f.foundAnywhere('odour'),
    does: (f) => [
      step({
        key: 'odour-check',
        phase: 'check',
        acts: [{ do: 'look' }],
        title: 'Open it after a night and smell',
        minutes: [5],
        skill: 'assemble',
        splittable: true,
        zones: f.allZones,
        stands: 'none',
        window: { of: 'assemble', min: NIGHT, max: null },
        with: 'assemble',
      }),
    ],
  },
  {
    id: 'child',
    topic: 'Putting together',
    authority: 'published',
    source: '16 CFR 1303, CPSIA section 101 (children’s products), from memory',
    of: 'piece',
    when: 'It is for a child',
    so: 'say what paint and old finish must be',
    reason: 'Children chew furniture.',
    applies: (f) => f.brief.child === true,
    does: [note('For a child: only paints whose label allows it, no old finish left bare, and never a drop-side cot.')],
  },
  {
    id: 'food-top',
    topic: 'Putting together',
    authority: 'published',
    source: '21 CFR 175.300 (food contact), from memory',
    of: 'piece',
    when: 'Food is laid on a top that is not oiled',
    so: 'say that no clear coat is certified for it',
    reason: 'A film in contact with food needs a certificate.',
    applies: (f) => f.brief.food === true && !f.parts.some((p) => p.group === 'top' && p.treatment.kind === 'oil'),
    does: [note('Food on the top: wait for full cure, and lay a board; “food safe when cured” is not a certificate.')],
  },
];
