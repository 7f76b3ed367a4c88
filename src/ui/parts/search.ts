/**
 * How well a search fits an entry, 0 (not at all) to 1. Names that begin with it come first,
 * then words that do, then parts of words, then other words for the same thing.
 */
export function searchScore(name: string, search: string, also: string[] = []): number {
  const wanted = search.trim().toLowerCase();
  const text = name.toLowerCase();
  if (text.startsWith(wanted)) return 1;
  if (text.split(/[\s:]+/).some((word) => word.startsWith(wanted))) return 0.8;
  if (also.some((word) => word.toLowerCase().startsWith(wanted))) return 0.6;
  return text.includes(wanted) ? 0.4 : 0;
}
