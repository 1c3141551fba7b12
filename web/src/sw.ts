/// <reference lib="webworker" />
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";

declare const self: ServiceWorkerGlobalScope & {
  readonly __WB_MANIFEST: { url: string; revision: string | null }[];
};

// The application lies here as it was built; what the household keeps is asked for first and remembered, so that it can
// be read where there is no network. Writing goes to the server alone.
cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);

/** Longest that the server is waited for before what was last read is shown (s). */
const PATIENCE = 4;
const asBuilt = createHandlerBoundToURL("/index.html");
const outOfPatience = () =>
  new Promise<never>((_, reject) => setTimeout(() => reject(new Error("no answer")), PATIENCE * 1000));
// The server's own page goes first, so that a newer application is met by the page it belongs to. A navigation can only
// be asked for as it is: it is raced, not cut short.
registerRoute(
  new NavigationRoute(
    (options) => Promise.race([fetch(options.request), outOfPatience()]).catch(() => asBuilt(options)),
    { denylist: [/^\/api\//, /^\/sign-in/] },
  ),
);

/** Readings, and what is told as it happens, are asked for by the moment: remembered they would only lie about. */
const BY_THE_MOMENT = /\/(events|sessions|file|charge-points|devices-now)(\/|$)/;
/** Where what was last read of a household is remembered. */
const HOUSEHOLD = "household";
const plugins = [
  {
    // The sign-in has ended: what was read under it is nobody's any more.
    fetchDidSucceed: async ({ response }: { response: Response }) => {
      if (response.status === 401) await caches.delete(HOUSEHOLD);
      return response;
    },
  },
];
const serverFirst = new NetworkFirst({ cacheName: HOUSEHOLD, networkTimeoutSeconds: PATIENCE, plugins });
/** However long the server takes: what was last read serves only where there is no network. */
const serverWaitedFor = new NetworkFirst({ cacheName: HOUSEHOLD, plugins });

/** How long after something was written (ms) what was read before it is no answer to a server that is slow. */
const JUST_WRITTEN = 60_000;
let writtenAt = -Infinity;
self.addEventListener("fetch", ({ request }) => {
  if (request.method !== "GET" && new URL(request.url).pathname.startsWith("/api/")) writtenAt = Date.now();
});

registerRoute(
  ({ url, request }) =>
    request.method === "GET" &&
    url.origin === self.location.origin &&
    /^\/api\/households(\/|$)/.test(url.pathname) &&
    !BY_THE_MOMENT.test(url.pathname),
  (options) => (Date.now() - writtenAt < JUST_WRITTEN ? serverWaitedFor : serverFirst).handle(options),
);

void self.skipWaiting();
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
