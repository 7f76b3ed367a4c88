import { PieceError } from './errors';
import { isLink, stepById, strandById, type Piece, type Step } from './types';

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
export function dependenciesOf(piece: Piece, steps: readonly Step[]): Set<string> {
  const found = new Set<string>();
  const open = linksOf(steps);
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (found.has(id)) continue;
    found.add(id);
    open.push(...linksOf(strandById(piece, id)?.steps ?? []));
  }
  return found;
}

/** @throws PieceError where a link goes to a strand or step that is not there */
export function checkLinks(piece: Piece): void {
  const byId = new Map(piece.strands.map((s) => [s.id, s]));
  for (const [i, { name, track }] of piece.controls.entries())
    if (isLink(track) && !byId.has(track.link))
      throw new PieceError('no-such-strand', `The control "${name}" follows a strand that is not in the file.`, [
        'controls',
        i,
        'track',
      ]);
  for (const [i, strand] of piece.strands.entries()) {
    for (const [k, step] of strand.steps.entries()) {
      for (const [param, value] of Object.entries(step.params)) {
        if (!isLink(value)) continue;
        const to = byId.get(value.link);
        if (to && (!value.step || stepById(to, value.step))) continue;
        const lost = to ? `step "${value.step}" of "${to.name}"` : `strand "${value.link}"`;
        throw new PieceError(
          'no-such-strand',
          `In the strand "${strand.name}", "${param}" of ${step.op} is linked to the ${lost}, which ` +
            'is not in the file.',
          ['strands', i, 'steps', k, 'params', param],
        );
      }
    }
  }
}
