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

/** Says what was done, with one thing that can be done about it. */
export function sayDone(words: string, action?: { readonly label: string; readonly onClick: () => void }): void {
  lift();
  toast(words, { duration: 8000, ...(action ? { action } : {}) });
}

/** A refusal that has no place of its own on the screen; it stays until it is dealt with. */
export function sayRefused(words: string, action?: { readonly label: string; readonly onClick: () => void }): void {
  lift();
  toast.error(words, { duration: Infinity, closeButton: true, ...(action ? { action } : {}) });
}
