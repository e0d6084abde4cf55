import { readText } from './readText.ts';
import Papa from 'papaparse';

type TableFileProps = {
  readonly label: string;
  /** Larger files are not read. */
  readonly mostBytes: number;
  /** Rows of cells, an empty line among them as one empty cell; null: the file is too large. */
  readonly onRows: (rows: readonly (readonly string[])[] | null) => void;
  /** Another file is being read. */
  readonly onOpen: () => void;
};

/** A table as spreadsheets and instruments write it (CSV, whatever its separators and letters). */
export function TableFile({ label, mostBytes, onRows, onOpen }: TableFileProps) {
  const open = async (file: File | undefined) => {
    onOpen();
    if (!file) return;
    onRows(file.size > mostBytes ? null : rowsOf(readText(await file.arrayBuffer())));
  };
  return (
    <label className="flex flex-wrap items-center gap-2 text-table">
      {label}
      <input
        type="file"
        accept=".csv,.txt,text/csv"
        className="file-input file-input-sm border-keyline"
        // The same file may be chosen again once it has been mended; the browser says nothing of it otherwise.
        onClick={(e) => (e.currentTarget.value = '')}
        onChange={(e) => void open(e.target.files?.[0])}
      />
    </label>
  );
}

/** Commas last: beside semicolons or tabs they are decimal ones. */
const SEPARATORS = ['\t', ';', '|', ','];
const LINES_LOOKED_AT = 200;

/** By what stands, not in quotes, in at least half of the lines: lines above the columns and empty ones have no separators. */
function rowsOf(text: string): string[][] {
  const bare = text.replace(/"[^"]*"/g, '');
  const lines = bare.split(/\r?\n/, LINES_LOOKED_AT).filter((l) => l.trim() !== '');
  const delimiter = SEPARATORS.find((s) => 2 * lines.filter((l) => l.includes(s)).length >= lines.length) ?? ',';
  return Papa.parse<string[]>(text, { delimiter }).data;
}
