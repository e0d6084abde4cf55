import { useMedia } from '../../ui/useMedia.ts';

const narrow = window.matchMedia('(max-width: 900px)');

const ITEMS = [
  ['work to come', <rect key="a" x="1" y="3" width="14" height="9" fill="var(--m-paper)" stroke="var(--m-ink)" />],
  ['running now', <rect key="b" x="1" y="3" width="14" height="9" fill="var(--m-copper)" />],
  ['drying, then dry', <path key="c" d="M2 4v7M4 4v7M7 4v7M11 4v7M15 2v11" stroke="var(--m-ink)" strokeWidth="1.3" />],
  ['pickup, fits', <path key="d" d="M3 1v13M3 2l11 4-11 4z" fill="var(--m-verdigris)" stroke="var(--m-verdigris)" />],
  ['late from here', <path key="e" d="M6 1l4 3-8 3 8 3-4 3" fill="none" stroke="var(--m-oxide)" strokeWidth="2" />],
  ['waiting, window', <path key="f" d="M2 10V5h12v5" fill="none" stroke="var(--m-brass)" strokeWidth="1.6" />],
] as const;

/** The six marks of the grain, foldable; folded where they would lie over the plan, also when a wide window is made narrow. */
export function GrainKey() {
  const isNarrow = useMedia(narrow);
  return (
    <details key={String(isNarrow)} className="group flex items-center" open={!isNarrow}>
      <summary className="condensed cursor-pointer list-none text-lane text-sub underline">Key</summary>
      <ul className="absolute z-30 mt-1 flex flex-col gap-1 border border-keyline bg-raised p-2 md:static md:mt-0 md:ml-3 md:inline-flex md:flex-row md:gap-3 md:border-0 md:bg-transparent md:p-0">
        {ITEMS.map(([words, mark]) => (
          <li key={words} className="condensed flex items-center gap-1 text-lane text-sub">
            <svg width="17" height="15" aria-hidden="true">
              {mark}
            </svg>
            {words}
          </li>
        ))}
      </ul>
    </details>
  );
}
