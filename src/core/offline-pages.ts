const ID = 'any-piece-that-is-opened';

/** The page that stands for those of all pieces where the application is saved for offline. */
export const PIECE_PAGE = { beginning: '/piece/', id: ID, address: `/piece/${ID}` };

/** Pages that are saved, by their addresses. */
export const OFFLINE_PAGES = ['/', '/steps', PIECE_PAGE.address];

/** May it stand in a page as it is? Ids of pieces may. */
export const isPieceId = (id: string) => /^[\w-]+$/.test(id);

/** The address of the page that is saved for an address; that itself where it is none of a piece. */
export const offlineAddress = (pathname: string) =>
  pathname.startsWith(PIECE_PAGE.beginning) ? PIECE_PAGE.address : pathname;
