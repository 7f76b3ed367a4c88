import { forgetHistory, keptHistories } from './history';
import { forgetVersions, versionedPieces } from './versions';

/** Takes away histories and versions of pieces that are gone. What cannot be reached is left for another time. */
export async function forgetLeftovers(pieces: readonly string[]): Promise<void> {
  try {
    const gone = (id: string) => !pieces.includes(id);
    await Promise.all((await keptHistories()).filter(gone).map(forgetHistory));
    await Promise.all((await versionedPieces()).filter(gone).map(forgetVersions));
  } catch {
    // The shelf says by itself where nothing can be kept.
  }
}
