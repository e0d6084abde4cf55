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

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
