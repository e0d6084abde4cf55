import type { Hours } from '../calendar/hours.ts';
import { improvePlan } from '../planner/build/improve.ts';
import { replan } from '../planner/build/replan.ts';
import { type Score, scoreOf } from '../planner/build/score.ts';
import type { Scarce } from '../planner/explain/bottleneck.ts';
import type { Person, Plan, Problem, Station } from '../planner/model/model.ts';

/**
 * Somebody who can do what another can, under an id that is not in the shop yet, and at the pace that was entered: what the log says
 * of another is theirs alone.
 */
export function personLike(people: readonly Person[], like: Person, name: string, hours: Hours = like.hours): Person {
  let id = `${like.id}-again`;
  while (people.some((p) => p.id === id)) id += '-again';
  return { id, name, hours, skills: like.entered ?? like.skills };
}

/** With somebody more, in the order of ids, as a shop keeps its people: the order decides between what is as good. */
export function withPerson<P extends { readonly id: string }>(people: readonly P[], more: P): P[] {
  const before = people.findIndex((p) => p.id > more.id);
  return people.toSpliced(before < 0 ? people.length : before, 0, more);
}

/** The same stations with room for one more in one of them. */
export const withRoomIn = (stations: readonly Station[], station: Station): Station[] =>
  stations.map((s) => (s === station ? { ...s, capacity: s.capacity + 1 } : s));

/** The same workshop with one more of something: of the ablest, the roomiest, or the tool itself. */
export function withOneMore(problem: Problem, on: Scarce): Problem {
  switch (on.kind) {
    case 'tool': {
      const tools = problem.tools.map((t) => (t.id === on.tool ? { ...t, capacity: t.capacity + 1 } : t));
      return { ...problem, tools };
    }
    case 'space': {
      const [roomiest] = problem.stations
        .filter((s) => s.kind === on.station)
        .sort((a, b) => b.capacity - a.capacity || (a.id < b.id ? -1 : 1));
      return roomiest ? { ...problem, stations: withRoomIn(problem.stations, roomiest) } : problem;
    }
    case 'person': {
      const speed = (p: Person) => p.skills[on.skill] ?? 0;
      const [ablest] = [...problem.people].sort((a, b) => speed(b) - speed(a) || (a.id < b.id ? -1 : 1));
      if (!ablest) return problem;
      const more = personLike(problem.people, ablest, `a second ${ablest.name}`);
      return { ...problem, people: [...problem.people, more] };
    }
  }
}

/** What one more would give: the plan with it, really made, against the same effort spent without it. */
export function gainOfOneMore(
  problem: Problem,
  plan: Plan,
  on: Scarce,
  evaluations = 200,
): { without: Score; with: Score } {
  const all = problem.pieces.map((p) => p.id);
  const more = withOneMore(problem, on);
  const best = (p: Problem, from: Plan) => improvePlan(p, from, { seed: 1, evaluations });
  const without = best(problem, plan);
  return { without: scoreOf(problem, without), with: scoreOf(more, best(more, replan(more, without, all))) };
}
