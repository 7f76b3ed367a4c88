import { AssetRegister } from '../asset-register';
import type { Pixels } from '../glsl';

/** What a picture is while its pixels are not loaded: one grey texel, so that the rest goes on. */
const UNKNOWN: Pixels = { width: 1, height: 1, data: new Uint8ClampedArray([128, 128, 128, 255]) };

/** Pixels of pictures. */
const register = new AssetRegister<Pixels>();

export function providePixels(asset: string, pixels: Pixels): void {
  register.set(asset, pixels);
}

export const hasPixels = (asset: string) => register.has(asset);

export const pixelsOf = (asset: string): Pixels => register.get(asset) ?? UNKNOWN;
