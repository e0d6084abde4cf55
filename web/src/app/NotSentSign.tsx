import { ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { NotSent } from '../data/NotSent.tsx';
import { useWorkshop } from '../data/workshop.tsx';

/** In the header, on every screen: how many taps the server has not taken yet, and which. */
export function NotSentSign() {
  const { taps } = useWorkshop();
  const [isOpen, setOpen] = useState(false);
  const refused = taps.all.filter((t) => t.refused !== null).length;
  if (taps.all.length === 0) return null;
  const waiting = taps.all.length - refused;
  const words = [
    ...(waiting > 0 ? [`${waiting} not yet sent`] : []),
    ...(refused > 0 ? [`${refused} to decide`] : []),
  ].join(', ');
  return (
    <div className="relative shrink-0">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className={`condensed flex h-8 cursor-pointer items-center gap-1 border px-2 text-table font-semibold ${refused > 0 ? 'border-oxide text-oxide-text' : 'border-ink'}`}
      >
        <ArrowUp size={15} aria-hidden="true" /> {words}
      </button>
      {isOpen && (
        <div
          role="region"
          aria-label="Not yet sent"
          className="absolute top-full right-0 z-30 mt-1 flex w-[min(420px,92vw)] flex-col gap-3 border border-keyline bg-raised p-3"
        >
          {taps.all.map((t) => (
            <NotSent key={t.number} tap={t} />
          ))}
          <p className="text-lane text-sub">
            What waits is kept in this browser, and sent once and in this order when Mokume can be reached.
          </p>
        </div>
      )}
    </div>
  );
}
