import { createContext, type RefObject, useCallback, useEffect, useRef } from 'react';

/** The `ref` of a word that is hidden while it is cut. */
type Watched = (word: Element | null) => (() => void) | undefined;
/** @param beside pixels at the left edge that other words take in this place */
export type Watch = (beside: number) => Watched;
export const WordsInSight = createContext<Watch>(() => () => undefined);

/** Pixels above and below the picture in which a word counts as seen: only the edges at the sides cut it. */
const ABOVE_AND_BELOW = 10_000;
/** How much of a word is seen when it is looked at again; of drawn words never quite all is said to be. */
const THRESHOLDS = [0, 0.25, 0.5, 0.75, 0.9, 0.95, 0.98];

/**
 * Words over the lanes stand there whole or not at all: what the left or right edge of the scrolled picture cuts is hidden
 * (`data-cut`), so that nobody reads half a word.
 * @param left pixels at the left that something else covers
 */
export function useWordsInSight(scroller: RefObject<HTMLElement | null>, left: number): Watch {
  const edges = useRef(new Map<number, Edge>());
  useEffect(() => {
    const all = edges.current;
    for (const [beside, edge] of all) edge.open(scroller.current, left + beside);
    return () => {
      for (const edge of all.values()) edge.close();
    };
  }, [scroller, left]);
  return useCallback(
    (beside) => {
      let edge = edges.current.get(beside);
      if (!edge) {
        edges.current.set(beside, (edge = new Edge()));
        // Before the first effect there is nothing to look at yet; it opens what is known then.
        if (scroller.current) edge.open(scroller.current, left + beside);
      }
      return edge.watch;
    },
    [scroller, left],
  );
}

/** The words that one left edge may cut. */
class Edge {
  readonly #words = new Set<Element>();
  #observer: IntersectionObserver | null = null;

  open(root: HTMLElement | null, left: number): void {
    this.close();
    // A page that cannot look shows all words.
    if (typeof IntersectionObserver === 'undefined') return;
    const look = (seen: readonly IntersectionObserverEntry[]) => {
      for (const { target, boundingClientRect: word, rootBounds: edge } of seen)
        if (edge) target.toggleAttribute('data-cut', word.left < edge.left || word.right > edge.right);
    };
    this.#observer = new IntersectionObserver(look, {
      root,
      // A pixel further in than the edges, since what is looked at is rounded to whole ones.
      rootMargin: `${ABOVE_AND_BELOW}px -1px ${ABOVE_AND_BELOW}px -${Math.round(left) + 1}px`,
      threshold: THRESHOLDS,
    });
    for (const word of this.#words) this.#observer.observe(word);
  }

  close(): void {
    this.#observer?.disconnect();
  }

  readonly watch: Watched = (word) => {
    if (!word) return undefined;
    this.#words.add(word);
    this.#observer?.observe(word);
    return () => {
      this.#words.delete(word);
      this.#observer?.unobserve(word);
    };
  };
}
