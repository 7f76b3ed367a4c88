import { expect, it } from 'vitest';
import { isPieceId, KEPT_PAGES, keptAddress, PIECE_PAGE } from './kept-pages';
import { blankPiece } from './piece/edit';

it('one page that is kept stands for those of all pieces, others for themselves', () => {
  expect(keptAddress(`/piece/${blankPiece().id}`)).toBe(PIECE_PAGE.kept);
  for (const address of KEPT_PAGES) expect(keptAddress(address)).toBe(address);
});

it('ids of pieces may stand in a page as they are, and nothing that could be read as more', () => {
  expect(isPieceId(blankPiece().id)).toBe(true);
  expect(isPieceId(PIECE_PAGE.id)).toBe(true);
  for (const id of ['', '"><script>', 'a/b', '%22', 'a b', "'"]) expect(isPieceId(id), id).toBe(false);
});
