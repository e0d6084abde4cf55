import { shiftFaults } from '../../calendar/shiftFaults.ts';
import type { Climate } from '../../climate/climate.ts';
import { productFaults } from '../../products/product.ts';
import { type PieceToPlan, type Plan, type Problem, SKILLS } from './model.ts';
import { pieceFaults, shopFaults, SIZE_LIMITS } from './problemFaults.ts';
import { byCause } from './byCause.ts';
import type { ProblemFault, Unplanned } from './reasons.ts';
import { byUrgency } from './byUrgency.ts';

/** What of a problem can be planned, what is left out of it, and everything that is wrong. */
export type Sanitised = {
  readonly problem: Problem;
  /** Steps of pieces that cannot be read, with the reason. */
  readonly leftOut: readonly Unplanned[];
  readonly faults: readonly ProblemFault[];
};

/**
 * The part of a problem that can be planned: a piece, person, station, product or climate that makes no sense is told and left out or
 * mended in the one way there is, so that one mistake does not keep everything else from being planned.
 * @returns null for the problem's own faults (its time zone, its horizon), with which nothing can be planned
 */
export function sanitise(
  given: Problem,
): Sanitised | { readonly problem: null; readonly faults: readonly ProblemFault[] } {
  const whole = shopFaults(given);
  if (whole.length > 0) return { problem: null, faults: whole };
  const faults: ProblemFault[] = [];
  const climates = Object.fromEntries(
    Object.entries(given.climates).map(([id, c]) => [id, withoutHoles(id, c, faults)]),
  );
  const products = given.products.filter((p) => keep(productFaults(p).map(said), faults));
  const stations = given.stations.filter((s) => {
    const wrong: ProblemFault[] = [];
    if (!(s.capacity >= 1)) wrong.push({ code: 'station-capacity', station: s.name, capacity: s.capacity });
    if (!climates[s.climate]) wrong.push({ code: 'station-climate', station: s.name, climate: s.climate });
    return keep(wrong, faults);
  });
  const people = given.people.map((person) => {
    faults.push(...shiftFaults(person.name, person.hours).map(said));
    const wrong = SKILLS.filter((skill) => !((person.skills[skill] ?? 1) > 0));
    for (const skill of wrong)
      faults.push({ code: 'skill-speed', person: person.name, skill, speed: person.skills[skill]! });
    const skills = Object.fromEntries(
      Object.entries(person.skills).filter(([skill]) => !(wrong as readonly string[]).includes(skill)),
    );
    return wrong.length > 0 ? { ...person, skills } : person;
  });
  const problem = { ...given, climates, products, stations, people };
  const leftOut: Unplanned[] = [];
  const leaveOut = (piece: PieceToPlan, wrong: readonly ProblemFault[]) => {
    faults.push(...wrong);
    for (const s of piece.steps)
      if (s.state.kind === 'planned')
        leftOut.push({ step: s.id, piece: piece.id, reason: { code: 'faulty', faults: wrong } });
  };
  const seen = new Set<string>();
  let count = 0;
  const kept = new Set<string>();
  // When there are too many, those that matter most are planned.
  for (const piece of [...problem.pieces].sort(byUrgency)) {
    const wrong = pieceFaults(problem, piece, seen);
    if (wrong.length === 0 && count + piece.steps.length > SIZE_LIMITS.steps)
      wrong.push({ code: 'too-many-steps', piece: piece.name, limit: SIZE_LIMITS.steps });
    if (wrong.length > 0) leaveOut(piece, wrong);
    else {
      kept.add(piece.id);
      count += piece.steps.length;
      for (const s of piece.steps) seen.add(s.id);
    }
  }
  return { problem: { ...problem, pieces: problem.pieces.filter((p) => kept.has(p.id)) }, leftOut, faults };
}

/** What makes a problem impossible to read; empty when all of it can be planned. */
export const problemFaults = (p: Problem): readonly ProblemFault[] => sanitise(p).faults;

/** A plan of that part, with what was left out told in it. */
export const withLeftOut = (plan: Plan, leftOut: readonly Unplanned[]): Plan =>
  leftOut.length === 0 ? plan : { ...plan, unplanned: [...plan.unplanned, ...leftOut].sort(byCause) };

const said = (words: string): ProblemFault => ({ code: 'said', words });

function keep(wrong: readonly ProblemFault[], faults: ProblemFault[]): boolean {
  faults.push(...wrong);
  return wrong.length === 0;
}

/** Hours without a measurement take that of the hour before, or the first there is. */
function withoutHoles(id: string, climate: Climate, faults: ProblemFault[]): Climate {
  const holes = climate.temperature_c.reduce(
    (n, t, h) => n + (Number.isFinite(t) && Number.isFinite(climate.humidity_pct[h]) ? 0 : 1),
    0,
  );
  if (holes === 0) return climate;
  faults.push({ code: 'climate-holes', climate: id, holes, hours: climate.temperature_c.length });
  const filled = (row: readonly number[], otherwise: number) => {
    let last = row.find((x) => Number.isFinite(x)) ?? otherwise;
    return row.map((x) => (last = Number.isFinite(x) ? x : last));
  };
  return {
    ...climate,
    temperature_c: filled(climate.temperature_c, 20),
    humidity_pct: filled(climate.humidity_pct, 50),
  };
}
