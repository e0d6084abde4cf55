import { toast } from 'sonner';

/** The layer toasts stand in: above everything, dialogs too. */
export const TOAST_LAYER = 'toasts';

/** Puts the layer above what was opened since; browsers stack these layers in the order they are shown. */
function lift(): void {
  const layer = document.getElementById(TOAST_LAYER);
  if (!layer || typeof layer.showPopover !== 'function') return;
  if (layer.matches(':popover-open')) layer.hidePopover();
  layer.showPopover();
}

/** Says what was done, with one thing that can be done about it; not seen where the screen itself says it. */
export function sayDone(words: string, action?: { readonly label: string; readonly onClick: () => void }): void {
  lift();
  toast(words, { duration: 8000, className: 'is-done', ...(action ? { action } : {}) });
}

/** Says that something is kept here until Mokume can be reached. */
export function sayKept(words: string): void {
  lift();
  toast(words, { duration: 8000 });
}

/** A refusal that has no place of its own on the screen; it stays until it is dealt with. */
export function sayRefused(words: string, action?: { readonly label: string; readonly onClick: () => void }): void {
  lift();
  toast.error(words, { duration: Infinity, closeButton: true, ...(action ? { action } : {}) });
}
