import { TEMPLATES } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { OUTLINES } from '../../ui/outlines.ts';
import { type PieceDraft, withTemplate } from './pieceDraft.ts';

type PickerProps = { readonly draft: PieceDraft; readonly onChange: (d: PieceDraft) => void };

/** What kind of piece it is: one tap. */
export function TemplatePicker({ draft, onChange }: PickerProps) {
  const { view } = useWorkshop();
  return (
    <fieldset>
      <legend className="condensed pb-1 text-lane font-semibold text-sub">What is it?</legend>
      <div className="grid grid-cols-3 gap-1.5 sm:grid-cols-6 xl:grid-cols-9">
        {TEMPLATES.map((t) => (
          <button
            key={t.id}
            type="button"
            aria-pressed={draft.template === t.id}
            onClick={() => onChange(withTemplate(draft, t, view.workshop.units))}
            className={`flex cursor-pointer flex-col items-center gap-0.5 border px-1 py-1.5 ${draft.template === t.id ? 'border-ink bg-ink text-paper' : 'border-keyline bg-raised'}`}
          >
            <svg viewBox="0 0 48 40" className="h-8" aria-hidden="true">
              <path d={OUTLINES[t.id]} fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="square" />
            </svg>
            <span className="condensed text-center text-lane leading-[13px]">{t.name}</span>
          </button>
        ))}
      </div>
    </fieldset>
  );
}
