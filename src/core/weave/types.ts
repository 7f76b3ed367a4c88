import type { Step, Strand } from '../piece/types';
import type { ResolvedStep, RunType } from '../steps';

/** Something about a piece that the artist should know; the rest of it is still drawn. */
export interface Problem {
  strand: string;
  step?: string;
  param?: string;
  sentence: string;
}

export interface StepTypes {
  step: Step;
  definition: ResolvedStep | undefined;
  takes: RunType | null;
  gives: RunType | null;
  /** False where the step is off or cannot run here; the row then passes it by. */
  active: boolean;
}

export interface Use {
  strand: string;
  step: string;
  param: string;
}

export interface Analysis {
  /** Strands so that each stands after those it takes from. */
  order: Strand[];
  types: Map<string, StepTypes[]>;
  uses: Map<string, Use[]>;
  problems: Problem[];
}
