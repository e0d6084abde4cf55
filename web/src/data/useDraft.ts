import { dequal } from 'dequal/lite';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type Clash, mergeEdits } from '../ui/mergeEdits.ts';
import { useWorkshop } from './workshop.tsx';

/** A draft as this browser keeps it: what was entered, and what it was entered upon. */
type KeptDraft<T> = { readonly draft: T; readonly base: T; readonly at: number };

export type Drafting<T> = {
  readonly draft: T;
  readonly setDraft: (draft: T) => void;
  /** Lets it go: it was saved, or is not wanted. */
  readonly drop: () => void;
  /** By the shop's clock, when an earlier page left it; null: it was begun on this page. */
  readonly from: number | null;
  readonly isChanged: boolean;
  /** What somebody else saved meanwhile that was changed here too. */
  readonly clashes: readonly Clash<T>[];
  readonly takeTheirs: () => void;
  readonly keepMine: () => void;
};

/**
 * What is being entered, kept in this browser until it is saved or dropped: a reload, Back, another tab or a lost network
 * lose nothing. What others save meanwhile is merged in, field by field.
 * @param name what it is a draft of, one draft each
 * @param base what it begins from, as it is kept now
 */
export function useDraft<T extends object>(name: string, base: T): Drafting<T> {
  const { view, now } = useWorkshop();
  const key = `mokume-draft/${view.workshop.id}/${view.me.name}/${name}`;
  const [state, setState] = useState(() => begin(keptDraft<T>(key), base));
  const { draft, from } = state;
  const known = useRef(state.base);
  const clashes = state.clashes;

  // Somebody saved what this began from: what is not touched here follows.
  useEffect(() => {
    if (dequal(known.current, base)) return;
    const found = mergeEdits(known.current, draft, base);
    known.current = base;
    setState((s) => ({ ...s, base, draft: found.merged, clashes: found.clashes }));
  }, [base, draft]);

  const keepDraft = useCallback(
    (next: T) => {
      setState((s) => ({ ...s, draft: next }));
      try {
        localStorage.setItem(key, JSON.stringify({ draft: next, base: known.current, at: now } satisfies KeptDraft<T>));
      } catch {
        // A browser that keeps nothing keeps no drafts; the page still does.
      }
    },
    [key, now],
  );
  const drop = useCallback(() => {
    localStorage.removeItem(key);
    setState({ base, draft: base, from: null, clashes: [] });
  }, [key, base]);
  return {
    draft,
    setDraft: keepDraft,
    drop,
    from,
    isChanged: !dequal(draft, base),
    clashes,
    takeTheirs: () => {
      setState((s) => ({ ...s, clashes: [] }));
      keepDraft({ ...draft, ...Object.fromEntries(clashes.map((c) => [c.name, c.theirs])) });
    },
    keepMine: () => setState((s) => ({ ...s, clashes: [] })),
  };
}

type State<T> = {
  readonly base: T;
  readonly draft: T;
  readonly from: number | null;
  readonly clashes: readonly Clash<T>[];
};

function begin<T extends object>(kept: KeptDraft<T> | null, base: T): State<T> {
  if (kept === null || dequal(kept.draft, kept.base)) return { base, draft: base, from: null, clashes: [] };
  const { merged, clashes } = mergeEdits(kept.base, kept.draft, base);
  // Fields that came into the program since stand as they are in what it begins from.
  return { base, draft: { ...base, ...merged }, from: kept.at, clashes };
}

function keptDraft<T>(key: string): KeptDraft<T> | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as KeptDraft<T> | null;
    return kept?.draft && kept.base ? kept : null;
  } catch {
    return null;
  }
}
