/**
 * Keeps the page of the way on the device: the page, what it is drawn with, and what it showed last. What the page has
 * put into its cache is answered from there where no server answers; the page itself and its figures from the server
 * first.
 */
export {};

type Fetch = Event & { request: Request; respondWith: (answer: Promise<Response>) => void };
type Extendable = Event & { waitUntil: (work: Promise<unknown>) => void };
type Worker = typeof globalThis & {
  skipWaiting: () => Promise<void>;
  clients: { claim: () => Promise<void> };
  addEventListener: (kind: string, handle: (event: never) => void) => void;
};

const CACHE = "jorvak-way";
const worker = globalThis as unknown as Worker;

worker.addEventListener("install", () => void worker.skipWaiting());
worker.addEventListener("activate", (event: Extendable) => event.waitUntil(worker.clients.claim()));
worker.addEventListener("fetch", (event: Fetch) => {
  if (event.request.method === "GET") event.respondWith(answered(event.request));
});

/** Files with a hash in their name never change; all else may have, where the server is there to say so. */
async function answered(request: Request): Promise<Response> {
  const kept = await caches.match(request, { cacheName: CACHE, ignoreSearch: isPage(request) });
  if (kept && new URL(request.url).pathname.startsWith("/assets/")) return kept;
  try {
    return await fetch(request);
  } catch (error) {
    if (kept) return kept;
    throw error;
  }
}

const isPage = (request: Request) => request.mode === "navigate";
