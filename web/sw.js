// Keeps the application on this device, so that it opens without its server. Written by
// web/sw.mjs with what there is to keep; a newer one waits until somebody says yes.
const VERSION = "__VERSION__";
const FILES = __FILES__;
const SHELL = "/shell";

// The page as it is without a server: what came with it from there is not how things are.
async function shell() {
  const got = await fetch("/", { cache: "reload" });
  if (!got.ok) throw new Error("no page");
  const text = (await got.text()).replace(
    /(<script type="application\/json" id="first">)[\s\S]*?(<\/script>)/,
    "$1offline$2",
  );
  return new Response(text, { headers: got.headers });
}

self.addEventListener("install", (e) => {
  e.waitUntil(
    (async () => {
      const cache = await caches.open(VERSION);
      await cache.addAll(FILES);
      await cache.put(SHELL, await shell());
    })(),
  );
});

self.addEventListener("activate", (e) => {
  e.waitUntil(
    (async () => {
      for (const name of await caches.keys()) if (name !== VERSION) await caches.delete(name);
      await self.clients.claim();
    })(),
  );
});

self.addEventListener("message", (e) => {
  if (e.data === "take over") self.skipWaiting();
});

// A touch on an alert leads back to the guide.
self.addEventListener("notificationclick", (e) => {
  e.notification.close();
  e.waitUntil(
    (async () => {
      const pages = await self.clients.matchAll({ type: "window" });
      const guide = pages.find((p) => p.url.includes("/guide")) ?? pages[0];
      await guide?.focus();
    })(),
  );
});

/** The network, for as long as one waits for a page. */
async function soon(request) {
  const stop = new AbortController();
  const late = setTimeout(() => stop.abort(), 5000);
  try {
    return await fetch(request, { signal: stop.signal });
  } finally {
    clearTimeout(late);
  }
}

self.addEventListener("fetch", (e) => {
  const { request } = e;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin || url.pathname.startsWith("/api/"))
    return;
  if (request.mode === "navigate") {
    e.respondWith(
      (async () => {
        const kept = async () => (await caches.match(SHELL)) ?? Response.error();
        // Asked for by a device that its server no longer lets in.
        if (url.searchParams.has("offline")) return kept();
        try {
          const got = await soon(request);
          // A page of Apodemos is an answer, a refusal or a redirect; anything else is a server in trouble, or another.
          if (got.ok || got.status === 401 || got.status === 403 || got.type === "opaqueredirect") return got;
        } catch {
          // No server: the page that was kept.
        }
        return kept();
      })(),
    );
    return;
  }
  e.respondWith((async () => (await caches.match(request)) ?? fetch(request))());
});
