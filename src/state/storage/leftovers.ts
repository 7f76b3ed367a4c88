import { forgetCardPictures } from './card-pictures';
import { histories } from './history-store';
import { dropVersions, versionedPieces } from './version-store';

/** Takes away histories and versions of pieces that are gone. What cannot be reached is left for another time. */
export async function forgetLeftovers(pieces: readonly string[]): Promise<void> {
  try {
    const gone = (id: string) => !pieces.includes(id);
    await Promise.all((await histories.keys()).filter(gone).map((id) => histories.removeItem(id)));
    await forgetCardPictures(gone);
    await Promise.all((await versionedPieces()).filter(gone).map(dropVersions));
  } catch {
    // The shelf says by itself where nothing can be saved.
  }
}
