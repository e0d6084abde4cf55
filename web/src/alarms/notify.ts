/** Shows a notification of the system while the page is not looked at, where the browser and its owner allow it. */
export function notify(words: string, id: string): void {
  if (!document.hidden || !('Notification' in window) || Notification.permission !== 'granted') return;
  const options = { tag: id, body: words, requireInteraction: true };
  // Phones show only those of a service worker; without one the page shows its own.
  void navigator.serviceWorker
    ?.getRegistration()
    .then((sw) => (sw ? sw.showNotification('Mokume', options) : shownByPage(options)))
    .catch(() => undefined);
}

function shownByPage(options: NotificationOptions): Promise<void> {
  const shown = new Notification('Mokume', options);
  shown.addEventListener('click', () => window.focus());
  return Promise.resolve();
}
