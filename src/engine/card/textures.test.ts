import * as THREE from 'three';
import { expect, it, vi } from 'vitest';
import { AssetStore } from '@/core/assets/assets';
import { AssetTextures } from './textures';

it('an .hdr around the stage and as a plain picture keeps both textures, until it is decoded again', () => {
  const assets = new AssetStore();
  const decode = () => assets.set('sky', { panorama: { width: 2, height: 1, data: new Uint16Array(8) } });
  decode();
  const textures = new AssetTextures(assets);
  const { asset, around } = textures.with(() => new THREE.Texture());
  const both = () => [around('sky'), asset('sky')];
  const first = both();
  const disposed = vi.fn();
  for (const texture of first) texture.addEventListener('dispose', disposed);
  expect(both().map((texture, i) => texture === first[i])).toEqual([true, true]);
  expect(first.map((texture) => (texture as THREE.DataTexture).image.width)).toEqual([2, 1]);
  expect(disposed).not.toHaveBeenCalled();
  decode();
  expect(both().map((texture, i) => texture === first[i])).toEqual([false, true]);
  textures.keepOnly([{ id: 'other' }]);
  expect(disposed).toHaveBeenCalledTimes(2);
});
