import { BellRing } from 'lucide-react';
import { useDialog } from '../ui/useDialog.ts';
import { Button } from '../ui/parts.tsx';
import type { Call } from './dueAlarm.ts';
import { useCallWords } from './useCallWords.ts';

const COLOUR = {
  opens: 'var(--m-verdigris)',
  soon: 'var(--m-ink)',
  closing: 'var(--m-brass)',
  last: 'var(--m-oxide)',
  missed: 'var(--m-oxide)',
} as const;

/** The whole screen says one thing, to be read from across the shop, until somebody taps it away. */
export function AlarmOverlay({ call, onAnswer }: { readonly call: Call; readonly onAnswer: (call: Call) => void }) {
  const ref = useDialog();
  const words = useCallWords(call);
  const kind = call.kind === 'missed' ? 'missed' : call.alarm.kind;
  return (
    <dialog
      ref={ref}
      onClose={() => onAnswer(call)}
      aria-label="Alarm"
      className="m-0 h-dvh max-h-none w-dvw max-w-none bg-paper text-ink"
      style={{ borderTop: `16px solid ${COLOUR[kind]}`, borderBottom: `16px solid ${COLOUR[kind]}` }}
    >
      <div role="alert" className="flex h-full flex-col items-start justify-center gap-8 px-6 md:px-16">
        <BellRing size={56} aria-hidden="true" style={{ color: COLOUR[kind] }} />
        <p className="max-w-5xl text-[34px] leading-tight font-bold md:text-[64px]">{words}</p>
        <Button kind="primary" size="hand" className="!min-h-16 !px-10 !text-step" onClick={() => ref.current?.close()}>
          Heard
        </Button>
      </div>
    </dialog>
  );
}
