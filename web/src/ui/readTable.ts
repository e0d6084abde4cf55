import Papa from 'papaparse';
import { readText } from './readText.ts';

/** Commas last: beside semicolons or tabs they are decimal ones. */
const SEPARATORS = ['\t', ';', '|', ','];

/**
 * Rows of cells of a table in a text file. They are taken apart by what stands, not in quotes, in at least half of the lines: lines
 * above the columns and empty ones have no separators.
 */
export function readTable(bytes: ArrayBuffer): string[][] {
  const text = readText(bytes);
  const bare = text.replace(/"[^"\n]*"/g, '');
  const lines = bare.split(/\r?\n/).filter((l) => l.trim() !== '');
  const delimiter = SEPARATORS.find((s) => 2 * lines.filter((l) => l.includes(s)).length >= lines.length) ?? ',';
  return Papa.parse<string[]>(text, { delimiter }).data;
}
