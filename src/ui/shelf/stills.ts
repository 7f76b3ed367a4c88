import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { Recent } from '@/core/recent';
import { Picture } from '@/engine/picture';
import { readPixelsAsync } from '@/engine/read';
import { makeRenderer } from '@/engine/renderer';
import { ensureAssets } from '@/state/pictures';
import { endStudio } from '@/workers/doors';
import { MeshStore } from '@/workers/mesh-store';

/** Stills kept at a time; one is about 330 KB. */
const MOST_KEPT = 48;

/** Milliseconds that making one mesh of a still may take: others wait for it. */
const MOST_MAKING = 12_000;

/** Ends what the studio makes where it takes longer. */
async function within(most: number, making: Promise<unknown>): Promise<void> {
  const timer = setInterval(endStudio, most);
  try {
    await making;
  } finally {
    clearInterval(timer);
  }
}

/** What a piece looks like depends on this: a piece under another name is the same picture. */
const looksOf = (piece: Piece) => JSON.stringify({ ...piece, name: '', note: '' });

/** One renderer for all pictures on the shelf, asked for one picture at a time. */
class Stills {
  private readonly renderer = makeRenderer(new OffscreenCanvas(2, 2));
  private readonly target = new THREE.WebGLRenderTarget(2, 2);
  private current: { looks: string; picture: Picture } | null = null;
  private turn: Promise<unknown> = Promise.resolve();
  private readonly kept = new Recent<ImageData>(MOST_KEPT);

  /** Draws a piece at a phase, the longer side `side` pixels; `keep` for one that will be asked for again. */
  async draw(piece: Piece, phase: number, side: number, keep: boolean): Promise<ImageData> {
    const looks = looksOf(piece);
    const key = `${phase} ${side} ${looks}`;
    const known = this.kept.get(key);
    if (known) return known;
    const result = this.turn.then(() => this.now(piece, looks, phase, side));
    this.turn = result.catch(() => undefined);
    const image = await result;
    return keep ? this.kept.put(key, image) : image;
  }

  private async now(piece: Piece, looks: string, phase: number, side: number): Promise<ImageData> {
    const { width, height } = piece.picture;
    const scale = side / Math.max(width, height);
    const [w, h] = [Math.max(2, Math.round(width * scale)), Math.max(2, Math.round(height * scale))];
    if (this.current?.looks !== looks) {
      this.current?.picture.dispose();
      const meshes = new MeshStore(() => undefined);
      await ensureAssets(piece);
      await within(MOST_MAKING, meshes.update(piece));
      const picture = new Picture(this.renderer);
      await picture.setPiece(piece, meshes.get);
      this.current = { looks, picture };
    }
    this.target.setSize(w, h);
    this.current.picture.draw(phase, w, h, this.target, 0);
    return new ImageData(await readPixelsAsync(this.renderer, this.target, w, h), w, h);
  }
}

let stills: Stills | null = null;

export async function drawStill(piece: Piece, phase: number, side: number, keep: boolean): Promise<ImageData> {
  stills ??= new Stills();
  return stills.draw(piece, phase, side, keep);
}
