import type { PhotoView } from '@app/contract';
import type { ArrivalSheet, DamageMark } from '@app/core';
import { X } from 'lucide-react';
import { type MouseEvent, useState } from 'react';
import { Button, Input } from '../../ui/parts.tsx';

type PhotoProps = {
  readonly photo: PhotoView;
  readonly sheet: ArrivalSheet;
  readonly onSheet: (s: ArrivalSheet) => void;
  readonly onRemove: () => void;
};

/** A photo with its damage marked: tap where it is, say what it is. From the keyboard the mark goes to the middle. */
export function DamagePhoto({ photo, sheet, onSheet, onRemove }: PhotoProps) {
  const [spot, setSpot] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const [words, setWords] = useState('');
  const marks = sheet.marks.filter((m) => m.photo === photo.id);
  const isOpen = sheet.agreed === null;
  const place = (e: MouseEvent<HTMLButtonElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    // A press of Enter comes without a place.
    const isKey = e.detail === 0;
    setSpot({
      x: isKey ? 0.5 : (e.clientX - box.left) / box.width,
      y: isKey ? 0.5 : (e.clientY - box.top) / box.height,
    });
  };
  const add = () => {
    if (!spot || words.trim() === '') return;
    const mark: DamageMark = { photo: photo.id, x: spot.x, y: spot.y, words: words.trim() };
    onSheet({ ...sheet, marks: [...sheet.marks, mark] });
    setSpot(null);
    setWords('');
  };
  return (
    <div className="flex flex-col gap-1.5">
      <div className="relative">
        <button
          type="button"
          disabled={!isOpen}
          onClick={place}
          aria-label="Mark damage on this photo"
          className="block w-full cursor-crosshair disabled:cursor-default"
        >
          <img
            src={`/api/photos/${photo.id}`}
            width={photo.width}
            height={photo.height}
            alt={`${photo.side} as it came`}
            className="w-full border border-keyline"
          />
        </button>
        {marks.map((m, i) => (
          <Spot key={`${m.x} ${m.y}`} x={m.x} y={m.y} label={String(i + 1)} />
        ))}
        {spot && <Spot x={spot.x} y={spot.y} label="?" />}
        {isOpen && (
          <button
            type="button"
            aria-label="Take this photo away"
            onClick={onRemove}
            className="no-print absolute top-1 right-1 flex size-7 cursor-pointer items-center justify-center bg-paper"
          >
            <X size={15} />
          </button>
        )}
      </div>
      {spot && (
        <div className="flex gap-2">
          <Input
            aria-label="What is damaged here"
            placeholder="scratch, missing corner…"
            value={words}
            maxLength={120}
            onChange={(e) => setWords(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && add()}
          />
          <Button kind="primary" disabled={words.trim() === ''} onClick={add}>
            Mark it
          </Button>
        </div>
      )}
      <ol className="text-table">
        {marks.map((m, i) => (
          <li key={`${m.x} ${m.y}`} className="flex items-center justify-between gap-2">
            <span>
              <strong>{i + 1}</strong> {m.words}
            </span>
            {isOpen && (
              <button
                type="button"
                aria-label={`Remove mark: ${m.words}`}
                className="no-print flex size-6 cursor-pointer items-center justify-center"
                onClick={() => onSheet({ ...sheet, marks: sheet.marks.filter((x) => x !== m) })}
              >
                <X size={13} />
              </button>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

const Spot = ({ x, y, label }: { readonly x: number; readonly y: number; readonly label: string }) => (
  <span
    className="pointer-events-none absolute flex size-6 -translate-x-1/2 -translate-y-1/2 items-center justify-center rounded-full border-2 border-oxide bg-paper text-lane font-bold"
    style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
  >
    {label}
  </span>
);
