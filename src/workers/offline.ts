import { cleanupOutdatedCaches, matchPrecache, precache, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { isPieceId, keptAddress, PIECE_PAGE } from '@/core/kept-pages';

/**
 * The service worker: it keeps the application in the browser, so that it opens where its server is gone. Pages come
 * from the server as long as it answers; what has a name of its own contents comes from the browser at once.
 */

/** All that is kept; `scripts/bundle-offline.mjs` writes it in. */
declare const KEPT_FILES: PrecacheEntry[];

precache(KEPT_FILES);
cleanupOutdatedCaches();
// A newer one takes the place of this one at once: pages of both go with files of both.
addEventListener('install', () => void (globalThis as unknown as { skipWaiting: () => Promise<void> }).skipWaiting());

const kept = new Set(KEPT_FILES.map(({ url }) => url));

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/') && kept.has(url.pathname),
  async ({ request }) => (await matchPrecache(request)) ?? fetch(request),
);

registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && (request.mode === 'navigate' || kept.has(url.pathname)),
  async ({ request, url }) => {
    try {
      return await fetch(request);
    } catch (why) {
      const page = await keptPage(url.pathname);
      if (!page) throw why;
      return page;
    }
  },
);

async function keptPage(pathname: string): Promise<Response | undefined> {
  const address = keptAddress(pathname);
  const page = await matchPrecache(address);
  const id = pathname.slice(PIECE_PAGE.beginning.length);
  if (!page || address !== PIECE_PAGE.kept || !isPieceId(id)) return page;
  // The page of a piece holds nothing of it but its id.
  const headers = ['content-type', 'content-security-policy'].map((name) => [name, page.headers.get(name) ?? '']);
  return new Response((await page.text()).replaceAll(PIECE_PAGE.id, id), { headers: headers as [string, string][] });
}
