/** Where the service worker is served, beside the page it works for. */
const SCRIPT = '/sw.js';

/**
 * Has the browser keep the app, so that it opens when the server cannot be reached. Only where browsers allow it (HTTPS or
 * this computer) and in a built app. The first page is never held up by it.
 */
export function keepApp(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  window.addEventListener('load', () => {
    navigator.serviceWorker.register(SCRIPT).catch((why: unknown) => {
      console.warn('Mokume cannot be kept for working offline:', why);
    });
  });
}
