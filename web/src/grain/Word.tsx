import { type SVGProps, use } from 'react';
import { WordsInSight } from './wordsInSight.ts';

type WordProps = Omit<SVGProps<SVGTextElement>, 'ref' | 'className'> & {
  /** Pixels at the left edge that words of a hold take, which go along there; missing: none. */
  readonly beside?: number;
};

/** Words in the picture of the plan, seen whole or not at all. */
export function Word({ beside = 0, ...props }: WordProps) {
  const watch = use(WordsInSight)(beside);
  return <text {...props} ref={watch} className="transition-opacity duration-75 data-cut:opacity-0" />;
}
