import { describe, expect, test } from 'vitest';
import { environmentOf } from '../src/environment.ts';

const GOOD = { MOKUME_DATABASE_URL: 'postgres://a:b@127.0.0.1:5432/mokume' };

describe('what the server is started with', () => {
  test('is the usual where nothing is said', () => {
    expect(environmentOf(GOOD)).toMatchObject({
      port: 4170,
      isLan: false,
      isFresh: false,
      logLevel: 'warn',
      hosts: [],
      publicUrl: null,
    });
    expect(environmentOf(GOOD).clock.isFixed).toBe(false);
  });
  test('is what is said, from just inside', () => {
    expect(environmentOf({ ...GOOD, MOKUME_PORT: '1' }).port).toBe(1);
    expect(environmentOf({ ...GOOD, MOKUME_PORT: '65535' }).port).toBe(65_535);
    expect(environmentOf({ ...GOOD, MOKUME_LAN: '1' }).isLan).toBe(true);
    expect(environmentOf({ ...GOOD, MOKUME_LAN: '' }).isLan).toBe(false);
    expect(environmentOf({ ...GOOD, MOKUME_SESSION_SECRET: 'x'.repeat(16) }).sessionSecret).toHaveLength(16);
    expect(environmentOf({ ...GOOD, MOKUME_HOSTS: ' Shed.example , ,other' }).hosts).toEqual(['shed.example', 'other']);
    expect(environmentOf({ ...GOOD, MOKUME_NOW: '2026-03-09T09:20:00Z' }).clock.now()).toBe(
      Date.UTC(2026, 2, 9, 9, 20) / 60_000,
    );
  });
  test.each([
    [{ MOKUME_PORT: '0' }, 'MOKUME_PORT is “0”: set it to a number from 1 to 65535.'],
    [{ MOKUME_PORT: '65536' }, 'MOKUME_PORT is “65536”'],
    [{ MOKUME_PORT: '80.5' }, 'MOKUME_PORT is “80.5”'],
    [{ MOKUME_PORT: 'abc' }, 'MOKUME_PORT is “abc”'],
    [{ MOKUME_LAN: 'yes' }, 'MOKUME_LAN is “yes”: set it to 1, or leave it out.'],
    [{ MOKUME_FRESH: 'true' }, 'MOKUME_FRESH is “true”'],
    [{ MOKUME_LOG: 'loud' }, 'MOKUME_LOG is “loud”: set it to one of silent, fatal'],
    [{ MOKUME_NOW: 'yesterday' }, 'MOKUME_NOW is “yesterday”: set it to a moment like 2026-11-24T09:00:00Z'],
    [{ MOKUME_SESSION_SECRET: 'x'.repeat(15) }, 'MOKUME_SESSION_SECRET is too short'],
    [{ MOKUME_DATABASE_URL: undefined }, 'MOKUME_DATABASE_URL is not set'],
    [{ MOKUME_DATABASE_URL: 'mysql://x' }, 'is not an address like postgres://'],
    [{ MOKUME_DATABASE_URL: 'nonsense' }, 'is not an address like postgres://'],
  ])('%j is refused in words', (wrong, words) => {
    expect(() => environmentOf({ ...GOOD, ...wrong })).toThrow(words);
  });
  test('a secret that is refused is not repeated', () => {
    expect(() => environmentOf({ ...GOOD, MOKUME_SESSION_SECRET: 'hunter2' })).toThrow(/^(?!.*hunter2)/);
    expect(() => environmentOf({ MOKUME_DATABASE_URL: 'mysql://a:hunter2@b' })).toThrow(/^(?!.*hunter2)/);
  });
});
