const ID = 'any-piece-that-is-opened';

/** The page that stands for those of all pieces where the application is kept in the browser. */
export const PIECE_PAGE = { beginning: '/piece/', id: ID, kept: `/piece/${ID}` };

/** Pages that are kept, by their addresses. */
export const KEPT_PAGES = ['/', '/steps', PIECE_PAGE.kept];

/** May it stand in a page as it is? Ids of pieces may. */
export const isPieceId = (id: string) => /^[\w-]+$/.test(id);

/** Which of the pages that are kept answers for an address; the address itself where it is none of a page. */
export const keptAddress = (pathname: string) =>
  pathname.startsWith(PIECE_PAGE.beginning) ? PIECE_PAGE.kept : pathname;
