/// <reference lib="webworker" />
/** What was opened once goes on without the server: the pages, and the rigs that were read. */
import { clientsClaim } from 'workbox-core';
import {
  addRoute,
  cleanupOutdatedCaches,
  precache,
  PrecacheFallbackPlugin,
  type PrecacheEntry,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';
import { forgetRig, isOfRig, keepListed, listOpenable, readRigId } from './rigs';

declare const self: ServiceWorkerGlobalScope;
/** The files of this build, put in when it is made. */
declare const __FILES__: PrecacheEntry[];

/** What is stored is worth waiting for; without a server the answer comes at once, s. */
const patienceS = 20;
const pagePatienceS = 10;

void self.skipWaiting();
clientsClaim();
cleanupOutdatedCaches();
precache(__FILES__);

// Before the files: a page is the server's, of its newest build, and only without one that of the files that are here.
registerRoute(
  new NavigationRoute(
    new NetworkOnly({
      networkTimeoutSeconds: pagePatienceS,
      plugins: [new PrecacheFallbackPlugin({ fallbackURL: 'index.html' })],
    }),
  ),
);
// No file stands for a folder: `/` is a page.
addRoute({ directoryIndex: '', cleanURLs: false });

const rigs = 'rigs';
// Of an earlier edition, which kept pages of old builds.
self.addEventListener('activate', (event) => event.waitUntil(caches.delete('pages')));

// The shelf: what is no longer on it is let go of; without a server it is what can be opened.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname === '/api/rigs',
  new NetworkFirst({
    cacheName: rigs,
    networkTimeoutSeconds: patienceS,
    plugins: [
      {
        fetchDidSucceed: async ({ response }) => {
          if (response.ok) await keepListed(await caches.open(rigs), response.clone());
          return response;
        },
        cachedResponseWillBeUsed: async ({ cachedResponse }) =>
          cachedResponse && listOpenable(await caches.open(rigs), cachedResponse),
      },
    ],
  }),
);

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && (isOfRig(url.pathname) || url.pathname === '/api/kit'),
  new NetworkFirst({
    cacheName: rigs,
    networkTimeoutSeconds: patienceS,
    plugins: [
      {
        cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null),
        fetchDidSucceed: async ({ request, response }) => {
          const id = readRigId(new URL(request.url).pathname);
          if (response.status === 404 && id) await forgetRig(await caches.open(rigs), id);
          return response;
        },
      },
    ],
  }),
);

// Deleted here, it is gone here.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && readRigId(url.pathname) !== undefined,
  async ({ request, url }) => {
    const response = await fetch(request);
    if (response.ok) await forgetRig(await caches.open(rigs), readRigId(url.pathname)!);
    return response;
  },
  'DELETE',
);
