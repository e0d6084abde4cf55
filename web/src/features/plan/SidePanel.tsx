import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { useTakesFocus } from '../../ui/useTakesFocus.ts';

/** A panel at the right of the plan that leaves the grain in sight. */
export function SidePanel({
  title,
  onClose,
  children,
  foot,
}: {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** Stays in sight below what is read. */
  readonly foot?: ReactNode;
}) {
  const panel = useTakesFocus<HTMLElement>(onClose);
  return (
    <aside
      {...panel}
      aria-label={title}
      className="focus:outline-none absolute inset-0 z-30 flex shrink-0 flex-col border-l border-keyline bg-raised md:static md:w-[380px]"
    >
      <div className="flex items-center justify-between gap-2 border-b border-line px-4 py-2">
        <h2 className="text-section font-semibold">{title}</h2>
        <button
          type="button"
          aria-label="Close"
          onClick={onClose}
          className="flex size-8 cursor-pointer items-center justify-center hover:bg-sunk"
        >
          <X size={18} />
        </button>
      </div>
      <div className="flex min-h-0 flex-1 flex-col gap-4 overflow-auto p-4">{children}</div>
      {foot && <div className="flex shrink-0 flex-col gap-2 border-t border-line px-4 py-3">{foot}</div>}
    </aside>
  );
}
