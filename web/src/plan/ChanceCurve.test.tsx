import { chancesIn } from '@app/core';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { ChanceCurve } from './ChanceCurve.tsx';

afterEach(cleanup);
const now = 29_550_000;
const curve = (never: number) => {
  const ready = Float64Array.from({ length: 20 }, (_, i) => (i < 20 - never ? now + 1440 * (i + 1) : Infinity));
  const chances = chancesIn(ready, now + 1440 * 40);
  render(<ChanceCurve chances={chances} due={now + 1440 * 40} saying={{ zone: 'UTC', units: 'metric', now }} />);
  const drawing = screen.getByRole('img');
  const heights = [
    ...drawing
      .querySelector('path')!
      .getAttribute('d')!
      .matchAll(/V([\d.]+)/g),
  ].map((m) => Number(m[1]));
  return {
    label: drawing.getAttribute('aria-label'),
    top: Math.min(...heights),
    all: Number(/V([\d.]+)/.exec(drawing.querySelectorAll('path')[1]!.getAttribute('d')!)![1]),
  };
};

test('a curve in which every rehearsal ends reaches “all ready”; what never ends in half of them leaves it half as high', () => {
  const whole = curve(0);
  expect(whole.label).toMatch(/^100 % by the date asked for; 50 % by/);
  cleanup();
  const half = curve(10);
  expect(half.label).toMatch(/^50 % by the date asked for; .*95 % by a date too far to know$/);
  const foot = whole.all;
  expect((foot - half.top) / (foot - whole.top)).toBeCloseTo(0.5, 5);
});
