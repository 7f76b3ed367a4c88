import { NO_ASSETS } from '@/core/assets/assets';
import { measureSeam } from '@/core/checks/seam';
import { bake } from '@/core/forms/bake';
import { standing } from '@/core/forms/standing';
import { MeshError, pointCount } from '@/core/mesh/mesh';
import type { Piece, Strand } from '@/core/piece/types';
import { analyse } from '@/core/weave';

/** Part of a frame on both sides of the seam at which a form is compared. */
const STEP = 1 / 32;
/** Part of a form's size by which it may move more across the seam than beside it. */
const VISIBLE = 2e-3;
/** How many times faster it may be there than beside it, as even motion may bend. */
const FASTER = 4;
/** The same from one whole frame to the next. */
const FASTER_FRAME = 1.5;
/** Most vertices of all copies: beyond that a piece takes longer than it tells. */
const MAX_VERTICES = 20_000;

/** Positions and colours of all vertices of all copies. */
type Shape = Float32Array[];

/**
 * Holds what is said of the seam against the forms themselves: all vertices of all copies, with their colours, baked
 * just before the end, at the beginning and just after it, and in every frame where nothing is said to move.
 * @returns forms that were compared
 * @throws an Error that says which form jumps, or moves, though the program says that it does not
 */
export async function checkSeam(piece: Piece): Promise<number> {
  const readings = await measureSeam(piece, NO_ASSETS);
  const analysis = analyse(piece);
  let compared = 0;
  for (const strand of piece.strands.filter((s) => s.kind === 'form')) {
    const reading = readings.find((r) => r.strand === strand.id);
    if (reading && !(reading.closes && reading.kink === 'none')) continue;
    const at = await shapesOf(piece, strand, analysis);
    if (!at) continue;
    compared++;
    if (reading) await mustClose(strand, at, piece.loop.frames);
    else await mustStandStill(strand, at, piece.loop.frames);
  }
  return compared;
}

async function shapesOf(
  piece: Piece,
  strand: Strand,
  analysis: ReturnType<typeof analyse>,
): Promise<((phase: number) => Promise<Shape>) | null> {
  const steps = analysis.types.get(strand.id)!;
  // Copies that move on stand where others stood; that is tested by itself.
  if (steps.some((r) => r.active && r.definition!.shifts && r.step.params[r.definition!.shifts])) return null;
  const mesh = await bake(piece, NO_ASSETS, strand, undefined, analysis).catch((error: unknown) => {
    if (error instanceof MeshError) return null;
    throw error;
  });
  if (!mesh || pointCount(mesh) === 0) return null;
  if (pointCount(mesh) * ((mesh.copies?.at.length ?? 3) / 3) > MAX_VERTICES) return null;
  return async (phase) => {
    const { positions, tint } = await standing(piece, NO_ASSETS, strand, mesh, phase, { analysis, still: true });
    return tint ? [positions, tint] : [positions];
  };
}

/**
 * A jump just before the seam, and from the last frame to the first: what is held until a moment at the seam jumps
 * within a frame as it does at every other moment, which is no seam.
 */
async function mustClose(strand: Strand, at: (phase: number) => Promise<Shape>, frames: number): Promise<void> {
  const jumps = await acrossSeam(at, STEP / frames, FASTER);
  if (!jumps) return;
  const frame = await acrossSeam(at, 1 / frames, FASTER_FRAME);
  if (frame)
    throw new Error(
      `"${strand.name}" is said to close and jumps by ${jumps.across}; beside the seam it moves ${jumps.beside}.`,
    );
}

/** How far values go over the seam in a step of time, where that is farther than beside it; else null. */
async function acrossSeam(at: (phase: number) => Promise<Shape>, step: number, faster: number) {
  const [early, end, begin, late] = [await at(1 - 2 * step), await at(1 - step), await at(0), await at(step)];
  for (const i of begin.keys()) {
    const across = farthest(end[i]!, begin[i]!);
    const beside = Math.max(farthest(early[i]!, end[i]!), farthest(begin[i]!, late[i]!));
    if (across > faster * beside + VISIBLE * sizeOf(begin[i]!)) return { across, beside };
  }
  return null;
}

async function mustStandStill(strand: Strand, at: (phase: number) => Promise<Shape>, frames: number): Promise<void> {
  const begin = await at(0);
  for (let n = 1; n < frames; n++)
    for (const [i, now] of (await at(n / frames)).entries()) {
      const moved = farthest(begin[i]!, now);
      if (moved > VISIBLE * sizeOf(begin[i]!))
        throw new Error(`"${strand.name}" is said to stand still and moves ${moved} in frame ${n}.`);
    }
}

function farthest(a: Float32Array, b: Float32Array): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!));
  return most;
}

function sizeOf(values: Float32Array): number {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return Math.max(high - low, Math.abs(high), Math.abs(low), 1e-3);
}
