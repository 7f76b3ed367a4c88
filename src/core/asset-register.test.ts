import { expect, it, vi } from 'vitest';
import { AssetRegister, decodedCount, releaseAssets } from './asset-register';

it('registers release what nobody wants, and give back what it held', () => {
  const release = vi.fn();
  const before = decodedCount();
  const [numbers, textures] = [new AssetRegister<number>(), new AssetRegister<string>(release)];
  numbers.set('sail', 1);
  textures.set('sail', 'cloth');
  textures.set('hull', 'wood');
  expect(decodedCount() - before).toBe(3);
  releaseAssets((id) => id === 'sail');
  expect([numbers.get('sail'), textures.get('sail'), textures.has('hull')]).toEqual([1, 'cloth', false]);
  expect(release.mock.calls).toEqual([['wood', 'hull']]);
  releaseAssets(() => false);
  expect(decodedCount()).toBe(0);
});
