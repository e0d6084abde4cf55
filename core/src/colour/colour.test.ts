import { describe, expect, test } from 'vitest';
import { colourDifference, labDifference, nearestTo } from '../index.ts';

// Sharma, Wu & Dalal, Color Res. Appl. 30 (2005) 21, table 1.
describe('how far apart two colours look', () => {
  test.each([
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
    [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1.0],
    [[50, 0, 0], [50, -1, 2], 2.3669],
    [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
    [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
    [[50, 2.5, 0], [61, -5, 29], 22.8977],
    [[50, 2.5, 0], [58, 24, 15], 19.4535],
    [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
    [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
    [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
    [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
  ] as const)('%j and %j: %d', ([l, a, b], [l2, a2, b2], by) => {
    expect(labDifference({ l, a, b }, { l: l2, a: a2, b: b2 })).toBeCloseTo(by, 3);
  });
  test('a colour is no different from itself, and what is no colour is refused', () => {
    expect(colourDifference('#3f5c74', '#3F5C74')).toBe(0);
    expect(() => colourDifference('#3f5c74', 'blue')).toThrow(/blue/);
  });
  test('a leftover that looks alike is found, one that does not is not', () => {
    const shelf = [{ hex: '#2f5a60' }, { hex: '#405d75' }, { hex: '#ffffff' }];
    expect(nearestTo('#3f5c74', shelf, 3)).toEqual({ hex: '#405d75' });
    expect(nearestTo('#8a2f2a', shelf, 3)).toBeNull();
  });
});
