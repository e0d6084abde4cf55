import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

declare const self: ServiceWorkerGlobalScope;
/** Every file of the built app, filled in by the build. */
declare const PRECACHE: readonly { readonly url: string; readonly revision: string | null }[];

// The whole app is kept, also the parts of it that are fetched by need, so that no tab opens onto nothing offline.
cleanupOutdatedCaches();
precacheAndRoute([...PRECACHE]);

/** The page itself comes from the server while it answers, so that a new version shows at once; else as it was kept. */
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        const answer = await fetch(request);
        if (answer.status < 500) return answer;
      } catch {
        // Nobody answers: the page as it was kept.
      }
      return (await matchPrecache('/index.html')) ?? Response.error();
    },
    { denylist: [/^\/api\//, /^\/sw\.js$/] },
  ),
);

/** Told of a window while no page is open (W3C Push API); a page that is seen says it itself, and larger. */
self.addEventListener('push', (event) => event.waitUntil(show(event.data?.json() as Told | undefined)));
self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  event.waitUntil(openToday());
});

type Told = { readonly id: string; readonly words: string };

async function show(told: Told | undefined): Promise<void> {
  const pages = await self.clients.matchAll({ type: 'window' });
  if (!told || pages.some((p) => p.visibilityState === 'visible')) return;
  // The same tag as a page's own notification of this alarm: it is shown once.
  await self.registration.showNotification('Mokume', { tag: told.id, body: told.words, requireInteraction: true });
}

async function openToday(): Promise<void> {
  const [page] = await self.clients.matchAll({ type: 'window' });
  await (page ? page.focus() : self.clients.openWindow('/today'));
}

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
