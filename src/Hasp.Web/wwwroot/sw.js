// The tablet starts where no server answers: pages of the floor, and what they are made of, as they last came. The server is asked first,
// always; what was kept is shown only where it does not answer, and the page says so. Nothing is written here: entries wait in the queue.
"use strict";
const plans = "hasp-plans", shell = "hasp-shell";
const isPlan = (url) => /\/joints\/\d+\/tablet$|\/waiting$/.test(url.pathname) && !url.search;
const isShell = (url) => /\/(css|js|lib)\/|\/favicon\.svg$|\.webmanifest$/.test(url.pathname);
const homeOf = (url) => (url.origin !== location.origin ? null : isPlan(url) ? plans : isShell(url) ? shell : null);

// What a file was under an older fingerprint is of no use to any page.
const keep = async (name, request, answer) => {
  const cache = await caches.open(name), path = new URL(request.url).pathname;
  for (const old of await cache.keys()) {
    if (new URL(old.url).pathname === path && old.url !== request.url) await cache.delete(old);
  }
  await cache.put(request, answer);
};

const fresh = async (request, name) => {
  try {
    const answer = await fetch(request);
    // Sent to sign in: the plans were somebody's who is no longer signed in.
    if (answer.redirected) await caches.delete(plans);
    else if (answer.ok) await keep(name, request, answer.clone());
    return answer;
  } catch (gone) {
    const kept = await (await caches.open(name)).match(request, { ignoreVary: true });
    if (kept) return kept;
    throw gone;
  }
};

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (e) => e.waitUntil(self.clients.claim()));
self.addEventListener("fetch", (e) => {
  const name = e.request.method === "GET" ? homeOf(new URL(e.request.url)) : null;
  if (name) e.respondWith(fresh(e.request, name));
});
// The page that brought it here was fetched before it was: it says what it is made of.
self.addEventListener("message", (e) => {
  if (!Array.isArray(e.data?.keep)) return;
  e.waitUntil(Promise.all(e.data.keep.map((address) => new URL(address)).filter(homeOf)
    .map((url) => fresh(new Request(url, { credentials: "same-origin" }), homeOf(url)).catch(() => {})))
    .then(() => e.source?.postMessage({ kept: true })));
});
