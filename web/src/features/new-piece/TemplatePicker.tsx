import { TEMPLATES } from '@app/core';
import { type PieceDraft, withTemplate } from './pieceDraft.ts';

type PickerProps = { readonly draft: PieceDraft; readonly onChange: (d: PieceDraft) => void };

/** Outlines on a 48 by 40 field: front views, drawn as a painter would sketch them on a label. */
const OUTLINES: Record<string, string> = {
  'chest-of-drawers': 'M8 6h32v28H8zM8 13h32M8 20h32M8 27h32M22 9.5h4M22 16.5h4M22 23.5h4M22 30.5h4M10 34v3M38 34v3',
  'chair-set': 'M12 4v32M12 22h12v14M12 8h0M12 5h3v17M28 4v32M28 22h12v14M28 5h3v17',
  cabinet: 'M10 4h28v32H10zM24 4v32M21 18v4M27 18v4',
  bookcase: 'M11 4h26v33H11zM11 12h26M11 20h26M11 28h26',
  box: 'M6 14h36v20H6zM6 14l3-6h30l3 6M22 14v5h4v-5',
  table: 'M4 10h40v4H4zM8 14v22M40 14v22M8 18h32',
  bench: 'M5 6v31M43 6v31M5 8h38M5 14h38M5 24h38v4H5zM18 8v6M30 8v6',
};

/** What kind of piece it is: one tap. */
export function TemplatePicker({ draft, onChange }: PickerProps) {
  return (
    <fieldset>
      <legend className="condensed pb-1 text-lane font-semibold text-sub">What is it?</legend>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 xl:grid-cols-7">
        {TEMPLATES.map((t) => (
          <button
            key={t.id}
            type="button"
            aria-pressed={draft.template === t.id}
            onClick={() => onChange(withTemplate(draft, t))}
            className={`flex cursor-pointer flex-col items-center gap-1 border p-2 ${draft.template === t.id ? 'border-ink bg-ink text-paper' : 'border-keyline bg-raised'}`}
          >
            <svg viewBox="0 0 48 40" className="h-10" aria-hidden="true">
              <path d={OUTLINES[t.id]} fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="square" />
            </svg>
            <span className="condensed text-center text-table leading-4">{t.name}</span>
          </button>
        ))}
      </div>
    </fieldset>
  );
}
