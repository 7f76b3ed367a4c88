/** Small habits of an artist that a browser remembers; without storage they last as long as the page. */
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
      // What is not remembered is no loss.
    }
  },
};
