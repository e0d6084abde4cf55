import type { PieceView } from '@app/contract';
import { LESSON_VERDICTS, lessonFor, type LessonVerdict, type ShopStep } from '@app/core';
import { useState } from 'react';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Input } from '../../ui/parts.tsx';

export const VERDICT_WORDS: Readonly<Record<LessonVerdict, string>> = {
  again: 'Again',
  'with-care': 'With care',
  never: 'Never',
};

/** One tap and at most one line about what a step used; it is shown beside the next step it fits. */
type Props = { readonly piece: PieceView; readonly step: ShopStep; readonly personId: string };

export function LessonTaps({ piece, step, personId }: Props) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const known = lessonFor(view.shop.lessons ?? [], step);
  const [words, setWords] = useState(known?.words ?? '');
  const tell = (verdict: LessonVerdict) =>
    void command('POST', `/steps/${encodeURIComponent(step.id)}/lesson`, {
      version: piece.stepVersions[step.id] ?? 0,
      by: personId,
      verdict,
      words: words.trim(),
    });
  return (
    <div role="group" aria-label="Learned with it" className="flex flex-wrap items-center gap-1.5 pt-1">
      <span className="text-table text-sub">Learned with it:</span>
      {LESSON_VERDICTS.map((v) => (
        <Button
          key={v}
          size="hand"
          className={`!px-3 !text-body ${known?.verdict === v ? '!bg-ink !text-paper' : ''}`}
          onClick={() => tell(v)}
        >
          {VERDICT_WORDS[v]}
        </Button>
      ))}
      <Input
        aria-label="A line to remember"
        placeholder="a line to remember"
        className="!h-12 !w-60"
        maxLength={120}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      {refusal}
    </div>
  );
}
