import { matchSorter, rankings } from 'match-sorter';

/** What a list can be searched by. */
export interface Findable {
  name: string;
  /** Other words for the same thing. */
  aliases?: readonly string[];
}

/** Other words count as words of the name do, however well they fit. */
const KEYS = [
  { key: 'name', threshold: rankings.CONTAINS },
  { key: 'aliases', threshold: rankings.WORD_STARTS_WITH, maxRanking: rankings.WORD_STARTS_WITH },
] as const;

/**
 * Entries that fit a search, best first; equally good ones stay in their order. All of them for no search. The exact
 * name comes first, then names that begin with it, words of names and other words that do, and parts of names.
 */
export const ranked = <T extends Findable>(entries: readonly T[], search: string): T[] =>
  matchSorter([...entries], search.trim(), { keys: [...KEYS], baseSort: (a, b) => a.index - b.index });
