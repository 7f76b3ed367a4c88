import { create } from 'zustand';
import type { DecodedAsset } from '@/core/assets/assets';
import type { Asset } from '@/core/piece/types';
import { addDecoded } from '@/workers/remotes';

/** A kind of file that pieces have, and how it is decoded. */
export interface AssetKind {
  /** As it is called in a sentence. */
  name: string;
  /** What stands where a file of it is used that cannot be read: a sentence. */
  instead: string;
  holds: (asset: Asset) => boolean;
  /** @throws with a sentence for the artist */
  decode: (asset: Asset) => Promise<DecodedAsset>;
}

/** Counts what has been decoded: what is drawn of files is drawn again. */
export const useDecoded = create(() => ({ count: 0 }));

/** Takes what a file was decoded to. */
export async function addAsset(id: string, value: DecodedAsset): Promise<void> {
  await addDecoded(id, value);
  useDecoded.setState(({ count }) => ({ count: count + 1 }));
}
