import { shiftFaults } from '../../calendar/shiftFaults.ts';
import type { Climate } from '../../climate/climate.ts';
import { productFaults } from '../../products/product.ts';
import { type PieceToPlan, type Plan, type Problem, SKILLS, type Unplanned } from './model.ts';
import { SIZE_LIMITS, pieceFaults, shopFaults } from './problemFaults.ts';
import { byUrgency } from '../compile/stockTimes.ts';

/** What of a problem can be planned, what is left out of it, and everything that is wrong, in words that name it. */
export type Sanitised = {
  readonly problem: Problem;
  /** Steps of pieces that cannot be read, with the reason. */
  readonly leftOut: readonly Unplanned[];
  readonly faults: readonly string[];
};

/**
 * The sound part of a problem: a piece, person, station, product or climate that makes no sense is told and left out or
 * mended in the one way there is, so that one mistake does not keep everything else from being planned.
 * @returns null for the problem's own faults (its time zone, its horizon), with which nothing can be planned
 */
export function sanitise(given: Problem): Sanitised | { readonly problem: null; readonly faults: readonly string[] } {
  const whole = shopFaults(given);
  if (whole.length > 0) return { problem: null, faults: whole };
  const faults: string[] = [];
  const climates = Object.fromEntries(
    Object.entries(given.climates).map(([id, c]) => [id, withoutHoles(id, c, faults)]),
  );
  const products = given.products.filter((p) => keep(productFaults(p), faults));
  const stations = given.stations.filter((s) => {
    const wrong: string[] = [];
    if (!(s.capacity >= 1)) wrong.push(`Station "${s.name}" has room for ${s.capacity}; enter 1 or more.`);
    if (!climates[s.climate])
      wrong.push(`Station "${s.name}" stands in the climate "${s.climate}", which is not given.`);
    return keep(wrong, faults);
  });
  const people = given.people.map((person) => {
    faults.push(...shiftFaults(person.name, person.hours));
    const wrong = SKILLS.filter((skill) => !((person.skills[skill] ?? 1) > 0));
    for (const skill of wrong)
      faults.push(`${person.name}'s speed at "${skill}" is ${person.skills[skill]}; enter a number above 0.`);
    const skills = Object.fromEntries(
      Object.entries(person.skills).filter(([skill]) => !(wrong as readonly string[]).includes(skill)),
    );
    return wrong.length > 0 ? { ...person, skills } : person;
  });
  const problem = { ...given, climates, products, stations, people };
  const leftOut: Unplanned[] = [];
  const leaveOut = (piece: PieceToPlan, reasons: readonly string[]) => {
    faults.push(...reasons);
    for (const s of piece.steps)
      if (s.state.kind === 'planned') leftOut.push({ step: s.id, piece: piece.id, reason: reasons.join(' ') });
  };
  const seen = new Set<string>();
  let count = 0;
  const kept = new Set<string>();
  // When there are too many, those that matter most are planned.
  for (const piece of [...problem.pieces].sort(byUrgency)) {
    const wrong = pieceFaults(problem, piece, seen);
    if (wrong.length === 0 && count + piece.steps.length > SIZE_LIMITS.steps)
      wrong.push(
        `${piece.name}: with it there would be more than the ${SIZE_LIMITS.steps} steps that can be planned at once.`,
      );
    if (wrong.length > 0) leaveOut(piece, wrong);
    else {
      kept.add(piece.id);
      count += piece.steps.length;
      for (const s of piece.steps) seen.add(s.id);
    }
  }
  return { problem: { ...problem, pieces: problem.pieces.filter((p) => kept.has(p.id)) }, leftOut, faults };
}

/** What makes a problem impossible to read, in words that name the thing; empty when all of it can be planned. */
export const problemFaults = (p: Problem): readonly string[] => sanitise(p).faults;

/** A plan of the sound part, with what was left out told in it. */
export const withLeftOut = (plan: Plan, leftOut: readonly Unplanned[]): Plan =>
  leftOut.length === 0
    ? plan
    : { ...plan, unplanned: [...plan.unplanned, ...leftOut].sort((a, b) => (a.step < b.step ? -1 : 1)) };

function keep(wrong: readonly string[], faults: string[]): boolean {
  faults.push(...wrong);
  return wrong.length === 0;
}

/** Hours without a measurement take that of the hour before, or the first there is. */
function withoutHoles(id: string, climate: Climate, faults: string[]): Climate {
  const holes = climate.temperature_c.reduce(
    (n, t, h) => n + (Number.isFinite(t) && Number.isFinite(climate.humidity_pct[h]) ? 0 : 1),
    0,
  );
  if (holes === 0) return climate;
  faults.push(
    `The climate "${id}" has no measurement for ${holes} of its ${climate.temperature_c.length} hours; the hour before stands in.`,
  );
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
