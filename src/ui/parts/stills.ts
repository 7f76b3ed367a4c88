import type { Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { Recent } from '@/core/recent';
import { ensureAssets } from '@/state/assets/assets';
import { decoded, endStudio, withoutAssetData } from '@/workers/remotes';
import { MeshStore } from '@/workers/mesh-store';
import { startThread, TooLong } from '@/workers/thread';
import { useLeaving } from '@/actions/leaving';
import type { StillsWorker } from './stills-worker';

/** Stills kept at a time; one is about 330 KB. */
const MAX_STILLS = 48;
/** Milliseconds that making one mesh of a still may take, and opening or drawing it: others wait for it. */
const MAX_MESH_MS = 12_000;
const MAX_DRAWING_MS = 30_000;

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

/** The thread that draws, and what it has. */
class Drawer {
  readonly thread = startThread<StillsWorker>(
    new Worker(new URL('./stills-worker.ts', import.meta.url), { type: 'module', name: 'stills' }),
  );
  readonly assets = new Set<string>();
  looks: string | null = null;
}

/** One thread for all pictures on the shelf, asked for one picture at a time. */
class Stills {
  private drawer: Drawer | null = null;
  private turn: Promise<unknown> = Promise.resolve();
  private readonly kept = new Recent<ImageData>(MAX_STILLS);

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
    if (this.drawer?.looks !== looks) await this.open(piece, looks);
    const { remote } = this.drawer!.thread;
    return new ImageData(await this.limited(remote.draw(phase, w, h)), w, h);
  }

  private async open(piece: Piece, looks: string): Promise<void> {
    const meshes = new MeshStore(() => undefined);
    await ensureAssets(piece);
    await within(MAX_MESH_MS, meshes.update(piece));
    const forms = new Map<string, Skin>();
    for (const { id, kind } of piece.strands) {
      const skin = kind === 'form' ? meshes.get(id) : undefined;
      if (skin) forms.set(id, skin);
    }
    const drawer = (this.drawer ??= new Drawer());
    for (const { id } of piece.assets) {
      const value = decoded.get(id);
      if (!value || drawer.assets.has(id)) continue;
      await this.limited(drawer.thread.remote.setAsset(id, value));
      drawer.assets.add(id);
    }
    drawer.looks = null;
    await this.limited(drawer.thread.remote.open(withoutAssetData(piece), forms));
    drawer.looks = looks;
  }

  /** What the thread answers; one that takes too long is ended, and the next picture gets a fresh one. */
  private async limited<T>(work: Promise<T>): Promise<T> {
    const timer = setTimeout(() => this.end(), MAX_DRAWING_MS);
    try {
      return await work;
    } finally {
      clearTimeout(timer);
    }
  }

  /** Ends what is being drawn. */
  end(): void {
    this.drawer?.thread.end(new TooLong('This picture takes too long to draw here.'));
    this.drawer = null;
  }
}

let stills: Stills | null = null;
useLeaving.subscribe((leaving) => leaving && stills?.end());

export async function drawStill(piece: Piece, phase: number, side: number, keep: boolean): Promise<ImageData> {
  stills ??= new Stills();
  return stills.draw(piece, phase, side, keep);
}
