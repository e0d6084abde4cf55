import { DUST, NIGHT } from '../rules/rule.ts';
import { authorityOf, together } from './together.ts';
import type { Facts } from './facts.ts';
import { inLots } from './lots.ts';
import { spec, type StepSpec } from './spec.ts';

/** Minutes for hand work over an area, slower on spindles. */
export const effort = (f: Facts, zones: readonly string[], start: number, perM2: number) =>
  start + perM2 * f.area(zones) * f.template.fiddliness;

/** Washing the outside: as many rounds as the dirtiest part asks for, the next before the last has dried. */
export function washSpecs(all: readonly Facts[]): StepSpec[] {
  const main = all[0]!;
  const asked = all.flatMap((f) => (f.chosen.washes ? [f.chosen.washes] : []));
  const most = asked.sort((a, b) => b.value - a.value)[0];
  if (!most) return [];
  const zones = main.outside;
  return Array.from({ length: most.value }, (_, i) =>
    spec({
      key: most.value > 1 ? `wash-${i + 1}` : 'wash',
      title: most.value > 1 ? `Wash and rinse, round ${i + 1}` : 'Wash and rinse',
      ...authorityOf(most),
      phase: 'clean',
      zones,
      minutes: effort(main, zones, 15, 9),
      skill: 'prep',
      splittable: true,
      needs: main.benchWork,
      product: 'rinse-water',
      window: i > 0 ? { of: `wash-${i}`, min: 10, max: null } : null,
    }),
  );
}

/** What of the old finish is taken off before sanding, top first. */
export function stripSpecs(all: readonly Facts[]): StepSpec[] {
  return topFirst(all).flatMap((f) => {
    const choice = f.chosen.strip;
    if (!choice) return [];
    const suffix = f.part.id === 'top' ? '' : `-${f.part.id}`;
    const place = f.part.group === 'top' ? 'the top' : 'the piece';
    return choice.value.how === 'heat' ? [heat(f, suffix, place)] : chemical(f, choice.value.rounds, suffix, place);
  });
}

function heat(f: Facts, suffix: string, place: string): StepSpec {
  const { zones } = f.part;
  return spec({
    key: `heat${suffix}`,
    title: `Strip ${place} with the heat gun`,
    ...authorityOf(f.chosen.strip!),
    phase: 'strip',
    zones,
    minutes: effort(f, zones, 15, 40),
    skill: 'prep',
    splittable: true,
    needs: f.benchWork,
    caution:
      'Heat gun: 2–3 cm away, never near solvent or over shellac, never where lead is possible; water at hand, fresh air.',
  });
}

/** A lot is what can be scraped in about an hour, before the rest dries. */
const STRIP_LOT = 60;

function chemical(f: Facts, rounds: number, suffix: string, place: string): StepSpec[] {
  const { zones, condition } = f.part;
  const of = authorityOf(f.chosen.strip!);
  return Array.from({ length: rounds }, (_, i) => i).flatMap((i) => {
    const round = rounds > 1 ? `, round ${i + 1}` : '';
    const key = `strip${suffix}-${i + 1}`;
    const common = { phase: 'strip', zones, skill: 'prep', needs: f.benchWork } as const;
    const on = spec({
      ...of,
      ...common,
      key,
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
    const strips = facts.flatMap((x) => (x.chosen.strip?.value.how === 'chemical' ? [lastScrape(x)] : []));
    const perM2 = how === 'bare' ? (f.part.condition.finish === 'raw' ? 20 : 35) : how === 'dull' ? 8 : 10;
    made.push(
      spec({
        key: made.some((m) => m.key === base) ? `${base}-${f.part.zones[0]!}` : base,
        title: how === 'bare' ? `Sand ${isTop ? 'the top' : 'it'} to bare wood, ${grits}` : WORDS[how](grits),
        ...authorityOf(choice),
        caution: DUST,
        phase: 'sand',
        zones,
        minutes: effort(f, zones, 10, perM2),
        skill: 'prep',
        splittable: true,
        dusty: true,
        needs: f.benchWork,
        // Softened residue clogs the paper: a night to dry after the last scrape.
        also: strips.map((step) => ({ step, from: 'end', min_minutes: NIGHT, max_minutes: null })),
      }),
    );
  }
  return made;
}

const lastScrape = (f: Facts) => `scrape${f.part.id === 'top' ? '' : `-${f.part.id}`}-${f.chosen.strip!.value.rounds}`;

export const topFirst = (all: readonly Facts[]) => [
  ...all.filter((f) => f.part.group === 'top'),
  ...all.filter((f) => f.part.group !== 'top'),
];
