import type { DryingLimits } from '../drying/dryingCurve.ts';
import type { Link, PieceToPlan, Placement, Plan, Problem, Station, Step } from '../planner/model/model.ts';
import { Facts, firstFrom } from './facts.ts';
import { DAY_DEG, DUSK_DEG, sunElevation_deg } from './sun.ts';
import { checkSurroundings } from './surroundings.ts';
import { WallCalendar } from './wallCalendar.ts';

/**
 * Is a plan feasible? Shares only the model's types with what finds plans: it has its own calendar (walked minute by
 * minute from UTC to the wall) and its own drying (summed minute by minute).
 */
export type Rule =
  | 'missing' // a step is neither planned nor reported as unplanned
  | 'grid' // a future start off the 5-minute grid
  | 'past' // a planned step starts before now
  | 'horizon' // ends after the horizon
  | 'fixed' // something done or started was moved
  | 'arrival' // worked before the piece is here
  | 'crew' // wrong number of people, twice the same, or without the skill
  | 'hours' // a working minute outside someone's or somewhere's hours, or too few working minutes
  | 'one-go' // a step that must not be interrupted is
  | 'person' // a person on two steps at once
  | 'space' // a station holds more than it can, wet pieces included
  | 'tool' // more users than tools
  | 'gap-min' // before what it waits for is done or dry
  | 'gap-max' // after the window closed
  | 'air' // too cold or too damp between start and dry to handle
  | 'dust' // dusty work on a piece with a wet film on it
  | 'zone' // two steps on one zone at once
  | 'pin' // a pinned time or person not kept, and not reported
  | 'cleanout' // a tool used for another product before it is cleaned out
  | 'beside' // dust or spray beside wet paint
  | 'daylight' // work outdoors in the dark
  | 'floor' // more pieces on the floor than it holds
  | 'stock' // product used before it can be here
  | 'stage' // a drying stage is told earlier than the verifier finds it (more than a minute off)
  | 'ready'; // the piece's ready time is wrong

export type Violation = { readonly rule: Rule; readonly step: string; readonly words: string };

/** Everything wrong with a plan; empty when it is feasible. */
export const verify = (problem: Problem, plan: Plan): Violation[] => new Verifier().verify(problem, plan);

/**
 * Verifies one plan after another of the same shop. What was found right about a step that is the same, where it was, in a
 * shop whose hours, places, products and air are the same, is remembered; everything between steps is looked at anew.
 */
export class Verifier {
  #facts: Facts | null = null;
  #calendar: WallCalendar | null = null;
  #right = new WeakMap<Step, Seen>();
  #rightPieces = new WeakMap<PieceToPlan, readonly (Placement | undefined)[]>();

  verify(problem: Problem, plan: Plan): Violation[] {
    const found: Violation[] = [];
    const say = (rule: Rule, step: Step | string, words: string) => {
      found.push({ rule, step: typeof step === 'string' ? step : step.id, words });
    };
    const facts = this.#factsOf(problem, plan);
    const left = new Set(plan.unplanned.map((u) => u.step));
    const use = newUsage();
    for (const piece of problem.pieces) {
      for (const step of piece.steps) {
        const at = plan.steps[step.id];
        if (!at) {
          if (!left.has(step.id) || step.state.kind !== 'planned')
            say('missing', step, `“${step.title}” of ${piece.name} has no time and no reason why not.`);
          continue;
        }
        if (step.state.kind === 'planned') checkWhen(facts, piece, step, at, say);
        else checkHappened(problem, this.#calendar!, step, at, say);
        this.#checkOwn(facts, plan, piece, step, at, say);
        checkLinks(facts, plan, piece, step, at, say);
        record(use, problem, step, piece.id, at);
      }
      this.#checkWithin(problem, plan, piece, say);
      checkReady(problem, plan, piece, say);
    }
    checkPeaks(facts, use, say);
    checkSurroundings(problem, plan, say);
    return found;
  }

  #factsOf(problem: Problem, plan: Plan): Facts {
    const facts = new Facts(problem, plan, this.#facts);
    if (!this.#facts || !facts.isSameShopAs(this.#facts)) {
      this.#calendar = new WallCalendar(problem);
      this.#right = new WeakMap();
    }
    return (this.#facts = facts);
  }

  /** What concerns the steps of one piece among themselves; a piece that stands as it stood when it was right, is right. */
  #checkWithin(problem: Problem, plan: Plan, piece: PieceToPlan, say: Say): void {
    const stands = piece.steps.map((s) => plan.steps[s.id]);
    const known = this.#rightPieces.get(piece);
    if (known?.every((was, i) => was === stands[i] || (was && stands[i] && isSamePlacement(was, stands[i])))) return;
    let isRight = true;
    checkWithinPiece(problem, plan, piece, (rule, which, words) => {
      isRight = false;
      say(rule, which, words);
    });
    if (isRight) this.#rightPieces.set(piece, stands);
  }

  /** What concerns the step alone: crew, places, hours, air, and the stages its film is told. */
  #checkOwn(facts: Facts, plan: Plan, piece: PieceToPlan, step: Step, at: Placement, say: Say): void {
    const rescue_minutes = step.state.kind === 'planned' ? rescueMinutes(plan, step, at) : 0;
    const known = this.#right.get(step);
    if (known && known.rescue_minutes === rescue_minutes && isSamePlacement(known.at, at)) return;
    let isRight = true;
    const note: Say = (rule, which, words) => {
      isRight = false;
      say(rule, which, words);
    };
    if (step.state.kind === 'planned') {
      const title = titleOf(piece, step);
      checkCrew(facts, step, at, title, note);
      checkPlaces(facts, step, at, title, note);
      checkWorkingTime(facts, this.#calendar!, step, at, rescue_minutes, title, note);
      checkAir(facts, step, at, title, note);
    }
    checkStages(facts, step, at, note);
    if (isRight) this.#right.set(step, { at, rescue_minutes });
  }
}

/** A step as it was found right. */
type Seen = { readonly at: Placement; readonly rescue_minutes: number };

const isSameList = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((x, i) => x === b[i]);
const isSamePlacement = (a: Placement, b: Placement) =>
  a === b ||
  (a.start === b.start &&
    a.end === b.end &&
    isSameList(a.people, b.people) &&
    isSameList(a.stations, b.stations) &&
    DRY_STAGES.every((s) => a.dry[s] === b.dry[s]));
const DRY_STAGES = ['touch', 'handle', 'sand', 'recoat', 'topcoat', 'travel', 'use', 'cure'] as const;

export type Say = (rule: Rule, step: Step | string, words: string) => void;

function checkHappened(problem: Problem, calendar: WallCalendar, step: Step, at: Placement, say: Say): void {
  const { state } = step;
  if (state.kind === 'done' && (at.start !== state.from || at.end !== state.until))
    say('fixed', step, `“${step.title}” is done; its times may not change.`);
  if (state.kind !== 'started') return;
  const isOver = at.end < problem.now && !(at.end >= at.start && isLeftWet(problem, calendar, step, state.by, at));
  if (at.start !== state.at || isOver)
    say('fixed', step, `“${step.title}” is under way; it may not move or end before now.`);
}

/** A film is laid in one go: nobody who began it was at work any more that day after it ended, so it ended when they went. */
function isLeftWet(
  problem: Problem,
  calendar: WallCalendar,
  step: Step,
  by: readonly string[],
  at: Placement,
): boolean {
  if (step.product === null || step.splittable || by.length === 0) return false;
  const date = calendar.dateAt(at.start);
  for (let t = at.end; t < problem.now && calendar.dateAt(t) === date; t++)
    if (by.some((id) => calendar.personWorks(id, t))) return false;
  return true;
}

const titleOf = (piece: PieceToPlan, step: Step) => `“${step.title}” of ${piece.name}`;

function checkWhen({ problem, pinsDropped }: Facts, piece: PieceToPlan, step: Step, at: Placement, say: Say): void {
  const title = titleOf(piece, step);
  if (at.start % 5 !== 0) say('grid', step, `${title} starts off the 5-minute grid.`);
  if (at.start < problem.now) say('past', step, `${title} starts in the past.`);
  if (at.end > problem.horizon) say('horizon', step, `${title} ends after the plan's horizon.`);
  if (at.start < piece.arrival) say('arrival', step, `${title} starts before the piece is here.`);
  if (!pinsDropped.has(step.id) && step.pin.at !== undefined && at.start !== step.pin.at)
    say('pin', step, `${title} is pinned to another time.`);
  if (step.pin.notBefore !== undefined && at.start < step.pin.notBefore)
    say('pin', step, `${title} starts before the time it may.`);
  if (step.pin.person !== undefined && step.hands > 0 && !at.people.includes(step.pin.person))
    say('pin', step, `${title} is given to someone else.`);
}

function checkCrew(facts: Facts, step: Step, at: Placement, title: string, say: Say): void {
  if (at.people.length !== step.hands || new Set(at.people).size !== at.people.length)
    say('crew', step, `${title} needs ${step.hands} different people and has ${at.people.length}.`);
  for (const id of at.people) {
    const person = facts.people.get(id);
    if (!person) say('crew', step, `${title} is given to someone who is not in the shop.`);
    else if (!((person.skills[step.skill] ?? 0) > 0))
      say('crew', step, `${title} is given to ${person.name}, who does no ${step.skill} work.`);
  }
}

function checkPlaces(facts: Facts, step: Step, at: Placement, title: string, say: Say): void {
  step.needs.forEach((need, i) => {
    const station = facts.stations.get(at.stations[i]!);
    if (!station || station.kind !== need.kind) say('space', step, `${title} needs a ${need.kind} and has none.`);
  });
}

function checkWorkingTime(
  facts: Facts,
  calendar: WallCalendar,
  step: Step,
  at: Placement,
  rescue_minutes: number,
  title: string,
  say: Say,
): void {
  const speeds = at.people.map((id) => facts.people.get(id)?.skills[step.skill] ?? 1);
  const wanted = step.work_minutes / (speeds.length > 0 ? Math.min(...speeds) : 1) + rescue_minutes;
  const workplaces = step.needs.flatMap((n, i) => (n.span === 'wet' ? [] : [at.stations[i]!]));
  const { sun } = facts.problem;
  // Work in one go through the dark is told of by itself.
  const isOutside = step.splittable && workplaces.some((s) => facts.stations.get(s)?.daylight);
  const sun_deg = (t: number) => (sun && isOutside ? sunElevation_deg(sun, t) : Infinity);
  const isOpen = (t: number) =>
    at.people.every((p) => calendar.personWorks(p, t)) &&
    workplaces.every((s) => calendar.stationOpen(s, t)) &&
    (step.tool === null || calendar.toolRuns(step.tool, t)) &&
    (!step.noisy || calendar.noiseAllowed(t)) &&
    sun_deg(t) >= DUSK_DEG;
  let working = 0;
  let inFullLight = 0;
  for (let t = at.start; t < at.end; t++)
    if (isOpen(t)) {
      working++;
      if (sun_deg(t) >= DAY_DEG) inFullLight++;
    }
  const closed = at.end - at.start - working;
  if (!step.splittable && closed > 0)
    say('one-go', step, `${title} must be done in one go but runs through ${closed} closed minutes.`);
  if (working < wanted - 1e-6)
    say('hours', step, `${title} has ${working} working minutes and needs ${Math.ceil(wanted)}.`);
  if (inFullLight >= wanted + 5)
    say('hours', step, `${title} takes ${inFullLight} working minutes though ${Math.ceil(wanted)} are enough.`);
  if (step.splittable && at.end > at.start && !(isOpen(at.start) && isOpen(at.end - 1)))
    say('hours', step, `${title} starts or ends in closed time.`);
}

function checkAir(facts: Facts, step: Step, at: Placement, title: string, say: Say): void {
  const limits = facts.products.get(step.product)?.limits;
  step.needs.forEach((need, i) => {
    const spot = facts.stations.get(at.stations[i]!);
    if (need.span !== 'wet' && spot?.guard && isBroken(facts.problem, spot.guard, spot.climate, at.start, at.end))
      say('air', step, `${title} is done at ${spot.name} while it is too cold or too wet there.`);
  });
  if (!limits) return;
  const broken = (climate: string, from: number, until: number) =>
    isBroken(facts.problem, limits, climate, from, until);
  const workplace = facts.stations.get(at.stations[0]!)?.climate;
  const wetUntil = at.dry.handle ?? at.end;
  if (
    (workplace !== undefined && broken(workplace, at.start, at.end)) ||
    climatesOf(facts, step, at).some((c) => broken(c, at.end, wetUntil))
  )
    say('air', step, `${title} is too cold or too damp somewhere between start and dry to handle.`);
}

function isBroken(problem: Problem, limits: DryingLimits, climate: string, from: number, until: number): boolean {
  const c = problem.climates[climate]!;
  for (let t = from; t < until; t++) {
    const h = Math.max(0, Math.min(Math.floor((t - c.from) / 60), c.temperature_c.length - 1));
    if (c.temperature_c[h]! < limits.minTemperature_c || c.humidity_pct[h]! > limits.maxHumidity_pct) return true;
  }
  return false;
}

/** Extra work that makes good a window that was missed. */
export function rescueMinutes(plan: Plan, step: Step, at: Placement): number {
  const missed = step.after.filter((l) => l.max_minutes !== null && at.start > plan.steps[l.step]!.end + l.max_minutes);
  if (missed.length === 0 || !step.after.every((l) => l.max_minutes === null || l.rescue)) return 0;
  return Math.max(...step.after.map((l) => l.rescue?.minutes ?? 0));
}

/** Where a film dries: its wet places, else where it was worked, else the shop's first place. */
function climatesOf(facts: Facts, step: Step, at: Placement): string[] {
  const station = (id: string | undefined): Station | undefined => facts.stations.get(id ?? '');
  const all = step.needs.map((n, i) => ({ n, s: station(at.stations[i]) })).filter((x) => x.s !== undefined);
  const wet = all.filter((x) => x.n.span !== 'work');
  const chosen = (wet.length > 0 ? wet : all).map((x) => x.s!.climate);
  if (chosen.length > 0 && all.length === step.needs.length) return [...new Set(chosen)];
  const first = [...facts.problem.stations].sort((a, b) => (a.id < b.id ? -1 : 1))[0];
  return first ? [first.climate] : [];
}

function checkStages(facts: Facts, step: Step, at: Placement, say: Say): void {
  const product = facts.products.get(step.product);
  if (!product) return;
  for (const stage of ['touch', 'handle', 'sand', 'recoat', 'topcoat', 'travel'] as const) {
    const promised = at.dry[stage];
    if (promised === undefined) continue;
    const own = Math.max(
      ...climatesOf(facts, step, at).map((c) => facts.dryAt(c, product, stage, at.end, step.thickness)),
      at.end,
    );
    if (Math.abs(own - promised) > 1)
      say('stage', step, `“${step.title}” is told "${stage}" at ${promised}, but is so at ${own}.`);
  }
}

function checkLinks(facts: Facts, plan: Plan, piece: PieceToPlan, step: Step, at: Placement, say: Say): void {
  if (step.state.kind !== 'planned') return;
  for (const link of step.after) {
    const before = piece.steps.find((s) => s.id === link.step);
    const was = plan.steps[link.step];
    if (!before || !was) {
      say('gap-min', step, `“${step.title}” is planned although what it waits for is not.`);
      continue;
    }
    if (at.start < originOf(facts, before, was, link) + link.min_minutes - 1)
      say('gap-min', step, `“${step.title}” of ${piece.name} starts before “${before.title}” is ready for it.`);
    // A window that what has begun has closed cannot be kept any more, and one with a rescue need not; either is reported.
    const hasBegun = before.state.kind !== 'planned' || was.start < (facts.problem.frozenUntil ?? facts.problem.now);
    const promised = (hasBegun || link.rescue) && facts.reported.has(step.id);
    if (link.max_minutes !== null && at.start > was.end + link.max_minutes && !promised)
      say(
        'gap-max',
        step,
        `“${step.title}” of ${piece.name} starts after its window of ${link.max_minutes} min past “${before.title}” has closed.`,
      );
  }
}

function originOf(facts: Facts, before: Step, was: Placement, link: Link): number {
  const product = facts.products.get(before.product);
  if (link.from === 'end' || !product) return was.end;
  const stage = link.from;
  return Math.max(
    was.end,
    ...climatesOf(facts, before, was).map((c) => facts.dryAt(c, product, stage, was.end, before.thickness)),
  );
}

function checkWithinPiece(problem: Problem, plan: Plan, piece: PieceToPlan, say: Say): void {
  const placed = piece.steps.flatMap((step) => (plan.steps[step.id] ? [{ step, at: plan.steps[step.id]! }] : []));
  const wetInPlace = (s: Step) => s.product !== null && s.needs.some((n) => n.span === 'both');
  for (const a of placed)
    for (const b of placed) {
      if (a === b || b.step.state.kind !== 'planned') continue;
      const overlap = a.at.start < b.at.end && b.at.start < a.at.end;
      const earlierIsFixed = a.step.state.kind !== 'planned' || a.step.id < b.step.id;
      const sameParts = a.step.moves || b.step.moves || a.step.zones.some((z) => b.step.zones.includes(z));
      if (overlap && earlierIsFixed && sameParts)
        say('zone', b.step, `“${b.step.title}” and “${a.step.title}” work the same part of ${piece.name} at once.`);
      if (b.step.dusty && wetInPlace(a.step) && b.at.start < (a.at.dry.touch ?? a.at.end) && a.at.start < b.at.end)
        say('dust', b.step, `“${b.step.title}” raises dust while “${a.step.title}” is wet on ${piece.name}.`);
      if (
        wetInPlace(b.step) &&
        a.step.dusty &&
        a.step.state.kind === 'started' &&
        b.at.start < a.at.end &&
        a.at.start < (b.at.dry.touch ?? b.at.end)
      )
        say('dust', b.step, `“${b.step.title}” is laid while “${a.step.title}” raises dust on ${piece.name}.`);
    }
}

function checkReady(problem: Problem, plan: Plan, piece: PieceToPlan, say: Say): void {
  const promised = plan.ready[piece.id];
  if (promised === undefined) {
    if (
      piece.steps.every((s) => plan.steps[s.id] && (s.product === null || plan.steps[s.id]!.dry.travel !== undefined))
    )
      say('ready', piece.id, `${piece.name} is planned to the end but has no ready time.`);
    return;
  }
  const wanted = Math.max(
    ...piece.steps.map((s) => Math.max(plan.steps[s.id]?.end ?? Infinity, plan.steps[s.id]?.dry.travel ?? 0)),
    piece.steps.length > 0 ? 0 : piece.arrival,
  );
  if (promised !== wanted) say('ready', piece.id, `${piece.name} is called ready at ${promised}, but is at ${wanted}.`);
}

type Use = { from: number; until: number; units: number; step: Step; piece: string };
type Usage = Map<string, Use[]>;
type Usages = { person: Usage; station: Usage; tool: Usage };
const newUsage = (): Usages => ({ person: new Map(), station: new Map(), tool: new Map() });

function record(use: Usages, problem: Problem, step: Step, piece: string, at: Placement): void {
  const put = (where: Usage, id: string, from: number, until: number, units: number) => {
    if (until <= problem.now) return; // what is over takes nothing any more
    const list = where.get(id);
    if (list) list.push({ from, until, units, step, piece });
    else where.set(id, [{ from, until, units, step, piece }]);
  };
  const wetUntil = Math.max(at.end, at.dry.handle ?? at.end);
  for (const id of at.people) put(use.person, id, at.start, at.end, 1);
  step.needs.forEach((n, i) =>
    put(
      use.station,
      at.stations[i]!,
      n.span === 'wet' ? at.end : at.start,
      n.span === 'work' ? at.end : wetUntil,
      n.units,
    ),
  );
  if (step.tool !== null) put(use.tool, step.tool, at.start, at.end, 1);
}

/** From when on a step takes something itself: a piece stands in a place once, so that it takes no room where it stood before it. */
function takesRoomFrom(starts: readonly Use[], n: number, from: number, longest: number): number {
  const x = starts[n]!;
  let at = from;
  for (let k = firstFrom(starts, at - longest); k < n; k++) {
    const { piece, units, until } = starts[k]!;
    if (piece === x.piece && units >= x.units && until > at) at = until;
  }
  return at;
}

function checkPeaks(facts: Facts, use: Usages, say: Say): void {
  const check = (rule: Rule, where: Usage, capacity: (id: string) => number, name: (id: string) => string) => {
    const isRoom = rule === 'space';
    for (const [id, list] of where) {
      const room = capacity(id);
      const starts = [...list].sort((a, b) => a.from - b.from);
      const standing = new Map<string, number>();
      const longest = list.reduce((n, x) => Math.max(n, x.until - x.from), 0);
      for (const [n, x] of starts.entries()) {
        // Only what is planned can be blamed; people may really have done two things at once.
        if (x.step.state.kind !== 'planned') continue;
        const from = Math.max(x.from, facts.problem.now);
        const at = isRoom ? takesRoomFrom(starts, n, from, longest) : from;
        if (at >= x.until) continue;
        let taken = 0;
        standing.clear();
        // Nothing that starts earlier than the longest stay before can still be there.
        for (let k = firstFrom(starts, at - longest); k < starts.length && starts[k]!.from <= at; k++) {
          const { until, units, piece } = starts[k]!;
          if (at >= until) continue;
          // A piece stands in a place once, however many of its steps need it there.
          const already = standing.get(piece) ?? 0;
          if (units <= already) continue;
          taken += units - already;
          if (isRoom) standing.set(piece, units);
        }
        if (taken > room)
          say(rule, x.step, `${name(id)} is taken ${taken} times over ${room} when “${x.step.title}” starts.`);
      }
    }
  };
  const { people, stations, tools } = facts;
  const called = (of: ReadonlyMap<string, { readonly name: string }>) => (id: string) => of.get(id)?.name ?? id;
  check('person', use.person, () => 1, called(people));
  check('space', use.station, (id) => stations.get(id)?.capacity ?? 0, called(stations));
  check('tool', use.tool, (id) => tools.get(id)?.capacity ?? 0, called(tools));
}
