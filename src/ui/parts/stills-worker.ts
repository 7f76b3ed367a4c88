import * as Comlink from 'comlink';
import * as THREE from 'three';
import { AssetStore, type DecodedAsset } from '@/core/assets/assets';
import type { Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { exposeApi } from '@/workers/channel';
import { PictureRenderer } from '@/engine/picture';
import { readPixelsAsync } from '@/engine/capture/read';
import { makeRenderer } from '@/engine/card/renderer';

let stage: { renderer: THREE.WebGLRenderer; target: THREE.WebGLRenderTarget } | null = null;
const assets = new AssetStore();
let picture: PictureRenderer | null = null;

function stageOf(): NonNullable<typeof stage> {
  stage ??= { renderer: makeRenderer(new OffscreenCanvas(2, 2)), target: new THREE.WebGLRenderTarget(2, 2) };
  return stage;
}

/** Draws pictures for the shelf in a thread of its own: whatever a saved piece holds, the page goes on. */
const stills = {
  /** Takes what a file of a piece was decoded to, before the piece is opened. */
  setAsset: (asset: string, decoded: DecodedAsset): void => assets.set(asset, decoded),

  /** Takes a piece with the meshes of its forms. @throws NoGraphics */
  async open(piece: Piece, forms: ReadonlyMap<string, Skin>): Promise<void> {
    picture?.dispose();
    picture = new PictureRenderer(stageOf().renderer, assets);
    await picture.setPiece(piece, (form) => forms.get(form));
  },

  /** RGBA bytes of the open piece at a phase, top row first. */
  async draw(phase: number, width: number, height: number): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const { renderer, target } = stageOf();
    target.setSize(width, height);
    picture!.draw({ phase, width, height, target });
    const pixels = await readPixelsAsync(renderer, target, width, height);
    return Comlink.transfer(pixels, [pixels.buffer]);
  },
};

export type StillsWorker = typeof stills;

exposeApi(stills);
