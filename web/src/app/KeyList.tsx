import { useState } from 'react';
import { Button, Tap } from '../ui/parts.tsx';
import { useDialog } from '../ui/useDialog.ts';
import { ACT_KEYS, DRAWING_KEYS, GO_KEYS, hasSingleKeys, setSingleKeys } from './keys.ts';

/** Every key, and what it does. */
export function KeyList({ onClose }: { readonly onClose: () => void }) {
  const ref = useDialog();
  const [isOn, setOn] = useState(hasSingleKeys);
  const toggle = () => {
    setSingleKeys(!isOn);
    setOn(!isOn);
  };
  return (
    <dialog
      ref={ref}
      onClose={onClose}
      aria-label="Keys"
      className="m-auto w-full max-w-[520px] border border-keyline bg-raised p-5 text-ink"
    >
      <h2 className="pb-2 text-title font-semibold">Keys</h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-table">
        {[...ACT_KEYS, ...GO_KEYS.map(([key, words]) => [key, words] as const), ...DRAWING_KEYS].map(([key, words]) => (
          <div key={key} className="contents">
            <dt className="font-semibold whitespace-nowrap">
              {key.split(' ').map((k) => (
                <kbd key={k} className="mr-1 border border-keyline px-1.5 font-sans">
                  {k}
                </kbd>
              ))}
            </dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
      <div className="flex items-center justify-between gap-3 pt-4">
        <Tap isOn={isOn} onToggle={toggle}>
          {isOn ? 'Single keys are on' : 'Single keys are off'}
        </Tap>
        <Button kind="primary" onClick={() => ref.current?.close()}>
          Close
        </Button>
      </div>
    </dialog>
  );
}
