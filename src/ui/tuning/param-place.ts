import type { Piece, Step, Strand } from '@/core/piece/types';
import type { Param, ResolvedStep } from '@/core/steps';
import type { Analysis } from '@/core/weave';

/** A parameter where it stands. */
export interface ParamPlace {
  piece: Piece;
  strand: Strand;
  step: Step;
  definition: ResolvedStep;
  param: Param;
  analysis: Analysis;
}
