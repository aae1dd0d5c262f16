// Keeps the page of one system on this phone, so that it opens where the cart cannot be reached.
// It lies beside the built files as it is: no step of the build touches it.
const KEPT = "plain-channel-quick-1";
const PAGE = "/quick";
/** So long the cart may take before the page that was kept is shown. */
const WAIT_MS = 3000;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

/** The newest page where the cart answers in time, else the one that was kept. */
async function page(request) {
  const kept = await caches.open(KEPT);
  try {
    const answer = await fetch(request, { signal: AbortSignal.timeout(WAIT_MS) });
    if (answer.ok) await kept.put(PAGE, answer.clone());
    return answer;
  } catch (error) {
    const known = await kept.match(PAGE);
    if (known) return known;
    throw error;
  }
}

/** A file whose name changes with its content: once here, it need not be asked for again. */
async function file(request) {
  const kept = await caches.open(KEPT);
  const known = await kept.match(request);
  if (known) return known;
  const answer = await fetch(request);
  if (answer.ok) await kept.put(request, answer.clone());
  return answer;
}

/** Files of earlier versions go when the page brings a list of its own. */
async function forgetOthers(wanted) {
  const kept = await caches.open(KEPT);
  for (const request of await kept.keys()) {
    const { pathname } = new URL(request.url);
    if (pathname !== PAGE && !wanted.includes(pathname)) await kept.delete(request);
  }
}

self.addEventListener("message", (event) => {
  const { files } = event.data ?? {};
  if (!Array.isArray(files)) return;
  event.waitUntil(
    Promise.all(files.map((name) => file(new Request(name)).catch(() => undefined))).then(() =>
      forgetOthers(files),
    ),
  );
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin) return;
  if (request.mode === "navigate" && pathname === PAGE) event.respondWith(page(request));
  else if (pathname.startsWith("/assets/")) event.respondWith(file(request));
});
