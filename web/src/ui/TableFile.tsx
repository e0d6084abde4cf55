import { readTable } from './readTable.ts';

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
    onRows(file.size > mostBytes ? null : readTable(await file.arrayBuffer()));
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
