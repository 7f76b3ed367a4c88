import { useCallback, useEffect, useState } from 'react';
import { loadCardPicture, saveCardPicture, type CardPicture } from '@/state/storage/card-pictures';
import type { SavedPiece } from '@/state/storage/saved';

/** The stored picture of a card. */
export interface StoredPicture {
  /** Undefined until the store has answered, null where it has none. */
  picture: CardPicture | null | undefined;
  /** It shows the piece as it is stored now. */
  current: boolean;
  /** Stores what a canvas shows as the picture of the piece. */
  save: (canvas: HTMLCanvasElement) => void;
  /** What is stored is no picture: it is drawn again. */
  forget: () => void;
}

export function useCardPicture({ id, changed }: SavedPiece): StoredPicture {
  const [picture, setPicture] = useState<CardPicture | null | undefined>(undefined);
  useEffect(() => {
    let left = false;
    void loadCardPicture(id).then((found) => !left && setPicture(found));
    return () => {
      left = true;
    };
  }, [id]);
  const save = useCallback(
    (canvas: HTMLCanvasElement) =>
      canvas.toBlob((png) => {
        void png?.arrayBuffer().then((bytes) => {
          const drawn = { changed, png: new Uint8Array(bytes) };
          setPicture(drawn);
          return saveCardPicture(id, drawn);
        });
      }),
    [id, changed],
  );
  const forget = useCallback(() => setPicture(null), []);
  return { picture, current: picture?.changed === changed, save, forget };
}
