import { type KeyboardEvent, useCallback } from 'react';

/** Marks what the arrow keys reach inside a drawing; it is no tab stop of its own. */
export const ROVE = { tabIndex: -1, 'data-rove': '' } as const;

const KEYS = ['ArrowRight', 'ArrowLeft', 'ArrowDown', 'ArrowUp', 'Home', 'End'] as const;
type Key = (typeof KEYS)[number];

/**
 * One tab stop for a whole drawing: the arrow keys go along a row and to the neighbouring rows, Home and End to a row's ends,
 * Escape back to the drawing itself. Rows are its elements with `data-row`, in the order of the page.
 */
export function useRoving(): (e: KeyboardEvent<HTMLElement>) => void {
  return useCallback((e) => {
    const { currentTarget: drawing, target, key } = e;
    if (e.altKey || e.ctrlKey || e.metaKey) return;
    if (key === 'Escape' && target !== drawing) {
      drawing.focus();
      return;
    }
    if (!isKey(key)) return;
    const rows = [...drawing.querySelectorAll<HTMLElement>('[data-row]')].map(stopsIn).filter((r) => r.length > 0);
    const next = nextStop(rows, target as Element, key, isInSight(drawing));
    if (!next) return;
    e.preventDefault();
    next.focus({ preventScroll: true });
    next.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, []);
}

type Stop = HTMLElement | SVGElement;
const isKey = (key: string): key is Key => (KEYS as readonly string[]).includes(key);
const stopsIn = (row: Element): Stop[] => [...row.querySelectorAll<Stop>('[data-rove]')];

const isInSight = (drawing: Element) => (stop: Stop) => {
  const [a, b] = [drawing.getBoundingClientRect(), stop.getBoundingClientRect()];
  return b.left >= a.left && b.right <= a.right;
};

function nextStop(rows: readonly Stop[][], from: Element, key: Key, isSeen: (s: Stop) => boolean): Stop | undefined {
  const at = rows.findIndex((r) => r.some((s) => s === from));
  // From the drawing itself: what is first in sight.
  if (at < 0) return rows[0]?.find(isSeen) ?? rows[0]?.[0];
  const row = rows[at]!;
  const i = row.findIndex((s) => s === from);
  switch (key) {
    case 'ArrowRight':
      return row[i + 1];
    case 'ArrowLeft':
      return row[i - 1];
    case 'Home':
      return row[0];
    case 'End':
      return row.at(-1);
    case 'ArrowDown':
      return nearest(rows[at + 1], from);
    case 'ArrowUp':
      return nearest(rows[at - 1], from);
  }
}

/** The one of another row that stands nearest along the time axis. */
function nearest(row: readonly Stop[] | undefined, to: Element): Stop | undefined {
  const x = middle(to);
  return row && [...row].sort((a, b) => Math.abs(middle(a) - x) - Math.abs(middle(b) - x))[0];
}

function middle(stop: Element): number {
  const box = stop.getBoundingClientRect();
  return box.left + box.width / 2;
}
