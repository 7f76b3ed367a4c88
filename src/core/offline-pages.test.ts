import { expect, it } from 'vitest';
import { isPieceId, OFFLINE_PAGES, offlineAddress, PIECE_PAGE } from './offline-pages';

it('one saved page stands for those of all pieces, others for themselves', () => {
  expect(offlineAddress('/piece/1f0c9a3e')).toBe(PIECE_PAGE.address);
  for (const address of OFFLINE_PAGES) expect(offlineAddress(address)).toBe(address);
});

it('ids of pieces may stand in a page as they are, and nothing that could be read as more', () => {
  expect(isPieceId('1f0c9a3e')).toBe(true);
  expect(isPieceId(PIECE_PAGE.id)).toBe(true);
  for (const id of ['', '"><script>', 'a/b', '%22', 'a b', "'"]) expect(isPieceId(id), id).toBe(false);
});
