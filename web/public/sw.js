// Keeps what the walk between the bags and the daily look at a round need on this machine, so that a page that is loaded anew without a network
// still opens: the program itself, who is signed in, the draw of a lot, a round. Everything else needs the server.
const PROGRAM = 'mercato-program';
// The page empties this one when somebody signs out.
const DAY = 'mercato-day';
const KEPT = /^\/api\/(session|lots\/[0-9a-f-]{36}\/sampling|rounds\/[0-9a-f-]{36})$/;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim());
});

/** The network first; what it gave last stands in for it when it is out of reach. */
async function freshElseKept(store, key, request) {
  const cache = await caches.open(store);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(key, answer.clone());
    return answer;
  } catch (error) {
    const kept = await cache.match(key);
    if (kept) return kept;
    throw error;
  }
}

/** Files that never change under their name. */
async function keptElseFresh(request) {
  const cache = await caches.open(PROGRAM);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  if (request.mode === 'navigate' && !pathname.startsWith('/api/'))
    event.respondWith(freshElseKept(PROGRAM, '/', request));
  else if (pathname.startsWith('/assets/')) event.respondWith(keptElseFresh(request));
  else if (KEPT.test(pathname)) event.respondWith(freshElseKept(DAY, pathname, request));
});
