/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, type PrecacheEntry, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";

declare const self: ServiceWorkerGlobalScope;
/** The files of the application, put in when it is built. */
declare const FILES: PrecacheEntry[];

/** The application opens without a signal: its own files are kept, and nothing is fetched from elsewhere. What jobs hold is not kept here but
 * by site mode itself. */
precacheAndRoute(FILES);
cleanupOutdatedCaches();
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request);
      } catch {
        return (await matchPrecache("/index.html")) ?? Response.error();
      }
    },
    { denylist: [/^\/api\//] },
  ),
);
self.addEventListener("install", () => void self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
