import { expect, test } from 'vitest';
import { readText } from './readText.ts';

const bytes = (...b: number[]) => new Uint8Array(b).buffer;

test('a file reads the same in UTF-8, with its mark, in UTF-16 and in Windows Latin', () => {
  expect(readText(new TextEncoder().encode('Höfn').buffer)).toBe('Höfn');
  expect(readText(bytes(0xef, 0xbb, 0xbf, 0x48, 0xc3, 0xb6))).toBe('Hö');
  expect(readText(bytes(0xff, 0xfe, 0x48, 0, 0xf6, 0)).replace('\uFEFF', '')).toBe('Hö');
  expect(readText(bytes(0x48, 0xf6, 0x66, 0x6e))).toBe('Höfn');
});
