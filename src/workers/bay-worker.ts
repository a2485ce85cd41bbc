/// <reference lib="webworker" />
import {
  CacheFirst,
  ExpirationPlugin,
  NetworkFirst,
  type PrecacheEntry,
  Serwist,
  type SerwistGlobalConfig,
} from 'serwist';

/**
 * The service worker: keeps the application's own files and the one page that works without network, the bay. It keeps no
 * answers of the shop's record: those lie in the device's own store, where they are read by name.
 */
declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

const SHELL = 'bay-shell';
const SHELL_URL = '/bay';
const ANSWER_WITHIN_S = 4;

const shell = async () => (await caches.open(SHELL)).match(SHELL_URL);

/** Reads the bay's page anew, with its own headers, so that its scripts and their nonce still go together. */
async function keepShell(): Promise<void> {
  const response = await fetch(SHELL_URL, { credentials: 'same-origin' });
  if (response.ok && !response.redirected) await (await caches.open(SHELL)).put(SHELL_URL, response);
}

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  skipWaiting: true,
  clientsClaim: true,
  navigationPreload: false,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: new CacheFirst({ cacheName: 'files' }),
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/api/photos/'),
      handler: new NetworkFirst({
        cacheName: 'photos',
        networkTimeoutSeconds: ANSWER_WITHIN_S,
        plugins: [new ExpirationPlugin({ maxEntries: 200, maxAgeSeconds: 3 * 24 * 3600 })],
      }),
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin &&
        request.mode === 'navigate' &&
        (url.pathname === '/bay' || url.pathname.startsWith('/bay/')),
      handler: async ({ request }) => {
        try {
          const response = await Promise.race([
            fetch(request),
            new Promise<never>((_, reject) =>
              setTimeout(() => reject(new Error('no answer')), ANSWER_WITHIN_S * 1000),
            ),
          ]);
          if (response.status < 500) return response;
          throw new Error('no answer');
        } catch {
          return (await shell()) ?? Response.error();
        }
      },
    },
  ],
});

// A page's own worker is told what to run by what stands behind the # of its address, and an answer given from here would
// take that away: such a request goes to the network as if nobody stood between.
self.addEventListener('fetch', (event) => {
  if (event.request.destination === 'worker') event.stopImmediatePropagation();
});
self.addEventListener('install', (event) => event.waitUntil(keepShell().catch(() => undefined)));
self.addEventListener('activate', (event) => event.waitUntil(keepShell().catch(() => undefined)));
serwist.addEventListeners();
