import { createContext, type RefObject, useCallback, useEffect, useRef } from 'react';

/** For a word's `ref`: has it hidden while an edge cuts it. */
export type Watch = (word: Element | null) => (() => void) | undefined;
export const WordsInSight = createContext<Watch>(() => undefined);

/** How much of a word is seen when it is looked at again; a lane at the lower edge never shows all of it. */
const THRESHOLDS = [0, 0.25, 0.5, 0.75, 0.9, 1];

/**
 * Words over the lanes stand there whole or not at all: what the left or right edge of the scrolled picture cuts is hidden
 * (`data-cut`), so that nobody reads half a word.
 * @param left pixels at the left that something else covers
 */
export function useWordsInSight(scroller: RefObject<HTMLElement | null>, left: number): Watch {
  const words = useRef(new Set<Element>());
  const observer = useRef<IntersectionObserver | null>(null);
  useEffect(() => {
    // A page that cannot look shows all words.
    if (typeof IntersectionObserver === 'undefined') return;
    const look = new IntersectionObserver(
      (seen) => {
        for (const { target, boundingClientRect: word, rootBounds: edge } of seen)
          if (edge) target.toggleAttribute('data-cut', word.left < edge.left || word.right > edge.right);
      },
      { root: scroller.current, rootMargin: `0px 0px 0px -${left}px`, threshold: THRESHOLDS },
    );
    observer.current = look;
    for (const word of words.current) look.observe(word);
    return () => look.disconnect();
  }, [scroller, left]);
  return useCallback((word) => {
    if (!word) return undefined;
    words.current.add(word);
    observer.current?.observe(word);
    return () => {
      words.current.delete(word);
      observer.current?.unobserve(word);
    };
  }, []);
}
