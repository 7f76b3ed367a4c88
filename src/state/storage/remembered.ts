/** What this browser remembers of how an artist works; without storage it lasts as long as the page. */
export const remembered = {
  getItem: (key: string): string | null => {
    try {
      return localStorage.getItem(key);
    } catch {
      return null;
    }
  },
  setItem: (key: string, value: string): void => {
    try {
      localStorage.setItem(key, value);
    } catch {
      // There is no room, or no storage.
    }
  },
};

/** What is remembered under a key, which may be anything; undefined where it is nothing, or nobody's JSON. */
export function readRemembered(key: string): unknown {
  try {
    return JSON.parse(remembered.getItem(key) ?? '') as unknown;
  } catch {
    return undefined;
  }
}

/**
 * Runs when another tab has changed what is remembered under a key, or has forgotten it with all else.
 * @param key as it is, or what tells it at that time: null for none
 */
export function onRememberedElsewhere(key: string | (() => string | null), run: () => void): void {
  if (typeof window === 'undefined') return;
  window.addEventListener('storage', (event) => {
    if (event.key === null || event.key === (typeof key === 'string' ? key : key())) run();
  });
}
