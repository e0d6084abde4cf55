import { type SVGProps, use } from 'react';
import { WordsInSight } from './wordsInSight.ts';

/** Words in the picture of the plan, seen whole or not at all. */
export function Word(props: Omit<SVGProps<SVGTextElement>, 'ref' | 'className'>) {
  return <text {...props} ref={use(WordsInSight)} className="transition-opacity duration-75 data-cut:opacity-0" />;
}
