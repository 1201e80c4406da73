// Carries the page's own files along, so that it opens without a net. It never touches what the API says.
const FILES = __FILES__;
const SHELF = "shell-__STAMP__";
/** ms after which a page that does not come is taken from here; own choice. */
const PATIENCE = 4000;

self.addEventListener("install", (event) => {
  const kept = caches.open(SHELF).then((shelf) => shelf.addAll(["/", ...FILES].map((path) => new Request(path, { cache: "no-cache" }))));
  event.waitUntil(kept.then(() => self.skipWaiting()));
});

self.addEventListener("activate", (event) => {
  const old = caches.keys().then((names) => Promise.all(names.filter((n) => n.startsWith("shell-") && n !== SHELF).map((n) => caches.delete(n))));
  event.waitUntil(old.then(() => self.clients.claim()));
});

const here = (path) => caches.open(SHELF).then((shelf) => shelf.match(path));

/** From the net; where that fails or takes too long, from here. */
async function page(request) {
  let timer;
  const late = new Promise((_, reject) => {
    timer = setTimeout(() => reject(new Error("late")), PATIENCE);
  });
  try {
    return await Promise.race([fetch(request), late]);
  } catch {
    return (await here("/")) ?? Response.error();
  } finally {
    clearTimeout(timer);
  }
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin || pathname.startsWith("/api/")) return;
  if (request.mode === "navigate") event.respondWith(page(request));
  else if (FILES.includes(pathname)) event.respondWith(here(pathname).then((found) => found ?? fetch(request)));
});
