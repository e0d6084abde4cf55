import { sanded, type Sanding } from '../act.ts';
import { DUST } from '../rules/rule.ts';
import { authorityOf, together } from './together.ts';
import type { Facts } from './facts.ts';
import { inLots } from './lots.ts';
import { spec, type StepSpec } from './spec.ts';

/** Minutes for hand work over an area, slower on spindles. */
export const effort = (f: Facts, zones: readonly string[], start: number, perM2: number) =>
  start + perM2 * f.worth(zones);

/** Washing the outside: as many rounds as the dirtiest part asks for, the next before the last has dried. */
export function washSpecs(all: readonly Facts[]): StepSpec[] {
  const main = all[0]!;
  const asked = all.flatMap((f) => (f.chosen.washes ? [f.chosen.washes] : []));
  const most = asked.sort((a, b) => b.value - a.value)[0];
  if (!most) return [];
  const zones = washed(all);
  const isDamp = most.value === 1 && isNewAndBare(all);
  const words = isDamp ? 'Vacuum and wipe down with a damp cloth' : 'Wash and rinse';
  return Array.from({ length: most.value }, (_, i) =>
    spec({
      key: most.value > 1 ? `wash-${i + 1}` : 'wash',
      title: most.value > 1 ? `${words}, round ${i + 1}` : words,
      ...authorityOf(most),
      ...(isDamp ? { reason: 'New bare wood is not soaked: dust off, a damp cloth, and an hour or two to dry.' } : {}),
      phase: 'clean',
      acts: [{ do: 'wash' }],
      zones,
      // The first round takes the dirt off; those behind it only follow.
      minutes: effort(main, zones, i === 0 ? 10 : 5, i === 0 ? 6 : 4),
      skill: 'prep',
      splittable: true,
      needs: main.benchWork,
      product: isDamp || isClosed(all) ? 'rinse-film' : 'rinse-water',
      window: i > 0 ? { of: `wash-${i}`, min: 10, max: null } : null,
    }),
  );
}

const treated = (all: readonly Facts[]) => all.filter((f) => !f.wants('clean', 'cover'));
/** Water stays on top and is gone in an hour or two: whole varnish, paint or foil everywhere. */
const isClosed = (all: readonly Facts[]): boolean =>
  treated(all).every(
    (f) =>
      ['varnish', 'pale-paint', 'dark-paint', 'aerosol', 'foil'].includes(f.part.condition.finish) &&
      !f.found('cracked-finish', 'flaking'),
  );
const isNewAndBare = (all: readonly Facts[]): boolean =>
  treated(all).every((f) => f.survey.age === 'new' && f.part.condition.finish === 'raw');

/** Everything that shows outside, and what inside gets a coat; never cloth, cane or an inside that is only wiped out. */
const washed = (all: readonly Facts[]): string[] =>
  all.filter((f) => !f.wants('clean', 'cover')).flatMap((f) => f.part.zones);

/** What of the old finish is taken off before sanding, top first. */
export function stripSpecs(all: readonly Facts[]): StepSpec[] {
  return togetherByRow(all).flatMap(({ facts, zones, choice }) => {
    const f = facts[0]!;
    const suffix = f.part.id === 'top' ? '' : `-${f.part.id}`;
    const place = f.part.row === 'top' ? 'the top' : f.isBody && f.isMain ? 'the piece' : f.named(zones);
    return choice.value.how === 'heat'
      ? [heat(f, zones, suffix, place)]
      : chemical(f, zones, choice.value.rounds, suffix, place);
  });
}

/** Parts of a row that are stripped alike are stripped as one. */
const togetherByRow = (all: readonly Facts[]) => {
  const rows = [...new Set(topFirst(all).map((f) => f.part.row))];
  return rows.flatMap((row) =>
    together(
      topFirst(all).filter((f) => f.part.row === row),
      'strip',
    ),
  );
};

function heat(f: Facts, zones: readonly string[], suffix: string, place: string): StepSpec {
  return spec({
    key: `heat${suffix}`,
    title: `Strip ${place} with the heat gun`,
    ...authorityOf(f.chosen.strip!),
    phase: 'strip',
    acts: [{ do: 'heat' }],
    zones,
    minutes: effort(f, zones, 10, 30),
    skill: 'prep',
    splittable: true,
    needs: f.benchWork,
    caution:
      'Heat gun: 2–3 cm away, never near solvent or over shellac, never where lead is possible; water at hand, fresh air.',
  });
}

/** A lot is what can be scraped in about an hour, before the rest dries. */
const STRIP_LOT = 60;

function chemical(f: Facts, zones: readonly string[], rounds: number, suffix: string, place: string): StepSpec[] {
  const { condition } = f.part;
  const of = authorityOf(f.chosen.strip!);
  return Array.from({ length: rounds }, (_, i) => i).flatMap((i) => {
    const round = rounds > 1 ? `, round ${i + 1}` : '';
    const key = `strip${suffix}-${i + 1}`;
    const common = { phase: 'strip', zones, skill: 'prep', needs: f.benchWork } as const;
    const on = spec({
      ...of,
      ...common,
      key,
      acts: [{ do: 'strip' }],
      title: `Brush stripper on ${place}${round}`,
      reason: `${condition.layers} old ${condition.layers === 1 ? 'layer' : 'layers'}: ${of.reason}`,
      minutes: effort(f, zones, 10, 10),
      product: 'stripper-gel',
      loss: 0.05,
    });
    const off = spec({
      ...of,
      ...common,
      key: `scrape${suffix}-${i + 1}`,
      acts: [
        { do: 'scrape', all: i === rounds - 1 },
        { do: 'wash', soaked: true },
      ],
      product: 'strip-rinse',
      title: `Scrape and wash off ${place}${round}`,
      reason: 'Scrape while it is soft, 30 to 60 minutes after brushing it on.',
      minutes: effort(f, zones, 15, 35),
      window: { of: key, min: 30, max: 60 },
      with: key,
      caution: 'Gloves and goggles: the softened finish is still stripper.',
    });
    return inLots(on, off, STRIP_LOT);
  });
}

const WORDS = {
  smooth: (grits: string) => `Sand smooth, ${grits}, dust off`,
  scuff: (grits: string) => `Scuff sand, ${grits}, dust off`,
  dull: (grits: string) => `Dull the shine, ${grits}, dust off`,
};

/** Sanding before the first coat: the top that shows wood apart, everything else that is treated alike together. */
export function groundSpecs(all: readonly Facts[]): StepSpec[] {
  const made: StepSpec[] = [];
  for (const { facts, zones, choice } of together(topFirst(all), 'ground')) {
    const { how, grits } = choice.value;
    if (how === 'none') continue;
    const f = facts[0]!;
    const isTop = how === 'bare' && facts.every((x) => x.part.group === 'top');
    const base = isTop ? 'sand-top' : how === 'bare' ? 'sand-bare' : 'scuff';
    made.push(
      spec({
        key: made.some((m) => m.key === base) ? `${base}-${f.part.zones[0]!}` : base,
        title:
          how === 'bare'
            ? `Sand ${isTop ? 'the top' : placeOf(facts, zones)} to bare wood, ${grits}`
            : WORDS[how](grits),
        ...authorityOf(choice),
        caution: DUST,
        phase: 'sand',
        acts: sanded(SANDING[how], ...grits.split('-').map(Number)),
        zones,
        minutes: effort(f, zones, how === 'bare' ? 5 : 6, paceOf(facts, how)),
        skill: 'prep',
        splittable: true,
        dusty: true,
        needs: f.benchWork,
      }),
    );
  }
  return made;
}

const SANDING: Record<'bare' | 'smooth' | 'scuff' | 'dull', Sanding> = {
  bare: 'bare',
  smooth: 'smooth',
  scuff: 'level',
  dull: 'dull',
};
const placeOf = (facts: readonly Facts[], zones: readonly string[]) =>
  facts.some((x) => x.isBody) ? 'it' : facts[0]!.named(zones);

/** Minutes a square metre: what was stripped or came bare takes less than a film that has to come off. Common practice. */
function paceOf(facts: readonly Facts[], how: 'bare' | 'smooth' | 'scuff' | 'dull'): number {
  if (how !== 'bare') return how === 'dull' ? 5 : 7;
  const isOff = facts.every((x) => x.part.condition.finish === 'raw' || x.chosen.strip !== undefined);
  return isOff ? 16 : 28;
}

export const topFirst = (all: readonly Facts[]) => [
  ...all.filter((f) => f.part.group === 'top'),
  ...all.filter((f) => f.part.group !== 'top'),
];
