import type { Assets } from '@/core/assets/assets';
import { isLink, type Link, type Piece } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { Evaluator, loopSteps, OverLoop, placeRows, type Analysis, type Target } from '@/core/weave';

/** Values of links to signals at one phase. */
export type Follow = (link: Link) => number[];

/** Values of all signals that anything is linked to, worked out on the processor once a frame. */
export class Follower {
  private constructor(
    private readonly evaluator: Evaluator | null,
    private readonly keys: Map<string, number>,
    private readonly overLoop: OverLoop | null,
    private readonly assets: Assets,
  ) {}

  static async make(piece: Piece, assets: Assets, analysis: Analysis): Promise<Follower> {
    const { targets, keys } = linkedSignals(piece, analysis);
    const evaluator = targets.length > 0 ? await Evaluator.make(piece, assets, targets, analysis) : null;
    const overLoop = loopSteps(piece, analysis).length > 0 ? await OverLoop.forPiece(piece, analysis) : null;
    return new Follower(evaluator, keys, overLoop, assets);
  }

  /** Numbers that steps come to over the loop, with those of a piece; null where no step does. */
  loopValues(piece: Piece): Float32Array | null {
    return this.overLoop?.table(piece, this.assets).values ?? null;
  }

  /**
   * Values with the numbers of a piece, each worked out when it is first asked for; 0 where a link was not there when
   * this was made.
   */
  at(piece: Piece, phase: number): Follow {
    const rows = placeRows([{ phase }]);
    const values = new Map<number, number[]>();
    return (link) => {
      const index = this.keys.get(keyOf({ strand: link.link, step: link.step }));
      if (index === undefined || !this.evaluator) return [0];
      const known = values.get(index) ?? [...this.evaluator.with(piece).run(index, rows, 1)];
      values.set(index, known);
      return link.swizzle ? [known['xyz'.indexOf(link.swizzle)] ?? 0] : known;
    };
  }
}

/** Signals that a piece takes values of, and the index of each by its key. */
interface Linked {
  targets: Target[];
  keys: Map<string, number>;
}
const linkedByStructure = new WeakMap<object, Linked>();

function linkedSignals(piece: Piece, analysis: Analysis): Linked {
  const known = linkedByStructure.get(analysis.structure);
  if (known) return known;
  const signals = new Set(analysis.order.filter((s) => s.kind === 'signal').map((s) => s.id));
  const found = new Map<string, Target>();
  for (const step of piece.strands.flatMap((s) => s.steps)) {
    // Strand parameters stand for whole strands; all other links bring values.
    const whole = new Set(definitionOf(step.op)?.params.flatMap((p) => (p.type === 'strand' ? [p.id] : [])));
    for (const [id, value] of Object.entries(step.params)) {
      if (!isLink(value) || whole.has(id) || !signals.has(value.link)) continue;
      const target = { strand: value.link, step: value.step };
      found.set(keyOf(target), target);
    }
  }
  const linked = { targets: [...found.values()], keys: new Map([...found.keys()].map((key, i) => [key, i])) };
  linkedByStructure.set(analysis.structure, linked);
  return linked;
}

const keyOf = (t: Target) => `${t.strand}/${t.step ?? ''}`;
