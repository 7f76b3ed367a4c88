import localforage from 'localforage';

/** The picture of a stored piece on its card, and which version of the piece it shows. */
export interface CardPicture {
  /** When the piece that it shows was changed, milliseconds since 1970. */
  changed: number;
  /** Bytes of a PNG: unlike a blob they are there as soon as the entry is. */
  png: Uint8Array<ArrayBuffer>;
}

const store = localforage.createInstance({
  name: 'calm-lattice',
  storeName: 'card-pictures',
  driver: localforage.INDEXEDDB,
});

/** Null where there is none, or none can be read. */
export const loadCardPicture = (piece: string): Promise<CardPicture | null> =>
  store.getItem<CardPicture>(piece).catch(() => null);

/** Saves a picture for the next visit; where the browser does not, it is drawn again. */
export const saveCardPicture = async (piece: string, picture: CardPicture): Promise<void> => {
  await store.setItem(piece, picture).catch(() => undefined);
};

/** Deletes the pictures of pieces that are gone. */
export async function forgetCardPictures(isGone: (piece: string) => boolean): Promise<void> {
  await Promise.all((await store.keys()).filter(isGone).map((id) => store.removeItem(id)));
}
