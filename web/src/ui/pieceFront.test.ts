import { type Dimensions, type OwnZone, TEMPLATES, type Template, zonesOf } from '@app/core';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Face, frontOf } from './pieceFront.ts';

const pieceOf = (template: Template, d: Dimensions, own: readonly OwnZone[] = []) => {
  const zoneChoice = { include: template.zones.filter((z) => z.optional).map((z) => z.id), areas: {}, own };
  const { zones } = zonesOf(template, d, zoneChoice);
  return { template: template.id, dimensions: d, zones, zoneChoice };
};
const usual = (t: Template): Dimensions => Object.fromEntries(t.measures.map((m) => [m.key, m.usual]));
const byId = (id: string) => TEMPLATES.find((t) => t.id === id)!;
const pointsOf = ({ d }: Face) => [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])]);
const facesOf = (front: ReturnType<typeof frontOf>, zone: string) => front.faces.filter((f) => f.zone === zone);

describe('a piece from the front', () => {
  test('shows every zone it has, whatever it measures, and stays within its box', () => {
    const any = fc
      .constantFrom(...TEMPLATES)
      .chain((t) =>
        fc.tuple(
          fc.constant(t),
          fc.record(
            Object.fromEntries(
              t.measures.map((m) => [
                m.key,
                m.kind === 'count'
                  ? fc.integer({ min: m.min, max: m.max })
                  : fc.double({ min: m.min, max: m.max, noNaN: true }),
              ]),
            ),
          ),
        ),
      );
    fc.assert(
      fc.property(any, ([t, d]) => {
        const piece = pieceOf(t, d as Dimensions);
        const front = frontOf(piece);
        for (const z of piece.zones) expect(facesOf(front, z.id).length, `${t.id}: ${z.id}`).toBeGreaterThan(0);
        const { x, y, width, height } = front.box;
        for (const [px, py] of front.faces.flatMap(pointsOf)) {
          expect(px).toBeGreaterThanOrEqual(x - 0.002);
          expect(px).toBeLessThanOrEqual(x + width + 0.002);
          expect(py).toBeGreaterThanOrEqual(y - 0.002);
          expect(py).toBeLessThanOrEqual(y + height + 0.002);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('a chest has as many drawers as it has, two small ones above from five on; doors stand side by side', () => {
    const chest = byId('chest-of-drawers');
    const tops = (n: number) =>
      facesOf(frontOf(pieceOf(chest, { ...usual(chest), parts: n })), 'drawers').map((f) => pointsOf(f)[0]![1]);
    expect(new Set(tops(4)).size).toBe(4);
    expect(tops(5)).toHaveLength(5);
    expect(tops(5)[0]).toBe(tops(5)[1]);
    const cabinet = byId('cabinet');
    const doors = facesOf(frontOf(pieceOf(cabinet, { ...usual(cabinet), parts: 2 })), 'doors').map((f) => pointsOf(f));
    expect(doors[0]![0]![1]).toBe(doors[1]![0]![1]);
    expect(doors[1]![0]![0]).toBeGreaterThan(doors[0]![1]![0]!);
  });

  test('what cannot be seen is drawn as if through it: insides dashed, never over the top', () => {
    const front = frontOf(pieceOf(byId('wardrobe'), usual(byId('wardrobe'))));
    expect(facesOf(front, 'inside').every((f) => f.isHidden)).toBe(true);
    expect(facesOf(front, 'back').every((f) => f.isHidden)).toBe(true);
    expect(facesOf(front, 'top').some((f) => f.isHidden)).toBe(false);
    // The shelves of a hutch are open.
    expect(facesOf(frontOf(pieceOf(byId('hutch'), usual(byId('hutch')))), 'shelves').some((f) => f.isHidden)).toBe(
      false,
    );
  });

  test('a panel cut out of the doors lies on one of them, smaller; what comes on top runs along below', () => {
    const cabinet = byId('cabinet');
    const cut: OwnZone = { id: 'panel', name: 'Panel', group: 'body', area: '0.1', of: 'doors' };
    const plinth: OwnZone = { id: 'plinth', name: 'Plinth', group: 'body', area: '0.05' };
    const front = frontOf(pieceOf(cabinet, usual(cabinet), [cut, plinth]));
    const span = (f: Face) => {
      const xs = pointsOf(f).map(([x]) => x!);
      return [Math.min(...xs), Math.max(...xs)] as const;
    };
    const [panel] = facesOf(front, 'panel');
    const within = facesOf(front, 'doors').filter(
      (f) => span(f)[0] <= span(panel!)[0] && span(panel!)[1] <= span(f)[1],
    );
    expect(within).toHaveLength(1);
    expect(Math.min(...pointsOf(facesOf(front, 'plinth')[0]!).map(([, y]) => y!))).toBeGreaterThan(
      usual(cabinet)['height']!,
    );
  });
});
