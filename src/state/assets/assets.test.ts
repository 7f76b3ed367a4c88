import * as THREE from 'three';
import { beforeEach, expect, it, vi } from 'vitest';
import { toBase64 } from '@/core/formats/base64';
import { CUBE_TYPE } from '@/core/formats/cube';
import { blankPiece } from '@/core/piece/edit';
import type { Asset, Piece } from '@/core/piece/types';
import { AssetTextures } from '@/engine/card/textures';
import { decoded, endStudio, studio } from '@/workers/remotes';
import { WorkerHere } from '@/workers/testing';
import { notify } from '../panels/notify';
import { ensureAssets, holdingAssets, releaseAssetsBut } from './assets';

vi.stubGlobal('Worker', WorkerHere);
vi.mock('../panels/notify', () => ({ notify: vi.fn() }));

const bytes = (text: string) => new TextEncoder().encode(text);
const table = (id: string): Asset => {
  const text = `LUT_1D_SIZE 2\n0 0 0\n1 1 0.${id.replace(/\D/g, '')}\n`;
  return { id, name: `${id}.cube`, type: CUBE_TYPE, data: toBase64(bytes(text)) };
};
const mesh = (id: string): Asset => ({
  id,
  name: `${id}.obj`,
  type: 'model/obj',
  data: toBase64(bytes('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n')),
});
const broken = (id: string): Asset => ({ ...mesh(id), data: toBase64(bytes('f 1 2 9\n')) });
const pieceWith = (...assets: Asset[]): Piece => ({ ...blankPiece(), assets });

beforeEach(() => {
  releaseAssetsBut(null);
  endStudio();
});

it('thirty pieces that were open leave nothing behind, here, in the studio and on the card', async () => {
  studio();
  const disposed = vi.fn();
  const textures = new AssetTextures(decoded);
  for (let i = 0; i < 30; i++) {
    const piece = pieceWith(table(`t${i}`), mesh(`m${i}`), broken(`b${i}`));
    expect(await ensureAssets(piece)).toBe(true);
    textures.keepOnly(piece.assets);
    textures
      .with(() => new THREE.Texture())
      .asset(`t${i}`)
      .addEventListener('dispose', disposed);
    releaseAssetsBut(piece);
    expect(decoded.has(`t${i}`)).toBe(true);
    releaseAssetsBut(null);
    expect(decoded.ids()).toEqual([]);
    expect(await studio().assetIds()).toEqual([]);
  }
  textures.dispose();
  expect(disposed).toHaveBeenCalledTimes(30);
});

it('what is open or being exported stays, and what was released is decoded again', async () => {
  const [open, exported, closed] = [pieceWith(table('t1')), pieceWith(table('t2')), pieceWith(table('t3'))];
  for (const piece of [open, exported, closed]) await ensureAssets(piece);
  const kept = () => ['t1', 't2', 't3'].filter((id) => decoded.has(id));
  await holdingAssets(exported, async () => {
    releaseAssetsBut(open);
    expect(kept()).toEqual(['t1', 't2']);
  });
  releaseAssetsBut(open);
  expect(kept()).toEqual(['t1']);
  expect(await ensureAssets(closed)).toBe(true);
  expect(await ensureAssets(closed)).toBe(false);
  expect(kept()).toEqual(['t1', 't3']);
});

it('what cannot be read is said once for each time that a piece is opened', async () => {
  const piece = pieceWith(broken('bad'));
  const said = vi.mocked(notify).mock.calls;
  said.length = 0;
  await ensureAssets(piece);
  await ensureAssets(piece);
  expect(said).toEqual([['error', expect.stringContaining('"bad.obj" cannot be read')]]);
  releaseAssetsBut(null);
  await ensureAssets(piece);
  expect(said).toHaveLength(2);
});
