import { isLink, strandById, type Piece, type Step } from './types';

/** Strands that steps take values from, each once. */
export function linksOf(steps: readonly Step[]): string[] {
  const links = steps.flatMap((s) =>
    Object.values(s.params)
      .filter(isLink)
      .map((l) => l.link),
  );
  return [...new Set(links)];
}

/** Ids of all that steps take from, and that those take from. */
export function takenInBy(piece: Piece, steps: readonly Step[]): Set<string> {
  const found = new Set<string>();
  const open = linksOf(steps);
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (found.has(id)) continue;
    found.add(id);
    open.push(...linksOf(strandById(piece, id)?.steps ?? []));
  }
  return found;
}
