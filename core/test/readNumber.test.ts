import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readDecimal, readInches, readNumber, readParts } from '../src/index.ts';

describe('a figure as people type it', () => {
  test.each([
    ['12', 12],
    [' 2.5 ', 2.5],
    ['2,5', 2.5],
    ['.5', 0.5],
    ['5.', 5],
    ['-3', -3],
    ['+3', 3],
    // Thousands apart, as they are written where English, French, Swiss and German are spoken (common practice).
    ['1,200', 1200],
    ['1,200.50', 1200.5],
    ['1,200,000', 1_200_000],
    ['1 200', 1200],
    ['1\u00a0200', 1200],
    ['1’200.50', 1200.5],
    ['1.200,50', 1200.5],
    ['1.200.000', 1_200_000],
    // Not in thousands: two or four figures behind the comma, more than three before it, or a 0 at the beginning.
    ['1,20', 1.2],
    ['1,2000', 1.2],
    ['1200,500', 1200.5],
    ['0,750', 0.75],
    // A point alone is a decimal one.
    ['1.200', 1.2],
  ])('%s is %d', (typed, figure) => {
    expect(readNumber(typed)).toBe(figure);
  });
  test.each([
    '',
    ' ',
    'abc',
    '1,200,5',
    '1,20,300',
    '1,200 300',
    '1.2.3',
    '1 2',
    '0x10',
    '1e3',
    'Infinity',
    '$5',
    '5 kg',
    '9'.repeat(400),
  ])('“%s” is none', (typed) => {
    expect(readNumber(typed)).toBeNaN();
  });
  test('a figure written as English or as a program writes it is read as what it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), (cents) => {
        const figure = cents / 100;
        expect(readNumber(figure.toLocaleString('en'))).toBe(figure);
        expect(readNumber(String(figure))).toBe(figure);
      }),
    );
  });
  test('an instrument’s figures are never in thousands; inches and parts are read as other figures', () => {
    expect(readDecimal('21,500')).toBe(21.5);
    expect([readInches('1,200'), readInches('30,5 in'), readInches('1,200 1/2')]).toEqual([1200, 30.5, 1200.5]);
    expect(readParts('1,000:1,5')).toEqual([1000, 1.5]);
  });
});
