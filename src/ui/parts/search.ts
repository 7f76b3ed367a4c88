/** What a list can be searched by. */
export interface Findable {
  name: string;
  /** Other words for the same thing. */
  aliases?: readonly string[];
}

/**
 * How well a search fits an entry, 0 (not at all) to 1. The exact name comes first, then names that begin with
 * it, words of the name that do, other words that are it or begin with it, and parts of the name.
 */
export function searchScore({ name, aliases = [] }: Findable, search: string): number {
  const wanted = search.trim().toLowerCase();
  const text = name.toLowerCase();
  if (text === wanted) return 1;
  if (text.startsWith(wanted)) return 0.9;
  if (text.split(/[\s:]+/).some((word) => word.startsWith(wanted))) return 0.8;
  const words = aliases.map((word) => word.toLowerCase());
  if (words.includes(wanted)) return 0.7;
  if (words.some((word) => word.startsWith(wanted))) return 0.6;
  return text.includes(wanted) ? 0.4 : 0;
}

/** Entries that fit a search, best first; equally good ones stay in their order. All of them for no search. */
export function ranked<T extends Findable>(entries: readonly T[], search: string): T[] {
  if (search.trim() === '') return [...entries];
  return entries
    .map((entry) => ({ entry, score: searchScore(entry, search) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .map(({ entry }) => entry);
}
