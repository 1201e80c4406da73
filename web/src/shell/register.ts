/** The page's own files are carried along where the browser allows it: over a safe connection, or on this machine. */
export function carryThePage(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  // where that is not allowed the page works all the same, with a net
  navigator.serviceWorker.register("/worker.js").catch(() => undefined);
}
