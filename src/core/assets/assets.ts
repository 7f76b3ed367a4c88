import type { Pixels } from '../glsl';
import type { Mesh } from '../mesh/mesh';
import type { SoundTrack } from '../sound/track';
import type { Panorama } from './panorama';

/** What one file of a piece was decoded to. */
export type DecodedAsset = { pixels: Pixels } | { panorama: Panorama } | { track: SoundTrack } | { mesh: Mesh };

/**
 * What the files of pieces were decoded to, by the id of their asset, which is made from the contents. Functions that
 * read files take it beside the piece, so that their answers depend on their arguments alone.
 */
export interface Assets {
  /** What a file was decoded to, to be handed to another thread; undefined where it is not decoded. */
  get(asset: string): DecodedAsset | undefined;
  /** Whether the file is decoded. */
  has(asset: string): boolean;
  /** The pixels of a picture; one grey texel for what is no picture, or not decoded. */
  pixels(asset: string): Pixels;
  /** A picture all around in half floats; null for every other file. */
  panorama(asset: string): Panorama | null;
  /** What is known of a sound; null for every other file. */
  track(asset: string | undefined): SoundTrack | null;
  /** The mesh of a file; null for every other file. */
  mesh(asset: string): Mesh | null;
  /** Ids of all that is decoded, in the order in which they came. */
  ids(): string[];
}

/** Stands in for a picture, so that the rest goes on. */
const GREY: Pixels = { width: 1, height: 1, data: new Uint8ClampedArray([128, 128, 128, 255]) };

/**
 * Decoded files. Decoding belongs to whoever runs the core: the browser or the command line.
 * @example new AssetStore().pixels('gone'); // one grey texel
 */
export class AssetStore implements Assets {
  private readonly decoded = new Map<string, DecodedAsset>();

  set(asset: string, decoded: DecodedAsset): void {
    this.decoded.set(asset, decoded);
  }

  get(asset: string): DecodedAsset | undefined {
    return this.decoded.get(asset);
  }

  has(asset: string): boolean {
    return this.decoded.has(asset);
  }

  pixels(asset: string): Pixels {
    const decoded = this.decoded.get(asset);
    return decoded && 'pixels' in decoded ? decoded.pixels : GREY;
  }

  panorama(asset: string): Panorama | null {
    const decoded = this.decoded.get(asset);
    return decoded && 'panorama' in decoded ? decoded.panorama : null;
  }

  track(asset: string | undefined): SoundTrack | null {
    const decoded = asset === undefined ? undefined : this.decoded.get(asset);
    return decoded && 'track' in decoded ? decoded.track : null;
  }

  mesh(asset: string): Mesh | null {
    const decoded = this.decoded.get(asset);
    return decoded && 'mesh' in decoded ? decoded.mesh : null;
  }

  delete(asset: string): void {
    this.decoded.delete(asset);
  }

  ids(): string[] {
    return [...this.decoded.keys()];
  }
}

/** For pieces without files. */
export const NO_ASSETS: Assets = new AssetStore();
