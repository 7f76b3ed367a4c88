import { create } from 'zustand';

/** Beside the other files of the build; `next.config.ts` lets it answer for the whole application. */
const SCRIPT = '/_next/static/offline.js';

/** Is the application saved in this browser, so that it opens without its server? */
export type OfflineState = 'unknown' | 'absent' | 'saving' | 'saved';

export const useOffline = create<{ state: OfflineState }>(() => ({ state: 'unknown' }));

const tell = (state: OfflineState) => useOffline.setState({ state });

/** Null in browsers, and for addresses, that allow no service worker. */
const workers = () => ('serviceWorker' in navigator ? navigator.serviceWorker : null);

/** Looks whether it is saved already. */
export async function lookOffline(): Promise<void> {
  if (useOffline.getState().state === 'saving') return;
  const registration = await workers()?.getRegistration();
  tell(registration?.active ? 'saved' : 'absent');
}

/**
 * Saves all of the application in this browser.
 * @throws Error with a sentence where it cannot be saved
 */
export async function saveOffline(): Promise<void> {
  const container = workers();
  if (!container) throw new Error('This browser cannot save the application. Serve it from localhost or with HTTPS.');
  tell('saving');
  try {
    const { active, waiting, installing } = await container.register(SCRIPT, { scope: '/' });
    if (!active) await activated((installing ?? waiting)!);
    tell('saved');
  } catch {
    tell('absent');
    throw new Error(
      'The application could not be saved: its server did not answer, or there is no room left in this browser. ' +
        'Nothing of your pieces is lost. Try again.',
    );
  }
}

function activated(worker: ServiceWorker): Promise<void> {
  return new Promise((done, failed) => {
    const look = () => {
      if (worker.state === 'activated') done();
      if (worker.state === 'redundant') failed(new Error('redundant'));
    };
    worker.addEventListener('statechange', look);
    look();
  });
}

/** Deletes what was saved of the application; pieces stay. */
export async function forgetOffline(): Promise<void> {
  await (await workers()?.getRegistration())?.unregister();
  for (const name of await caches.keys()) if (name.startsWith('workbox-')) await caches.delete(name);
  tell('absent');
}
