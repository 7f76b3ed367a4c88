import type { Piece, Vector } from '@/core/piece/types';
import type { Placement } from '@/engine/stage/stage-scene';
import { useTransport } from '@/state/playback/transport';
import { studio, withoutAssetData } from '@/workers/remotes';

/** The outermost points of all objects on a stage at the playhead, copies and motion included, on the stage. */
export async function pointsOnStage(piece: Piece, placements: readonly Placement[]): Promise<Vector[]> {
  const sent = withoutAssetData(piece);
  const phase = useTransport.getState().frame / piece.loop.frames;
  const forms = new Map<string, Promise<Float32Array>>();
  for (const { form } of placements) if (!forms.has(form)) forms.set(form, studio().extent(sent, form, phase));
  const each = await Promise.all(
    placements.map(async ({ form, matrix }) => {
      const points = await forms.get(form)!;
      return Array.from({ length: points.length / 3 }, (_, i) => moved(matrix, points.subarray(3 * i, 3 * i + 3)));
    }),
  );
  return each.flat();
}

const moved = (m: readonly number[], [x, y, z]: ArrayLike<number> & Iterable<number>): Vector =>
  [0, 1, 2].map((row) => m[row]! * x! + m[4 + row]! * y! + m[8 + row]! * z! + m[12 + row]!) as Vector;
