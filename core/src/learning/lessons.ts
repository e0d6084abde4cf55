import type { Instant } from '../quantities/units.ts';
import type { RouteStep } from '../route/piece.ts';

export const LESSON_VERDICTS = ['again', 'with-care', 'never'] as const;
export type LessonVerdict = (typeof LESSON_VERDICTS)[number];
/** What was learned with a product, laid in one way: one line, the last word counts. */
export type Lesson = {
  readonly id: string;
  readonly verdict: LessonVerdict;
  readonly words: string;
  readonly at: Instant;
};

/** What a lesson after this step is about; null: nothing that would come up again. */
export const lessonIdOf = ({ product, method, tool }: Pick<RouteStep, 'product' | 'method' | 'tool'>): string | null =>
  product === null && tool === null ? null : [product ?? '', method ?? '', tool ?? ''].join(' ').trim();

/** The lesson that fits a step; undefined: none was learned. */
export function lessonFor(
  lessons: readonly Lesson[],
  step: Pick<RouteStep, 'product' | 'method' | 'tool'>,
): Lesson | undefined {
  const id = lessonIdOf(step);
  return id === null ? undefined : lessons.find((l) => l.id === id);
}
