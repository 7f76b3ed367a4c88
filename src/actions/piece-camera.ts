import { setParam } from '@/core/piece/edit';
import type { Piece, Step, Strand, Vector } from '@/core/piece/types';
import { paramById, definitionOf, valueOf } from '@/core/steps';
import { FRAME_HEIGHT } from '@/core/steps/stage/camera';
import { shownBy } from '@/core/weave';
import type { View } from '@/engine/stage/stage-scene';

/** The camera step of the stage that is seen. */
export interface PieceCamera {
  strand: Strand;
  step: Step;
  view: View;
  /** Field of view from top to bottom, in radians. */
  angle: number;
}

const USUAL_LENS_MM = 35;

/** The camera that the piece is seen through; null without a stage or a camera on it. */
export function cameraOf(piece: Piece): PieceCamera | null {
  const { stage } = shownBy(piece);
  const step = stage?.steps.find((s) => definitionOf(s.op)?.puts === 'camera');
  if (!stage || !step) return null;
  const definition = definitionOf(step.op)!;
  const vector = (id: string) => {
    const value = valueOf(step, paramById(definition, id)!);
    return (Array.isArray(value) ? value : [0, 0, 1]) as Vector;
  };
  const { lens } = step.params;
  return {
    strand: stage,
    step,
    view: { position: vector('position'), target: vector('target') },
    angle: 2 * Math.atan(FRAME_HEIGHT / 2 / (typeof lens === 'number' ? lens : USUAL_LENS_MM)),
  };
}

/** The piece with its camera where the view is, to the millimetre. */
export function putCamera(piece: Piece, { strand, step }: PieceCamera, view: View): Piece {
  return (['position', 'target'] as const).reduce(
    (p, id) => setParam(p, strand.id, step.id, id, view[id].map((x) => Number(x.toFixed(3))) as Vector),
    piece,
  );
}
