import { PieceError } from './errors';
import { VERSION } from './types';

type Raw = Record<string, unknown>;

/** From each version to the next. A piece is brought forward one version at a time. */
const MIGRATIONS: Record<number, (piece: Raw) => Raw> = {
  /** Version 0 kept the length of the loop in seconds and had no controls, looks, bundles or assets. */
  0: (piece) => {
    const loop = piece.loop as { seconds?: number; rate?: number } | undefined;
    const rate = loop?.rate ?? 30;
    return {
      controls: [], looks: [], bundles: [], assets: [], note: '',
      ...piece,
      loop: { frames: Math.max(2, Math.round((loop?.seconds ?? 8) * rate)), rate, play: 'loop' },
      version: 1,
    };
  },
};

/**
 * Brings a piece of any earlier version to the present one.
 * @throws PieceError for a newer or unknown version.
 */
export function migrate(piece: Raw): Raw {
  const { version } = piece;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0) throw new PieceError('not-a-piece', 'This file does not say which version of a piece it holds.');
  if (version > VERSION) {
    throw new PieceError('newer', `This piece was made with a newer Calm Lattice (piece version ${version}; this one reads up to ${VERSION}). Open it there, or update this one.`);
  }
  let current = piece;
  for (let v = version; v < VERSION; v++) current = MIGRATIONS[v]!(current);
  return current;
}
