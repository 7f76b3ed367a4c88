import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { Picture } from '@/engine/picture';
import { readPixels } from '@/engine/read';
import { makeRenderer } from '@/engine/renderer';
import { ensureAssets } from '@/state/pictures';
import { MeshStore } from '@/workers/mesh-store';

/** One renderer for all pictures on the shelf, asked for one picture at a time. */
class Stills {
  private readonly renderer = makeRenderer(new OffscreenCanvas(2, 2));
  private readonly target = new THREE.WebGLRenderTarget(2, 2);
  private current: { piece: Piece; picture: Picture } | null = null;
  private turn: Promise<unknown> = Promise.resolve();

  /** Draws a piece at a phase, the longer side `side` pixels. */
  draw(piece: Piece, phase: number, side: number): Promise<ImageData> {
    const result = this.turn.then(() => this.now(piece, phase, side));
    this.turn = result.catch(() => undefined);
    return result;
  }

  private async now(piece: Piece, phase: number, side: number): Promise<ImageData> {
    const { width, height } = piece.picture;
    const scale = side / Math.max(width, height);
    const [w, h] = [Math.max(2, Math.round(width * scale)), Math.max(2, Math.round(height * scale))];
    if (this.current?.piece !== piece) {
      this.current?.picture.dispose();
      const meshes = new MeshStore(() => undefined);
      await ensureAssets(piece);
      await meshes.update(piece);
      const picture = new Picture(this.renderer);
      await picture.setPiece(piece, meshes.get);
      this.current = { piece, picture };
    }
    this.target.setSize(w, h);
    this.current.picture.draw(phase, w, h, this.target, 0);
    return new ImageData(readPixels(this.renderer, this.target, w, h), w, h);
  }
}

let stills: Stills | null = null;

export async function drawStill(piece: Piece, phase: number, side: number): Promise<ImageData> {
  stills ??= new Stills();
  return stills.draw(piece, phase, side);
}
