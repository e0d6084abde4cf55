import type { Coat, Group, Method } from '../piece.ts';
import { DUST } from '../rules/rule.ts';
import type { Facts } from './facts.ts';
import { effort, topFirst } from './prepare.ts';
import { inLots } from './lots.ts';
import type { Choice } from './sheet.ts';
import { spec, type StepSpec } from './spec.ts';
import { authorityOf, together } from './together.ts';

/** Loss by how a coat is laid. Common practice; aerosol and spray after published transfer efficiencies. */
export const LOSS: Record<Method, number> = { brush: 0.1, roll: 0.1, wipe: 0.15, spray: 0.35, aerosol: 0.65 };
/** Minutes a square metre, by how a coat is laid. Common practice. */
const PACE: Record<Method, number> = { brush: 12, roll: 9, wipe: 8, spray: 6, aerosol: 8 };

type CoatWish = {
  readonly key: string;
  readonly series: { readonly id: string; readonly before: string; readonly behind: string };
  readonly choice: Choice;
  readonly reason?: string;
  readonly zones: readonly string[];
  readonly group: Group;
  readonly coat: Coat;
  readonly colour: string;
  readonly product: string;
  readonly method: Method;
  readonly phase: StepSpec['phase'];
  readonly also?: StepSpec['also'];
  readonly with?: string | null;
};

/** A set whose coat takes longer than this may be broken off between two pieces. */
const ONE_GO = 120;

/** One coat: one go, wet edge kept, its place held until it can be handled. */
function coat(f: Facts, c: CoatWish): StepSpec {
  const sprays = c.method === 'spray';
  const minutes = effort(f, c.zones, sprays ? 25 : 8, PACE[c.method]);
  return spec({
    ...authorityOf(c.choice),
    key: c.key,
    title: c.series.before,
    series: c.series,
    reason: c.reason ?? c.choice.reason,
    phase: c.phase,
    zones: c.zones,
    group: c.group,
    coat: c.coat,
    colour: c.colour,
    method: c.method,
    minutes,
    splittable: f.pieces > 1 && minutes > ONE_GO,
    skill: sprays ? 'spray' : c.coat === 'clear' || c.coat === 'wax' || c.coat === 'oil' ? 'seal' : 'paint',
    needs: f.wetNeeds(c.zones, sprays ? 'spray' : 'bench'),
    tool: sprays ? 'sprayer' : null,
    product: c.product,
    loss: LOSS[c.method],
    caution: sprays
      ? 'Spraying: no flames or sparks, fresh air, and the mask the label asks for; everyone else out of the mist.'
      : null,
    also: c.also ?? [],
    with: c.with ?? null,
  });
}

/** Primer, paint and protection of every part, where the rules chose one. */
export function coatSpecs(all: readonly Facts[], notes: Set<string>): StepSpec[] {
  const primers = primeSpecs(all, notes);
  return [...primers, ...paintSpecs(all), ...sealSpecs(all)];
}

const PRIMER_COLOURS: Readonly<Record<string, string>> = {
  'shellac-primer': '#e9e4d6',
  'shellac-sealer': '#e2c58f',
};

function primeSpecs(all: readonly Facts[], notes: Set<string>): StepSpec[] {
  for (const f of all) if (f.chosen.primer?.value.coats === 0) notes.add(f.chosen.primer.reason);
  return together(all, 'primer').flatMap(({ facts, zones, choice }, g) => {
    const f = facts[0]!;
    const { product, coats } = choice.value;
    const suffix = g === 0 ? '' : `-${f.part.zones[0]!}`;
    const name = f.products.get(product)?.name ?? 'primer';
    const where = g === 0 ? '' : ` (${name.toLowerCase()})`;
    const tint = f.chosen.tint?.value;
    return Array.from({ length: coats }, (_, i) =>
      coat(f, {
        key: `prime${suffix}-${i + 1}`,
        series: { id: `prime${suffix}`, before: tint ? `Prime, tinted ${tint}` : 'Prime', behind: where },
        choice,
        zones,
        group: facts.every((x) => x.part.group === 'top') ? 'top' : f.part.group === 'inside' ? 'inside' : 'body',
        coat: 'primer',
        colour: tint ? '#8d9296' : (PRIMER_COLOURS[product] ?? '#d9dcdd'),
        product,
        // Shellac is hard to clean out of a sprayer, so it is rolled.
        method: product === 'shellac-sealer' ? 'aerosol' : f.template.shape === 'curved' ? 'brush' : 'roll',
        phase: 'prime',
      }),
    );
  });
}

const PAINT_WORDS: Record<Group, string> = { body: 'Paint', top: 'Paint the top', inside: 'Paint the inside' };
const PAINT_KEYS: Record<Group, string> = { body: 'paint', top: 'paint-top', inside: 'paint-inside' };
const GROUP_ORDER: readonly Group[] = ['inside', 'body', 'top'];

function paintSpecs(all: readonly Facts[]): StepSpec[] {
  return GROUP_ORDER.flatMap((group) => {
    const facts = all.filter((f) => f.part.group === group && f.wants('paint') && f.chosen.coats && f.chosen.method);
    const f = facts[0];
    if (!f) return [];
    // A group is painted as one: the part that hides worst decides.
    const choice = facts.map((x) => x.chosen.coats!).sort((a, b) => b.value - a.value)[0]!;
    const zones = facts.flatMap((x) => x.part.zones);
    const key = PAINT_KEYS[group];
    return Array.from({ length: choice.value }, (_, i) =>
      coat(f, {
        key: `${key}-${i + 1}`,
        series: { id: key, before: PAINT_WORDS[group], behind: `, ${f.colourName}` },
        choice,
        zones,
        group,
        coat: 'paint',
        colour: f.hex,
        product: f.brief.paint,
        method: f.chosen.method!.value,
        phase: 'paint',
        also: group === 'body' && i === 0 ? afterWood(all) : [],
      }),
    );
  });
}

/** A stained or washed top is dry enough to mask before the paint beside it begins. */
function afterWood(all: readonly Facts[]): StepSpec['also'] {
  const top = all.find((f) => f.part.group === 'top');
  const step = top?.wants('stain') ? 'stain-top' : top?.wants('wash') ? 'wash-top-2' : null;
  return step === null ? [] : [{ step, from: 'topcoat', min_minutes: 0, max_minutes: null }];
}

function sealSpecs(all: readonly Facts[]): StepSpec[] {
  const seen = new Set<string>();
  return together(topFirst(all), 'seal').flatMap(({ facts, zones, choice }) => {
    const f = facts[0]!;
    const { product, coats } = choice.value;
    if (coats === 0) return [];
    const group: Group = facts.every((x) => x.part.group === 'top')
      ? 'top'
      : f.part.group === 'inside'
        ? 'inside'
        : 'body';
    // A part of a group that is protected otherwise has keys and words of its own.
    const isSecond = seen.has(group);
    seen.add(group);
    const where: Where = {
      zones,
      group,
      key: isSecond ? `${group}-${zones[0]!}` : group,
      tail: isSecond ? zoneNames(f, zones) : group === 'body' ? '' : group,
    };
    const family = f.products.get(product)?.family;
    if (family === 'wax') return waxSpecs(f, where, choice);
    if (family === 'oil') return oilSpecs(f, where, choice);
    return clearSpecs(f, where, choice);
  });
}

type Where = { readonly zones: readonly string[]; readonly group: Group; readonly key: string; readonly tail: string };
const zoneNames = (f: Facts, zones: readonly string[]) =>
  zones.map((z) => f.zones.find((x) => x.id === z)?.name.toLowerCase() ?? z).join(', ');

type Seal = Choice<'seal'>;

function clearSpecs(f: Facts, where: Where, choice: Seal): StepSpec[] {
  const { zones, group } = where;
  const tail = where.tail === '' ? '' : `, ${where.tail}`;
  const { product, coats } = choice.value;
  return Array.from({ length: coats }, (_, i) => i + 1).flatMap((n) => {
    const key = `clear-${where.key}-${n}`;
    const clear = coat(f, {
      key,
      series: { id: `clear-${where.key}`, before: 'Clear coat', behind: tail },
      choice,
      reason: n === 1 ? `${choice.reason} Stir, never shake: bubbles stay.` : choice.reason,
      zones,
      group,
      coat: 'clear',
      colour: '#f4f1e6',
      product,
      method: f.sprays ? 'spray' : f.template.shape === 'curved' ? 'brush' : 'roll',
      phase: 'seal',
    });
    const denib = spec({
      ...authorityOf(choice),
      key: `denib-${where.key}-${n}`,
      title: `Smooth the clear coat, 320, dust off${where.tail === '' ? '' : ` (${where.tail})`}`,
      reason: 'A light rub takes off dust nibs and lets the next coat hold.',
      caution: DUST,
      phase: 'seal',
      zones,
      minutes: effort(f, zones, 4, 3),
      skill: 'seal',
      splittable: true,
      dusty: true,
      needs: f.benchWork,
      with: key,
    });
    return n > 1 ? [denib, clear] : [clear];
  });
}

const keyed = (base: string, where: Where, n: number) =>
  `${base}${where.key === 'body' ? '' : `-${where.key}`}${n === 1 ? '' : `-${n}`}`;

/** Wax and oil are wiped after a quarter of an hour: a larger piece is done side by side. */
const RUB_LOT = 45;

function waxSpecs(f: Facts, where: Where, choice: Seal): StepSpec[] {
  const { zones, group } = where;
  const tail = where.tail === '' ? '' : `, ${where.tail}`;
  const { product, coats } = choice.value;
  const spray = product === 'spray-wax';
  return Array.from({ length: coats }, (_, i) => i + 1).flatMap((n) => {
    const key = keyed('wax', where, n);
    const common = { ...authorityOf(choice), phase: 'seal', zones, skill: 'seal' } as const;
    const [on, off] = inLots(
      coat(f, {
        key,
        series: { id: `wax-${where.key}`, before: spray ? 'Spray wax, thin' : 'Wax, thin, clear', behind: tail },
        choice,
        zones,
        group,
        coat: 'wax',
        colour: '#efe6c8',
        product,
        method: spray ? 'aerosol' : 'wipe',
        phase: 'seal',
      }),
      spec({
        ...common,
        key: keyed('wipe-wax', where, n),
        title: `Wipe off excess wax${tail}`,
        reason: 'After 15 to 20 minutes: sooner smears, later drags.',
        minutes: effort(f, zones, 5, 3),
        window: { of: key, min: 15, max: 20 },
        with: key,
      }),
      RUB_LOT,
    );
    return [
      on,
      off,
      spec({
        ...common,
        key: keyed('buff-wax', where, n),
        title: `Buff the wax${tail}`,
        reason: 'Next day: fingerprints no longer take.',
        minutes: effort(f, zones, 5, 5),
        splittable: true,
        needs: f.benchWork,
        also: [{ step: key, from: 'recoat', min_minutes: 0, max_minutes: null }],
        with: key,
      }),
    ];
  });
}

function oilSpecs(f: Facts, where: Where, choice: Seal): StepSpec[] {
  const { zones, group } = where;
  const tail = where.tail === '' ? '' : `, ${where.tail}`;
  const { product, coats } = choice.value;
  return Array.from({ length: coats }, (_, i) => i + 1).flatMap((n) => {
    const key = `oil-${where.key}-${n}`;
    return inLots(
      coat(f, {
        key,
        series: { id: `oil-${where.key}`, before: 'Brush on oil', behind: tail },
        choice,
        zones,
        group,
        coat: 'oil',
        colour: '#c99a5b',
        product,
        method: 'brush',
        phase: 'seal',
      }),
      spec({
        ...authorityOf(choice),
        key: `wipe-oil-${where.key}-${n}`,
        title: `Wipe and buff the oil${tail}`,
        reason: 'After 15 minutes, dry on the cloth: oil left standing stays sticky.',
        phase: 'seal',
        zones,
        minutes: effort(f, zones, 5, 6),
        skill: 'seal',
        window: { of: key, min: 15, max: 25 },
        with: key,
      }),
      RUB_LOT,
    );
  });
}
