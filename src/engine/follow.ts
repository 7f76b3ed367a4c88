import { isLink, type Link, type Piece, type Strand } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { Evaluator, placeRows, type Analysis, type Target } from '@/core/weave';

/** Values of signals that feed steps which are not GLSL (camera, lights, places), on the processor. */
export class Follower {
  private constructor(
    private readonly evaluator: Evaluator | null,
    private readonly keys: string[],
  ) {}

  static async make(piece: Piece, analysis: Analysis, stage: Strand): Promise<Follower> {
    const targets = targetsOf(stage);
    if (targets.length === 0) return new Follower(null, []);
    return new Follower(await Evaluator.make(piece, targets, analysis), targets.map(keyOf));
  }

  update(piece: Piece): void {
    this.evaluator?.with(piece);
  }

  /** Value of a link at a phase; 0 where it was not there when this was made. */
  at(phase: number): (link: Link) => number[] {
    const rows = placeRows([{ phase }]);
    return (link) => {
      const index = this.keys.indexOf(keyOf({ strand: link.link, step: link.step }));
      return index >= 0 && this.evaluator ? [...this.evaluator.run(index, rows, 1)] : [0];
    };
  }
}

/** Strand parameters stand for whole strands; all other links bring values. */
function targetsOf(stage: Strand): Target[] {
  return stage.steps.flatMap((step) => {
    const params = definitionOf(step.op)?.params.filter((p) => p.type !== 'strand') ?? [];
    return params.map((p) => step.params[p.id]).filter(isLink).map((l) => ({ strand: l.link, step: l.step }));
  });
}

const keyOf = (t: Target) => `${t.strand}/${t.step ?? ''}`;
