import { OctagonAlert, X } from 'lucide-react';
import type { ReactNode } from 'react';

/** Why something was not done, beside where it was tried; spoken at once, and there until it is dealt with. */
export function Refusal({
  words,
  children,
  onClose,
}: {
  readonly words: string;
  /** What can be done about it here. */
  readonly children?: ReactNode;
  readonly onClose: () => void;
}) {
  return (
    <div
      role="alert"
      className="flex items-start gap-2 border-l-3 border-oxide bg-raised py-1.5 pr-1 pl-2.5 text-table"
    >
      <OctagonAlert size={16} aria-hidden="true" className="mt-0.5 shrink-0 text-oxide-text" />
      <div className="flex min-w-0 flex-1 flex-col gap-1.5">
        <p className="font-semibold text-oxide-text">{words}</p>
        {children}
      </div>
      <button
        type="button"
        aria-label="Close this message"
        title="Close this message"
        onClick={onClose}
        className="flex size-6 shrink-0 cursor-pointer items-center justify-center hover:bg-sunk"
      >
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}
