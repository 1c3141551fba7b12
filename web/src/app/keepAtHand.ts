/**
 * Has application and household kept by the browser, to be read where there is no network. Browsers allow it over TLS and
 * on loopback only; elsewhere everything works as before, and a trip is taken along as one page.
 */
export function keepAtHand(): void {
  if (!("serviceWorker" in navigator) || !window.isSecureContext) return;
  navigator.serviceWorker.register("/sw.js").catch(() => undefined);
}
