/// <reference lib="webworker" />
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";

declare const self: ServiceWorkerGlobalScope & {
  readonly __WB_MANIFEST: { url: string; revision: string | null }[];
};

// The application itself lies here as it was built; what the household keeps is asked for first and remembered, so that
// it can be read where there is no network. Writing goes to the server alone.
cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);
registerRoute(
  new NavigationRoute(createHandlerBoundToURL("/index.html"), { denylist: [/^\/api\//, /^\/sign-in/] }),
);
/** Longest that the server is waited for before what was last read is shown (s). */
const PATIENCE = 4;
registerRoute(
  ({ url, request }) =>
    request.method === "GET" &&
    url.origin === self.location.origin &&
    /^\/api\/households(\/|$)/.test(url.pathname) &&
    !/\/(events|sessions)(\/|$)/.test(url.pathname) &&
    !url.pathname.endsWith("/file"),
  new NetworkFirst({ cacheName: "household", networkTimeoutSeconds: PATIENCE }),
);
void self.skipWaiting();
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
