import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { useWorkshop } from '../data/workshop.tsx';

const TITLES: readonly (readonly [RegExp, string])[] = [
  [/^\/today/, 'Today'],
  [/^\/plan/, 'Plan'],
  [/^\/pieces\/new/, 'New piece'],
  [/^\/pieces\/[^/]+\/edit/, 'Change'],
  [/^\/pieces\/[^/]+\/route/, 'Route'],
  [/^\/pieces\/[^/]+\/arrival/, 'Arrival'],
  [/^\/pieces/, 'Pieces'],
  [/^\/shelf/, 'Shelf'],
  [/^\/evening/, 'Close the day, lay out the next'],
  [/^\/history/, 'History'],
  [/^\/house/, 'House rules'],
  [/^\/find/, 'What a find is worth'],
  [/^\/sums/, 'Bench sums'],
  [/^\/shop/, 'Shop'],
];

/** What the page shows: "Plan", "Route: Settle". */
export function usePageTitle(): string {
  const { view } = useWorkshop();
  const { pathname } = useLocation();
  const id = /^\/pieces\/([^/]+)/.exec(pathname)?.[1];
  const piece = view.pieces.find((p) => p.id === id)?.name;
  const screen = TITLES.find(([pattern]) => pattern.test(pathname))?.[1] ?? 'Mokume';
  return piece === undefined ? screen : screen === 'Pieces' ? piece : `${screen}: ${piece}`;
}

/** The page is called by what it shows: tab, bookmark, screen reader and print say the same. */
export function useDocumentTitle(): void {
  const { view } = useWorkshop();
  const title = usePageTitle();
  useEffect(() => {
    document.title = `${title} · ${view.workshop.name} · Mokume`;
  }, [title, view.workshop.name]);
}
