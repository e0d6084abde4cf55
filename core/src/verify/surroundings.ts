import type { PieceToPlan, Placement, Plan, Problem, Station, Step } from '../planner/model/model.ts';
import { DUSK_DEG, sunElevation_deg } from './sun.ts';
import { firstFrom } from './facts.ts';
import type { Say } from './verify.ts';

type Placed = { readonly piece: PieceToPlan; readonly step: Step; readonly at: Placement };

/** What holds between steps of different pieces: clean-outs, dust and spray beside wet, daylight, floor and shelf. */
export function checkSurroundings(problem: Problem, plan: Plan, say: Say): void {
  const placed: Placed[] = problem.pieces.flatMap((piece) =>
    piece.steps.flatMap((step) => (plan.steps[step.id] ? [{ piece, step, at: plan.steps[step.id]! }] : [])),
  );
  checkCleanouts(problem, placed, say);
  checkBeside(problem, placed, say);
  checkDaylight(problem, placed, say);
  checkFloor(problem, plan, say);
  checkStock(problem, placed, say);
}

const isPlanned = (x: Placed) => x.step.state.kind === 'planned';

function checkCleanouts(problem: Problem, placed: readonly Placed[], say: Say): void {
  for (const tool of problem.tools) {
    const gap = tool.cleanout_minutes ?? 0;
    if (gap === 0) continue;
    const users = placed.filter((x) => x.step.tool === tool.id).sort((a, b) => a.at.start - b.at.start);
    for (let i = 1; i < users.length; i++) {
      const [a, b] = [users[i - 1]!, users[i]!];
      if ((a.step.load ?? null) === (b.step.load ?? null) || (!isPlanned(a) && !isPlanned(b))) continue;
      if (b.at.start < a.at.end + gap)
        say('cleanout', b.step, `“${b.step.title}” starts before ${tool.name} is cleaned out after “${a.step.title}”.`);
    }
  }
}

/** A film and the stations near which it must not meet dust, from when until when. */
type Wet = {
  readonly placed: Placed;
  readonly from: number;
  readonly touch: number;
  readonly spots: readonly { readonly station: Station; readonly from: number; readonly until: number }[];
};

function checkBeside(problem: Problem, placed: readonly Placed[], say: Say): void {
  const stations = new Map(problem.stations.map((s) => [s.id, s]));
  const shares = (a: Station, b: Station) =>
    a === b || (a.beside ?? []).includes(b.id) || (b.beside ?? []).includes(a.id);
  const films = placed
    .filter((x) => x.step.product !== null)
    .map((x) => wetOf(x, stations))
    .sort((a, b) => a.from - b.from);
  const longest = films.reduce((n, x) => Math.max(n, x.touch - x.from), 0);
  for (const d of placed) {
    if (!d.step.dusty && !d.step.sprayed) continue;
    const raised = d.step.needs.flatMap((n, i) => (n.span === 'wet' ? [] : (stations.get(d.at.stations[i]!) ?? [])));
    // Only films laid before the dust is over, and not so long before that any is dry, can meet it.
    for (let k = firstFrom(films, d.at.start - longest); k < films.length && films[k]!.from < d.at.end; k++) {
      const { placed: w, touch, spots } = films[k]!;
      if (d.at.start >= touch || d === w || (!isPlanned(d) && !isPlanned(w))) continue;
      // Films sprayed in one round do not mind one another's spray.
      if (!d.step.dusty && w.step.sprayed) continue;
      const isNear = spots.some(
        (s) => d.at.start < s.until && s.from < d.at.end && raised.some((r) => shares(r, s.station)),
      );
      const blamed = isPlanned(d) ? d : w;
      if (isNear)
        say('beside', blamed.step, `“${d.step.title}” of ${d.piece.name} goes on beside wet ${w.piece.name}.`);
    }
  }
}

function wetOf(placed: Placed, stations: ReadonlyMap<string, Station>): Wet {
  const { step, at } = placed;
  const touch = at.dry.touch ?? at.end;
  const spots = step.needs.flatMap((n, i) => {
    const station = stations.get(at.stations[i]!);
    const from = n.span === 'wet' ? at.end : at.start;
    return station ? [{ station, from, until: n.span === 'work' ? at.end : touch }] : [];
  });
  return { placed, from: at.start, touch, spots };
}

function checkDaylight(problem: Problem, placed: readonly Placed[], say: Say): void {
  if (!problem.sun) return;
  const bright = new Set(problem.stations.filter((s) => s.daylight).map((s) => s.id));
  for (const { step, at, piece } of placed.filter(isPlanned)) {
    const isOutside = step.needs.some((n, i) => n.span !== 'wet' && bright.has(at.stations[i]!));
    if (!isOutside || step.splittable) continue;
    for (let t = at.start; t <= at.end; t += 15)
      if (sunElevation_deg(problem.sun, t) < DUSK_DEG) {
        say('daylight', step, `“${step.title}” of ${piece.name} goes on in the dark.`);
        break;
      }
  }
}

function checkFloor(problem: Problem, plan: Plan, say: Say): void {
  const room = problem.floor_units ?? null;
  if (room === null) return;
  const stays = problem.pieces.flatMap((piece) => {
    const ready = plan.ready[piece.id];
    const starts = piece.steps.map((s) => plan.steps[s.id]?.start ?? Infinity);
    if (ready === undefined || starts.length === 0) return [];
    const isHere = piece.arrival <= problem.now;
    const until = piece.staysUntilDue && piece.due !== null ? Math.max(ready, piece.due) : ready;
    return [{ piece, isHere, from: isHere ? problem.now : Math.min(...starts), until, units: piece.floor_units ?? 0 }];
  });
  for (const s of stays) {
    if (s.isHere || s.units === 0) continue;
    const taken = stays.filter((o) => o.from <= s.from && s.from < o.until).reduce((n, o) => n + o.units, 0);
    if (taken > room)
      say('floor', s.piece.id, `${s.piece.name} finds ${taken} of ${room} on the floor when it starts.`);
  }
}

function checkStock(problem: Problem, placed: readonly Placed[], say: Say): void {
  for (const stock of problem.stock ?? []) {
    if (stock.arrivalIfOrdered === null) continue;
    const users = placed
      .filter((x) => isPlanned(x) && x.step.uses?.stock === stock.id)
      .sort((a, b) => a.at.start - b.at.start);
    let used = 0;
    for (const { step, at } of users) {
      used += step.uses!.litres;
      const there = stock.deliveries.reduce((n, d) => n + (d.at <= at.start ? d.litres : 0), stock.onHand_litres);
      if (used > there + 1e-6 && at.start < stock.arrivalIfOrdered)
        say('stock', step, `“${step.title}” needs ${stock.name} before more of it can be here.`);
    }
  }
}
