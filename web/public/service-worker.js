/**
 * Keeps the pages themselves, so that they open where no server is in reach. Jobs are kept by the
 * pages, each with the time it was read; answers of the server are never kept here.
 */
const PAGES = "pennant-pages-/* digest */";
const FILES = [/* files */];

self.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(PAGES)
      .then((kept) => kept.addAll(["/", ...FILES]))
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener("activate", (event) => {
  const old = (name) => name.startsWith("pennant-pages-") && name !== PAGES;
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter(old).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== location.origin || pathname.startsWith("/api/")) return;
  if (request.mode === "navigate") {
    // The server's page where it answers: it may be newer than what is kept.
    event.respondWith(fetch(request).catch(() => caches.match("/", { cacheName: PAGES })));
  } else if (FILES.includes(pathname)) {
    event.respondWith(
      caches.match(pathname, { cacheName: PAGES }).then((kept) => kept ?? fetch(request)),
    );
  }
});
