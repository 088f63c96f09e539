import { useEffect } from 'react';

const KEPT = 'violet-jaw-assets-1';

/** Puts the page and the files it was made of on this device. */
async function keepPage(): Promise<void> {
  await navigator.serviceWorker.register('/sw.js');
  await navigator.serviceWorker.ready;
  const cache = await caches.open(KEPT);
  const page = await fetch('/');
  if (page.ok) await cache.put('/index.html', page);
  const files = [
    ...new Set(
      performance
        .getEntriesByType('resource')
        .map((r) => r.name)
        .filter((name) => name.includes('/assets/')),
    ),
  ];
  await Promise.all(
    files.map(async (name) => {
      if (!(await cache.match(name))) await cache.add(name);
    }),
  );
}

/**
 * Keeps the application on this device, so that the page can be opened again while the network is away. Browsers allow
 * it over https and on the machine itself.
 */
export function useOffline(): void {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return undefined;
    // after the page has what it needs
    const later = setTimeout(() => {
      keepPage().catch(() => undefined);
    }, 1200);
    return () => clearTimeout(later);
  }, []);
}
