import { type Problem } from '@app/core';
import { demoProblem } from '../server/src/demo/demoProblem.ts';

/**
 * A shop with so many pieces: the demo's, over and over, arriving every few days, with hands and space in proportion.
 * @param pieces how many
 */
export function manyPieces(now: number, pieces: number): Problem {
  const demo = demoProblem(now);
  const times = Math.ceil(pieces / demo.pieces.length);
  const people = Array.from({ length: Math.max(1, Math.round(times / 2)) }, (_, n) =>
    demo.people.map((p) => ({ ...p, id: `${p.id}-${n}`, name: `${p.name} ${n}` })),
  ).flat();
  const room = Math.max(1, Math.round(times / 1.5));
  return {
    ...demo,
    people,
    floor_units: null,
    stations: demo.stations.map((s) => ({ ...s, capacity: s.capacity * room })),
    tools: demo.tools.map((t) => ({ ...t, capacity: t.capacity })),
    stock: [],
    pieces: Array.from({ length: pieces }, (_, i) => {
      const p = demo.pieces[i % demo.pieces.length]!;
      const round = Math.floor(i / demo.pieces.length);
      const later = round * 2 * 1440;
      const id = (s: string) => `${s}~${round}`;
      return {
        ...p,
        id: id(p.id),
        name: `${p.name} ${round + 1}`,
        arrival: p.arrival + later,
        due: p.due === null ? null : p.due + later * 1.5,
        steps: p.steps.map((s) => ({
          ...s,
          id: id(s.id),
          uses: null,
          after: s.after.map((l) => ({ ...l, step: id(l.step) })),
        })),
      };
    }),
  };
}
