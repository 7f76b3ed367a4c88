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
