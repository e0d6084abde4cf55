import { sanded } from '../act.ts';
import type { Coat, Group, Hides, Method } from '../piece.ts';
import { hidesOf } from '../rules/hiding.ts';
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
  readonly cover?: StepSpec['cover'];
  readonly with?: string | null;
  readonly hides?: Hides;
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
    cover: c.cover ?? null,
    with: c.with ?? null,
    ...(c.hides ? { hides: c.hides } : {}),
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

/** Recoat stage and the rest of a night. Common practice: overnight before pale paint. */
const OVERNIGHT_MORE = 10 * 60;

/**
 * A waterborne blocker shows by the next day whether something comes through: a whole day under pale paint where something
 * may, a night where it only hides the ground, and no longer than any coat under a dark colour.
 */
function coverOf(facts: readonly Facts[], product: string): StepSpec['cover'] {
  if (product !== 'stain-blocker') return null;
  const pale = facts.filter((f) => f.pale);
  if (pale.length === 0) return { at: 'recoat', minutes: 0 };
  const mayBleed = pale.some(
    (f) =>
      f.found('bleeds', 'nicotine', 'water-rings', 'knots', 'odour') ||
      (f.part.condition.wood === 'red-wood' && ['raw', 'wax', 'oil'].includes(f.finishNow)),
  );
  return mayBleed ? null : { at: 'recoat', minutes: OVERNIGHT_MORE };
}

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
        group: groupOf(facts),
        coat: 'primer',
        colour: tint ? '#8d9296' : (PRIMER_COLOURS[product] ?? '#d9dcdd'),
        product,
        // Shellac is hard to clean out of a sprayer, so it is rolled.
        method: product === 'shellac-sealer' ? 'aerosol' : f.isCurved ? 'brush' : 'roll',
        phase: 'prime',
        cover: coverOf(facts, product),
      }),
    );
  });
}

/** Where coats of several parts are drawn: with the body, unless none of them belongs to it. */
const groupOf = (facts: readonly Facts[]): Group =>
  facts.every((x) => x.part.group === 'top') ? 'top' : facts[0]!.part.group === 'inside' ? 'inside' : 'body';

/** Rows in the order they are painted: the inside first, the body, the top, then what differs. */
const ROW_ORDER = ['inside', 'body', 'top'];
const rowsOf = (all: readonly Facts[]): string[] => {
  const rows = new Set(all.map((f) => f.part.row));
  return [...ROW_ORDER.filter((r) => rows.has(r)), ...[...rows].filter((r) => !ROW_ORDER.includes(r))];
};
/** Behind the words of a step: nothing for the body, else what it is done to. */
const rowWords = (f: Facts, zones: readonly string[]): string =>
  f.isBody ? '' : f.part.row === 'top' ? 'the top' : f.part.row === 'inside' ? 'the inside' : f.named(zones);

function paintSpecs(all: readonly Facts[]): StepSpec[] {
  return rowsOf(all).flatMap((row) => {
    const facts = all.filter((f) => f.part.row === row && f.wants('paint') && f.chosen.coats && f.chosen.method);
    const f = facts[0];
    if (!f) return [];
    // A row is painted as one: the part that hides worst decides.
    const worst = facts.reduce((a, b) => (b.chosen.coats!.value > a.chosen.coats!.value ? b : a));
    const choice = worst.chosen.coats!;
    const hides = hidesOf(worst);
    const zones = facts.flatMap((x) => x.part.zones);
    const where = rowWords(f, zones);
    return Array.from({ length: choice.value }, (_, i) =>
      coat(f, {
        key: f.coat(i + 1),
        series: { id: `paint${f.rowSuffix}`, before: where ? `Paint ${where}` : 'Paint', behind: `, ${f.colourName}` },
        choice,
        zones,
        group: f.part.group,
        coat: 'paint',
        colour: f.hex,
        product: f.paint.id,
        method: widest(facts).chosen.method!.value,
        phase: 'paint',
        hides,
        also: i === 0 ? afterTape(f) : [],
      }),
    );
  });
}

/** The part with most to cover: it decides how a coat over several parts is laid. */
const widest = (facts: readonly Facts[]): Facts =>
  facts.reduce((a, b) => (b.area(b.part.zones) > a.area(a.part.zones) ? b : a));

/** What keeps its face beside the body is taped off before the body's first coat; where nothing is, nothing is waited for. */
const afterTape = (painted: Facts): StepSpec['also'] =>
  painted.isBody ? [{ step: 'tape', from: 'end', min_minutes: 0, max_minutes: null }] : [];

function sealSpecs(all: readonly Facts[]): StepSpec[] {
  const seen = new Set<string>();
  return sealedAlike(all).flatMap(({ facts, zones, choice }) => {
    const f = facts[0]!;
    const { product } = choice.value;
    const { row } = f.part;
    // A part of a row that is protected otherwise has keys and words of its own.
    const isSecond = seen.has(row);
    seen.add(row);
    const where: Where = {
      facts,
      zones,
      group: groupOf(facts),
      key: isSecond ? `${row}-${zones[0]!}` : row,
      tail: isSecond || !['body', 'top', 'inside'].includes(row) ? zoneNames(f, zones) : row === 'body' ? '' : row,
    };
    const family = f.products.get(product)?.family;
    if (family === 'wax') return waxSpecs(f, where, choice);
    if (family === 'oil') return oilSpecs(f, where, choice);
    return clearSpecs(f, where, choice);
  });
}

/** Parts of one row that get the same product are sealed as one; those used harder get the last coats alone. */
function sealedAlike(all: readonly Facts[]) {
  const made: { facts: Facts[]; zones: string[]; choice: Seal }[] = [];
  for (const f of topFirst(all)) {
    const choice = f.chosen.seal;
    if (!choice || choice.value.coats === 0) continue;
    const isFilm = !['wax', 'oil'].includes(f.products.get(choice.value.product)?.family ?? '');
    const like = made.find(
      (m) =>
        m.facts[0]!.part.row === f.part.row &&
        m.choice.value.product === choice.value.product &&
        (isFilm || m.choice.value.coats === choice.value.coats),
    );
    if (!like) made.push({ facts: [f], zones: [...f.part.zones], choice });
    else {
      like.facts.push(f);
      like.zones.push(...f.part.zones);
      if (choice.value.coats > like.choice.value.coats) like.choice = choice;
    }
  }
  return made;
}

type Where = {
  readonly facts: readonly Facts[];
  readonly zones: readonly string[];
  readonly group: Group;
  readonly key: string;
  readonly tail: string;
};
const zoneNames = (f: Facts, zones: readonly string[]) =>
  zones.map((z) => f.zones.find((x) => x.id === z)?.name.toLowerCase() ?? z).join(', ');

type Seal = Choice<'seal'>;

function clearSpecs(f: Facts, where: Where, choice: Seal): StepSpec[] {
  const { product, coats } = choice.value;
  return Array.from({ length: coats }, (_, i) => i + 1).flatMap((n) => {
    const facts = where.facts.filter((x) => x.chosen.seal!.value.coats >= n);
    const zones = facts.flatMap((x) => x.part.zones);
    const some = zones.length < where.zones.length ? zoneNames(f, zones) : where.tail;
    const key = `clear-${where.key}-${n}`;
    const clear = coat(f, {
      key,
      series: { id: `clear-${where.key}`, before: 'Clear coat', behind: some === '' ? '' : `, ${some}` },
      choice,
      reason: n === 1 ? `${choice.reason} Stir, never shake: bubbles stay.` : choice.reason,
      zones,
      group: groupOf(facts),
      coat: 'clear',
      colour: '#f4f1e6',
      product,
      method: f.sprays ? 'spray' : f.isCurved ? 'brush' : 'roll',
      phase: 'seal',
    });
    const denib = spec({
      ...authorityOf(choice),
      key: `denib-${where.key}-${n}`,
      title: `Smooth the clear coat, 320, dust off${some === '' ? '' : ` (${some})`}`,
      reason: 'A light rub takes off dust nibs and lets the next coat hold.',
      caution: DUST,
      phase: 'seal',
      acts: sanded('nibs', 320),
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
        acts: [{ do: 'wipe-off' }],
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
        acts: [{ do: 'buff' }],
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
        acts: [{ do: 'wipe-off' }],
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
