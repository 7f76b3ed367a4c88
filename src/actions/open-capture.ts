import type { Piece } from '@/core/piece/types';
import { Capture, type CaptureOptions, type PixelsByKind } from '@/engine/capture/capture';
import { ensureAssets } from '@/state/assets/assets';
import { MeshStore } from '@/workers/mesh-store';
import { decoded } from '@/workers/remotes';
import { unless } from './export-feed';

/** The meshes of a piece. @throws Error with a sentence where one cannot be made */
export async function meshesOf(piece: Piece): Promise<MeshStore> {
  const meshes = new MeshStore((why) => {
    throw new Error(why);
  });
  await meshes.update(piece);
  return meshes;
}

/**
 * Makes all that frames of a piece are drawn with; the caller closes it.
 * @throws Cancelled when the signal says so; Error with a sentence where it cannot be drawn
 */
export async function openCapture<Kind extends keyof PixelsByKind>(
  piece: Piece,
  options: CaptureOptions<Kind>,
  signal: AbortSignal,
): Promise<Capture<Kind>> {
  await ensureAssets(piece);
  const meshes = await unless(signal, meshesOf(piece));
  return Capture.open(piece, decoded, meshes.get, options);
}
