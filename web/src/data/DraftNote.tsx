import { sayTime } from '@app/core';
import { Button } from '../ui/parts.tsx';
import { useSaying } from './saying.ts';

/** Says that what stands here was entered before and not saved, with the way to let it go. */
export function DraftNote({ from, onDrop }: { readonly from: number | null; readonly onDrop: () => void }) {
  const saying = useSaying();
  if (from === null) return null;
  return (
    <p role="status" className="flex flex-wrap items-center justify-between gap-3 bg-raised px-3 py-2 text-table">
      <span>
        You began this {sayTime(from, saying)} and did not save it. It was kept in this browser; go on where you were.
      </span>
      <Button onClick={onDrop}>Start afresh</Button>
    </p>
  );
}
