import { create } from 'zustand';

/** Beside the other files of the build; `next.config.ts` lets it answer for the whole application. */
const SCRIPT = '/_next/static/offline.js';

/** Is the application kept in this browser, so that it opens without its server? */
export type OfflineState = 'unknown' | 'absent' | 'keeping' | 'kept';

export const useOffline = create<{ state: OfflineState }>(() => ({ state: 'unknown' }));

const tell = (state: OfflineState) => useOffline.setState({ state });

/** Null in browsers and pages that cannot keep it. */
const workers = () => ('serviceWorker' in navigator ? navigator.serviceWorker : null);

/** Looks whether it is kept already. */
export async function lookOffline(): Promise<void> {
  if (useOffline.getState().state === 'keeping') return;
  const registration = await workers()?.getRegistration();
  tell(registration?.active ? 'kept' : 'absent');
}

/**
 * Keeps all of the application in this browser.
 * @throws Error with a sentence where it cannot be kept
 */
export async function keepOffline(): Promise<void> {
  const container = workers();
  if (!container) throw new Error('This browser cannot keep the application. Serve it from localhost or with HTTPS.');
  tell('keeping');
  try {
    const registration = await container.register(SCRIPT, { scope: '/' });
    const incoming = registration.installing ?? registration.waiting;
    if (incoming) await activated(incoming);
    tell('kept');
  } catch {
    tell('absent');
    throw new Error(
      'The application could not be kept: its server did not answer, or there is no room left in this browser. ' +
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

/** Deletes what is kept of the application; pieces stay. */
export async function forgetOffline(): Promise<void> {
  await (await workers()?.getRegistration())?.unregister();
  for (const name of await caches.keys()) if (name.startsWith('workbox-')) await caches.delete(name);
  tell('absent');
}
