import { cleanupOutdatedCaches, matchPrecache, precache, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { isPieceId, offlineAddress, PIECE_PAGE } from '@/core/offline-pages';

/**
 * The service worker: it saves the application in the browser, so that it opens where its server is gone. Pages come
 * from the server as long as it answers; files that are named by their contents come from the browser at once. A newer
 * worker waits until all pages are closed, so pages find the files of their own build until then.
 */

/** All that is saved; `scripts/bundle-offline.ts` writes it in. */
declare const SAVED_FILES: PrecacheEntry[];

precache(SAVED_FILES);
cleanupOutdatedCaches();

const saved = new Set(SAVED_FILES.map(({ url }) => url));

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/') && saved.has(url.pathname),
  async ({ request }) => (await matchPrecache(request)) ?? fetch(request),
);

registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && (request.mode === 'navigate' || saved.has(url.pathname)),
  async ({ request, url }) => {
    try {
      return await fetch(request);
    } catch (why) {
      const answer = await savedAnswer(url.pathname);
      if (!answer) throw why;
      return answer;
    }
  },
);

async function savedAnswer(pathname: string): Promise<Response | undefined> {
  const address = offlineAddress(pathname);
  const answer = await matchPrecache(address);
  const id = pathname.slice(PIECE_PAGE.beginning.length);
  if (!answer || address !== PIECE_PAGE.address || !isPieceId(id)) return answer;
  // The page of a piece holds nothing of it but its id.
  return new Response((await answer.text()).replaceAll(PIECE_PAGE.id, id), { headers: answer.headers });
}
