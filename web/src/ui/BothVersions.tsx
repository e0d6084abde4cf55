import { dequal } from 'dequal/lite';
import type { Clash } from './mergeEdits.ts';
import { Button } from './parts.tsx';

/** How a field is called, and how what stands in it is said where that is no plain text. */
export type FieldWords<T> = {
  readonly [K in keyof T]?: string | readonly [label: string, say: (value: T[K]) => string];
};

type Stale<T> = {
  readonly clashes: readonly Clash<T>[];
  readonly takeTheirs: () => void;
  readonly keepMine: () => void;
};

/** Somebody else saved what is being changed here: both versions side by side, and the choice. */
export function BothVersions<T>({ of, labels }: { readonly of: Stale<T>; readonly labels: FieldWords<T> }) {
  if (of.clashes.length === 0) return null;
  return (
    <div role="alert" className="flex flex-col gap-2 border-l-3 border-brass bg-raised p-3 text-table">
      <p className="font-semibold">Somebody changed this while you did. Nothing is saved yet; which is right?</p>
      <table className="w-full text-left">
        <thead className="condensed text-lane text-sub">
          <tr>
            <th className="py-1 pr-3 font-semibold">Field</th>
            <th className="py-1 pr-3 font-semibold">Theirs, saved</th>
            <th className="py-1 font-semibold">Mine, here</th>
          </tr>
        </thead>
        <tbody>
          {of.clashes
            .flatMap((c) => rowsOf(c, labels[c.name]))
            .map((row) => (
              <tr key={row.label} className="border-t border-line align-top">
                <th className="condensed py-1 pr-3 font-normal text-sub">{row.label}</th>
                <td className="py-1 pr-3">{row.theirs}</td>
                <td className="py-1 font-semibold">{row.mine}</td>
              </tr>
            ))}
        </tbody>
      </table>
      <div className="flex flex-wrap gap-2">
        <Button onClick={of.takeTheirs}>Take theirs</Button>
        <Button kind="primary" onClick={of.keepMine}>
          Keep mine
        </Button>
      </div>
    </div>
  );
}

type Row = { readonly label: string; readonly theirs: string; readonly mine: string };

/** A field both ways; of one that has parts, the parts that differ. */
function rowsOf<T>(c: Clash<T>, words: FieldWords<T>[keyof T]): Row[] {
  const [label, say] = Array.isArray(words) ? words : [typeof words === 'string' ? words : String(c.name), sayValue];
  const { theirs, mine } = c as { theirs: unknown; mine: unknown };
  if (say !== sayValue || !isParts(theirs) || !isParts(mine)) return [{ label, theirs: say(theirs), mine: say(mine) }];
  return [...new Set([...Object.keys(theirs), ...Object.keys(mine)])]
    .filter((part) => !dequal(theirs[part], mine[part]))
    .map((part) => ({ label: `${label}: ${part}`, theirs: sayValue(theirs[part]), mine: sayValue(mine[part]) }));
}

const isParts = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/** What stands in a field, in words. */
function sayValue(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.length === 0 ? 'nothing' : value.map(sayValue).join('; ');
  if (typeof value === 'object') return Object.values(value).map(sayValue).join(' ');
  return typeof value === 'string' ? value : JSON.stringify(value);
}
