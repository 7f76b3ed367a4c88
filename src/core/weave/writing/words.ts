import type { Piece, Strand } from '../../piece/types';
import type { RunType } from '../../steps';

/**
 * Names for strands in GLSL: their own words in small letters, made unique. What the weave adds has capitals, so it
 * never meets them.
 */
export function strandNames(piece: Piece): Map<string, string> {
  const names = new Map<string, string>();
  const taken = new Set<string>();
  for (const strand of piece.strands) {
    const words = strand.name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '_')
      .replace(/^_+|_+$/g, '');
    const base = `${strand.kind}_${words || 'strand'}`;
    let name = base;
    for (let n = 2; taken.has(name); n++) name = `${base}_${n}`;
    taken.add(name);
    names.set(strand.id, name);
  }
  return names;
}

/** What a strand gives while it has no step that runs. */
export function emptyType(strand: Strand): RunType {
  switch (strand.kind) {
    case 'form':
    case 'surface':
    case 'stage':
      return strand.kind;
    case 'finish':
      return 'image';
    default:
      return 'float';
  }
}
