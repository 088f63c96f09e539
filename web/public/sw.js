/**
 * Keeps the application on the device, so that a run goes on with the page reloaded while the network is away. Files
 * under /assets/ never change under one name: the first copy is good for ever. Pages come from the network, and from
 * the device when it does not answer. Nothing of the API is kept here: runs keep what they need themselves.
 */
const ASSETS = 'violet-jaw-assets-1';
const PAGE = '/index.html';

self.addEventListener('install', (event) => {
  event.waitUntil(self.skipWaiting());
});
self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim());
});

async function page(request) {
  const cache = await caches.open(ASSETS);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(PAGE, answer.clone());
    return answer;
  } catch (error) {
    const kept = await cache.match(PAGE);
    if (kept) return kept;
    throw error;
  }
}

async function asset(request) {
  const cache = await caches.open(ASSETS);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/')) return;
  if (event.request.mode === 'navigate') event.respondWith(page(event.request));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(asset(event.request));
});
